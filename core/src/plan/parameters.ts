import type { PlannedKind } from './plan';

/** Constants of the planner; docs/model.md says why each is what it is. */
export const planParameters = {
  /** Days planned where there is no interview. */
  rollingDays: 30,
  /** No plan reaches further than this. */
  maxDays: 180,
  /**
   * Somebody may stop early: readiness counts as it would be on the day of the interview if nothing were done from this
   * share of the days on, with these weights.
   */
  stops: [
    { share: 1 / 3, weight: 0.25 },
    { share: 2 / 3, weight: 0.25 },
    { share: 1, weight: 0.5 },
  ],
  /** Times that a gain counts for every day that it comes later: what is as good on two days stands on the earlier one. */
  earlier: 0.97,
  /**
   * Times that readiness in a technique counts: less at the goal, where it rests, and more the further it is below it.
   */
  weight: { atGoal: 0.9, atNone: 1.5 },
  /** Minutes that getting into a problem costs beside the work; counted in the gain per minute, not in the budget. */
  switching: 2,
  /** A day may hold so many times its minutes. */
  softly: 1.1,
  /** What is longer than a day may be begun with so many minutes left, and goes on the next day. */
  begunWith: 10,
  /** Minutes at most by days before an interview, the day itself first; and the kinds that are light enough for them. */
  lightMinutes: [20, 30],
  lightKinds: ['spot', 'sketch'] as readonly PlannedKind[],
  /** A day of so many minutes at most has Spots for their gain; where there is more time, a Sketch is worth its minutes sooner. */
  shortDay: 15,
  /** Times that the gain of an item counts when it stood in the previous plan at the same place. */
  inertia: 1.2,
  /** The plan of an earlier day is left only for so much more of what it gains, that of the same day for still more. */
  worthTelling: { nextDay: 0.02, sameDay: 0.1 },
  /** Times that the gain counts when its technique has an item on that day already. */
  sameTechnique: 0.9,
  /** The same where more than half of the day would be of that technique, and two of it would stand in a row. */
  inARow: 0.7,
  /** The same for something new, for each new one of its technique on that day. */
  sameFresh: 0.9,
  /** Readiness for a minute below which something is not worth planning: the day has enough. */
  minGainPerMinute: 3e-6,
  /** Fresh slots are for techniques with fewer sittings than this, planned ones included. */
  freshBelow: 3,
  /** One new problem a day for so many minutes of it, and at least one. */
  minutesPerFresh: 25,
  /**
   * The first review of a fresh problem: one of these kinds, days after it, at least and at most, and how many more one is
   * due that was missed; and the share of a day that those of techniques at the goal take at most.
   */
  followUp: { kinds: ['sketch'] as readonly PlannedKind[], after: [3, 7], overdue: 4, shareAtGoal: 0.2 },
  /**
   * How long a kind of sitting takes against its target where it was solved: from this many on, of the last so many,
   * within a range; found among the last so many sittings of all kinds. The pace of the plan that is followed stays while it
   * is not off by more than a share: a minute more or less for everything would move all that stands there.
   */
  pace: { min: 5, counted: 40, lookedAt: 400, range: [0.5, 1.3], stays: 0.1 },
  /** Share of the target for a rebuild where the person's own pace is not known, at least where it was never solved, and for anything new. */
  rebuildPace: 0.8,
  minPace: { unsolved: 0.8, fresh: 0.6 },
  /** No plan considers more fresh slots than this. */
  maxFresh: 150,
  /** A technique with a smaller share of every interview gets no fresh slot. */
  freshShare: 0.02,
  /**
   * Days between the sittings at a problem: at least so many after a solve, after an answer read, after none; each gap at
   * least so many times the one before, as far as a share of the days to the last interview (Cepeda et al. 2008), but not
   * less than so many; so many reviews at most within so many days, and in a whole plan; and a rest where it was solved in time twice.
   */
  spacing: {
    solved: 3,
    read: 2,
    unsolved: 1,
    widening: 1,
    capShare: 0.2,
    cap: 7,
    reviews: 5,
    within: 30,
    max: 8,
    rest: 21,
  },
  /** Failed problems have a claim: days after the failure, and the share of a week's minutes that goes to claims at most. */
  claims: { from: 2, to: 4, shareOfWeek: 0.2 },
  /** Days without a sitting after which something new of what is needed most is due within two. */
  neediestAfter: 5,
  /**
   * A Twist: strength at most so far below the goal, in the last share of the days to an interview and at least so many;
   * one of a technique in so many days, and all of them together at most a share of the minutes of those days.
   */
  twists: { near: 0.15, share: 1 / 3, min: 10, apart: 14, shareOfMinutes: 0.1 },
  /** Days within which two techniques that were mixed up are told apart, and minutes of each Spot at most. */
  mixUpDays: 3,
  /** Extra worth of a fresh problem for what it tells about the technique, per unit of variance. */
  informationPerVariance: 0.1,
  /** Chance assumed for a fresh problem to be worked to its end, and for one that is not recalled to be found again. */
  freshEvidence: 0.6,
  /** Share of what is missing of a problem's teaching that working it is expected to bring. */
  qualityGained: 0.75,
  /** Share of an interview given to problems without any technique. */
  untaggedShare: 0.01,
  /** Days that are tried for every candidate, and every how many days after that. */
  tried: { allDays: 14, step: 5 },
  /** The same where an earlier plan is followed, beside the days where it stood there. */
  triedAgain: { allDays: 7, step: 10 },
  /** Candidates looked at closely: this many at least, and one for so many minutes of the plan. */
  promising: { min: 100, minutesEach: 25 },
} as const;

export const plannedReviewKinds = ['spot', 'sketch', 'rebuild'] as const satisfies PlannedKind[];
