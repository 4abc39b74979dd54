import { CostError } from '../errors';
import { evaluateCost } from '../cost/evaluate-cost';
import type { Sizes } from '../cost/evaluate-expression';
import { type Magnitude, product, magnitude } from '../cost/magnitude';
import { compareCosts } from '../cost/compare-costs';
import { normalCost } from '../cost/normal-cost';

/** One parameter of a state. */
export interface StateParameter {
  readonly name: string;
  /** How many values it takes, as a cost: `n`, `26`, `S + 1`. */
  readonly count: string;
  /** The parameters that it follows from, in words; then it is no parameter. Empty where it is one. */
  readonly follows: string;
}

/** What is computed of a state card. */
export interface StateCosts {
  /** Number of states: the product of the counts that remain. */
  readonly states: string;
  /** States times transitions. */
  readonly time: string;
  /** The table, before any saving of rows. */
  readonly space: string;
  /** States at the bounds, null where a size is missing. */
  readonly statesAt: Magnitude | null;
  readonly stepsAt: Magnitude | null;
  readonly bytesAt: Magnitude | null;
  /** What it was with the parameters that follow from others; null where none does. */
  readonly before: { readonly states: string; readonly time: string } | null;
}

/**
 * States, time and memory of a table over these parameters. @throws CostError when a count or the number of
 * transitions cannot be read.
 */
export function stateCosts(
  parameters: readonly StateParameter[],
  transitions: string,
  elementBytes: number,
  sizes: Sizes,
): StateCosts {
  const kept = parameters.filter(({ follows }) => follows.trim() === '');
  const states = timesText(kept.map(({ count }) => count));
  const each = transitions.trim() === '' ? '1' : transitions;
  const all = timesText(parameters.map(({ count }) => count));
  const statesAt = evaluateCost(states, sizes);
  const time = timesText([states, each]);
  return {
    states: normalCost(states).text,
    time: normalCost(time).text,
    space: normalCost(states).text,
    statesAt,
    stepsAt: evaluateCost(time, sizes),
    bytesAt: statesAt && product(statesAt, magnitude(elementBytes)),
    before:
      kept.length === parameters.length
        ? null
        : { states: normalCost(all).text, time: normalCost(timesText([all, each])).text },
  };
}

/** Where a stated cost and the computed one differ, as a sentence; null where they agree or nothing can be compared. */
export function stateCostFault(stated: string | null, computed: string, what: 'time' | 'space'): string | null {
  if (stated === null || stated.trim() === '') return null;
  try {
    const relation = compareCosts(stated, computed);
    if (relation === 'equal') return null;
    // Rows that are no longer needed can be given up: less space than the table is no mistake.
    if (what === 'space' && relation === 'smaller') return null;
    return `The state card comes to ${computed} ${what}, ${normalCost(stated).text} is stated.`;
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

/** Costs multiplied, each read first so that a mistake is found where it is. */
function timesText(costs: readonly string[]): string {
  const factors = costs.filter((cost) => cost.trim() !== '').map((cost) => `(${normalCostInner(cost)})`);
  return factors.length === 0 ? '1' : factors.join('·');
}

function normalCostInner(cost: string): string {
  normalCost(cost);
  return cost.replace(/^\s*[OΘ]\s*(?=\()/, '');
}
