import type { Log } from '../model/log';
import type { Sitting } from '../model/sitting';
import { type Day, type Zone, dayOf, daysBetween } from '../model/time';
import { type Target, interviewsIn } from './model/horizon';
import type { PlanInput } from './plan';

/** What the previous plan did not know. */
export interface News {
  /** The day on which that was made, from today; null where there is none. */
  readonly madeOn: number | null;
  /** Sittings of that day and of later ones that were logged since, in the order in which they took place. */
  readonly sittings: readonly Sitting[];
  /**
   * Whether it was made for something else: sittings from before its day were logged since, or are gone, or it led up to
   * other interviews.
   */
  readonly isOther: boolean;
}

/** `targets` and `dates` are those of the plan that is being made. */
export function newsSince(input: PlanInput, targets: readonly Target[], dates: readonly Day[]): News {
  const { previous } = input;
  const madeOn = previous?.days[0]?.date;
  const [today] = dates;
  if (!previous || madeOn === undefined || today === undefined) return { madeOn: null, sittings: [], isOther: false };
  const before = countBefore(madeOn, input.log, input.zone);
  const { sittingsBefore = before, interviews } = previous;
  const isForThese = interviews === undefined || interviews.join() === interviewsIn(targets, dates).join();
  return {
    madeOn: daysBetween(today, madeOn),
    sittings: sittingsSince(input),
    isOther: sittingsBefore !== before || !isForThese,
  };
}

/**
 * Sittings of the previous plan's day and of later ones that were logged since it was made, in the order in which they took
 * place: what was logged last need not have ended last.
 */
export function sittingsSince({ previous, log, zone }: PlanInput): readonly Sitting[] {
  const madeOn = previous?.days[0]?.date;
  if (!previous || madeOn === undefined) return [];
  const known = new Set(previous.sittingsToday);
  return log.sittings.slice(countBefore(madeOn, log, zone)).filter(({ id }) => !known.has(id));
}

/** How many sittings of a log took place before a day; those since are the few at its end. */
export function countBefore(day: Day, { sittings }: Log, zone: Zone): number {
  const last = sittings.findLastIndex(({ startedAt }) => dayOf(startedAt, zone) < day);
  return last + 1;
}
