import type { Calendar } from './calendar';
import { type Candidate, type Placement, recallsAtTargets, withPlacement } from './candidate';
import type { Target } from './horizon';
import type { Outlook } from './outlook';
import { planParameters } from './parameters';

/** A candidate while the plan grows around it. */
export interface Track {
  readonly candidate: Candidate;
  placements: Placement[];
  recalls: number[];
  best: Best | null;
}

interface Best {
  readonly placement: Placement;
  readonly recalls: number[];
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
 * everything placed so far. Gains only fall as a technique fills up, so a gain is computed again only when its
 * candidate comes to the front with an old one (lazy greedy: Minoux 1978).
 */
export function fillGreedily(tracks: readonly Track[], calendar: Calendar, outlook: Outlook, targets: readonly Target[], help: GreedyHelp): void {
  const total = Math.max(calendar.totalLeft(), 1);
  for (const track of tracks) track.best = findBest(track, calendar, outlook, targets, help);
  for (let round = 0; ; round++) {
    const track = foremost(tracks);
    if (!track?.best) return;
    if (round % 32 === 0 && !help.onProgress(1 - calendar.totalLeft() / total)) return;
    const { best, candidate } = track;
    if (isStale(track, best, calendar, outlook)) {
      track.best = findBest(track, calendar, outlook, targets, help);
      continue;
    }
    calendar.place({ candidate, placement: best.placement, isPinned: false, gainPerMinute: best.gainPerMinute });
    take(track, best.placement, best.recalls, outlook);
    track.best = findBest(track, calendar, outlook, targets, help);
  }
}

/** Notes a placement in its track and in the outlook. */
export function take(track: Track, placement: Placement, recalls: number[], outlook: Outlook): void {
  addRecall(outlook, track.candidate, recalls.map((recall, index) => recall - (track.recalls[index] ?? 0)));
  track.placements = withPlacement(track.placements, placement);
  track.recalls = recalls;
}

/** Readiness that a placement would add, all targets together. */
export function gainOf(track: Track, recalls: readonly number[], outlook: Outlook): number {
  let gain = 0;
  for (const { technique, share } of creditsOrNone(track.candidate)) {
    const worth = outlook.worth(technique);
    for (let i = 0; i < recalls.length; i++) gain += (worth[i] ?? 0) * share * ((recalls[i] ?? 0) - (track.recalls[i] ?? 0));
  }
  return gain * track.candidate.bonus;
}

export function addRecall(outlook: Outlook, candidate: Candidate, amounts: readonly number[]): void {
  for (const { technique, share } of creditsOrNone(candidate)) outlook.add(technique, amounts.map((amount) => amount * share));
}

export function creditsOrNone(candidate: Candidate): readonly { readonly technique: string | null; readonly share: number }[] {
  return candidate.credits.length > 0 ? candidate.credits : [{ technique: null, share: 1 }];
}

function foremost(tracks: readonly Track[]): Track | null {
  let first: Track | null = null;
  for (const track of tracks) if (track.best && (!first?.best || track.best.score > first.best.score)) first = track;
  return first;
}

function isStale(track: Track, best: Best, calendar: Calendar, outlook: Outlook): boolean {
  return best.version !== versionOf(track.candidate, outlook) || !isAllowed(track, best.placement, calendar);
}

function versionOf(candidate: Candidate, outlook: Outlook): number {
  return creditsOrNone(candidate).reduce((sum, { technique }) => sum + outlook.version(technique), 0);
}

function isAllowed(track: Track, { day, kind, minutes }: Placement, calendar: Calendar): boolean {
  return (
    calendar.hasRoom(day, minutes) &&
    (kind !== 'fresh' || calendar.freshOn(day) < planParameters.freshPerDay) &&
    !track.placements.some((placement) => placement.day === day)
  );
}

function findBest(track: Track, calendar: Calendar, outlook: Outlook, targets: readonly Target[], help: GreedyHelp): Best | null {
  const { candidate } = track;
  if (track.placements.length >= candidate.most) return null;
  const version = versionOf(candidate, outlook);
  let best: Best | null = null;
  for (let day = Math.max(candidate.notBefore, 0); day < calendar.length; day++) {
    for (const { kind, minutes } of candidate.kinds) {
      const placement: Placement = { day, kind, minutes };
      if (!isAllowed(track, placement, calendar)) continue;
      const recalls = recallsAtTargets(candidate.memory, withPlacement(track.placements, placement), targets);
      const gainPerMinute = gainOf(track, recalls, outlook) / (minutes + planParameters.switching);
      if (gainPerMinute <= 0) continue;
      const crowding = calendar.hasTechnique(day, candidate.technique) ? planParameters.sameTechnique : 1;
      const inertia = help.wasPlanned(candidate, placement) ? planParameters.inertia : 1;
      const score = gainPerMinute * crowding * inertia;
      if (!best || score > best.score) best = { placement, recalls, gainPerMinute, score, version };
    }
  }
  return best;
}
