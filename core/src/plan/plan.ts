import * as z from 'zod/mini';
import type { ChanceRange } from '../estimate/chance';
import type { Log } from '../model/log';
import { type ProblemId, ProblemIdSchema } from '../model/problem';
import { type SittingKind, reviewKinds } from '../model/sitting-kinds';
import type { Help, Result } from '../model/sitting-words';
import { type TechniqueId, TechniqueIdSchema } from '../model/technique';
import { type Day, DaySchema, type Instant, type Zone } from '../model/time';
import type { Estimates } from '../estimate/estimate';
import type { TwistsByProblem } from './model/twists';

/** What a planned item asks for: a review, or a fresh problem of a technique. */
export const PlannedKindSchema = z.enum([...reviewKinds, 'fresh']);
export type PlannedKind = z.infer<typeof PlannedKindSchema>;

/**
 * What a good coach brings back whatever else would gain: what failed after its answer was read, or without it; the first
 * review of what was solved for the first time; two techniques that were mixed up; what is nearly strong enough, changed as
 * an interviewer would change it.
 */
const DutySchema = z.enum(['failed', 'unsolved', 'first-review', 'mix-up', 'twist']);
export type Duty = z.infer<typeof DutySchema>;

/** Whether it is that of a problem that failed and has a claim to be solved. */
export function isClaim(duty: Duty | null | undefined): boolean {
  return duty === 'failed' || duty === 'unsolved';
}

/** Why an item is in the plan, as data; the sentence on screen is made from them. */
export interface Reasons {
  /** Null where it is planned for its gain alone. */
  readonly duty: Duty | null;
  /**
   * The interview that gains most by it, null for the rolling goal; what it adds to its readiness beside all that is
   * planned before it (0.01 is a point), and the technique's share of it.
   */
  readonly interviewId: string | null;
  readonly gain: number;
  readonly share: number;
  /** Importance-weighted readiness gained per minute, in chance (0.001 is a tenth of a point a minute). */
  readonly gainPerMinute: number;
  /** Chance of recalling it on its day, before it is done. Null for what was never solved nor read. */
  readonly recallOnDay: number | null;
  readonly strength: ChanceRange | null;
  /** Sittings behind the strength. */
  readonly evidence: number;
  /** Of all techniques below the goal, the place of this one by how much the interview needs it, from 1; null at the goal. */
  readonly needRank: number | null;
  /** Full sittings in a row that did not solve it, up to the last one; none where the plan has it once more before. */
  readonly failures: number;
  /** Whether it was ever solved as a whole, unaided or with a hint. */
  readonly wasSolved: boolean;
  /** Of what was solved once, whether it did not come off the last time, as a Sketch or changed; null where the plan has it once more before. */
  readonly failedAs: 'sketch' | 'twist' | null;
  /** When it comes back in the plan after this. */
  readonly comesBack: Day | null;
  readonly lastSitting: {
    readonly at: Instant;
    readonly kind: SittingKind;
    readonly result: Result;
    readonly help: Help;
    readonly attempts: number;
    readonly minutes: number | null;
  } | null;
  /** What was named instead, the last time this technique was taken for another. */
  readonly mixUp: { readonly named: TechniqueId; readonly at: Instant } | null;
  readonly isPinned: boolean;
}

export interface PlanItem {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId | null;
  readonly kind: PlannedKind;
  /** Minutes on this day. */
  readonly minutes: number;
  /** What is longer than the day goes on then; or was begun before. */
  readonly goesOn: { readonly date: Day; readonly minutes: number } | null;
  readonly begun: Day | null;
  /** For a review of a problem that is itself planned: the day on which that is planned. */
  readonly freshOn: Day | null;
  /** For a Twist: how the problem is changed. */
  readonly twist: string | null;
  readonly reasons: Reasons;
}

export interface PlanDay {
  readonly date: Day;
  /**
   * Minutes planned; with those done already never more than a tenth over the budget, or a fifth on a day that has begun:
   * what was planned for it stays though something took longer.
   */
  readonly minutes: number;
  /** Minutes that the person has on this day. */
  readonly budget: number;
  /** Minutes logged on it already; only today can have some. */
  readonly done: number;
  readonly items: readonly PlanItem[];
}

export interface InterviewReadiness {
  readonly interviewId: string;
  readonly now: number;
  readonly ifKept: number;
  readonly ifDropped: number;
  /** Range of `ifKept`, 80 %. */
  readonly range: ChanceRange;
}

/** A pin that could not be honoured, and what stands in its way. */
export interface UnplacedPin {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId | null;
  readonly date: Day;
  readonly minutes: number;
  /** Minutes left on that day. */
  readonly left: number;
}

/** Readiness for the next interview as if it were on this day. */
export const ReadinessPointSchema = z.object({
  date: DaySchema,
  interviewId: z.nullable(z.string()),
  ifKept: z.number(),
  ifDropped: z.number(),
});
export type ReadinessPoint = Readonly<z.infer<typeof ReadinessPointSchema>>;

/** Something of the previous plan that is not where it was. */
export const PlanChangeSchema = z.object({
  problemId: z.nullable(ProblemIdSchema),
  technique: z.nullable(TechniqueIdSchema),
  kind: PlannedKindSchema,
  from: DaySchema,
  /** Null where it is not planned any more. */
  to: z.nullable(DaySchema),
  /** As what it is there, where that is something else. */
  as: z.optional(PlannedKindSchema),
  /** Where it is not: the next day after it of the same problem, or of something new of the technique, which stood there before. */
  next: z.optional(DaySchema),
  /**
   * Its day was missed; sittings of its technique were logged; this evening has no minutes left for it; what
   * failed, or what was missed, comes first on its day; other failures have had their share of the week; or it is simply
   * worth more there.
   */
  why: z.enum(['missed', 'logged', 'spent', 'failure', 'catching-up', 'share', 'better']),
  /** How many sittings of its technique were logged. */
  sittings: z.optional(z.number()),
  /** The last problem that was logged of its technique, or what failed and comes first. */
  by: z.optional(ProblemIdSchema),
});
export type PlanChange = Readonly<z.infer<typeof PlanChangeSchema>>;

/** Minutes over target that a person takes, by kind of sitting. */
export type Paces = Readonly<Record<string, number>>;

export interface Plan {
  readonly asOf: Instant;
  /** Sittings in the log that it was made from. */
  readonly sittings: number;
  /** How many of them took place before its first day. */
  readonly sittingsBefore: number;
  /** Identifiers of the others. */
  readonly sittingsToday: readonly string[];
  /** The interviews that it leads up to, each with its day. */
  readonly interviews: readonly string[];
  readonly paces: Paces;
  /** From today to the last interview, or for thirty days where there is none. */
  readonly days: readonly PlanDay[];
  readonly readiness: readonly InterviewReadiness[];
  readonly curve: readonly ReadinessPoint[];
  readonly unplaced: readonly UnplacedPin[];
  /** What moved since the previous plan, the nearest first. */
  readonly changes: readonly PlanChange[];
}

/** A plan as it is kept until the next one: where its items stood, and what had moved on its day. */
export const PlanTraceSchema = z.object({
  days: z.readonly(
    z.array(
      z.object({
        date: DaySchema,
        items: z.readonly(
          z.array(
            z.object({
              problemId: z.nullable(ProblemIdSchema),
              technique: z.nullable(TechniqueIdSchema),
              kind: PlannedKindSchema,
              freshOn: z._default(z.nullable(DaySchema), null),
              begun: z._default(z.nullable(DaySchema), null),
              reasons: z.optional(z.object({ duty: z.nullable(DutySchema) })),
            }),
          ),
        ),
      }),
    ),
  ),
  /** Unknown where they were not kept. */
  sittings: z.optional(z.number()),
  sittingsBefore: z.optional(z.number()),
  sittingsToday: z.optional(z.readonly(z.array(z.string()))),
  interviews: z.optional(z.readonly(z.array(z.string()))),
  paces: z.optional(z.record(z.string(), z.number())),
  changes: z._default(z.readonly(z.array(PlanChangeSchema)), []),
});
export type PlanTrace = z.infer<typeof PlanTraceSchema>;

/** What has to be known of an earlier plan so that the next one can follow it: a plan, or what was kept of it. */
export type FollowedPlan = Readonly<Omit<z.input<typeof PlanTraceSchema>, 'changes'>>;

/** What is to be kept of a plan. */
export function traceOf(plan: Plan): PlanTrace {
  return PlanTraceSchema.parse(plan);
}

export interface PlanInput {
  readonly log: Log;
  /** As of the end of today, so that the hour changes nothing. */
  readonly estimates: Estimates;
  readonly asOf: Instant;
  /** The person's zone, which says what a day is. */
  readonly zone: Zone;
  /** What is known of how problems can be changed; nothing where it is left out. */
  readonly twists?: TwistsByProblem;
  /** The plan made before; its items are kept unless something else is clearly better. */
  readonly previous?: FollowedPlan | null;
  /** Called with the share done, 0 to 1; return false to stop planning. */
  readonly onProgress?: (share: number) => boolean;
}
