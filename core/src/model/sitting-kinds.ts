import * as z from 'zod/mini';

/** What is known of a kind of sitting. The estimates read from here how much it tells and teaches; docs/model.md says why. */
interface KindFacts {
  readonly isReview: boolean;
  /** Its target, minutes; null where that is the problem's own. */
  readonly minutes: number | null;
  /** How much one sitting says of strength, against a first solve; that a solution was recalled is computed apart. */
  readonly informativeness: number;
  /** What it refreshes and teaches, from 0 to 1, when the solution was recalled … */
  readonly covers: number;
  /** … and when it was not and was read up afterwards. */
  readonly relearns: number;
  /** Log-odds by which it is easier than a whole solve. */
  readonly easier: number;
  /** Chance that what is recalled is also carried out unaided and in time. */
  readonly carriedOut: number;
}

/** A whole solve, which most kinds ask for. */
const whole = { minutes: null, informativeness: 1, covers: 1, relearns: 0.9, easier: 0, carriedOut: 0.9 } as const;

/** Every kind of sitting; the reviews from the lightest to the one that asks for transfer. */
export const sittingKindFacts = {
  'first-solve': { ...whole, isReview: false },
  spot: {
    isReview: true,
    minutes: 3,
    informativeness: 0.3,
    covers: 0.15,
    relearns: 0.06,
    easier: 0.9,
    carriedOut: 0.9,
  },
  sketch: {
    isReview: true,
    minutes: 8,
    informativeness: 0.6,
    covers: 0.5,
    relearns: 0.3,
    easier: 0.5,
    carriedOut: 0.9,
  },
  rebuild: { ...whole, isReview: true },
  // It asks for something else than what is recalled.
  twist: { ...whole, isReview: true, carriedOut: 0.5 },
  rehearsal: { ...whole, isReview: false },
} as const satisfies Readonly<Record<string, KindFacts>>;

type Facts = typeof sittingKindFacts;
export type SittingKind = keyof Facts;
export type ReviewKind = { [K in SittingKind]: Facts[K]['isReview'] extends true ? K : never }[SittingKind];

export const sittingKinds = Object.keys(sittingKindFacts) as [SittingKind, ...SittingKind[]];
export const reviewKinds = sittingKinds.filter(isReviewKind) as [ReviewKind, ...ReviewKind[]];
export const SittingKindSchema = z.enum(sittingKinds);
export const ReviewKindSchema = z.enum(reviewKinds);

export function isReviewKind(kind: SittingKind): kind is ReviewKind {
  return sittingKindFacts[kind].isReview;
}

/** Whether it asks for the whole solution, so that its minutes can be held against the problem's target. */
export function isWholeSolve(kind: SittingKind): boolean {
  return sittingKindFacts[kind].minutes === null;
}
