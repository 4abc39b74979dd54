import type { Calendar } from './calendar';
import { type Candidate, type Placement, lentAtTargets, triedDays, withPlacement } from './candidate';
import type { Target } from './horizon';
import type { Outlook } from './outlook';
import { planParameters } from './parameters';

/** A candidate while the plan grows around it. */
export interface Track {
  readonly candidate: Candidate;
  placements: Placement[];
  /** What it lends at each target with these placements. */
  recalls: number[];
  best: Best | null;
  /** What can be tried next; null until it is needed, and again after every placement. */
  options: Option[] | null;
}

/** One more placement, and the recalls at the targets that it would lead to. */
interface Option {
  readonly placement: Placement;
  readonly recalls: number[];
  readonly inertia: number;
}

interface Best {
  readonly option: Option;
  /** Readiness per minute, without inertia and penalties. */
  readonly gainPerMinute: number;
  /** What candidates are compared by. */
  readonly score: number;
  readonly version: number;
}

export interface GreedyHelp {
  /** Whether the previous plan held this there. */
  readonly wasPlanned: (candidate: Candidate, placement: Placement) => boolean;
  /** Reports the share done; false stops. */
  readonly onProgress: (share: number) => boolean;
}

/**
 * Fills the calendar by the largest gain per minute, each gain computed by the model at the interview days with
 * everything placed so far. Gains only fall as a technique fills up, so a gain is judged again only when its candidate
 * comes to the front with an old one (lazy greedy: Minoux 1978). Successors of what is placed are added to `tracks`.
 */
export function fillGreedily(
  tracks: Track[],
  calendar: Calendar,
  outlook: Outlook,
  targets: readonly Target[],
  help: GreedyHelp,
): void {
  const total = Math.max(calendar.totalLeft(), 1);
  const search = (track: Track, index: number): void => {
    track.options ??= optionsOf(track, index, calendar, targets, help);
    track.best = bestOf(track, track.options, calendar, outlook);
  };
  tracks.forEach(search);
  for (let round = 0; ; round++) {
    const index = foremost(tracks);
    const track = tracks[index];
    if (!track?.best) return;
    if (round % 64 === 0 && !help.onProgress(1 - calendar.totalLeft() / total)) return;
    const { best, candidate } = track;
    if (!isOpen(calendar, best.option.placement)) {
      search(track, index);
    } else if (best.version !== versionOf(candidate, outlook)) {
      track.best = bestOf(track, [best.option], calendar, outlook);
    } else {
      const { placement, recalls } = best.option;
      calendar.place({ candidate, placement, isPinned: false, gainPerMinute: best.gainPerMinute });
      take(track, placement, recalls, outlook);
      search(track, index);
      const next = successorOf(track, targets);
      if (next) search(next, tracks.push(next) - 1);
    }
  }
}

/** A track without placements. */
export function trackOf(candidate: Candidate, targets: readonly Target[]): Track {
  return {
    candidate,
    placements: [],
    recalls: lentAtTargets(candidate.memory, [], targets),
    best: null,
    options: null,
  };
}

/** The track that becomes open by what was placed on this one. */
export function successorOf({ candidate }: Track, targets: readonly Target[]): Track | null {
  return candidate.successor && trackOf(candidate.successor, targets);
}

/** Notes a placement in its track and in the outlook. */
export function take(track: Track, placement: Placement, recalls: number[], outlook: Outlook): void {
  const amounts = recalls.map((recall, index) => recall - (track.recalls[index] ?? 0));
  for (const { technique, share } of creditsOrNone(track.candidate)) {
    const part = amounts.map((amount) => amount * share);
    outlook.add(technique, part);
  }
  track.placements = withPlacement(track.placements, placement);
  track.recalls = recalls;
  track.options = null;
}

/** Readiness that going from the track's recalls to these would add, all targets together. */
export function gainOf(track: Track, recalls: readonly number[], outlook: Outlook): number {
  return gainBy(worthOf(track.candidate, outlook), track.recalls, recalls);
}

export function creditsOrNone(
  candidate: Candidate,
): readonly { readonly technique: string | null; readonly share: number }[] {
  return candidate.credits.length > 0 ? candidate.credits : noTechnique;
}

const noTechnique = [{ technique: null, share: 1 }] as const;

/** Readiness per unit of this candidate's recall at each target. */
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

function foremost(tracks: readonly Track[]): number {
  let first = -1;
  let score = 0;
  for (let index = 0; index < tracks.length; index++) {
    const found = tracks[index]?.best?.score ?? 0;
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

function isOpen(calendar: Calendar, { day, kind, minutes }: Placement): boolean {
  return calendar.hasRoom(day, minutes) && (kind !== 'fresh' || calendar.freshOn(day) < planParameters.freshPerDay);
}

/** How much less a gain counts where its day has the technique already. */
function crowdingOn(calendar: Calendar, { day }: Placement, { technique }: Candidate): number {
  return calendar.hasTechnique(day, technique) ? planParameters.sameTechnique : 1;
}

/** Every day and kind that can be tried now, far enough from the candidate's own placements. */
function optionsOf(
  track: Track,
  index: number,
  calendar: Calendar,
  targets: readonly Target[],
  help: GreedyHelp,
): Option[] {
  const { candidate, placements } = track;
  const options: Option[] = [];
  if (placements.length >= candidate.most) return options;
  for (const day of triedDays(candidate.notBefore, calendar.length, index)) {
    if (placements.some((placement) => Math.abs(placement.day - day) < calendar.leastGap)) continue;
    for (const { kind, minutes } of candidate.kinds) {
      const placement: Placement = { day, kind, minutes };
      if (!isOpen(calendar, placement)) continue;
      const recalls = lentAtTargets(candidate.memory, placements, targets, placement);
      options.push({ placement, recalls, inertia: help.wasPlanned(candidate, placement) ? planParameters.inertia : 1 });
    }
  }
  return options;
}

function bestOf(track: Track, options: readonly Option[], calendar: Calendar, outlook: Outlook): Best | null {
  const worth = worthOf(track.candidate, outlook);
  let first: Option | null = null;
  let [firstGain, firstScore] = [0, 0];
  for (const option of options) {
    const { placement, recalls, inertia } = option;
    const gain = gainBy(worth, track.recalls, recalls) / (placement.minutes + planParameters.switching);
    // Penalties only lower a score, so most options are done with before their day is looked at.
    if (gain * inertia <= firstScore || !isOpen(calendar, placement)) continue;
    const score = gain * inertia * crowdingOn(calendar, placement, track.candidate);
    if (score > firstScore) [first, firstGain, firstScore] = [option, gain, score];
  }
  return (
    first && {
      option: first,
      gainPerMinute: firstGain,
      score: firstScore,
      version: versionOf(track.candidate, outlook),
    }
  );
}
