import { CostError } from '../errors';
import { type Limit, isWithinSum } from './growth';
import { normalCost } from './normal-cost';
import { readCost } from './read-cost';

/** How a first cost stands to a second. */
export type CostRelation = 'equal' | 'smaller' | 'larger' | 'incomparable';

/**
 * Compares how two costs grow when all variables are large. A term counts as covered by a sum when it is within one of
 * its terms or within a weighted mean of two of them. @throws CostError
 */
export function compareCosts(a: string, b: string, limits: readonly Limit[] = []): CostRelation {
  const [left, right] = [normalCost(a, limits), normalCost(b, limits)];
  const known = [...limits, ...left.limits, ...right.limits];
  const isAtMost = left.terms.every((term) => isWithinSum(term, right.terms, known));
  const isAtLeast = right.terms.every((term) => isWithinSum(term, left.terms, known));
  return isAtMost ? (isAtLeast ? 'equal' : 'smaller') : isAtLeast ? 'larger' : 'incomparable';
}

/** Answers of `isSameCost`: a log states the same few costs over and over. */
const sameCosts = new Map<string, boolean | null>();
const maxSameCosts = 5000;

/** Whether two costs grow alike; null when one of them cannot be read. */
export function isSameCost(a: string, b: string): boolean | null {
  const key = `${a}\n${b}`;
  let isSame = sameCosts.get(key);
  if (isSame === undefined) {
    if (sameCosts.size >= maxSameCosts) sameCosts.clear();
    sameCosts.set(key, (isSame = isComparedSame(a, b)));
  }
  return isSame;
}

function isComparedSame(a: string, b: string): boolean | null {
  try {
    return compareCosts(a, b) === 'equal';
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

/** Reads `m <= n`, `E ≤ V^2` or `k <= 26`: what a comparison may take for granted. @throws CostError */
export function readLimit(text: string): Limit {
  const match = /^(.*?)\s*(?:<=|≤|=<|<|=)\s*(.*)$/s.exec(text);
  if (!match) throw new CostError(text.length, 'a limit such as m ≤ n', text);
  const [, left = '', right = ''] = match;
  const variable = readCost(left);
  if (variable.kind !== 'variable') throw new CostError(0, 'one variable before the sign, such as m ≤ n', text);
  const bound = readCost(right);
  if (bound.kind === 'number') return { variable: variable.name, atMost: bound.value };
  const { terms } = normalCost(right);
  const [only] = terms;
  if (terms.length !== 1 || !only || only.size === 0)
    throw new CostError(text.length - right.length, 'a number or a product of powers after the sign', text);
  return { variable: variable.name, atMost: only };
}
