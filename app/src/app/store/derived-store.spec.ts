import { TestBed } from '@angular/core/testing';
import { Component } from '@angular/core';
import { emptyEntry, singleEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { saveSheet } from '../data/sheet-commands';
import { dayIn, daysFromNow, someInterview, somePractice, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { proxy } from 'comlink';
import { WorkerHost } from '../workers/host';
import type { Derived, PlannerApi } from '../workers/planner/planner.worker';
import { startPlanner } from '../workers/planner/start';
import { Clock } from './clock';
import { DerivedStore } from './derived-store';

@Component({ selector: 'app-nothing', template: '' })
class Nothing {}

describe('estimates and plan, derived in a worker', () => {
  let page: OpenPage;
  let store: DerivedStore;
  const practice = somePractice();
  const open = async (): Promise<void> => {
    page = await openPage(Nothing, '/', { ...practice, interviews: [someInterview(20)] });
    store = TestBed.inject(DerivedStore);
    await page.until(() => store.plan() !== null && store.progress() === null);
  };
  afterEach(() => page.close());

  it('are there for every technique, every problem that was sat, and every day', async () => {
    await open();
    expect(store.planDays().size).toBe(21);
    expect(store.techniques().get('heap')?.sittings).toBe(4);
    expect([...store.recalls().keys()].sort()).toEqual(practice.problems.map(({ id }) => id).sort());
    for (const [problem, date] of store.nextPlanned()) {
      const items = store.planDays().get(date)?.items ?? [];
      expect(items.some(({ problemId }) => problemId === problem)).toBeTrue();
      for (const [earlier, day] of store.planDays())
        if (earlier < date) expect(day.items.some(({ problemId }) => problemId === problem)).toBeFalse();
    }
  });

  it('follow a sitting that is logged', async () => {
    await open();
    const [problem] = practice.problems;
    const before = store.recalls().get(problem?.id ?? '')?.recall ?? 1;
    const sitting = someSitting(problem?.id ?? '', { kind: 'rebuild', startedAt: daysFromNow(-0.001), minutes: 15 });
    await page.log.saveSitting(sitting, 'Logged a rebuild');
    await page.until(() => (store.recalls().get(problem?.id ?? '')?.recall ?? 0) > before);
    expect(store.techniques().get('heap')?.sittings).toBe(5);
    expect(store.planDays().get(dayIn(-0.001))?.done).toBe(15);
  });

  it('stay as they are when a statement, the theme or a list is changed', async () => {
    await open();
    const derived = store.derived();
    const [problem] = practice.problems;
    if (!problem) throw new Error('no problem');
    await page.log.saveProblem({ ...problem, title: 'Renamed' });
    const statement = singleEntry('statement', problem.id, page.log.newId(), { text: 'Towers stand along a coast.' });
    await page.log.save({ entries: [statement] }, 'Wrote the statement');
    await page.log.saveSettings({ theme: 'dark' });
    await page.log.saveList(page.log.newList('Course week 3', null), 'Made a list');
    await page.settle();
    expect([page.log.log().lists.length, page.log.settings().theme]).toEqual([1, 'dark']);
    expect([store.derived(), store.progress()]).toEqual([derived, null]);
    await page.log.saveSettings({ goal: 0.9 });
    await page.until(() => store.derived() !== derived && store.progress() === null);
  });

  it('follow a twist that is written on a sheet, and nothing else there', async () => {
    await open();
    const derived = store.derived();
    const problemId = practice.problems[0]?.id ?? '';
    const keep = async (kind: 'observation' | 'twist', text: string): Promise<void> => {
      const ours = emptyEntry(kind, problemId, newId(), { text });
      await saveSheet(page.database, problemId, [{ table: 'entries', base: null, ours }], 'Wrote', newId);
      await page.settle();
    };
    await keep('observation', 'Only the last tower counts.');
    expect([store.derived(), store.progress()]).toEqual([derived, null]);
    await keep('twist', 'Towers may be moved.');
    await page.until(() => store.derived() !== derived && store.progress() === null);
  });

  it('are those of before when the page is opened again and nothing has changed, and answer all the same', async () => {
    await open();
    const [first] = [store.derived()];
    const opened = new WorkerHost<PlannerApi>(startPlanner);
    const shares: number[] = [];
    const deriveAt = (asOf: string): Promise<Derived> =>
      opened.run((it) =>
        it.derive(
          'own',
          asOf,
          TestBed.inject(Clock).zone,
          proxy((share) => void shares.push(share)),
        ),
      );
    await opened.run((it) => it.prepare('own', daysFromNow(0), 'UTC'));
    const kept = await deriveAt(daysFromNow(0));
    expect([kept, shares] as unknown).toEqual([first, []]);
    const answers = await opened.run((it) => Promise.all([it.optimalityGap(), it.lookBack()]));
    expect(answers[0]?.reached).toBeGreaterThan(0);
    expect(answers[1]?.calibration.count).toBe(practice.sittings.length);
    // The page derives what follows from one more sitting; the other worker answers for that too.
    await page.log.saveSitting(someSitting(practice.problems[0]?.id ?? '', { minutes: 15 }), 'Logged');
    await page.until(() => store.derived() !== first && store.progress() === null);
    const next = await deriveAt(daysFromNow(0));
    expect([next.asOf, shares]).toEqual([store.derived()?.asOf ?? '', []]);
    expect((await opened.run((it) => it.lookBack()))?.calibration.count).toBe(practice.sittings.length + 1);
    await page.log.saveSettings({ goal: 0.9 });
    expect((await deriveAt(daysFromNow(0))).asOf).not.toBe(kept.asOf);
    expect((await deriveAt(daysFromNow(1))).plan.days[0]?.date).toBe(dayIn(1));
    opened.stop('done');
  });

  it('can be stopped, keeps the plan that was, and plans again', async () => {
    await open();
    const plan = store.plan();
    store.stop();
    expect([store.isStopped(), store.progress(), store.plan()]).toEqual([true, null, plan]);
    expect(await store.whatIf({ kind: 'minutes', more: 15 })).toBeNull();
    expect(await store.alternatives('2026-01-01')).toBeNull();
    void store.derive();
    await page.until(() => !store.isStopped() && store.progress() === null && store.plan() !== plan);
    expect(store.planDays().size).toBe(21);
  });

  it('answer what was weighed for a day of the plan, and nothing for another', async () => {
    await open();
    const [date = ''] = store.planDays().keys();
    expect((await store.alternatives(date))?.date).toBe(date);
    expect(await store.alternatives('2001-01-01')).toBeNull();
    const optimalityGap = await store.optimalityGap();
    expect(optimalityGap?.max).toBeGreaterThanOrEqual(optimalityGap?.reached ?? 1);
    expect((await store.lookBack())?.calibration.count).toBe(practice.sittings.length);
  });

  it('say what went wrong in the worker, and go on after it', async () => {
    await open();
    expect(await store.whatIf({ kind: 'without', technique: 'heap' })).not.toBeNull();
    expect(await store.whatIf({ kind: 'nonsense' } as never).then(() => true)).toBeTrue();
    expect((await store.optimalityGap())?.reached).toBeGreaterThan(0);
  });
});
