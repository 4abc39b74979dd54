import { at } from '../../at';
import { type Candidate, type KindMinutes, type Placement, type PlannedBefore, triedDays } from '../model/candidate';
import type { MarginalGains } from '../model/marginal-gains';
import { type Calendar, daysFrom } from './calendar';
import { planParameters } from '../parameters';
import type { Schedule } from './schedule';
import { type CandidateState, creditsOrNone, stateWithoutPlacements } from '../model/candidate-state';

/** One more placement, a fresh problem's with its first review, and what the candidate would transfer at the targets with it. */
interface Option {
  readonly placements: readonly [Placement, ...Placement[]];
  readonly minutes: number;
  readonly transferred: number[];
  /** Times that its gain counts: more where the plan that is followed had it, less the later it is. */
  readonly favour: number;
}

interface Best {
  readonly option: Option;
  /** What candidates are compared by. */
  readonly score: number;
  readonly version: number;
}

/** A candidate and what can be tried next on it. */
interface Runner {
  readonly state: CandidateState;
  best: Best | null;
  /** Null until it is needed, and again after every placement. */
  options: Option[] | null;
}

export interface GreedyHelp {
  /** Where the plan that is followed held this; null where none is. */
  readonly plannedBefore: (candidate: Candidate) => PlannedBefore | null;
  /** Reports the share done; false stops. */
  readonly onProgress: (share: number) => boolean;
}

/**
 * Fills the calendar by the largest gain per minute, each gain computed by the model at the targets with everything
 * placed so far, until nothing is worth its minutes. Gains only fall as a technique fills up, so a gain is judged again
 * only when its candidate comes to the front with an old one (lazy greedy: Minoux 1978). Successors of what is placed are
 * added to `candidates`.
 */
export function fillGreedily(states: CandidateState[], schedule: Schedule, help: GreedyHelp): void {
  const { calendar, marginalGains } = schedule;
  const total = Math.max(calendar.totalLeft(), 1);
  const search = (runner: Runner, index: number): void => {
    runner.options ??= optionsOf(runner.state, index, schedule, help);
    runner.best = bestOf(runner.state, runner.options, schedule);
  };
  const runners = states.map((state): Runner => ({ state, best: null, options: null }));
  runners.forEach(search);
  for (let round = 0; ; round++) {
    const index = foremost(runners);
    const runner = runners[index];
    if (!runner?.best) return;
    if (round % 64 === 0 && !help.onProgress(1 - calendar.totalLeft() / total)) return;
    const { state, best } = runner;
    if (!isOpen(best.option, state, schedule)) search(runner, index);
    else if (best.version !== versionOf(state.candidate, marginalGains)) {
      runner.best = bestOf(state, [best.option], schedule);
      if (!runner.best) search(runner, index);
    } else {
      for (const placement of best.option.placements) schedule.put(state, placement);
      runner.options = null;
      search(runner, index);
      const next = openNext(state, states, schedule);
      if (!next) continue;
      const added: Runner = { state: next, best: null, options: null };
      search(added, runners.push(added) - 1);
    }
  }
}

/** Opens the candidate that comes after one that has a place now, once; null where there is none. */
export function openNext(
  { candidate: { successor } }: CandidateState,
  states: CandidateState[],
  { targets, way }: Schedule,
): CandidateState | null {
  if (!successor || states.some(({ candidate }) => candidate === successor)) return null;
  const next = stateWithoutPlacements(successor, targets, way);
  states.push(next);
  return next;
}

/**
 * A first review of a fresh problem of a day, some days after it: on the first day with room, where it can be one on which
 * it does not take the place of something new; null where there is none.
 */
export function followUpOf(
  state: CandidateState,
  day: number,
  { kind, minutes }: KindMinutes,
  { calendar }: Schedule,
): Placement | null {
  const [from, to] = planParameters.followUp.after;
  const open = daysFrom(day + from, day + to).filter((later) =>
    calendar.isOpen(later, { kind, minutes }, state.candidate),
  );
  const sparing = open.filter((it) => calendar.sparesFresh(it, minutes));
  const later = sparing.find((it) => !calendar.repeats(it, state.candidate.technique)) ?? sparing[0] ?? open[0];
  return later === undefined ? null : { day: later, kind, minutes };
}

/** Readiness per unit that this candidate transfers at each target. */
export function worthOf(candidate: Candidate, marginalGains: MarginalGains): number[] {
  const worth: number[] = [];
  for (const { technique, share } of creditsOrNone(candidate)) {
    const part = marginalGains.worth(technique);
    for (let i = 0; i < part.length; i++) worth[i] = (worth[i] ?? 0) + at(part, i) * share * candidate.bonus;
  }
  return worth;
}

/** Readiness by the slope of what is transferred; quicker than the exact gain, and near it. */
export function gainBy(worth: readonly number[], from: readonly number[], to: readonly number[]): number {
  let gain = 0;
  for (let i = 0; i < worth.length; i++) gain += at(worth, i) * (at(to, i) - at(from, i));
  return gain;
}

function foremost(runners: readonly Runner[]): number {
  let first = -1;
  let score: number = planParameters.minGainPerMinute;
  for (let index = 0; index < runners.length; index++) {
    const found = runners[index]?.best?.score ?? 0;
    if (found > score) {
      first = index;
      score = found;
    }
  }
  return first;
}

function versionOf(candidate: Candidate, marginalGains: MarginalGains): number {
  let version = 0;
  for (const { technique } of creditsOrNone(candidate)) version += marginalGains.version(technique);
  return version;
}

/** Every day and kind that can be tried now, far enough from the candidate's own placements. */
function optionsOf(state: CandidateState, index: number, schedule: Schedule, help: GreedyHelp): Option[] {
  const { candidate } = state;
  const options: Option[] = [];
  const before = help.plannedBefore(candidate);
  for (const day of triedDays(candidate.notBefore, schedule.calendar.length, index, before)) {
    for (const { kind, minutes } of schedule.kindsByGain(state, day)) {
      const placement: Placement = { day, kind, minutes };
      if (!schedule.allows(state, placement)) continue;
      const inertia = before?.get(day)?.includes(kind) ? planParameters.inertia : 1;
      const favour = inertia * planParameters.earlier ** day;
      for (const followUp of kind === 'fresh' ? state.candidate.kinds : [null]) {
        const option = optionFor(state, placement, followUp, favour, schedule);
        if (option) options.push(option);
      }
    }
  }
  return options;
}

/** Null where what is new could not have its first review: it would be forgotten again. */
function optionFor(
  state: CandidateState,
  placement: Placement,
  followUpKind: KindMinutes | null,
  favour: number,
  schedule: Schedule,
): Option | null {
  const followUp = followUpKind && followUpOf(state, placement.day, followUpKind, schedule);
  const isInTime = placement.day + planParameters.followUp.after[1] < schedule.calendar.length;
  if (followUpKind && !followUp && isInTime) return null;
  const placements: Option['placements'] = followUp ? [placement, followUp] : [placement];
  const minutes = placements.reduce((sum, it) => sum + it.minutes + planParameters.switching, 0);
  return { placements, minutes, transferred: schedule.transferredWith(state, ...placements), favour };
}

function isOpen({ placements }: Option, { candidate }: CandidateState, { calendar }: Schedule): boolean {
  return placements.every((placement) => calendar.isOpen(placement.day, placement, candidate));
}

/** The option as it can still be had: its first review may have to go to another day. Null where its own day is full. */
function stillOpen(option: Option, state: CandidateState, schedule: Schedule): Option | null {
  if (isOpen(option, state, schedule)) return option;
  const [first, followUp] = option.placements;
  const isFirstOpen = schedule.calendar.isOpen(first.day, first, state.candidate);
  return followUp && isFirstOpen ? optionFor(state, first, followUp, option.favour, schedule) : null;
}

/** Times that a gain counts by what of its technique the day has already. */
function mixing({ day, kind }: Placement, { technique }: Candidate, calendar: Calendar): number {
  const { sameTechnique, inARow, sameFresh } = planParameters;
  if (!calendar.hasTechnique(day, technique)) return 1;
  return (
    (calendar.repeats(day, technique) ? inARow : sameTechnique) *
    (kind === 'fresh' ? sameFresh ** calendar.freshOfTechniqueOn(day, technique) : 1)
  );
}

/** The best of the options that are still open; days only fill up, so those that are not are let go. */
function bestOf(state: CandidateState, options: Option[], schedule: Schedule): Best | null {
  const { calendar, marginalGains } = schedule;
  const worth = worthOf(state.candidate, marginalGains);
  let first: Option | null = null;
  let firstScore = 0;
  let open = 0;
  for (const known of options) {
    const option = stillOpen(known, state, schedule);
    if (!option) continue;
    options[open++] = option;
    const gain = (gainBy(worth, state.transferred, option.transferred) / option.minutes) * option.favour;
    if (gain <= firstScore) continue;
    const score = gain * mixing(option.placements[0], state.candidate, calendar);
    if (score > firstScore) [first, firstScore] = [option, score];
  }
  options.length = open;
  return first && { option: first, score: firstScore, version: versionOf(state.candidate, marginalGains) };
}
