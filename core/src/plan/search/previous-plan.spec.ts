import type { Day } from '../../model/time';
import type { Candidate } from '../model/candidate';
import type { FollowedPlan } from '../plan';
import { PreviousPlan } from './previous-plan';

const dates: readonly Day[] = ['2026-11-24', '2026-11-25', '2026-11-26'];
const heap = { problemId: null, technique: 'heap' } as Candidate;

/** Something new in heap that begins on a day and goes on the next. */
function begunOn(begun: Day, goesOn: Day): FollowedPlan {
  const fresh = { problemId: null, technique: 'heap', kind: 'fresh' as const };
  return {
    days: [
      { date: begun, items: [{ ...fresh, begun: null }] },
      { date: goesOn, items: [{ ...fresh, begun }] },
    ],
  };
}

const daysOf = (previous: PreviousPlan): number[] => previous.of(heap).map(({ day }) => day);

describe('the plan that is followed', () => {
  it('asks once, on its first day, for what goes on the next evening', () => {
    expect(daysOf(new PreviousPlan(begunOn('2026-11-25', '2026-11-26'), dates, () => true))).toEqual([1]);
  });

  it('asks for the rest of what was begun yesterday, where something was done then', () => {
    const isLeft = (_: unknown, date: Day): boolean => date >= '2026-11-24';
    expect(daysOf(new PreviousPlan(begunOn('2026-11-23', '2026-11-24'), dates, isLeft))).toEqual([0]);
  });

  it('asks once for what should have begun on an evening that was missed', () => {
    const missed = new PreviousPlan(begunOn('2026-11-23', '2026-11-24'), dates, () => true);
    expect(daysOf(missed.part('missed')).length).toBe(1);
    expect(daysOf(missed.part('ahead'))).toEqual([]);
  });
});
