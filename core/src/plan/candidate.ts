import { lentBy } from '../estimate/readiness';
import { type Memory, firstMemory, recallAt, reviewedMemory } from '../estimate/recall';
import type { Credit } from '../estimate/strength';
import type { ProblemId } from '../log/problem';
import type { TechniqueId } from '../log/technique';
import type { Target } from './horizon';
import { planParameters } from './parameters';
import type { PlannedKind } from './plan';

/** One review or fresh slot at a day of the plan. */
export interface Placement {
  readonly day: number;
  readonly kind: PlannedKind;
  readonly minutes: number;
}

/** Where an earlier plan held something: the kinds by day. */
export type PlannedBefore = ReadonlyMap<number, readonly PlannedKind[]>;

/**
 * Something that can be planned: a known problem with its memory, or the fresh problems of a technique, which have none
 * until they are worked.
 */
export interface Candidate {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId | null;
  readonly credits: readonly Credit[];
  readonly memory: Memory | null;
  /** Kinds that can be planned, with their minutes. */
  readonly kinds: readonly { readonly kind: PlannedKind; readonly minutes: number }[];
  /** Days before this one are not for it: because it was put off, or until then it `rests` from its last sitting. */
  readonly notBefore: number;
  readonly rests: number;
  /** Times that its gain counts, for what it tells. */
  readonly bonus: number;
  /** Most placements that it may have. */
  readonly most: number;
  /** What can be planned once this has its place: the next fresh problem of the technique. */
  readonly successor: Candidate | null;
}

/** The memory after the placements, in order of days; null while nothing was worked yet. */
export function memoryAfter(memory: Memory | null, placements: readonly Placement[], until = Infinity): Memory | null {
  let current = memory;
  for (const placement of placements) {
    if (placement.day > until) break;
    current = memoryWith(current, placement);
  }
  return current;
}

/**
 * What the problem lends at each target if the placements, and one more that is only tried, are kept; `recallBehind`
 * gives the recall. A placement after a target does
 * not help it.
 */
export function lentAtTargets(
  memory: Memory | null,
  placements: readonly Placement[],
  targets: readonly Target[],
  tried: Placement | null = null,
): number[] {
  const recalls = new Array<number>(targets.length);
  let current = memory;
  let next = 0;
  let waiting = tried;
  for (let index = 0; index < targets.length; index++) {
    const time = targets[index]?.time ?? 0;
    for (;;) {
      const planned = placements[next];
      const isTriedNext = waiting !== null && (!planned || waiting.day < planned.day);
      const placement = isTriedNext ? waiting : planned;
      if (!placement || placement.day >= time) break;
      current = memoryWith(current, placement);
      if (isTriedNext) waiting = null;
      else next++;
    }
    recalls[index] = current ? lentBy(recallAt(current, time)) : 0;
  }
  return recalls;
}

function memoryWith(memory: Memory | null, { day, kind }: Placement): Memory | null {
  if (kind === 'fresh') return memory ?? firstMemory(planParameters.freshEvidence, day);
  return memory && reviewedMemory(memory, kind, recallAt(memory, day), day);
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
