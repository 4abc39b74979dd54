import { estimatesFor, makeLog, makeProblem, makeSitting, now } from '../../testing/make';
import type { Log } from '../../model/log';
import { isLeftIn } from '../done';
import { changesBetween } from './changes';
import type { PlanDay, PlanInput, PlanItem } from '../plan';

const beacon = makeProblem({ techniques: ['heap'] });
const [gauge, further] = [makeProblem({ techniques: ['greedy'] }), makeProblem({ techniques: ['greedy'] })];
const item = (part: Partial<PlanItem>): PlanItem =>
  ({
    problemId: null,
    technique: 'heap',
    kind: 'sketch',
    minutes: 8,
    goesOn: null,
    begun: null,
    reasons: { duty: null },
    ...part,
  }) as PlanItem;
const day = (date: string, ...items: Partial<PlanItem>[]): PlanDay => ({
  date,
  minutes: 0,
  budget: 45,
  done: 0,
  items: items.map(item),
});
const input = (days: PlanDay[], part: Partial<Log> = {}, known?: number): PlanInput => {
  const log = { ...makeLog({ problems: [beacon, gauge, further] }), ...part };
  const sittingsToday = (part.sittings ?? []).slice(0, known).map(({ id }) => id);
  const previous = { days, ...(known !== undefined && { sittings: known, sittingsToday }) };
  return { log, estimates: estimatesFor(log), previous, asOf: now, zone: 'UTC' };
};
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

  it('tells once of what was to go on the next evening', () => {
    const before = [
      day('2026-11-24', kept, { ...fresh, technique: 'heap' }),
      day('2026-11-25', { ...fresh, technique: 'heap', begun: '2026-11-24' }),
    ];
    const changes = changesBetween(input(before), [day('2026-11-24', kept)]);
    expect(changes.map(({ kind, from, to }) => [kind, from, to])).toEqual([['fresh', '2026-11-24', null]]);
  });

  it('is nothing where a whole log came in after a plan from none', () => {
    const sittings = [1, 2].map((ago) => makeSitting(gauge.id, { startedAt: `2026-11-1${ago}T18:00:00.000Z` }));
    const before = [day('2026-11-24', kept)];
    expect(changesBetween(input(before, { sittings }, 0), [day('2026-11-24')])).toEqual([]);
    expect(changesBetween(input(before, { sittings }, 2), [day('2026-11-24')]).length).toBe(1);
  });

  it('leaves out what was done', () => {
    const done = makeSitting(beacon.id, { kind: 'sketch', startedAt: now });
    const solved = makeSitting(gauge.id, { kind: 'first-solve', startedAt: now });
    const before = [day('2026-11-24', kept, { ...fresh, technique: 'greedy' })];
    expect(changesBetween(input(before, { sittings: [done, solved] }), [day('2026-11-24')])).toEqual([]);
  });

  it('tells of what was missed when its problem, or something new of its technique, comes next', () => {
    const before = [day('2026-11-23', kept, fresh, other), day('2026-11-26', fresh, other)];
    const after = [day('2026-11-24'), day('2026-11-25', kept), day('2026-11-26', fresh, other)];
    expect(changesBetween(input(before), after).map(({ kind, to, why }) => [kind, to, why])).toEqual([
      ['sketch', '2026-11-25', 'missed'],
      ['fresh', '2026-11-26', 'missed'],
      ['sketch', '2026-11-26', 'missed'],
    ]);
  });

  it('sends no two of a technique to the one place where something new of it stands', () => {
    const before = [day('2026-11-23', fresh), day('2026-11-27', fresh)];
    const changes = changesBetween(input(before), [day('2026-11-24', fresh)]);
    expect(changes.map(({ from, to }) => [from, to])).toEqual([
      ['2026-11-23', '2026-11-24'],
      ['2026-11-27', null],
    ]);
  });

  it('says as what it comes, where that is something else', () => {
    const rebuilt = { ...kept, kind: 'rebuild' as const };
    const before = [day('2026-11-23', kept), day('2026-11-25', other)];
    const changes = changesBetween(input(before), [day('2026-11-24', rebuilt), day('2026-11-26', other)]);
    expect(changes.map(({ kind, to, as }) => [kind, to, as])).toEqual([
      ['sketch', '2026-11-24', 'rebuild'],
      ['sketch', '2026-11-26', undefined],
    ]);
  });

  it('says where something new of a technique, or the same problem, comes next all the same', () => {
    const before = [day('2026-11-24', fresh, other), day('2026-11-25', fresh), day('2026-11-27', fresh, other)];
    const changes = changesBetween(input(before), [day('2026-11-27', fresh, other)]);
    expect(changes.map(({ kind, from, to, next }) => [kind, from, to, next])).toEqual([
      ['fresh', '2026-11-24', null, '2026-11-27'],
      ['sketch', '2026-11-24', null, '2026-11-27'],
      ['fresh', '2026-11-25', null, '2026-11-27'],
    ]);
  });

  it('says what made something move: what was logged, failed or missed', () => {
    const held = [day('2026-11-24', kept), day('2026-11-25', other)];
    const after = [day('2026-11-24'), day('2026-11-25'), day('2026-11-26', kept, other)];
    const whyOf = (sittings: Log['sittings'], before: PlanDay[], days: PlanDay[]): unknown[] =>
      changesBetween(input(before, { sittings }, 0), days).map(({ why, sittings: count, by }) => [why, count, by]);
    const nothing = [undefined, undefined];
    const sat = makeSitting(further.id, { kind: 'first-solve', startedAt: now });
    expect(whyOf([sat], held, after)).toEqual([
      ['spent', ...nothing],
      ['logged', 1, further.id],
    ]);
    expect(whyOf([], held, after)).toEqual([
      ['better', ...nothing],
      ['better', ...nothing],
    ]);
    const claim = { ...kept, kind: 'rebuild' as const, reasons: { duty: 'failed' } as PlanItem['reasons'] };
    expect(whyOf([], [day('2026-11-25', other)], [day('2026-11-25', claim), day('2026-11-27', other)])).toEqual([
      ['failure', undefined, beacon.id],
    ]);
    expect(whyOf([], [day('2026-11-25', other)], [day('2026-11-24', other), day('2026-11-25', claim)])).toEqual([
      ['better', ...nothing],
    ]);
    expect(whyOf([], [day('2026-11-25', claim)], [day('2026-11-25'), day('2026-11-28', claim)])).toEqual([
      ['share', ...nothing],
    ]);
    expect(whyOf([], [day('2026-11-25', claim)], [day('2026-11-24', claim)])).toEqual([['better', ...nothing]]);
    const missed = [day('2026-11-23', kept), day('2026-11-25', other)];
    expect(whyOf([], missed, [day('2026-11-24'), day('2026-11-25', kept)])).toEqual([
      ['missed', ...nothing],
      ['catching-up', ...nothing],
    ]);
  });

  it('takes a day for missed only where nothing was done on it', () => {
    const before = [day('2026-11-22', other), day('2026-11-23', kept)];
    const sitting = makeSitting(gauge.id, { kind: 'rebuild', startedAt: '2026-11-23T18:00:00.000Z' });
    const isLeft = isLeftIn(input(before, { sittings: [sitting] }));
    expect(isLeft(item(kept), '2026-11-23')).toBeFalse();
    expect(isLeft(item(kept), '2026-11-22')).toBeTrue();
    expect(isLeft(item({ ...other }), '2026-11-22')).toBeFalse();
  });

  it('takes something new for done once for each that was worked since the plan was made', () => {
    const sittings = [1, 2].map((hour) =>
      makeSitting(gauge.id, { kind: 'first-solve', startedAt: `2026-11-24T0${hour}:00:00.000Z` }),
    );
    const greedy = { ...fresh, technique: 'greedy' };
    const leftOf = (known: number): boolean[] => {
      const isLeft = isLeftIn(input([day('2026-11-24', greedy, greedy, greedy)], { sittings }, known));
      return [1, 2, 3].map(() => isLeft(item(greedy), '2026-11-24'));
    };
    expect(leftOf(0)).toEqual([false, false, true]);
    expect(leftOf(1)).toEqual([false, true, true]);
    expect(leftOf(2)).toEqual([true, true, true]);
  });
});
