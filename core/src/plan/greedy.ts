import { type Candidate, type Placement, type PlannedBefore, triedDays } from './candidate';
import type { Outlook } from './outlook';
import { planParameters } from './parameters';
import type { Schedule } from './schedule';
import { type Track, creditsOrNone, successorOf } from './track';

/** One more placement, and what the track would lend at the targets with it. */
interface Option {
  readonly placement: Placement;
  readonly lent: number[];
  readonly inertia: number;
}

interface Best {
  readonly option: Option;
  /** What candidates are compared by. */
  readonly score: number;
  readonly version: number;
}

/** A track and what can be tried next on it. */
interface Runner {
  readonly track: Track;
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
 * Fills the calendar by the largest gain per minute, each gain computed by the model at the interview days with
 * everything placed so far. Gains only fall as a technique fills up, so a gain is judged again only when its candidate
 * comes to the front with an old one (lazy greedy: Minoux 1978). Successors of what is placed are added to `tracks`.
 */
export function fillGreedily(tracks: Track[], schedule: Schedule, help: GreedyHelp): void {
  const { calendar, outlook, targets } = schedule;
  const total = Math.max(calendar.totalLeft(), 1);
  const search = (runner: Runner, index: number): void => {
    runner.options ??= optionsOf(runner.track, index, schedule, help);
    runner.best = bestOf(runner.track, runner.options, schedule);
  };
  const runners = tracks.map((track): Runner => ({ track, best: null, options: null }));
  runners.forEach(search);
  for (let round = 0; ; round++) {
    const index = foremost(runners);
    const runner = runners[index];
    if (!runner?.best) return;
    if (round % 64 === 0 && !help.onProgress(1 - calendar.totalLeft() / total)) return;
    const { track, best } = runner;
    const { placement, lent } = best.option;
    if (!calendar.isOpen(placement.day, placement.kind, placement.minutes)) {
      search(runner, index);
    } else if (best.version !== versionOf(track.candidate, outlook)) {
      runner.best = bestOf(track, [best.option], schedule);
    } else {
      schedule.put(track, placement, false, lent);
      runner.options = null;
      search(runner, index);
      const next = successorOf(track, targets);
      if (!next) continue;
      tracks.push(next);
      const added: Runner = { track: next, best: null, options: null };
      search(added, runners.push(added) - 1);
    }
  }
}

/** Readiness per minute by the slope of what is lent; quicker than the exact gain, and near it. */
export function quickGain(track: Track, lent: readonly number[], minutes: number, outlook: Outlook): number {
  return gainBy(worthOf(track.candidate, outlook), track.lent, lent) / (minutes + planParameters.switching);
}

/** Readiness per unit that this candidate lends at each target. */
function worthOf(candidate: Candidate, outlook: Outlook): number[] {
  const worth: number[] = [];
  for (const { technique, share } of creditsOrNone(candidate)) {
    const part = outlook.worth(technique);
    for (let i = 0; i < part.length; i++) worth[i] = (worth[i] ?? 0) + (part[i] ?? 0) * share * candidate.bonus;
  }
  return worth;
}

function gainBy(worth: readonly number[], from: readonly number[], to: readonly number[]): number {
  let gain = 0;
  for (let i = 0; i < worth.length; i++) gain += (worth[i] ?? 0) * ((to[i] ?? 0) - (from[i] ?? 0));
  return gain;
}

function foremost(runners: readonly Runner[]): number {
  let first = -1;
  let score = 0;
  for (let index = 0; index < runners.length; index++) {
    const found = runners[index]?.best?.score ?? 0;
    if (found > score) {
      first = index;
      score = found;
    }
  }
  return first;
}

function versionOf(candidate: Candidate, outlook: Outlook): number {
  let version = 0;
  for (const { technique } of creditsOrNone(candidate)) version += outlook.version(technique);
  return version;
}

/** Every day and kind that can be tried now, far enough from the candidate's own placements. */
function optionsOf(track: Track, index: number, schedule: Schedule, help: GreedyHelp): Option[] {
  const { candidate } = track;
  const options: Option[] = [];
  const before = help.plannedBefore(candidate);
  for (const day of triedDays(candidate.notBefore, schedule.calendar.length, index, before)) {
    for (const { kind, minutes } of candidate.kinds) {
      const placement: Placement = { day, kind, minutes };
      if (!schedule.allows(track, placement)) continue;
      const inertia = before?.get(day)?.includes(kind) ? planParameters.inertia : 1;
      options.push({ placement, lent: schedule.lentWith(track, placement), inertia });
    }
  }
  return options;
}

/** The best of the options that are still open; days only fill up, so those that are not are let go. */
function bestOf(track: Track, options: Option[], { calendar, outlook }: Schedule): Best | null {
  const worth = worthOf(track.candidate, outlook);
  let first: Option | null = null;
  let firstScore = 0;
  let open = 0;
  for (const option of options) {
    const { placement, lent, inertia } = option;
    const { day, kind, minutes } = placement;
    if (!calendar.isOpen(day, kind, minutes)) continue;
    options[open++] = option;
    const gain = (gainBy(worth, track.lent, lent) / (minutes + planParameters.switching)) * inertia;
    if (gain <= firstScore) continue;
    const score = gain * (calendar.hasTechnique(day, track.candidate.technique) ? planParameters.sameTechnique : 1);
    if (score > firstScore) [first, firstScore] = [option, score];
  }
  options.length = open;
  return first && { option: first, score: firstScore, version: versionOf(track.candidate, outlook) };
}
