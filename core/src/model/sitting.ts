import * as z from 'zod/mini';
import { line, listOf, numberWithin, orNull, text, wholeNumber } from './fields';
import { CostPairSchema, noCost } from './problem';
import { IdSchema, recordShape } from './record';
import { TechniqueIdSchema } from './technique';
import { InstantSchema } from './time';

/** The four kinds of review, from the lightest to the one that asks for transfer. */
export const reviewKinds = ['spot', 'sketch', 'rebuild', 'twist'] as const;
export const ReviewKindSchema = z.enum(reviewKinds);
export type ReviewKind = z.infer<typeof ReviewKindSchema>;

export const sittingKinds = ['first-solve', ...reviewKinds, 'rehearsal'] as const;
export const SittingKindSchema = z.enum(sittingKinds);
export type SittingKind = z.infer<typeof SittingKindSchema>;

export const verdicts = [
  'accepted',
  'wrong-answer',
  'too-slow',
  'too-much-memory',
  'crashed',
  'did-not-compile',
] as const;
export const VerdictSchema = z.enum(verdicts);
export type Verdict = z.infer<typeof VerdictSchema>;

/** One submission or full run; null where only the number of attempts is known. */
export const AttemptSchema = z.strictObject({ verdict: orNull(VerdictSchema) });
export type Attempt = z.infer<typeof AttemptSchema>;

export const results = ['solved', 'partly', 'unsolved', 'abandoned'] as const;
export const ResultSchema = z.enum(results);
export type Result = z.infer<typeof ResultSchema>;

export const helps = ['none', 'hint', 'read', 'copied'] as const;
export const HelpSchema = z.enum(helps);
export type Help = z.infer<typeof HelpSchema>;

export const slips = [
  'off-by-one',
  'edge-case',
  'misread',
  'wrong-technique',
  'too-slow',
  'not-initialised',
  'overflow',
  'out-of-range',
  'mutated-input',
  'missing-return',
  'order-of-checks',
  'typo',
  'library',
  'ran-out-of-time',
  'cost-misstated',
  'condition-broken',
] as const;
export const SlipSchema = z.enum(slips);
export type Slip = z.infer<typeof SlipSchema>;

export const maxAttempts = 99;
export const maxMinutes = 1440;

/**
 * One timed session at one problem: what happened, never how it was felt to go. Sittings are append-only: an edit is
 * a further revision of the same id, a deletion a tombstone.
 */
export const SittingSchema = z.strictObject({
  ...recordShape,
  problemId: IdSchema,
  kind: SittingKindSchema,
  startedAt: InstantSchema,
  /** Minutes at work, pauses left out; null where nobody looked at the clock. */
  minutes: orNull(numberWithin(0, maxMinutes)),
  attempts: listOf(AttemptSchema, maxAttempts),
  result: ResultSchema,
  help: z._default(HelpSchema, 'none'),
  /** The technique named before anything was revealed; null where none was named. */
  named: orNull(TechniqueIdSchema),
  /** The cost as it was stated in this sitting. */
  stated: z._default(CostPairSchema, noCost),
  slips: listOf(SlipSchema),
  /** How hard it felt, 1 (light) to 5 (very hard). */
  felt: orNull(wholeNumber(1, 5)),
  language: orNull(line(40)),
  /** For a Twist: what was changed in the problem. */
  twist: orNull(z.string().check(z.maxLength(500))),
  note: text(50_000),
});
export type Sitting = z.infer<typeof SittingSchema>;

export function isReviewKind(kind: SittingKind): kind is ReviewKind {
  return (reviewKinds as readonly string[]).includes(kind);
}

/** `count` attempts where only the number is known, but for the last one of a solved sitting. */
export function attemptsFrom(count: number, result: Result): Attempt[] {
  return Array.from({ length: count }, (_, index): Attempt => {
    const isLast = index === count - 1;
    return { verdict: isLast && result === 'solved' ? 'accepted' : null };
  });
}

/** Orders by start; sittings of the same instant keep the order in which they were written. */
export function bySittingTime(a: Sitting, b: Sitting): number {
  if (a.startedAt !== b.startedAt) return a.startedAt < b.startedAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
