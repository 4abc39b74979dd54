import type { Difficulty, ProblemId } from '../model/problem';
import { type SittingKind, sittingKindFacts } from '../model/sitting-kinds';
import type { TechniqueId } from '../model/technique';
import { expectedChance } from './chance';
import type { Estimates } from './estimate';
import { creditsOf } from './strength';

/** What is about to be worked. */
export interface ComingProblem {
  /** Null for one that was never met. */
  readonly problemId: ProblemId | null;
  /** The main one first, after merges. */
  readonly techniques: readonly TechniqueId[];
  readonly difficulty: Difficulty | null;
}

/**
 * Chance that the next sitting is an unaided solve in time: either the solution itself is recalled, or the problem is
 * solved as an unseen one of its techniques would be. To name or to outline is easier than to carry out.
 */
export function chanceOfSitting(estimates: Estimates, problem: ComingProblem, kind: SittingKind): number {
  let { mean, variance } = { mean: 0, variance: 0 };
  const credits = creditsOf(problem.techniques);
  for (const { technique, share } of credits) {
    const state = estimates.techniques.get(technique)?.state ?? estimates.overall;
    mean += share * state.mean;
    variance += share * share * state.variance;
  }
  if (credits.length === 0) ({ mean, variance } = estimates.overall);
  const offset = sittingKindFacts[kind].easier - estimates.person.harder[problem.difficulty ?? 'medium'];
  const unseen = expectedChance({ mean: mean + offset, variance });
  const known = problem.problemId === null ? undefined : estimates.problems.get(problem.problemId);
  if (!known || known.recall === null) return unseen;
  const recalled = known.recall * sittingKindFacts[kind].carriedOut;
  return recalled + (1 - recalled) * unseen;
}
