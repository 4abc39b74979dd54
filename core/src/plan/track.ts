import { type Candidate, type Placement, lentAtTargets } from './candidate';
import type { Target } from './horizon';

/** A candidate while the plan grows around it. */
export interface Track {
  readonly candidate: Candidate;
  /** In order of days. */
  placements: readonly Placement[];
  /** What it lends at each target with these placements. */
  lent: readonly number[];
}

/** A track without placements. */
export function trackOf(candidate: Candidate, targets: readonly Target[]): Track {
  return { candidate, placements: [], lent: lentAtTargets(candidate.memory, [], targets) };
}

/** The track that becomes open by what was placed on this one. */
export function successorOf({ candidate }: Track, targets: readonly Target[]): Track | null {
  return candidate.successor && trackOf(candidate.successor, targets);
}

export function creditsOrNone(
  candidate: Candidate,
): readonly { readonly technique: string | null; readonly share: number }[] {
  return candidate.credits.length > 0 ? candidate.credits : noTechnique;
}

const noTechnique = [{ technique: null, share: 1 }] as const;
