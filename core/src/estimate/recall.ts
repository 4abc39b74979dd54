import { recallParameters as parameters, teaching } from './parameters';
import type { SittingKind } from '../log/sitting';

/** What is remembered of one problem's solution. Days are counted from a moment that the caller chooses. */
export interface Memory {
  /** Days until recall has fallen to one half. */
  readonly halfLife: number;
  /** The day from which forgetting is counted. A partial refresh moves it only part of the way to the review. */
  readonly since: number;
}

const { exponent } = parameters;
/** Makes recall one half at one half-life: (1 + c)^(−exponent) = 1/2. */
const halfAt = 2 ** (1 / exponent) - 1;

/**
 * Chance in (0, 1] that the solution can be recalled on a day: a power law of the time gone by (Wickelgren 1974),
 * 1 right after it was worked.
 */
export function recallAt(memory: Memory, day: number): number {
  const elapsed = day - memory.since;
  return elapsed <= 0 ? 1 : (1 + (halfAt * elapsed) / memory.halfLife) ** -exponent;
}

/** The memory after a first sitting with this evidence in [0, 1]. */
export function firstMemory(evidence: number, day: number): Memory {
  const { least, more } = parameters.firstHalfLife;
  return { halfLife: least + more * evidence, since: day };
}

/**
 * The memory after a further sitting. A recall that was hard teaches most (spacing effect: Cepeda et al. 2006; Pavlik &
 * Anderson 2005); a failed one shortens the half-life but refreshes, for the solution is read up afterwards. Between
 * success and failure the change is mixed by `evidence` in [0, 1]. A planner passes the recall it expects.
 */
export function reviewedMemory(memory: Memory, kind: SittingKind, evidence: number, day: number): Memory {
  const recall = recallAt(memory, day);
  const { covers, relearns } = teaching[kind];
  const growth = 1 + covers * (parameters.growth.base + parameters.growth.spacing * (1 - recall));
  const loss = 1 - covers * (1 - parameters.loss);
  const [least, most] = parameters.halfLifeRange;
  const halfLife = Math.min(Math.max(memory.halfLife * growth ** evidence * loss ** (1 - evidence), least), most);
  const refreshed = covers * evidence + relearns * (1 - evidence);
  const since = day <= memory.since ? memory.since : memory.since + (day - memory.since) * refreshed;
  return { halfLife, since };
}
