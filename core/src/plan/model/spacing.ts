import type { PastSitting } from '../../estimate/estimate';
import { isFullKind } from '../../estimate/worked';
import { planParameters } from '../parameters';

const { spacing } = planParameters;

/** What the sittings at a problem so far say about when it can come next. Days are counted from today. */
export interface Spacing {
  /** Days of its sittings, 0 and negative, in their order. */
  readonly past: readonly number[];
  /** The day of its last Twist; null where there was none lately. */
  readonly lastTwist: number | null;
  /** The first day on which it may come again. */
  readonly earliest: number;
  /** Days that the first gap in the plan must have at least, counted from the last sitting. */
  readonly gap: number;
}

/** A problem that was never sat. */
export const unspaced: Spacing = { past: [], lastTwist: null, earliest: 0, gap: spacing.solved };

/**
 * Two to four days after an answer was read, at once after a try without one, three days and more after a solve, and
 * then ever wider. What was solved in time twice, some days apart, rests for weeks. `isAnswerKnown` says whether the
 * last sitting ended with the answer.
 */
export function spacingAfter(history: readonly PastSitting[], isAnswerKnown: boolean, days: number): Spacing {
  const past = history.map(({ day }) => -Math.floor(-day));
  const last = past.at(-1);
  if (last === undefined) return unspaced;
  const gap = gapAfter(history, past, isAnswerKnown, days);
  const lastTwist = history.findLast(({ kind }) => kind === 'twist')?.day ?? null;
  return { past, lastTwist, earliest: Math.max(last + gap, 0), gap };
}

function gapAfter(
  history: readonly PastSitting[],
  past: readonly number[],
  isAnswerKnown: boolean,
  days: number,
): number {
  const [before, last] = past.slice(-2);
  if (!history.at(-1)?.isOwn) return isAnswerKnown ? spacing.read : spacing.unsolved;
  const [full, lastFull] = history.filter(({ kind }) => isFullKind(kind)).slice(-2);
  const isFirm =
    full !== undefined &&
    lastFull !== undefined &&
    full.isTimely &&
    lastFull.isTimely &&
    lastFull.day - full.day >= spacing.solved;
  const widened = before === undefined || last === undefined || !history.at(-2)?.isOwn ? 0 : last - before;
  return Math.max(nextGap(Math.max(widened, spacing.solved), days), isFirm ? spacing.rest : 0);
}

/** The least gap after one of so many days, in a plan of so many. */
export function nextGap(gap: number, days: number): number {
  const cap = Math.max(spacing.cap, Math.round(spacing.capShare * days));
  return Math.max(Math.min(Math.ceil(gap * spacing.widening), cap), spacing.solved);
}

/** Whether a problem with these days in the plan, in their order, may come on one more, in a plan of so many days. */
export function isSpaced(spacing: Spacing, planned: readonly number[], day: number, days: number): boolean {
  if (day < spacing.earliest) return false;
  return keepsGaps(spacing, planned, day, days) && !isTooOften(spacing, planned, day);
}

/** Each gap is at least as long as the one before it asks. */
function keepsGaps({ past, gap }: Spacing, planned: readonly number[], added: number, days: number): boolean {
  let before = past.at(-1);
  let min = gap;
  let isAdded = false;
  for (let index = 0; index <= planned.length; index++) {
    let next = planned[index];
    if (!isAdded && (next === undefined || added < next)) {
      isAdded = true;
      next = added;
      index--;
    }
    if (next === undefined) break;
    if (before !== undefined) {
      if (next - before < min) return false;
      min = nextGap(next - before, days);
    }
    before = next;
  }
  return true;
}

/** More than so many reviews within so many days, the added one among them; the first sitting at a problem is none. */
function isTooOften({ past }: Spacing, planned: readonly number[], added: number): boolean {
  if (past.length + planned.length < spacing.reviews) return false;
  const [, ...others] = [...past, ...planned];
  const near = others.filter((day) => Math.abs(day - added) < spacing.within);
  if (near.length < spacing.reviews) return false;
  const reviews = [...near, added].sort((a, b) => a - b);
  return reviews.some((from, index) => {
    const last = reviews[index + spacing.reviews];
    return last !== undefined && last < from + spacing.within;
  });
}
