import type { Limit } from './growth';
import { readCost } from './read-cost';
import { type CostStep, type NormalCost, Simplifier } from './simplifier';

/** Reads and simplifies a cost, in the light of what is taken for granted. @throws CostError */
export function normalCost(text: string, limits: readonly Limit[] = []): NormalCost {
  if (limits.length > 0) return new Simplifier(limits).simplify(readCost(text));
  let normal = remembered.get(text);
  if (!normal) {
    normal = new Simplifier([]).simplify(readCost(text));
    if (remembered.size >= maxRemembered) remembered.clear();
    remembered.set(text, normal);
  }
  return normal;
}

/** The steps by which a cost was simplified. @throws CostError */
export function simplifyingSteps(text: string, limits: readonly Limit[] = []): CostStep[] {
  const steps: CostStep[] = [];
  new Simplifier(limits, steps).simplify(readCost(text));
  return steps;
}

/** A log states the same few costs thousands of times. */
const remembered = new Map<string, NormalCost>();
const maxRemembered = 2000;
