import { recallParameters as parameters } from './parameters';
import { type SittingKind, sittingKindFacts } from '../model/sitting-kinds';

/** What is remembered of one problem's solution. Days are counted from a moment that the caller chooses. */
export interface Memory {
  /** Days until recall has fallen to one half. */
  readonly halfLife: number;
  /** The day from which forgetting is counted. A partial refresh moves it only part of the way to the review. */
  readonly since: number;
}

/** Makes recall one half at one half-life: (1 + c)^(−1/2) = 1/2. */
const halfAt = 3;

/**
 * Chance in (0, 1] that the solution can be recalled on a day: a power law of the time gone by with exponent
 * one half (Wickelgren 1974; Wixted & Carpenter 2007 find fractions about it), 1 right after it was worked. The
 * half-life counts so many times.
 */
export function recallAt(memory: Memory, day: number, halfLifeScale = 1): number {
  const elapsed = day - memory.since;
  return elapsed <= 0 ? 1 : 1 / Math.sqrt(1 + (halfAt * elapsed) / (memory.halfLife * halfLifeScale));
}

/** The same memory with its half-life so many times as long. */
export function scaled({ halfLife, since }: Memory, halfLifeScale: number): Memory {
  return { halfLife: halfLife * halfLifeScale, since };
}

/** The memory after a first sitting with this evidence in [0, 1]. */
export function firstMemory(evidence: number, day: number): Memory {
  const { min, more } = parameters.firstHalfLife;
  return { halfLife: min + more * evidence, since: day };
}

/**
 * The memory after a further sitting. A recall that was hard teaches most (spacing effect: Cepeda et al. 2006; Pavlik &
 * Anderson 2005); a failed one shortens the half-life but refreshes, where the solution is read up afterwards. Between
 * success and failure the change is mixed by `evidence` in [0, 1]. A planner passes the recall it expects.
 */
export function reviewedMemory(
  memory: Memory,
  kind: SittingKind,
  evidence: number,
  day: number,
  isReadUp = true,
): Memory {
  const recall = recallAt(memory, day);
  const { covers, relearns } = sittingKindFacts[kind];
  const growth = 1 + covers * parameters.spacing * (1 - recall);
  const [min, max] = parameters.halfLifeRange;
  const halfLife = Math.min(
    Math.max(memory.halfLife * Math.exp(evidence * Math.log(growth) + (1 - evidence) * logLoss[kind]), min),
    max,
  );
  const refreshed = covers * evidence + (isReadUp ? relearns * (1 - evidence) : 0);
  const since = day <= memory.since ? memory.since : memory.since + (day - memory.since) * refreshed;
  return { halfLife, since };
}

/** Logarithm of what a failure of each kind leaves of the half-life; a kind that covers little also shows little. */
const logLoss = mapKinds((covers) => Math.log(1 - covers * (1 - parameters.loss)));

function mapKinds(of: (covers: number) => number): Readonly<Record<SittingKind, number>> {
  return Object.fromEntries(Object.entries(sittingKindFacts).map(([kind, { covers }]) => [kind, of(covers)])) as Record<
    SittingKind,
    number
  >;
}

/**
 * The most times by which a review can lengthen a half-life if it succeeds as often as it is expected to: where recall
 * is high little is gained, and where it is low failure is likely.
 */
export function maxGrowth(kind: SittingKind): number {
  const { covers } = sittingKindFacts[kind];
  let max = 0;
  for (let step = 0; step <= growthSteps; step++) {
    const recall = step / growthSteps;
    const growth = Math.log(1 + covers * parameters.spacing * (1 - recall));
    max = Math.max(max, recall * growth + (1 - recall) * logLoss[kind]);
  }
  // The curve is flat at its top; the step is small against this.
  return Math.exp(max) * 1.0005;
}

const growthSteps = 400;
