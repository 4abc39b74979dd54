import { recallAt } from '../estimate/recall';
import { type TechniqueOutlook, readinessOf } from '../estimate/readiness';
import type { TechniqueId } from '../log/technique';
import type { Day } from '../log/time';
import { memoryAfter } from './candidate';
import { type Track, creditsOrNone } from './greedy';
import type { Target } from './horizon';
import type { ReadinessPoint } from './plan';

/** Readiness for the next interview as if it were on each day: at the end of the day if the plan is kept, and if it is dropped. */
export function readinessCurve(
  tracks: readonly Track[],
  targets: readonly Target[],
  dates: readonly Day[],
  outlookOf: (technique: TechniqueId) => TechniqueOutlook,
): ReadinessPoint[] {
  return dates.map((date, day) => {
    const target = targets.find((it) => it.day >= day) ?? targets.at(-1);
    if (!target) return { date, interviewId: null, ifKept: 0, ifDropped: 0 };
    const kept = new Map<TechniqueId, number>();
    const dropped = new Map<TechniqueId, number>();
    for (const { candidate, placements } of tracks) {
      if (!candidate.memory && placements.length === 0) continue;
      const without = candidate.memory ? recallAt(candidate.memory, day) : 0;
      const memory = placements.length === 0 ? null : memoryAfter(candidate.memory, placements, day);
      const withPlan = memory ? recallAt(memory, day) : without;
      for (const { technique, share } of creditsOrNone(candidate)) {
        if (technique === null) continue;
        kept.set(technique, (kept.get(technique) ?? 0) + share * withPlan);
        dropped.set(technique, (dropped.get(technique) ?? 0) + share * without);
      }
    }
    const { shares, difficulty, interviewId } = target;
    return {
      date,
      interviewId,
      ifKept: readinessOf(shares, difficulty, outlookOf, (id) => kept.get(id) ?? 0).point,
      ifDropped: readinessOf(shares, difficulty, outlookOf, (id) => dropped.get(id) ?? 0).point,
    };
  });
}
