import type { Turn, WrongResult } from '@lernen/core/desk';
import {
  type Attempt,
  AttemptSchema,
  type Help,
  HelpSchema,
  IdSchema,
  InstantSchema,
  type Moment,
  MomentSchema,
  PhaseSchema,
  type Result,
  ResultSchema,
  type SittingKind,
  SittingKindSchema,
  type Slip,
  SlipSchema,
  type Stretch,
  StretchSchema,
  TechniqueIdSchema,
  VerdictSchema,
  attemptWith,
  maxMoments,
  timeOfId,
} from '@lernen/core/model';
import * as z from 'zod/mini';

/** A sitting under way. It lives in the database, so that a reload or a crash loses nothing of it. */
export interface Running {
  /** Grows with every change, so that an older state read meanwhile can be told from a newer one. */
  readonly version: number;
  /** The id of the sitting that will be logged: however often it is saved, it is one. */
  readonly sittingId: string;
  readonly problemId: string;
  readonly kind: SittingKind;
  readonly startedAt: string;
  /** Milliseconds at work before the clock was last started. */
  readonly workedBefore: number;
  /** When the clock was last started; null while it is paused. */
  readonly resumedAt: number | null;
  /** When the page last showed signs of life; a clock found running long after stops here. */
  readonly seenAt: number;
  readonly wasInterrupted: boolean;
  /** Milliseconds that went by without a sign of life, when it was interrupted; not counted as work unless said so. */
  readonly awayFor?: number | undefined;
  /** Milliseconds in which neither key nor pointer moved while the clock ran, until somebody says what they were. */
  readonly quietFor: number;
  /** Where the phases began. */
  readonly turns: readonly Turn[];
  readonly moments: readonly Moment[];
  /** The steps of help that were shown, by the ids of their entries. */
  readonly shownHelp: readonly string[];
  /** Checks that did not come out right, each once. */
  readonly wrongChecks: readonly { readonly exampleId: string; readonly result: WrongResult }[];
  /** The phases as they are told at the end; null while one works. */
  readonly course: readonly Stretch[] | null;
  /** The title under which the answer to a Twist is kept as a problem of its own; empty where it is not kept. */
  readonly twistTitle: string;
  /** The person gave it up, and says now what happened. */
  readonly hasGivenUp: boolean;
  /** The technique named before anything was revealed. Once set it stays. */
  readonly named: string | null;
  readonly hasNamed: boolean;
  readonly step: 'working' | 'telling';
  readonly time: string;
  readonly space: string;
  readonly attempts: readonly Attempt[];
  readonly help: Help;
  readonly result: Result | null;
  readonly slips: readonly Slip[];
  readonly felt: number | null;
  readonly language: string;
  readonly twist: string;
  /** Minutes that the plan expects it to take; null where it was not planned, or an earlier version began it. */
  readonly plannedMinutes?: number | null | undefined;
  readonly note: string;
}

/** What is left of a sitting that has ended, so that no older state of it can come back. */
export interface Ended {
  readonly version: number;
  readonly hasEnded: true;
}

export type Kept = Running | Ended;

/** What a sitting begins with. */
export const unstarted = {
  workedBefore: 0,
  wasInterrupted: false,
  named: null,
  hasNamed: false,
  step: 'working',
  quietFor: 0,
  turns: [{ phase: 'read', at: 0 }],
  moments: [],
  shownHelp: [],
  wrongChecks: [],
  course: null,
  twistTitle: '',
  hasGivenUp: false,
  time: '',
  space: '',
  attempts: [],
  help: 'none',
  result: null,
  slips: [],
  felt: null,
  language: '',
  note: '',
} as const satisfies Partial<Running>;

const milliseconds = z.number().check(z.nonnegative());
const words = z.catch(z.string(), '');
const flag = z.catch(z.boolean(), false);

const DifferenceSchema = z.object({ place: z.string(), expected: z.string(), actual: z.string() });
const WrongCheckSchema = z.object({
  exampleId: z.string(),
  result: z.object({
    verdict: z.custom<WrongResult['verdict']>((it) => typeof it === 'string'),
    message: z.string(),
    difference: z.nullable(DifferenceSchema),
  }),
});
/** Of the attempts of an earlier version only the verdicts are known. */
const KeptAttemptSchema = z.union([AttemptSchema, z.pipe(z.nullable(VerdictSchema), z.transform(attemptWith))]);

/** A field that cannot be read, or that an earlier version did not have, is as in the beginning; but for the first four. */
const FieldsSchema = z.object({
  sittingId: IdSchema,
  problemId: IdSchema,
  kind: SittingKindSchema,
  version: z.number(),
  startedAt: z.catch(z.nullable(InstantSchema), null),
  workedBefore: z.catch(milliseconds, 0),
  resumedAt: z.catch(z.nullable(milliseconds), null),
  seenAt: z.catch(milliseconds, 0),
  wasInterrupted: flag,
  awayFor: z.catch(z.optional(milliseconds), undefined),
  quietFor: z.catch(milliseconds, 0),
  turns: z.catch(z.array(z.object({ phase: PhaseSchema, at: milliseconds })).check(z.minLength(1)), [
    ...unstarted.turns,
  ]),
  moments: z.catch(z.array(MomentSchema).check(z.maxLength(maxMoments)), []),
  shownHelp: z.catch(z.array(z.string()), []),
  wrongChecks: z.catch(z.array(WrongCheckSchema), []),
  course: z.catch(z.nullable(z.array(StretchSchema)), null),
  twistTitle: words,
  hasGivenUp: flag,
  named: z.catch(z.nullable(TechniqueIdSchema), null),
  hasNamed: flag,
  step: z.catch(z.enum(['working', 'telling']), 'working'),
  time: words,
  space: words,
  attempts: z.catch(z.array(KeptAttemptSchema), []),
  help: z.catch(HelpSchema, 'none'),
  result: z.catch(z.nullable(ResultSchema), null),
  slips: z.catch(z.array(SlipSchema), []),
  felt: z.catch(z.nullable(z.number()), null),
  language: words,
  twist: words,
  plannedMinutes: z.catch(z.optional(z.nullable(z.number())), undefined),
  note: words,
});

/** Where its start cannot be read, it is when the sitting was given its id. */
const RunningSchema = z.pipe(
  FieldsSchema,
  z.transform((read) => ({ ...read, startedAt: read.startedAt ?? new Date(timeOfId(read.sittingId)).toISOString() })),
);

/** What was kept of a sitting, as a page or a draft left it. What cannot be read at all is none. */
export const KeptSchema = z.union([z.object({ version: z.number(), hasEnded: z.literal(true) }), RunningSchema]);

export function runningIn(kept: Kept | undefined): Running | null {
  return !kept || 'hasEnded' in kept ? null : kept;
}
