import { type Day, dayOf } from '../../model/time';
import { doneSince, keyOf } from '../done';
import type { PlanChange, PlanDay, PlanInput } from '../plan';
import { type Moved, causes } from './causes';

/**
 * What of the previous plan is not where it was, but for what was done since: the nearest first. Nothing where that was made
 * before anything was logged and a whole log came in since.
 */
export function changesBetween(input: PlanInput, days: readonly PlanDay[]): PlanChange[] {
  const { previous, log, asOf, zone } = input;
  if (!previous || (previous.sittings === 0 && log.sittings.length > 1)) return [];
  const today = dayOf(asOf, zone);
  const isDone = doneSince(input);
  // By problem, or by technique of something new: those are all alike.
  const daysOf = new Map<string, Day[]>();
  for (const { date, items } of days)
    for (const item of items)
      if (item.begun === null) daysOf.set(keyOf(item), [...(daysOf.get(keyOf(item)) ?? []), date]);
  /** Days on which none of the previous plan has been found yet. */
  const left = new Map([...daysOf].map(([key, dates]) => [key, [...dates]]));
  const moved: Omit<Moved, 'to'>[] = [];
  for (const { date, items } of previous.days)
    for (const { problemId, technique, kind, begun, reasons } of items) {
      // What goes on moves with what was begun, and the first review of a fresh problem with that.
      if (begun || (problemId === null && kind !== 'fresh')) continue;
      const item = { problemId, technique, kind };
      const stays = left.get(keyOf(item))?.indexOf(date) ?? -1;
      if (stays >= 0) left.get(keyOf(item))?.splice(stays, 1);
      else if (!isDone(item)) moved.push({ ...item, from: date, duty: reasons?.duty });
    }
  const found = moved.map((change) => {
    const key = keyOf(change);
    const own = left.get(key) ?? [];
    const next = daysOf.get(key)?.find((date) => date > change.from) ?? null;
    // What was missed is done with the next one.
    const to = (change.from < today ? next : own[0]) ?? null;
    if (to !== null && own.includes(to)) own.splice(own.indexOf(to), 1);
    return { ...change, to, ...(to === null && next !== null && { next }) };
  });
  const whyMoved = causes(input, days, found);
  return found.map(({ duty, ...change }) => ({ ...change, ...whyMoved({ ...change, duty }) }));
}
