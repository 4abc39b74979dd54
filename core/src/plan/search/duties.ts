import type { Estimates } from '../../estimate/estimate';
import { isFullKind } from '../../estimate/worked';
import { ClaimRoom, week } from './claim-room';
import { type Due, Needs, estimateOf, failedDue, firstReviewsDue, mixUpsDue, twistsDue } from './dues';
import type { Placement } from '../model/candidate';
import { planParameters } from '../parameters';
import type { Duty } from '../plan';
import type { Schedule } from './schedule';
import { type CandidateState, kindsOn } from '../model/candidate-state';

/** Days on which an earlier plan held a candidate. */
type DaysBefore = (state: CandidateState) => readonly number[];

const { twists } = planParameters;

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
