import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { emptyDraft } from '@lernen/core/quick-line';
import { emptyDatabase, someProblem, someSitting } from '../testing/database';
import { write } from '../data/commands';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { LogStore } from './log-store';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

describe('the log store', () => {
  let database: LernenDatabase;
  let store: LogStore;
  let notices: Notices;

  beforeEach(async () => {
    database = await emptyDatabase();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: new Repository(database) }],
    });
    store = TestBed.inject(LogStore);
    notices = TestBed.inject(Notices);
    await store.catchUp();
  });
  afterEach(() => database.delete());

  it('logs a quick line, says so, and undoes it from what it said', async () => {
    expect(store.isEmpty()).toBeTrue();
    const records = store.recordsFor({ ...emptyDraft, title: 'Gull Census', techniques: ['heap'], minutes: 31 }, null);
    expect(await store.saveQuick(records, 'Logged Gull Census')).toBeTrue();
    expect(store.log().problems.map((problem) => problem.title)).toEqual(['Gull Census']);
    expect(
      store
        .sittingsOf()
        .get(records.problemId)
        ?.map((sitting) => sitting.minutes),
    ).toEqual([31]);
    expect(notices.current()?.text).toBe('Logged Gull Census.');
    await store.undo((await database.journal.orderBy('seq').last())?.seq ?? 0);
    expect(store.isEmpty()).toBeTrue();
    expect(notices.current()?.text).toBe('Undone.');
  });

  it('says what is wrong with a record and writes nothing of it', async () => {
    const problem = { ...someProblem(), title: ' ' };
    expect(await store.saveProblem(problem)).toBeFalse();
    expect(notices.current()).toEqual(
      jasmine.objectContaining({ kind: 'failed', text: jasmine.stringContaining('problems[0].title') }),
    );
    expect(await database.collection('problems').count()).toBe(0);
  });

  it('keeps one choice a problem, the last one, until it is taken back', async () => {
    const problem = someProblem();
    await store.saveAndSay({ problems: [problem] }, 'Added');
    const target = { problemId: problem.id };
    await store.choose(target, { notBefore: '2026-12-01' }, 'Put off');
    await store.choose(target, { pin: '2026-12-02', kind: 'spot' }, 'Pinned');
    expect(store.log().choices.map((it) => it.choice)).toEqual([{ pin: '2026-12-02', kind: 'spot' }]);
    await store.clearChoice(target, 'Left to the plan');
    expect(store.log().choices).toEqual([]);
  });

  it('says when the database fails, and goes on once it is there again', async () => {
    const problem = someProblem();
    await store.saveAndSay({ problems: [problem] }, 'Added');
    const seq = (await database.journal.orderBy('seq').last())?.seq ?? 0;
    database.close();
    await expectAsync(store.catchUp()).toBeRejected();
    await store.undo(seq);
    expect(notices.current()?.kind).toBe('failed');
    expect(await store.saveProblem({ ...problem, title: 'Renamed' })).toBeFalse();
    await database.open();
    expect(await store.saveProblem({ ...problem, title: 'Renamed' })).toBeTrue();
    expect(store.problemsById().get(problem.id)?.title).toBe('Renamed');
  });

  it('takes over what another tab wrote', async () => {
    const problem = someProblem('Written elsewhere');
    await write(database, { problems: [problem], sittings: [someSitting(problem.id)] }, 'Elsewhere');
    await store.catchUp();
    expect(store.problemsById().get(problem.id)?.title).toBe('Written elsewhere');
  });

  it('two days of the week changed at once are both kept', async () => {
    await Promise.all([
      store.saveSettings(({ week }) => ({ week: { ...week, mon: 0 } })),
      store.saveSettings(({ week }) => ({ week: { ...week, tue: 90 } })),
    ]);
    expect([store.settings().week.mon, store.settings().week.tue]).toEqual([0, 90]);
  });

  it('changes one setting and leaves the others', async () => {
    await store.saveSettings({ goal: 0.9 });
    await store.saveSettings({ theme: 'dark' });
    expect([store.settings().goal, store.settings().theme, store.settings().week.mon]).toEqual([0.9, 'dark', 45]);
    await store.saveSettings({ goal: 7 });
    expect(store.settings().goal).toBe(0.9);
    expect(notices.current()?.kind).toBe('failed');
  });
});
