import { type Day, dayOf } from '../../model/time';
import { doneSince, keyOf } from '../done';
import type { PlanChange, PlanDay, PlanInput, PlannedKind } from '../plan';
import { type Moved, causes } from './causes';

/** An item of the new plan. */
interface Standing {
  readonly date: Day;
  readonly kind: PlannedKind;
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
  // By problem, or by technique of something new: those are all alike.
  const standing = new Map<string, Standing[]>();
  for (const { date, items } of days)
    for (const item of items)
      if (item.begun === null)
        standing.set(keyOf(item), [...(standing.get(keyOf(item)) ?? []), { date, kind: item.kind }]);
  /** What is not where something of the previous plan was. */
  const left = new Set([...standing.values()].flat());
  const moved: Omit<Moved, 'to'>[] = [];
  for (const { date, items } of previous.days)
    for (const { problemId, technique, kind, begun, reasons } of items) {
      // What goes on moves with what was begun, and the first review of a fresh problem with that.
      if (begun || (problemId === null && kind !== 'fresh')) continue;
      const item = { problemId, technique, kind };
      const stays = standing.get(keyOf(item))?.find((it) => it.date === date && left.has(it));
      if (stays) left.delete(stays);
      else if (!isDone(item)) moved.push({ ...item, from: date, duty: reasons?.duty });
    }
  const found = moved.map((change) => {
    const own = standing.get(keyOf(change)) ?? [];
    const next = own.find(({ date }) => date > change.from);
    // What was missed is done with the next one.
    const to = change.from < today ? next : own.find((it) => left.has(it));
    if (!to) return { ...change, to: null, ...(next && { next: next.date }) };
    left.delete(to);
    return { ...change, to: to.date, ...(to.kind !== change.kind && { as: to.kind }) };
  });
  const whyMoved = causes(input, days, found);
  return found.map(({ duty, ...change }) => ({ ...change, ...whyMoved({ ...change, duty }) }));
}
