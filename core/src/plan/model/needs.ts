import type { Estimates } from '../../estimate/estimate';
import type { TechniqueId } from '../../model/technique';
import type { Target } from './horizon';

/** How much each technique below the goal needs work: its share of the interviews times what it lacks to the goal. */
export function needByTechnique(
  estimates: Estimates,
  targets: readonly Target[],
  goal: number,
): ReadonlyMap<TechniqueId, number> {
  const needs = new Map<TechniqueId, number>();
  for (const { isWhole, shares, importance } of targets) {
    if (!isWhole) continue;
    for (const [technique, share] of shares) {
      const lacking = goal - (estimates.techniques.get(technique)?.strength.point ?? 0);
      if (lacking > 0) needs.set(technique, (needs.get(technique) ?? 0) + share * importance * lacking);
    }
  }
  return needs;
}

/** Techniques below the goal, those that need most first. */
export function needsOf(estimates: Estimates, targets: readonly Target[], goal: number): TechniqueId[] {
  return [...needByTechnique(estimates, targets, goal)].sort(([, a], [, b]) => b - a).map(([technique]) => technique);
}
