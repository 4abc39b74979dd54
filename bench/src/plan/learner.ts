import type { Difficulty, Help, Result, SittingKind, TechniqueId } from '@lernen/core/model';
import type { Nature } from './person';

/** What a learner is told of a problem. */
export interface ProblemFacts {
  readonly id: string;
  /** The main one first. */
  readonly techniques: readonly TechniqueId[];
  readonly difficulty: Difficulty;
  /** Minutes within which it should be solved. */
  readonly targetMinutes: number;
}

/** What would be logged of a sitting. */
export interface SittingOutcome {
  readonly result: Result;
  readonly help: Help;
  /** Submissions or full runs, from 1; 0 for a Spot and a Sketch. */
  readonly attempts: number;
  readonly minutes: number;
  /** Whether the technique named first was right; null where none was named. */
  readonly named: 'right' | 'wrong' | null;
}

/** A simulated person with a hidden truth. */
export interface Learner {
  /** Works at a problem; changes the hidden state; returns what would be logged. `at` in ms since the epoch. */
  sit(problem: ProblemFacts, kind: SittingKind, at: number): SittingOutcome;
  /** True chance of an unaided in-time solve of an unseen problem. */
  ability(technique: TechniqueId, difficulty: Difficulty, at: number): number;
  /** A copy with luck of its own; where a module makes none, the clairvoyant knows future luck as well. */
  fork?(seed: number): Learner;
  /** Learns from a sitting that went as it is told, where it was somebody else's: what it would mean for this one. */
  witness?(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void;
  /** A copy with luck of its own whose `ability` on medium problems of these techniques is as given at a time. */
  withChances?(chances: ReadonlyMap<TechniqueId, number>, at: number, seed: number): Learner;
  /**
   * True chance that the next sitting is an unaided solve in time, if the levels of its techniques were so many log-odds
   * higher; where a module does not tell, there is no oracle.
   */
  chance?(problem: ProblemFacts, kind: SittingKind, at: number, shift?: number): number;
  /** Log-odds by which the person is better at a technique than on the whole, before any practice. */
  deviation?(technique: TechniqueId): number;
  /** What people of this kind have in common; without it nothing is known of what can be known. */
  readonly nature?: Nature;
}

/** What a learner module exports. The same seed gives the same person, whose luck follows from it too. */
export interface LearnerModule {
  createLearner(seed: number): Learner;
}
