import { mainTechniqueOf } from '../../estimate/estimate';
import { type Day, dayOf } from '../../model/time';
import { countBefore, sittingsSince } from '../news';
import type { PlanChange, PlanDay, PlanInput } from '../plan';
import { type Item, type Moved, causes, keyOf } from './causes';

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
function doneSince(input: PlanInput): (item: Item) => boolean {
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

/**
 * What of the previous plan is not where it was, but for what was done since: the nearest first. Nothing where that was made
 * before anything was logged and a whole log came in since.
 */
export function changesBetween(input: PlanInput, days: readonly PlanDay[]): PlanChange[] {
  const { previous, log, asOf, zone } = input;
  if (!previous || (previous.sittings === 0 && log.sittings.length > 1)) return [];
  const today = dayOf(asOf, zone);
  const isDone = doneSince(input);
  const now = new Map<string, Day[]>();
  for (const { date, items } of days)
    for (const item of items) if (item.begun === null) now.set(keyOf(item), [...(now.get(keyOf(item)) ?? []), date]);
  // What was missed is done with the next one, of the problem or of a technique's fresh ones, which are all alike.
  const nextOf = new Map([...now].map(([key, [first]]) => [key, first ?? null]));
  const moved: (Omit<PlanChange, 'to'> & Pick<Moved, 'duty'>)[] = [];
  for (const { date, items } of previous.days)
    for (const { problemId, technique, kind, begun, reasons } of items) {
      // What goes on moves with what was begun, and the first review of a fresh problem with that.
      if (begun || (problemId === null && kind !== 'fresh')) continue;
      const item = { problemId, technique, kind };
      const stays = now.get(keyOf(item))?.indexOf(date) ?? -1;
      if (stays >= 0) now.get(keyOf(item))?.splice(stays, 1);
      else if (!isDone(item))
        moved.push({ ...item, from: date, why: date < today ? 'missed' : 'better', duty: reasons?.duty });
    }
  const found = moved.map((change) => {
    const key = keyOf(change);
    const own = now.get(key) ?? [];
    const next = (change.why === 'missed' ? nextOf.get(key) : own[0]) ?? null;
    if (next !== null && own.includes(next)) own.splice(own.indexOf(next), 1);
    return { ...change, to: next };
  });
  const whyMoved = causes(input, days, found);
  return found.map(({ duty, ...change }) => ({
    ...change,
    ...(change.why === 'missed' ? {} : whyMoved({ ...change, duty })),
  }));
}
