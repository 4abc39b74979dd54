import type { Estimates, MixUp, ProblemEstimate } from '../../estimate/estimate';
import { isFullKind } from '../../estimate/worked';
import type { TechniqueId } from '../../model/technique';
import { ClaimRoom, week } from './claim-room';
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
  /** Where it finds no room in its days, it comes as soon as there is some, up to here. */
  readonly latest: number;
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
  for (const pair of mixUpsDue(states, estimates, needs)) place(pair, schedule, daysBefore, placed);
  placeClaims(
    byNeed(failedDue(states, estimates, needs)),
    claimRoomFor(states, schedule, estimates),
    schedule,
    daysBefore,
    placed,
  );
  for (const due of byNeed(firstReviewsDue(states, estimates, needs))) place([due], schedule, daysBefore, placed);
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
    return [{ state, duty, kind: 'rebuild', from, to: Math.max(day + claims.to, from), latest: Infinity, need }];
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
    const since = Math.max(from, state.candidate.notBefore);
    return [{ state, duty: 'first-review', kind: 'sketch', from: since, to, latest: to, need }];
  });
}

/** Two techniques that were mixed up: a Spot of each that no Spot has asked for since, on one day, soon. */
function mixUpsDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[][] {
  const asOf = Date.parse(estimates.asOf);
  const recent = estimates.mixUps.filter(({ lastAt }) => asOf - Date.parse(lastAt) <= mixUpDays * 86_400_000);
  return recent.map((mixUp) => pairFor(mixUp, states, needs)).filter((pair) => pair.length > 0);
}

function pairFor({ waiting }: MixUp, states: readonly CandidateState[], needs: Needs): Due[] {
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
  const pair = waiting.flatMap((technique) => spotOf(technique) ?? []);
  if (pair.length < waiting.length) return [];
  return pair.map((state): Due => {
    const { notBefore, technique } = state.candidate;
    const [to, need] = [mixUpDays, needs.of(technique)];
    return { state, duty: 'mix-up', kind: 'spot', from: notBefore, to, latest: to, need };
  });
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
    return [{ state, duty: 'twist', kind: 'twist', from, to, latest: to, need: shareOf(technique) }];
  });
}

/** One a day at most, and no more than their share of the minutes, but for the first. */
function placeTwists(dues: readonly Due[], schedule: Schedule, daysBefore: DaysBefore, placed: Duties): void {
  const { calendar } = schedule;
  const days = [...new Set(dues.flatMap(({ state }) => [...(state.candidate.twist?.days ?? [])]))];
  const max = twists.shareOfMinutes * days.reduce((sum, day) => sum + calendar.minutesOn(day), 0);
  let spent = 0;
  for (const due of dues) {
    const { minutes } = placementOn(due, due.from);
    const isFree = (day: number): boolean => calendar.itemsOn(day).every(({ placement }) => placement.kind !== 'twist');
    if (spent > 0 && spent + minutes > max) continue;
    if (place([due], schedule, daysBefore, placed, isFree) !== null) spent += minutes;
  }
}

function estimateOf({ candidate }: CandidateState, estimates: Estimates): ProblemEstimate | undefined {
  return candidate.problemId === null || candidate.max === 0 ? undefined : estimates.problems.get(candidate.problemId);
}

/** What claims may take, beside what was failed and worked again within the last days. */
function claimRoomFor(states: readonly CandidateState[], { calendar }: Schedule, estimates: Estimates): ClaimRoom {
  const room = new ClaimRoom(calendar);
  for (const state of states) {
    const whole = estimateOf(state, estimates)?.history.filter(({ kind }) => isFullKind(kind)) ?? [];
    const minutes = state.candidate.kinds.find(({ kind }) => kind === 'rebuild')?.minutes ?? 0;
    for (const [index, { day }] of whole.entries())
      if (whole[index - 1]?.isOwn === false && day > -week) room.take(-Math.floor(-day), minutes);
  }
  return room;
}

function placeClaims(
  dues: readonly Due[],
  room: ClaimRoom,
  schedule: Schedule,
  daysBefore: DaysBefore,
  placed: Duties,
): void {
  for (const due of dues) {
    const { minutes } = placementOn(due, due.from);
    const day = place([due], schedule, daysBefore, placed, (it) => room.has(it, minutes));
    if (day !== null) room.take(day, minutes);
  }
}

/**
 * All on one day: where an earlier plan had them, else on the first of their days, if it can be on one where they take no
 * place from something new. @returns the day; null where there is none.
 */
function place(
  dues: readonly Due[],
  schedule: Schedule,
  daysBefore: DaysBefore,
  placed: Duties,
  mayTake: (day: number) => boolean = () => true,
): number | null {
  const { calendar } = schedule;
  const from = Math.max(0, ...dues.map((due) => due.from));
  const to = Math.min(calendar.length - 1, ...dues.map((due) => due.to));
  const latest = Math.min(calendar.length - 1, ...dues.map((due) => due.latest));
  const [before, ...alsoBefore] = dues.map(({ state }) => daysBefore(state));
  const isOpen = (day: number): boolean => mayTake(day) && canStandTogether(dues, day, schedule);
  const sparesFresh = (day: number): boolean => calendar.sparesFresh(day, minutesOf(dues, day));
  const day =
    before?.find((it) => it >= from && it <= latest && alsoBefore.every((days) => days.includes(it)) && isOpen(it)) ??
    firstDay(from, to, (it) => sparesFresh(it) && isOpen(it)) ??
    firstDay(from, latest, isOpen);
  if (day === undefined) return null;
  for (const due of dues) put(due, day, schedule, placed);
  return day;
}

function firstDay(from: number, to: number, fits: (day: number) => boolean): number | undefined {
  for (let day = from; day <= to; day++) if (fits(day)) return day;
  return undefined;
}

function canStandTogether(dues: readonly Due[], day: number, schedule: Schedule): boolean {
  return (
    schedule.calendar.hasRoom(day, minutesOf(dues, day)) &&
    dues.every((due) => schedule.allows(due.state, placementOn(due, day)))
  );
}

function minutesOf(dues: readonly Due[], day: number): number {
  return dues.reduce((sum, due) => sum + placementOn(due, day).minutes, 0);
}

/** Of no end where its kind cannot be planned on that day. */
function placementOn({ state, kind }: Due, day: number): Placement {
  return { day, kind, minutes: kindsOn(state, day).find((it) => it.kind === kind)?.minutes ?? Infinity };
}

function put(due: Due, day: number, schedule: Schedule, placed: Duties): void {
  const placement = placementOn(due, day);
  schedule.put(due.state, placement);
  placed.set(placement, due.duty);
}
