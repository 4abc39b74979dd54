import type { ChanceRange } from '../estimate/chance';
import type { Log } from '../log/log';
import type { ProblemId } from '../log/problem';
import type { Help, Result, ReviewKind, SittingKind } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import type { Day, Instant, Zone } from '../log/time';
import type { Estimates } from '../estimate/estimate';

/** What a planned item asks for: a review, or a fresh problem of a technique. */
export type PlannedKind = ReviewKind | 'fresh';

/** Why an item is in the plan, as numbers; the sentence on screen is made from them. */
export interface Reasons {
  /** Chance of recalling it now, and on the planned day before it is done. Null for a fresh problem. */
  readonly recallNow: number | null;
  readonly recallOnDay: number | null;
  /** Recall on the day of the interview, with the whole plan kept and with none of it. */
  readonly recallIfKept: number | null;
  readonly recallIfDropped: number | null;
  readonly strength: ChanceRange | null;
  /** Sittings behind the strength. */
  readonly evidence: number;
  /** The interview that it helps most, and the technique's share of it. */
  readonly interviewId: string | null;
  readonly share: number;
  /** Readiness gained per minute, in chance (0.001 is a tenth of a percentage point a minute). */
  readonly gainPerMinute: number;
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
  readonly minutes: number;
  readonly reasons: Reasons;
}

export interface PlanDay {
  readonly date: Day;
  /** Minutes planned; with those done already never more than the budget. */
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
export interface ReadinessPoint {
  readonly date: Day;
  readonly interviewId: string | null;
  readonly ifKept: number;
  readonly ifDropped: number;
}

export interface Plan {
  readonly asOf: Instant;
  /** From today to the last interview, or for thirty days where there is none. */
  readonly days: readonly PlanDay[];
  readonly readiness: readonly InterviewReadiness[];
  readonly curve: readonly ReadinessPoint[];
  readonly unplaced: readonly UnplacedPin[];
}

export interface PlanInput {
  readonly log: Log;
  readonly estimates: Estimates;
  readonly asOf: Instant;
  /** The person's zone, which says what a day is. */
  readonly zone: Zone;
  /** The plan made before; its items are kept unless something else is clearly better. */
  readonly previous?: Pick<Plan, 'days'> | null;
  /** Called with the share done, 0 to 1; return false to stop planning. */
  readonly onProgress?: (share: number) => boolean;
}
