import { mainTechniqueOf } from '../estimate/estimate';
import { type Day, dayOf } from '../model/time';
import { countBefore, sittingsSince } from './news';
import type { PlanInput, PlanItem } from './plan';

export type Item = Pick<PlanItem, 'problemId' | 'technique' | 'kind'>;

/** What tells an item from others on its day: something new is known by its technique. */
export function keyOf({ problemId, technique, kind }: Item): string {
  return problemId ?? `${kind} ${technique ?? ''}`;
}

/**
 * Says of an item of the previous plan whether it is still to be followed: one that was done since is not, nor is one of an
 * earlier day on which something else was done. Something new that was worked today is so not asked for once more.
 */
export function isLeftIn(input: PlanInput): (item: Item, date: Day) => boolean {
  const { previous, log, asOf, zone } = input;
  const today = dayOf(asOf, zone);
  const first = previous?.days[0]?.date;
  const isDone = doneSince(input);
  const since = first === undefined ? [] : log.sittings.slice(countBefore(first, log, zone));
  const sat = new Set(since.map(({ startedAt }) => dayOf(startedAt, zone)));
  return (item, date) => date > today || (!isDone(item) && (date === today || !sat.has(date)));
}

/** Says of an item of the previous plan, each time it is asked for, whether one more of its kind was done since. */
export function doneSince(input: PlanInput): (item: Item) => boolean {
  const done = new Map<string, number>();
  for (const { kind, problemId } of sittingsSince(input)) {
    const technique = mainTechniqueOf(input.estimates.problems.get(problemId));
    const key = kind === 'first-solve' ? `fresh ${technique ?? ''}` : problemId;
    done.set(key, (done.get(key) ?? 0) + 1);
  }
  return (item) => {
    const count = done.get(keyOf(item)) ?? 0;
    if (count > 0) done.set(keyOf(item), count - 1);
    return count > 0;
  };
}
