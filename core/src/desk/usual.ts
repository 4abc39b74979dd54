import {
  type Difficulty,
  type Phase,
  type Problem,
  type Sitting,
  type SittingKind,
  isWholeSolve,
  phaseSeconds,
  phases,
} from '../model';

/** Seconds that a phase usually takes a person, and over how many sittings that was seen. */
export interface UsualPhases {
  readonly seconds: Readonly<Record<Phase, number>>;
  readonly count: number;
}

/** Sittings of the newest that count: what was usual a year ago is no longer. */
const newest = 20;
/** Fewer of a difficulty than this say nothing; then all of the kind do. */
const fewest = 3;

/**
 * The median of each phase over what a person did alike and timed: whole solves together, each lighter kind by itself, of
 * the same difficulty where there are enough. Null where none was timed. The one that is looked at is left out.
 */
export function usualPhases(
  sittings: readonly Sitting[],
  problems: ReadonlyMap<string, Problem>,
  { kind, difficulty }: { readonly kind: SittingKind; readonly difficulty: Difficulty | null },
  without: string | null = null,
): UsualPhases | null {
  const isAlike = (other: SittingKind): boolean => (isWholeSolve(kind) ? isWholeSolve(other) : other === kind);
  const timed = sittings.filter((it) => !it.deleted && it.id !== without && it.course.length > 0 && isAlike(it.kind));
  const alike = timed.filter(({ problemId }) => (problems.get(problemId)?.difficulty ?? null) === difficulty);
  return medianPhases(alike.length >= fewest ? alike : timed);
}

/** The whole solves of a technique's problems, and beside them those of all others; null where none of it was timed. */
export function techniquePhases(
  sittings: readonly Sitting[],
  isOfTechnique: (sitting: Sitting) => boolean,
): { readonly own: UsualPhases; readonly others: UsualPhases | null } | null {
  const solves = sittings.filter((it) => !it.deleted && it.course.length > 0 && isWholeSolve(it.kind));
  const own = medianPhases(solves.filter(isOfTechnique));
  return own && { own, others: medianPhases(solves.filter((it) => !isOfTechnique(it))) };
}

/** The median of each phase over the newest of these. */
function medianPhases(timed: readonly Sitting[]): UsualPhases | null {
  const counted = timed.slice(-newest);
  if (counted.length === 0) return null;
  const sums = counted.map(({ course }) => phaseSeconds(course));
  const seconds = Object.fromEntries(phases.map((phase) => [phase, median(sums.map((it) => it[phase]))]));
  return { seconds: seconds as Record<Phase, number>, count: counted.length };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const [low = 0, high = 0] = [sorted[Math.ceil(sorted.length / 2) - 1], sorted[middle]];
  return (low + high) / 2;
}
