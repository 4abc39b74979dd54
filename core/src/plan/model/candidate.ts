import { firstMemory, recallAt, reviewedMemory, scaled } from '../../estimate/recall';
import { transferParameters } from '../../estimate/parameters';
import type { Credit } from '../../estimate/strength';
import { type WayOfLearning, type Worked, isFullKind, transferredOn } from '../../estimate/worked';
import type { ProblemId } from '../../model/problem';
import { type SittingKind, sittingKindFacts } from '../../model/sitting-kinds';
import type { TechniqueId } from '../../model/technique';
import type { Target } from './horizon';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import type { Spacing } from './spacing';

/** One review or fresh slot at a day of the plan. */
export interface Placement {
  readonly day: number;
  readonly kind: PlannedKind;
  readonly minutes: number;
}

/** A kind of item with the minutes that it takes. */
export interface KindMinutes {
  readonly kind: PlannedKind;
  readonly minutes: number;
}

/** Where an earlier plan held something: the kinds by day. */
export type PlannedBefore = ReadonlyMap<number, readonly PlannedKind[]>;

/** Something that can be planned: a known problem, or the fresh problems of a technique, which are untouched until they are worked. */
export interface Candidate {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId | null;
  readonly credits: readonly Credit[];
  /** Days from the end of today. */
  readonly worked: Worked;
  /** Kinds that can be planned first, and after that. */
  readonly firstKinds: readonly KindMinutes[];
  readonly kinds: readonly KindMinutes[];
  /** Days on which it can also come changed, and all that can be planned then; null where there are none. */
  readonly twist: { readonly days: ReadonlySet<number>; readonly kinds: readonly KindMinutes[] } | null;
  readonly spacing: Spacing;
  /** Days before this one are not for it: because it was put off, or because it rests from its last sitting. */
  readonly notBefore: number;
  /** Times that its gain counts, for what it tells. */
  readonly bonus: number;
  /** Most placements that it may have. */
  readonly max: number;
  /** What can be planned once this has its place: the next fresh problem of the technique. */
  readonly successor: Candidate | null;
}

/** What is left of a problem after the placements, in order of days, up to a day. */
export function workedUntil(
  worked: Worked,
  placements: readonly Placement[],
  way: WayOfLearning,
  until = Infinity,
): Worked {
  let current = worked;
  for (const placement of placements) {
    if (placement.day > until) break;
    current = workedWith(current, placement, way);
  }
  return current;
}

/**
 * What the problem transfers at each target if the placements, and others that are only tried, are kept. A placement that
 * does not count for a target does not help it. Targets stand in the order of the days until which placements count.
 */
export function transferredAtTargets(
  worked: Worked,
  placements: readonly Placement[],
  targets: readonly Target[],
  way: WayOfLearning,
): number[] {
  const transferred = new Array<number>(targets.length);
  let current = worked;
  let next = 0;
  for (let index = 0; index < targets.length; index++) {
    const { until = 0, time = 0 } = targets[index] ?? {};
    for (let placement = placements[next]; placement && placement.day < until; placement = placements[++next])
      current = workedWith(current, placement, way);
    transferred[index] = transferredOn(current, time, way);
  }
  return transferred;
}

/** What is expected to be left after one more sitting. */
function workedWith({ memory, quality, again }: Worked, { day, kind }: Placement, way: WayOfLearning): Worked {
  const { freshEvidence, qualityGained } = planParameters;
  const as = sittingKindOf(kind);
  const { own } = transferParameters.quality;
  const gained = isFullKind(as) ? qualityGained * Math.max(own - quality, 0) : 0;
  if (!memory) {
    const read = transferParameters.quality.read;
    const first = read + (own - read) * qualityGained;
    return isFullKind(as)
      ? { memory: firstMemory(freshEvidence, day), quality: first, again }
      : { memory, quality, again };
  }
  const recall = recallAt(memory, day, way.memory);
  const found = recall + (1 - recall) * freshEvidence;
  return {
    memory: scaled(reviewedMemory(scaled(memory, way.memory), as, recall, day), 1 / way.memory),
    quality: quality + gained,
    again: again + sittingKindFacts[as].covers * (1 - recall) * found,
  };
}

/** As what kind of sitting a planned item is logged. */
export function sittingKindOf(kind: PlannedKind): SittingKind {
  return kind === 'fresh' ? 'first-solve' : kind;
}

/**
 * The days tried for a candidate: all of the near ones, and of the far ones a few that differ from candidate to
 * candidate. Where an earlier plan is followed, the days where it stood there, and fewer others.
 */
export function triedDays(notBefore: number, length: number, offset: number, before: PlannedBefore | null): number[] {
  const { allDays, step } = before ? planParameters.triedAgain : planParameters.tried;
  const tries = (day: number): boolean =>
    day < allDays || (day + offset) % step === 0 || length <= 2 * planParameters.tried.allDays;
  const days: number[] = [];
  for (let day = Math.max(notBefore, 0); day < length; day++) if (tries(day) || before?.has(day)) days.push(day);
  return days;
}

/** Placements with one more, in order of days. */
export function withPlacement(placements: readonly Placement[], added: Placement): readonly Placement[] {
  const at = placements.findIndex((placement) => placement.day > added.day);
  return at < 0 ? [...placements, added] : [...placements.slice(0, at), added, ...placements.slice(at)];
}
