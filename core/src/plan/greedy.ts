import type { Calendar } from './calendar';
import { type Candidate, type Placement, recallsAtTargets, triedDays, withPlacement } from './candidate';
import type { Target } from './horizon';
import type { Outlook } from './outlook';
import { planParameters } from './parameters';

/** A candidate while the plan grows around it. */
export interface Track {
  readonly candidate: Candidate;
  placements: Placement[];
  recalls: number[];
  best: Best | null;
  /** What each placement that can be tried would lead to; null until it is needed, and again after every placement. */
  options: Option[] | null;
}

/** One more placement and the recalls at the targets that it would lead to. */
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
 * comes to the front with an old one (lazy greedy: Minoux 1978), and its days are searched again only when the one it
 * wanted is full.
 */
export function fillGreedily(
  tracks: readonly Track[],
  calendar: Calendar,
  outlook: Outlook,
  targets: readonly Target[],
  help: GreedyHelp,
): void {
  const total = Math.max(calendar.totalLeft(), 1);
  const search = (track: Track, index: number): void => {
    track.options ??= optionsOf(track, index, calendar, targets, help);
    track.best = findBest(track, calendar, outlook);
  };
  tracks.forEach(search);
  for (let round = 0; ; round++) {
    const index = foremost(tracks);
    const track = tracks[index];
    if (!track?.best) return;
    if (round % 64 === 0 && !help.onProgress(1 - calendar.totalLeft() / total)) return;
    const { best, candidate } = track;
    if (!isAllowed(track, best.option.placement, calendar)) {
      search(track, index);
    } else if (best.version !== versionOf(candidate, outlook)) {
      track.best = judge(track, best.option, calendar, outlook);
    } else {
      calendar.place({
        candidate,
        placement: best.option.placement,
        isPinned: false,
        gainPerMinute: best.gainPerMinute,
      });
      take(track, best.option.placement, best.option.recalls, outlook);
      search(track, index);
    }
  }
}

/** Notes a placement in its track and in the outlook. */
export function take(track: Track, placement: Placement, recalls: number[], outlook: Outlook): void {
  addRecall(
    outlook,
    track.candidate,
    recalls.map((recall, index) => recall - (track.recalls[index] ?? 0)),
  );
  track.placements = withPlacement(track.placements, placement);
  track.recalls = recalls;
  track.options = null;
}

/** Readiness that a placement would add, all targets together. */
export function gainOf(track: Track, recalls: readonly number[], outlook: Outlook): number {
  let gain = 0;
  for (const { technique, share } of creditsOrNone(track.candidate)) {
    const worth = outlook.worth(technique);
    for (let i = 0; i < recalls.length; i++)
      gain += (worth[i] ?? 0) * share * ((recalls[i] ?? 0) - (track.recalls[i] ?? 0));
  }
  return gain * track.candidate.bonus;
}

export function addRecall(outlook: Outlook, candidate: Candidate, amounts: readonly number[]): void {
  for (const { technique, share } of creditsOrNone(candidate))
    outlook.add(
      technique,
      amounts.map((amount) => amount * share),
    );
}

export function creditsOrNone(
  candidate: Candidate,
): readonly { readonly technique: string | null; readonly share: number }[] {
  return candidate.credits.length > 0 ? candidate.credits : [{ technique: null, share: 1 }];
}

function foremost(tracks: readonly Track[]): number {
  let first = -1;
  let score = 0;
  tracks.forEach(({ best }, index) => {
    if (best && best.score > score) {
      first = index;
      score = best.score;
    }
  });
  return first;
}

function versionOf(candidate: Candidate, outlook: Outlook): number {
  return creditsOrNone(candidate).reduce((sum, { technique }) => sum + outlook.version(technique), 0);
}

function isAllowed(track: Track, { day, kind, minutes }: Placement, calendar: Calendar): boolean {
  return (
    calendar.hasRoom(day, minutes) &&
    (kind !== 'fresh' || calendar.freshOn(day) < planParameters.freshPerDay) &&
    !track.placements.some((placement) => Math.abs(placement.day - day) < calendar.leastGap)
  );
}

/** How much less a gain counts for what stands on its day, or for a fresh slot beside it. */
function crowdingOn(calendar: Calendar, { day, kind }: Placement, { technique }: Candidate): number {
  const isBesideFresh = kind === 'fresh' && calendar.freshOn(day - 1) + calendar.freshOn(day + 1) > 0;
  return (
    (calendar.hasTechnique(day, technique) ? planParameters.sameTechnique : 1) *
    (isBesideFresh ? planParameters.freshCrowding : 1)
  );
}

function optionsOf(
  track: Track,
  index: number,
  calendar: Calendar,
  targets: readonly Target[],
  help: GreedyHelp,
): Option[] {
  const { candidate, placements } = track;
  if (placements.length >= candidate.most) return [];
  return triedDays(candidate.notBefore, calendar.length, index).flatMap((day) =>
    candidate.kinds.map(({ kind, minutes }): Option => {
      const placement: Placement = { day, kind, minutes };
      const recalls = recallsAtTargets(candidate.memory, withPlacement(placements, placement), targets);
      return { placement, recalls, inertia: help.wasPlanned(candidate, placement) ? planParameters.inertia : 1 };
    }),
  );
}

function findBest(track: Track, calendar: Calendar, outlook: Outlook): Best | null {
  let best: Best | null = null;
  for (const option of track.options ?? []) {
    if (!isAllowed(track, option.placement, calendar)) continue;
    const judged = judge(track, option, calendar, outlook);
    if (judged && (!best || judged.score > best.score)) best = judged;
  }
  return best;
}

function judge(track: Track, option: Option, calendar: Calendar, outlook: Outlook): Best | null {
  const { placement, recalls, inertia } = option;
  const gainPerMinute = gainOf(track, recalls, outlook) / (placement.minutes + planParameters.switching);
  if (gainPerMinute <= 0) return null;
  const score = gainPerMinute * crowdingOn(calendar, placement, track.candidate) * inertia;
  return { option, gainPerMinute, score, version: versionOf(track.candidate, outlook) };
}
