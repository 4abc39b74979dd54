import { Injectable, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CheckResult } from '@lernen/core/run';
import { v7 as newId } from 'uuid';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { CheckRuns } from '../store/check-runs';
import { Clock } from '../store/clock';
import { REPOSITORY } from '../store/profile';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';
import { emptyDatabase, someProblem } from '../testing/database';
import { DeskRecord } from './desk-record';

/** A clock that stands until it is moved. */
@Injectable()
class StandingClock extends Clock {
  at = Date.parse('2026-11-24T18:00:00Z');
  override milliseconds(): number {
    return this.at;
  }
}

describe('what the desk writes down by itself', () => {
  let database: LernenDatabase;
  let clock: StandingClock;
  let running: RunningStore;
  let sheet: SheetStore;
  const problem = someProblem('Tide Gauge Gaps');

  beforeEach(async () => {
    database = await emptyDatabase();
    const repository = new Repository(database);
    await repository.write({ problems: [problem] }, 'Added');
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: REPOSITORY, useValue: repository },
        { provide: Clock, useClass: StandingClock },
        SheetStore,
        CheckRuns,
        DeskRecord,
      ],
    });
    clock = TestBed.inject(Clock) as StandingClock;
    running = TestBed.inject(RunningStore);
    sheet = TestBed.inject(SheetStore);
    await running.start(problem.id, 'rebuild');
    sheet.open(problem.id, running.running()?.sittingId ?? null);
    TestBed.inject(DeskRecord);
  });
  afterEach(async () => {
    await sheet.flush();
    TestBed.resetTestingModule();
    await database.delete();
  });

  const result = (id: string, verdict: CheckResult['verdict'], message = ''): CheckResult => ({
    id,
    verdict,
    message,
    actual: '',
    difference: null,
    line: null,
    printed: '',
    ms: 1,
    bytes: null,
  });
  const finish = async (...results: CheckResult[]): Promise<void> => {
    TestBed.inject(CheckRuns).finished.next({ versionId: newId(), results });
    await new Promise((resolve) => setTimeout(resolve, 30));
  };
  /** Time goes by with signs of life, as a long silence would be a sleep. */
  const later = async (seconds: number): Promise<void> => {
    for (let left = seconds; left > 0; left -= 100) {
      clock.at += Math.min(left, 100) * 1000;
      await running.change({});
    }
  };
  const attempts = () =>
    (running.running()?.attempts ?? []).map(({ verdict, checks, at }) => ({ verdict, checks, at }));

  it('is every run over all checks as an attempt, and none of a part of them', async () => {
    const [first, second] = ['[1]', '[]'].map((input) => sheet.add('example', { input, expected: '1' }));
    await later(300);
    await finish(result(first ?? '', 'right'));
    expect(attempts()).toEqual([]);
    await finish(result(first ?? '', 'right'), result(second ?? '', 'crashed', 'IndexError'));
    await finish(result(first ?? '', 'right'), result(second ?? '', 'crashed', 'IndexError'));
    await later(60);
    await finish(result(first ?? '', 'right'), result(second ?? '', 'right'));
    await later(60);
    await finish(result(first ?? '', 'right'), result(second ?? '', 'right'));
    expect(attempts().map(({ verdict, checks, at }) => `${verdict} ${checks?.right} ${at}`)).toEqual([
      'crashed 1 300',
      'crashed 1 300',
      'accepted 2 360',
      'accepted 2 420',
    ]);
    expect(running.running()?.wrongChecks.map(({ exampleId, result: it }) => [exampleId, it.message])).toEqual([
      [second ?? '', 'IndexError'],
    ]);
    expect(running.running()?.moments.map(({ kind, at }) => `${kind} ${at}`)).toEqual([
      'first-complete 360',
      'best 420',
    ]);
  });

  it('is the moment at which the plain approach stood, with the cost as it is then written', async () => {
    const id = sheet.add('approach', { idea: 'every pair', time: 'O(n' });
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(running.running()?.moments).toEqual([]);
    await later(90);
    const approach = sheet.find(id);
    if (approach?.kind !== 'approach') throw new Error('no approach');
    sheet.change(approach, { time: 'O(n)' });
    await new Promise((resolve) => setTimeout(resolve, 30));
    await later(30);
    sheet.change(approach, { time: 'O(n^2)' });
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(running.running()?.moments).toEqual([{ at: 90, kind: 'plain', text: 'O(n^2)' }]);
  });

  it('is a time in which nothing moved, which is asked about', async () => {
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }));
    clock.at += 100_000;
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }));
    expect(running.running()?.quietFor).toBe(0);
    clock.at += 360_000;
    document.dispatchEvent(new PointerEvent('pointermove'));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(running.running()?.quietFor).toBe(360_000);
    await running.pause();
    clock.at += 900_000;
    document.dispatchEvent(new PointerEvent('pointermove'));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(running.running()?.quietFor).toBe(360_000);
  });
});
