import type { Difficulty } from '../model/problem';
import type { Help, Result } from '../model/sitting-words';

/**
 * Every constant of the estimates with its unit; what differs by kind of sitting stands in `model/sitting-kinds.ts`.
 * docs/model.md gives sources and says which are our own guesses. They are population defaults: nothing here was fitted to
 * a person yet.
 */

/** Log-odds that what happened shows an unaided solve in time. Every row and every column falls. */
export const evidenceTable = {
  outcome: {
    solved: { none: 3, hint: -1, read: -2.2, copied: -3.2 },
    partly: { none: -1.6, hint: -1.75, read: -2.3, copied: -3.25 },
    unsolved: { none: -2.4, hint: -2.45, read: -2.6, copied: -3.3 },
    abandoned: { none: -2.8, hint: -2.82, read: -2.85, copied: -3.4 },
  } satisfies Record<Result, Record<Help, number>>,
  /** For every attempt after the first, up to `maxFurtherAttempts`. */
  furtherAttempt: -0.35,
  maxFurtherAttempts: 4,
  /** Of an unaided solve: for every halving of the minutes below the target, up to the most, and every doubling over it. */
  quicker: { halving: 1.1, max: 0.6 },
  slower: { doubling: -9 },
  named: { right: 0.3, wrong: -0.9 },
  stated: { right: 0.2, wrong: -0.5 },
  /** An unaided solve never falls to here, however late and clumsy: it bends towards it from `from` down. */
  unaidedFloor: { from: 1, to: -0.8 },
  /** For every step of help after the first, up to `maxFurtherHints`, by whether it was solved. */
  furtherHint: { solved: -0.05, otherwise: -0.015 },
  maxFurtherHints: 3,
  /**
   * Of the checks of the last full run: what all wrong ones cost an unaided solve; and, where it was not solved and no
   * answer was seen, how far none right and all right are apart.
   */
  checks: { unaided: -0.6, otherwise: 0.1 },
  /** That a plain approach with its cost stood before the first attempt; in the same two cases. */
  plainFirst: { unaided: 0.1, otherwise: 0.05 },
  /** How much of attempts, technique and cost counts where the solve was not the person's own: never over the next outcome. */
  otherwise: 0.1,
} as const;

export const strengthParameters = {
  /** Prior variances on the log-odds scale: a person, a family within a person, a technique within a family. */
  personVariance: 0.8,
  familyVariance: 0.4,
  techniqueVariance: 1.2,
  /** Log-odds of a typical person on a medium problem of a technique that was never practised. */
  priorMean: -0.9,
  /** Variance regained per day without practice, up to the prior variance. */
  wideningPerDay: 0.005,
  /** Days in which a technique's distance from its family shrinks to 1/e without practice. */
  driftDays: 240,
  /** How much harder than medium, in log-odds. */
  difficulty: { easy: -1, medium: 0, hard: 1.2 } satisfies Record<Difficulty, number>,
  /** Share of a sitting's evidence that goes to the main technique when there are others beside it. */
  mainShare: 0.7,
  /** Fewer sittings than this are “not enough yet”. */
  thinBelow: 3,
  /** Days back with which the trend compares. */
  trendDays: 28,
  /** Strength is noted for trends once in so many days. */
  weekDays: 7,
};

export const recallParameters = {
  /** Days until recall is one half after a first solve: with no evidence at all, and more with full evidence. */
  firstHalfLife: { min: 3, more: 9 },
  /** A success multiplies the half-life by 1 + spacing · (1 − recall): harder recalls teach more, massed ones nothing. */
  spacing: 2.6,
  /** A failure multiplies it by this. */
  loss: 0.6,
  halfLifeRange: [1, 720],
} as const;

export const transferParameters = {
  /** What a worked problem leaves of its technique for good; the rest is there as far as its solution is recalled. */
  kept: 0.5,
  /** Problems count by the logarithm of one plus so many times what they transfer: the tenth teaches less than the second. */
  perProblem: 1.5,
  /**
   * What of a problem's teaching was had: all once it was solved unaided or with a hint, some where the answer was read,
   * none where it was given up.
   */
  quality: { own: 1, read: 0.3 },
};

/** What differs from person to person, as the mean and the standard deviation of the prior. */
export const personParameters = {
  /** Log-odds for every unit of practice; never less than the least. */
  transfer: { mean: 0.9, deviation: 0.25, min: 0.1 },
  /** About `strengthParameters.difficulty`. */
  difficulty: { deviation: 0.4 },
  /** Logarithm of the person's half-lives over the population's, and the times they may be longer. */
  memory: { deviation: 1, range: [0.3, 3] },
  /** What working out again something wholly forgotten teaches, against a new problem. */
  resolving: { mean: 0.35, deviation: 0.25, range: [0, 1.5] },
  /** The person's own quantities are used where they told the last fifth better, of this many sittings on. */
  trustedFrom: 40,
  decidedEvery: 20,
} as const;

/**
 * Minutes over target of an unaided solve in time, as a logarithm: what somebody with no chance at all would need, and
 * by how much it changes to somebody who is certain; both with the standard deviation from person to person. A single
 * solve differs by noise. Quicker than `min` counts as `min`: two deviations of the noise under what the certain need,
 * e^(−0.05 − 0.6 − 2·0.3) = 0.29. What is quicker still is a slip of the pen or a solution copied out, not skill.
 */
export const paceParameters = {
  atNone: { mean: -0.05, deviation: 0.2 },
  byChance: { mean: -0.6, deviation: 0.3 },
  noise: 0.3,
  min: 0.3,
} as const;
