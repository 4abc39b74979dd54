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
  const now = new Map<string, Day[]>();
  for (const { date, items } of days)
    for (const item of items) if (item.begun === null) now.set(keyOf(item), [...(now.get(keyOf(item)) ?? []), date]);
  // What was missed is done with the next one, of the problem or of a technique's fresh ones, which are all alike.
  const nextOf = new Map([...now].map(([key, [first]]) => [key, first ?? null]));
  const moved: Omit<Moved, 'to'>[] = [];
  for (const { date, items } of previous.days)
    for (const { problemId, technique, kind, begun, reasons } of items) {
      // What goes on moves with what was begun, and the first review of a fresh problem with that.
      if (begun || (problemId === null && kind !== 'fresh')) continue;
      const item = { problemId, technique, kind };
      const stays = now.get(keyOf(item))?.indexOf(date) ?? -1;
      if (stays >= 0) now.get(keyOf(item))?.splice(stays, 1);
      else if (!isDone(item)) moved.push({ ...item, from: date, duty: reasons?.duty });
    }
  const found = moved.map((change) => {
    const key = keyOf(change);
    const own = now.get(key) ?? [];
    const next = (change.from < today ? nextOf.get(key) : own[0]) ?? null;
    if (next !== null && own.includes(next)) own.splice(own.indexOf(next), 1);
    return { ...change, to: next };
  });
  const whyMoved = causes(input, days, found);
  return found.map(({ duty, ...change }) => ({ ...change, ...whyMoved({ ...change, duty }) }));
}
