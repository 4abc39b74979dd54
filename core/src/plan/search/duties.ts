import type { Estimates, MixUp, ProblemEstimate } from '../../estimate/estimate';
import { isFullKind } from '../../estimate/worked';
import type { TechniqueId } from '../../model/technique';
import type { Calendar } from './calendar';
import type { Placement } from '../model/candidate';
import type { Target } from '../model/horizon';
import { needByTechnique } from '../model/needs';
import { planParameters } from '../parameters';
import type { Duty, PlannedKind } from '../plan';
import type { Schedule } from './schedule';
import { type CandidateState, kindsOn } from '../model/candidate-state';

/** Something that is planned whatever else would gain, between two days. */
interface Due {
  readonly state: CandidateState;
  readonly duty: Duty;
  readonly kind: PlannedKind;
  readonly from: number;
  readonly to: number;
  /** What comes first where not all find room. */
  readonly need: number;
}

/** Days on which an earlier plan held a candidate. */
type DaysBefore = (state: CandidateState) => readonly number[];

const { claims, followUp, mixUpDays, twists } = planParameters;

/** What each item is in the plan for, beside its gain. */
export type Duties = Map<Placement, Duty>;

/**
 * Places what a good coach brings back whatever else would gain: what was mixed up, what failed, the first review of
 * what was solved for the first time, what can come changed before an interview; in order of need, each within its days,
 * on the day where an earlier plan had it if that is one of them.
 */
export function placeDuties(
  states: readonly CandidateState[],
  schedule: Schedule,
  estimates: Estimates,
  goal: number,
  daysBefore: DaysBefore,
): Duties {
  const placed: Duties = new Map();
  const byNeed = (some: Due[]): Due[] => some.sort((a, b) => b.need - a.need);
  const needs = new Needs(estimates, schedule.targets, goal);
  for (const due of mixUpsDue(states, estimates, needs)) place(due, schedule, daysBefore, placed);
  const room = new ClaimRoom(schedule.calendar);
  for (const due of byNeed(failedDue(states, estimates, needs))) placeClaim(due, schedule, daysBefore, placed, room);
  for (const due of byNeed(firstReviewsDue(states, estimates, needs))) place(due, schedule, daysBefore, placed);
  placeTwists(byNeed(twistsDue(states, schedule.targets)), schedule, daysBefore, placed);
  return placed;
}

/** Need of a technique for claims: the less it was practised the more a failure tells. 0 at the goal and where it is not asked. */
class Needs {
  private readonly needs: ReadonlyMap<TechniqueId, number>;

  constructor(
    private readonly estimates: Estimates,
    targets: readonly Target[],
    goal: number,
  ) {
    this.needs = needByTechnique(estimates, targets, goal);
  }

  of(technique: TechniqueId | null): number {
    if (technique === null) return 0;
    return (this.needs.get(technique) ?? 0) / (1 + (this.estimates.techniques.get(technique)?.sittings ?? 0));
  }
}

/** Failed problems until they are solved: read ones again from blank some days later, others with a hint soon. */
function failedDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[] {
  return states.flatMap((state) => {
    const estimate = estimateOf(state, estimates);
    const need = needs.of(state.candidate.technique);
    const last = estimate?.history.findLast(({ kind }) => isFullKind(kind));
    if (!estimate || !last || last.isOwn || need === 0 || state.placements.length > 0) return [];
    const wasRead = estimate.worked.memory !== null;
    const day = -Math.floor(-last.day);
    const from = Math.max(day + (wasRead ? claims.from : 1), state.candidate.notBefore);
    const duty: Duty = wasRead ? 'failed' : 'unsolved';
    return [{ state, duty, kind: 'rebuild', from, to: Math.max(day + claims.to, from), need }];
  });
}

/** The first review of what was solved once, some days after it. */
function firstReviewsDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[] {
  return states.flatMap((state) => {
    const estimate = estimateOf(state, estimates);
    const need = needs.of(state.candidate.technique);
    const [only, further] = estimate?.history ?? [];
    if (!estimate || !only?.isOwn || further || need === 0 || state.placements.length > 0) return [];
    const day = -Math.floor(-only.day);
    const [from, to] = followUp.after.map((after) => day + after);
    if (from === undefined || to === undefined || to < 0) return [];
    return [{ state, duty: 'first-review', kind: 'sketch', from: Math.max(from, state.candidate.notBefore), to, need }];
  });
}

/** Two techniques that were mixed up: a Spot of each on one day, soon. */
function mixUpsDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[] {
  const asOf = Date.parse(estimates.asOf);
  const recent = estimates.mixUps.filter(({ lastAt }) => asOf - Date.parse(lastAt) <= mixUpDays * 86_400_000);
  return recent.flatMap((mixUp) => pairFor(mixUp, states, needs));
}

function pairFor({ right, named, lastAt }: MixUp, states: readonly CandidateState[], needs: Needs): Due[] {
  const last = Date.parse(lastAt);
  const spotOf = (technique: TechniqueId): CandidateState | undefined =>
    states.find(
      ({ candidate, placements }) =>
        candidate.problemId !== null &&
        candidate.technique === technique &&
        candidate.worked.memory !== null &&
        candidate.max > 0 &&
        candidate.notBefore <= mixUpDays &&
        placements.length === 0,
    );
  const pair = [spotOf(right), spotOf(named)];
  if (Number.isNaN(last) || pair.some((state) => !state)) return [];
  const from = Math.max(0, ...pair.map((state) => state?.candidate.notBefore ?? 0));
  return pair.flatMap((state): Due[] =>
    state
      ? [{ state, duty: 'mix-up', kind: 'spot', from, to: mixUpDays, need: needs.of(state.candidate.technique) }]
      : [],
  );
}

/** Of each technique that can come changed, what was worked longest ago; the more of the interviews it is the sooner. */
function twistsDue(states: readonly CandidateState[], targets: readonly Target[]): Due[] {
  const ofTechnique = new Map<TechniqueId, CandidateState>();
  const lately = new Set<TechniqueId>();
  for (const state of states) {
    const { technique, twist, spacing } = state.candidate;
    if (technique === null) continue;
    if (spacing.lastTwist !== null && spacing.lastTwist > -twists.apart) lately.add(technique);
    const known = ofTechnique.get(technique)?.candidate.spacing.past.at(-1) ?? Infinity;
    if (twist && (spacing.past.at(-1) ?? 0) < known) ofTechnique.set(technique, state);
  }
  const shareOf = (technique: TechniqueId): number =>
    targets.reduce((sum, { shares, importance }) => sum + importance * (shares.get(technique) ?? 0), 0);
  return [...ofTechnique].flatMap(([technique, state]): Due[] => {
    const days = [...(state.candidate.twist?.days ?? [])];
    if (lately.has(technique) || days.length === 0) return [];
    const [from, to] = [Math.min(...days), Math.max(...days)];
    return [{ state, duty: 'twist', kind: 'twist', from, to, need: shareOf(technique) }];
  });
}

/** One a day at most, and no more than their share of the minutes, but for the first. */
function placeTwists(dues: readonly Due[], schedule: Schedule, daysBefore: DaysBefore, placed: Duties): void {
  const { calendar } = schedule;
  const days = [...new Set(dues.flatMap(({ state }) => [...(state.candidate.twist?.days ?? [])]))];
  const max = twists.shareOfMinutes * days.reduce((sum, day) => sum + calendar.minutesOn(day), 0);
  let spent = 0;
  for (const due of dues) {
    const placement = place(due, schedule, daysBefore, placed, (day, minutes) => {
      const isTaken = calendar.itemsOn(day).some((item) => item.placement.kind === 'twist');
      return !isTaken && (spent === 0 || spent + minutes <= max);
    });
    spent += placement?.minutes ?? 0;
  }
}

function estimateOf({ candidate }: CandidateState, estimates: Estimates): ProblemEstimate | undefined {
  return candidate.problemId === null || candidate.max === 0 ? undefined : estimates.problems.get(candidate.problemId);
}

/** Claims take no more than their share of each week, but for the first one of it. */
class ClaimRoom {
  private readonly left: number[] = [];
  private readonly isTaken: boolean[] = [];

  constructor(calendar: Calendar) {
    for (let day = 0; day < calendar.length; day++) {
      const week = weekOf(day);
      this.left[week] = (this.left[week] ?? 0) + claims.shareOfWeek * calendar.minutesOn(day);
    }
  }

  has(day: number, minutes: number): boolean {
    const week = weekOf(day);
    return !this.isTaken[week] || minutes <= (this.left[week] ?? 0);
  }

  hasAny(minutes: number): boolean {
    return this.left.some((left, week) => !this.isTaken[week] || minutes <= left);
  }

  take({ day, minutes }: Placement): void {
    const week = weekOf(day);
    this.isTaken[week] = true;
    this.left[week] = (this.left[week] ?? 0) - minutes;
  }
}

function weekOf(day: number): number {
  return Math.floor(day / 7);
}

/** What finds no room in its days comes as soon as there is some. */
function placeClaim(due: Due, schedule: Schedule, daysBefore: DaysBefore, placed: Duties, room: ClaimRoom): void {
  const minutes = kindsOn(due.state, due.from).find(({ kind }) => kind === due.kind)?.minutes ?? Infinity;
  if (!room.hasAny(minutes)) return;
  const to = Math.max(due.to, schedule.calendar.length - 1);
  const placement = place({ ...due, to }, schedule, daysBefore, placed, (day) => room.has(day, minutes));
  if (placement) room.take(placement);
}

function place(
  { state, kind, duty, from, to }: Due,
  schedule: Schedule,
  daysBefore: DaysBefore,
  placed: Duties,
  mayTake: (day: number, minutes: number) => boolean = () => true,
): Placement | null {
  const last = Math.min(to, schedule.calendar.length - 1);
  const placeOn = (day: number): Placement | null => {
    const minutes = kindsOn(state, day).find((it) => it.kind === kind)?.minutes;
    if (minutes === undefined || !mayTake(day, minutes)) return null;
    const placement: Placement = { day, kind, minutes };
    if (!schedule.allows(state, placement)) return null;
    schedule.put(state, placement);
    placed.set(placement, duty);
    return placement;
  };
  for (const day of daysBefore(state)) {
    const placement = day >= from && day <= last ? placeOn(day) : null;
    if (placement) return placement;
  }
  for (let day = from; day <= last; day++) {
    const placement = placeOn(day);
    if (placement) return placement;
  }
  return null;
}
