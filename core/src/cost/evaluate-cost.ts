import { constantFactor } from './constant';
import { type Sizes, evaluate } from './evaluate-expression';
import { variablesOf } from './expression';
import type { Magnitude } from './magnitude';
import { readCost } from './read-cost';

/** What a cost comes to at given sizes; null where it has variables without a size. @throws CostError */
export function evaluateCost(text: string, sizes: Sizes): Magnitude | null {
  const expression = readCost(text);
  return variablesOf(expression).every((name) => sizes[name] !== undefined) ? evaluate(expression, sizes) : null;
}

/** Variables of a cost that have no size. @throws CostError */
export function variablesWithout(text: string, sizes: Sizes): string[] {
  return variablesOf(readCost(text)).filter((name) => sizes[name] === undefined);
}

/**
 * The constant by which a cost counts more than its growth says: 15 200 of 19·2·20·20, 26 of 26·n, the largest of a sum.
 * @throws CostError
 */
export function constantIn(text: string): number {
  return constantFactor(readCost(text));
}
