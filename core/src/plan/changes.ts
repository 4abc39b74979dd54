import { type Day, dayOf } from '../log/time';
import type { PlanChange, PlanDay, PlanInput, PlannedKind } from './plan';

/** What of the previous plan is not where it was, but for what was done since: the nearest first. */
export function changesBetween({ previous, log, asOf, zone }: PlanInput, days: readonly PlanDay[]): PlanChange[] {
  if (!previous) return [];
  const [first] = previous.days;
  if (!first) return [];
  const today = dayOf(asOf, zone);
  const done = new Map<string, number>();
  const techniques = new Map(log.problems.map(({ id, techniques: [main] }) => [id, main]));
  for (let index = log.sittings.length - 1; index >= 0; index--) {
    const sitting = log.sittings[index];
    if (!sitting || dayOf(sitting.startedAt, zone) < first.date) break;
    const isFresh = sitting.kind === 'first-solve';
    const key = isFresh ? `fresh ${techniques.get(sitting.problemId) ?? ''}` : sitting.problemId;
    done.set(key, (done.get(key) ?? 0) + 1);
  }
  const now = new Map<string, Day[]>();
  for (const { date, items } of days)
    for (const item of items) if (item.begun === null) now.set(keyOf(item), [...(now.get(keyOf(item)) ?? []), date]);
  const moved: Omit<PlanChange, 'to'>[] = [];
  for (const { date, items } of previous.days)
    for (const { problemId, technique, kind } of items) {
      // The first review of a fresh problem moves with it.
      if (problemId === null && kind !== 'fresh') continue;
      const key = keyOf({ problemId, technique, kind });
      const count = done.get(key) ?? 0;
      const stays = now.get(key)?.indexOf(date) ?? -1;
      if (stays >= 0) now.get(key)?.splice(stays, 1);
      else if (count > 0) done.set(key, count - 1);
      else moved.push({ problemId, technique, kind, from: date, why: date < today ? 'missed' : 'better' });
    }
  return moved.map((change) => ({ ...change, to: now.get(keyOf(change))?.shift() ?? null }));
}

function keyOf({
  problemId,
  technique,
  kind,
}: Pick<PlanChange, 'problemId' | 'technique'> & { kind: PlannedKind }): string {
  return problemId ?? `${kind} ${technique ?? ''}`;
}
