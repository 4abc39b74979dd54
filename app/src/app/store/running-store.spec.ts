import { Injectable, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { attemptWith } from '@lernen/core/model';
import { emptyDatabase, someProblem, someSitting } from '../testing/database';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { Drafts } from '../data/drafts';
import { Clock } from './clock';
import { LogStore } from './log-store';
import { Notices } from './notices';
import type { Running } from './running';
import { RunningStore } from './running-store';
import { REPOSITORY } from './profile';

/** A clock that stands until it is moved. */
@Injectable()
class StandingClock extends Clock {
  at = Date.parse('2026-11-24T18:00:00Z');
  override milliseconds(): number {
    return this.at;
  }
}

const problemId = '019aa000-0000-7000-8000-000000000001';

describe('the sitting under way', () => {
  let database: LernenDatabase;
  let clock: StandingClock;
  let at = Date.parse('2026-11-24T18:00:00Z');
  let isOpen = false;

  const open = (): InstanceType<typeof RunningStore> => {
    TestBed.resetTestingModule();
    // A page that is opened again goes on at the time of the one before it.
    if (isOpen) at = clock.at;
    isOpen = true;
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: REPOSITORY, useValue: new Repository(database) },
        { provide: Clock, useClass: StandingClock },
      ],
    });
    clock = TestBed.inject(Clock) as StandingClock;
    clock.at = at;
    return TestBed.inject(RunningStore);
  };
  const stored = async (): Promise<Running | undefined> =>
    (await database.local.get('running'))?.value as Running | undefined;

  /** What the next page finds where this is stored. */
  const found = async (value: unknown): Promise<Running | null> => {
    await database.local.put({ key: 'running', value });
    const store = open();
    for (let tries = 0; !store.isLoaded() && tries < 200; tries++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect(store.isLoaded()).toBeTrue();
    return store.running();
  };

  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  it('counts the time at work and leaves pauses out', async () => {
    const store = open();
    await store.start(problemId, 'sketch');
    clock.at += 60_000;
    expect(store.worked()).toBe(60_000);
    await store.pause();
    clock.at += 600_000;
    expect([store.worked(), store.isPaused()]).toEqual([60_000, true]);
    await store.resume();
    clock.at += 5000;
    expect(store.worked()).toBe(65_000);
  });

  it('is found again by the next page as it was left', async () => {
    const before = open();
    await before.start(problemId, 'rebuild');
    await before.change({ named: 'heap', hasNamed: true, note: 'half a thought' });
    clock.at += 20_000;
    const after = open();
    await after.takeOver(await stored());
    expect(after.running()).toEqual(
      jasmine.objectContaining({ named: 'heap', note: 'half a thought', wasInterrupted: false }),
    );
    expect(after.worked()).toBe(20_000);
  });

  it('stops a clock that ran on without a page at its last sign of life', async () => {
    const before = open();
    await before.start(problemId, 'rebuild');
    clock.at += 90_000;
    await before.change({});
    clock.at += 3_600_000;
    const after = open();
    await after.takeOver(await stored());
    expect([after.worked(), after.isPaused(), after.running()?.wasInterrupted]).toEqual([90_000, true, true]);
  });

  it('gives a sign of life without undoing what another tab wrote meanwhile', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    const mine = (await stored()) as Running;
    const theirs = { ...mine, version: mine.version + 1, note: 'written in the other tab' };
    await database.local.put({ key: 'running', value: theirs });
    clock.at += 10_000;
    await store.beat();
    expect(await stored()).toEqual({ ...theirs, seenAt: clock.at });
    await store.takeOver(await stored());
    await store.pause();
    const paused = await stored();
    clock.at += 10_000;
    await store.beat();
    expect(await stored()).toEqual(paused);
  });

  it('leaves nothing behind when it is finished', async () => {
    const store = open();
    await store.start(problemId, 'spot');
    expect(await store.end({}, 'Left it')).toBeTrue();
    expect([store.isRunning(), await stored()]).toEqual([false, { version: 2, hasEnded: true } as never]);
    const after = open();
    await after.takeOver(await stored());
    expect(after.running()).toBeNull();
  });

  it('ends together with what is logged of it, or not at all, and comes back with an undo', async () => {
    const store = open();
    const problem = someProblem();
    await store.start(problem.id, 'rebuild');
    await store.change({ note: 'half a thought' });
    const sitting = someSitting(problem.id);
    expect(await store.end({ sittings: [{ ...sitting, minutes: -1 }] }, 'Cannot be saved')).toBeFalse();
    expect([store.isRunning(), (await stored())?.note]).toEqual([true, 'half a thought']);
    expect(await store.end({ problems: [problem], sittings: [sitting] }, 'Saved it')).toBeTrue();
    const log = TestBed.inject(LogStore);
    expect([log.log().sittings.length, (await stored())?.note]).toEqual([1, undefined]);
    const [last] = await new Repository(database).whatWasDone(1);
    await log.undo(last?.seq ?? 0);
    await store.takeOver(await stored());
    expect([log.log().sittings.length, store.running()?.note]).toEqual([0, 'half a thought']);
  });

  it('changes by field, so that what another tab changes at the same time stays', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    const mine = (await stored()) as Running;
    await database.local.put({ key: 'running', value: { ...mine, version: mine.version + 1, time: 'O(n)' } });
    await store.change({ note: 'from here' });
    expect(await stored()).toEqual(jasmine.objectContaining({ time: 'O(n)', note: 'from here' }));
    await database.local.put({ key: 'running', value: { version: 9, hasEnded: true } });
    await store.change({ note: 'too late' });
    expect(await stored()).toEqual({ version: 10, hasEnded: true } as never);
  });

  it('does not take the sleep of the machine for work, unless it is told to', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    clock.at += 10_000;
    await store.beat();
    await store.takeOver(await stored());
    clock.at += 8 * 3_600_000;
    expect(store.worked()).toBe(10_000);
    await store.beat();
    expect([store.isPaused(), store.worked(), store.running()?.wasInterrupted]).toEqual([true, 10_000, true]);
    await store.countAway();
    expect([store.worked(), store.running()?.wasInterrupted]).toEqual([10_000 + 8 * 3_600_000, false]);
  });

  it('keeps the phases as they came, pauses left out, and what is told at the end', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    clock.at += 60_000;
    await store.turnTo('plan');
    clock.at += 90_000;
    await store.pause();
    clock.at += 3_600_000;
    await store.turnTo('code');
    expect(store.running()?.turns.map(({ phase }) => phase)).toEqual(['read', 'plan']);
    await store.resume();
    await store.turnTo('code');
    clock.at += 30_000;
    await store.note('plain', ' O(n^2) ');
    await store.tell({ hasGivenUp: true });
    expect(store.running()).toEqual(
      jasmine.objectContaining({
        step: 'telling',
        hasGivenUp: true,
        resumedAt: null,
        moments: [{ at: 180, kind: 'plain', text: 'O(n^2)' }],
        course: [
          { phase: 'read', seconds: 60 },
          { phase: 'plan', seconds: 90 },
          { phase: 'code', seconds: 30 },
        ],
      }),
    );
  });

  it('takes nothing off when the clock of the machine is set back', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    clock.at += 120_000;
    await store.beat();
    await store.takeOver(await stored());
    clock.at -= 3_600_000;
    expect(store.worked()).toBeGreaterThanOrEqual(0);
    await store.beat();
    expect(store.worked()).toBe(120_000);
    clock.at += 5000;
    expect(store.worked()).toBe(125_000);
  });

  it('takes a quiet time off the clock when it was no work, and never more than there is', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    clock.at += 100_000;
    await store.change({ quietFor: 60_000 });
    await store.takeOffQuiet();
    expect([store.worked(), store.running()?.quietFor]).toEqual([40_000, 0]);
    await store.change({ quietFor: 900_000 });
    await store.takeOffQuiet();
    expect(store.worked()).toBe(0);
  });

  it('goes on with a sitting that an earlier version began, of whose attempts the verdicts were known', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    const { turns: _turns, moments: _moments, wrongChecks: _wrong, ...old } = (await stored()) as Running;
    const running = await found({ ...old, attempts: ['wrong-answer', null] });
    expect(running?.attempts).toEqual([attemptWith('wrong-answer'), attemptWith(null)]);
    expect([running?.turns, running?.moments]).toEqual([[{ phase: 'read', at: 0 }], []]);
  });

  it('is what can be read of a damaged one, and none where that says not even which problem it is of', async () => {
    const store = open();
    await store.start(problemId, 'rebuild');
    await store.change({ note: 'half a thought' });
    const whole = (await stored()) as Running;
    const damaged = {
      ...whole,
      turns: 'none',
      attempts: [7],
      resumedAt: 'soon',
      slips: ['gull'],
      workedBefore: -5,
      startedAt: 'once',
    };
    expect(await found(damaged)).toEqual(
      jasmine.objectContaining({
        note: 'half a thought',
        turns: [{ phase: 'read', at: 0 }],
        attempts: [],
        slips: [],
        startedAt: jasmine.stringMatching(/Z$/),
      }),
    );
    for (const nothing of [{ ...whole, problemId: 7 }, 'a gull', null]) {
      expect(await found(nothing)).toBeNull();
      await TestBed.inject(RunningStore).start(problemId, 'sketch');
      expect(TestBed.inject(RunningStore).running()?.kind).toBe('sketch');
    }
  });

  describe('after a page that was gone before it could write', () => {
    const left = (draft: object): void => new Drafts(database.name).keepUnwritten('running', [draft]);
    let kept: Running;

    beforeEach(async () => {
      await open().start(problemId, 'rebuild');
      kept = (await stored()) as Running;
    });

    it('goes on with what was said last, and writes it', async () => {
      left({ ...kept, version: kept.version + 1, named: 'heap', hasNamed: true });
      const after = open();
      await after.takeOver(kept);
      expect(after.running()?.named).toBe('heap');
      expect((await stored())?.named).toBe('heap');
      await new Promise((resolve) => setTimeout(resolve, 300));
      expect(await new Drafts(database.name).leftUnwritten('running')).toEqual([]);
    });

    it('goes on with what the database refused, which was said', async () => {
      const store = open();
      await store.takeOver(kept);
      database.close();
      await store.change({ note: 'half a thought' });
      expect(TestBed.inject(Notices).current()?.kind).toBe('failed');
      await database.open();
      const after = open();
      await after.takeOver(await stored());
      expect((await stored())?.note).toBe('half a thought');
    });

    it('knows that it had ended', async () => {
      left({ version: kept.version + 1, hasEnded: true });
      const after = open();
      await after.takeOver(kept);
      expect([after.isRunning(), (await stored())?.version]).toEqual([false, kept.version + 1]);
    });

    it('passes over what another page has outdated since', async () => {
      left({ ...kept, note: 'half a thought' });
      const newer = { ...kept, version: kept.version + 1, note: 'a whole thought' };
      const after = open();
      await after.takeOver(newer);
      expect(after.running()?.note).toBe('a whole thought');
    });
  });
});
