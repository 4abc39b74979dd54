import type { WayOfLearning } from '../../estimate/worked';
import { type Candidate, type KindMinutes, type Placement, transferredAtTargets } from './candidate';
import type { Target } from './horizon';

/** A candidate while the plan grows around it. */
export interface CandidateState {
  readonly candidate: Candidate;
  /** In order of days. */
  placements: readonly Placement[];
  /** What it transfers at each target with these placements. */
  transferred: readonly number[];
}

/** A candidate without placements. */
export function stateWithoutPlacements(
  candidate: Candidate,
  targets: readonly Target[],
  way: WayOfLearning,
): CandidateState {
  return { candidate, placements: [], transferred: transferredAtTargets(candidate.worked, [], targets, way) };
}

/** Kinds that can be planned on a day: those that come first, where nothing of it stands before that day. */
export function kindsOn({ candidate, placements }: CandidateState, day: number): readonly KindMinutes[] {
  if (candidate.twist?.days.has(day)) return candidate.twist.kinds;
  const [first] = placements;
  return first && first.day < day ? candidate.kinds : candidate.firstKinds;
}

export function creditsOrNone(
  candidate: Candidate,
): readonly { readonly technique: string | null; readonly share: number }[] {
  return candidate.credits.length > 0 ? candidate.credits : noTechnique;
}

const noTechnique = [{ technique: null, share: 1 }] as const;
