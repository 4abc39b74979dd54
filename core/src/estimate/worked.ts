import { type SittingKind, sittingKindFacts } from '../model/sitting-kinds';
import { transferParameters } from './parameters';
import { type Memory, firstMemory, recallAt, reviewedMemory, scaled } from './recall';

/** What is left of the work at one problem. */
export interface Worked {
  /** In the population's half-life. Null as long as its solution was neither found nor read: what one never had cannot be recalled. */
  readonly memory: Memory | null;
  /** Share of the problem's teaching that was had, from 0 to 1 (see `transferParameters.quality`). */
  readonly quality: number;
  /** What was worked out again after it had been forgotten, counted in wholly forgotten problems. */
  readonly again: number;
}

/** How this person remembers and learns, as far as it matters here. */
export interface WayOfLearning {
  /** Times that half-lives are as long as the population's. */
  readonly memory: number;
  /** What working out again something wholly forgotten teaches, against a new problem. */
  readonly resolving: number;
}

/** What one sitting did at a problem. */
export interface Work {
  readonly kind: SittingKind;
  /** In [0, 1]. */
  readonly evidence: number;
  /** Solved unaided or with a hint. */
  readonly isOwn: boolean;
  /** Whether the solution was found or read. */
  readonly isAnswerKnown: boolean;
  readonly day: number;
}

export const untouched: Worked = { memory: null, quality: 0, again: 0 };

/** Sittings in which all of a problem is worked. */
export function isFullKind(kind: SittingKind): boolean {
  return sittingKindFacts[kind].covers === 1;
}

/** Whether it was ever solved as a whole, unaided or with a hint. */
export function wasSolved({ quality }: Worked): boolean {
  return quality >= transferParameters.quality.own;
}

/**
 * What a problem transfers to unseen ones of its technique on a day: part of it for good, the rest as far as its solution is
 * recalled, and more where it was worked out again after it had been half forgotten.
 */
export function transferredOn(worked: Worked, day: number, way: WayOfLearning): number {
  return (worked.quality + way.resolving * worked.again) * thereOn(worked, day, way);
}

/** Share of what a problem taught that is there on a day: what `lentOn` grows by for every unit worked out again. */
export function thereOn({ memory }: Pick<Worked, 'memory'>, day: number, way: WayOfLearning): number {
  return kept + (1 - kept) * (memory ? recallAt(memory, day, way.memory) : 0);
}

const { kept, quality: qualities } = transferParameters;

/** What is left after a further sitting. */
export function workedAfter(
  before: Worked,
  { kind, evidence, isOwn, isAnswerKnown, day }: Work,
  halfLifeScale = 1,
): Worked {
  const { covers } = sittingKindFacts[kind];
  const isFull = isFullKind(kind);
  const reached = !isFull || !isAnswerKnown ? 0 : isOwn ? qualities.own : qualities.read;
  const quality = Math.max(before.quality, reached);
  if (!before.memory) return { ...before, quality, memory: isAnswerKnown ? firstMemory(evidence, day) : null };
  const forgotten = 1 - recallAt(before.memory, day, halfLifeScale);
  const memory = reviewedMemory(scaled(before.memory, halfLifeScale), kind, evidence, day, isAnswerKnown);
  return {
    memory: scaled(memory, 1 / halfLifeScale),
    quality,
    again: before.again + (isOwn ? covers * forgotten : 0),
  };
}
