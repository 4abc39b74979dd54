import { makeLog, makeProblem, makeSitting, now } from '../../testing/make';
import type { Log } from '../../model/log';
import { changesBetween, missedIn } from './changes';
import type { PlanDay, PlanInput, PlanItem } from '../plan';

const [beacon, gauge] = [makeProblem({ techniques: ['heap'] }), makeProblem({ techniques: ['greedy'] })];
const item = (part: Partial<PlanItem>): PlanItem =>
  ({ problemId: null, technique: 'heap', kind: 'sketch', minutes: 8, goesOn: null, begun: null, ...part }) as PlanItem;
const day = (date: string, ...items: Partial<PlanItem>[]): PlanDay => ({
  date,
  minutes: 0,
  budget: 45,
  done: 0,
  items: items.map(item),
});
const input = (previous: PlanDay[], part: Partial<Log> = {}): PlanInput =>
  ({
    log: { ...makeLog({ problems: [beacon, gauge] }), ...part },
    previous: { days: previous },
    asOf: now,
    zone: 'UTC',
  }) as unknown as PlanInput;
const kept = { problemId: beacon.id };
const other = { problemId: gauge.id, technique: 'greedy' };
const fresh = { kind: 'fresh' as const };

describe('what moved since the previous plan', () => {
  it('is nothing where everything stands as it did', () => {
    const days = [day('2026-11-24', kept), day('2026-11-26', other, fresh)];
    expect(changesBetween(input(days), days)).toEqual([]);
  });

  it('tells from when to when, and what is not planned any more', () => {
    const before = [day('2026-11-24', kept), day('2026-11-26', other)];
    const after = [day('2026-11-25', kept)];
    expect(changesBetween(input(before), after).map(({ from, to, why }) => [from, to, why])).toEqual([
      ['2026-11-24', '2026-11-25', 'better'],
      ['2026-11-26', null, 'better'],
    ]);
  });

  it('leaves out what was done', () => {
    const done = makeSitting(beacon.id, { kind: 'sketch', startedAt: now });
    const solved = makeSitting(gauge.id, { kind: 'first-solve', startedAt: now });
    const before = [day('2026-11-24', kept, { ...fresh, technique: 'greedy' })];
    expect(changesBetween(input(before, { sittings: [done, solved] }), [day('2026-11-24')])).toEqual([]);
  });

  it('tells what was missed, and of something new the next one of its technique', () => {
    const before = [day('2026-11-23', kept, fresh), day('2026-11-26', fresh)];
    const after = [day('2026-11-24'), day('2026-11-25', kept), day('2026-11-26', fresh)];
    expect(changesBetween(input(before), after).map(({ kind, to, why }) => [kind, to, why])).toEqual([
      ['sketch', '2026-11-25', 'missed'],
      ['fresh', '2026-11-26', 'missed'],
    ]);
  });

  it('takes a day for missed only where nothing was done on it', () => {
    const before = [day('2026-11-22', other), day('2026-11-23', kept)];
    const sitting = makeSitting(gauge.id, { kind: 'rebuild', startedAt: '2026-11-23T18:00:00.000Z' });
    const isMissed = missedIn(input(before, { sittings: [sitting] }));
    expect(isMissed(item(kept), '2026-11-23')).toBeFalse();
    expect(isMissed(item(kept), '2026-11-22')).toBeTrue();
    expect(isMissed(item({ ...other }), '2026-11-22')).toBeFalse();
  });
});
