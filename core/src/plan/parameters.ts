import type { PlannedKind } from './plan';

/** Constants of the planner; docs/model.md says why each is what it is. */
export const planParameters = {
  /** Days planned where there is no interview. */
  rollingDays: 30,
  /** No plan reaches further than this. */
  mostDays: 180,
  /** Minutes that getting into a problem costs beside the work; counted in the gain per minute, not in the budget. */
  switching: 4,
  /** On the day of an interview and so many days before it only what is recalled in a few minutes is planned. */
  lightKinds: ['spot', 'sketch'] as readonly PlannedKind[],
  lightDays: 1,
  /** Times that the gain of an item counts when it stood in the previous plan at the same place. */
  inertia: 1.2,
  /** Times that the gain counts when its technique has an item on that day already. */
  sameTechnique: 0.9,
  /** Fresh slots are for techniques with fewer sittings than this, planned ones included. */
  freshBelow: 3,
  freshPerDay: 2,
  /**
   * How long a kind of sitting takes against its target: from this many on, of the last so many, within a range; found
   * among the last so many sittings of all kinds.
   */
  pace: { least: 5, counted: 40, lookedAt: 400, range: [0.5, 1.3] },
  /** No plan considers more fresh slots than this. */
  freshAtMost: 150,
  /** A technique with a smaller share of every interview gets no fresh slot. */
  freshShare: 0.02,
  /**
   * Least days between two reviews of a problem, and as a share of the days from now to the last target: nearer ones
   * are massed practice, which the memory model judges too kindly (Cepeda et al. 2008 find a tenth to a fifth best).
   */
  leastGap: { days: 2, share: 0.1 },
  /** Extra worth of a fresh problem for what it tells about the technique, per unit of variance. */
  informationPerVariance: 0.1,
  /** Chance assumed for a fresh problem to be worked to its end. */
  freshEvidence: 0.6,
  /** Share of an interview given to problems without any technique. */
  untaggedShare: 0.01,
  /** Days that are tried for every candidate, and every how many days after that. */
  tried: { allDays: 14, step: 5 },
  /** The same where an earlier plan is followed, beside the days where it stood there. */
  triedAgain: { allDays: 7, step: 10 },
  /**
   * The search after the first filling: gains computed at most, the same where an earlier plan is followed, how often it
   * starts anew from other fillings, and the least readiness that is worth a change.
   */
  improving: { evaluations: 30_000, evaluationsAgain: 4000, restarts: 6, leastGain: 1e-6 },
  /** Candidates looked at closely: this many at least, and one for so many minutes of the plan. */
  promising: { least: 100, minutesEach: 25 },
} as const;

/** A rebuild takes this share of the last known time, within `rebuildRange` of the target minutes. */
export const rebuildShare = 0.75;
export const rebuildRange = [0.4, 1.2] as const;

export const plannedReviewKinds = ['spot', 'sketch', 'rebuild'] as const satisfies PlannedKind[];
