import type { WayOfLearning } from '../../estimate/worked';
import type { Calendar } from './calendar';
import { type Placement, lentAtTargets, withPlacement } from '../model/candidate';
import type { Target } from '../model/horizon';
import type { Outlook } from '../model/outlook';
import { planParameters } from '../parameters';
import { isSpaced } from '../model/spacing';
import { type Track, creditsOrNone } from '../model/track';

/** What lies where, and what it is worth: calendar, tracks and outlook change together. */
export class Schedule {
  constructor(
    readonly calendar: Calendar,
    readonly outlook: Outlook,
    readonly targets: readonly Target[],
    readonly way: WayOfLearning,
  ) {}

  /** What a track would lend at each target with more placements. */
  lentWith({ candidate: { worked }, placements }: Track, ...more: readonly Placement[]): number[] {
    return lentAtTargets(worked, more.reduce(withPlacement, placements), this.targets, this.way);
  }

  put(track: Track, placement: Placement, isPinned = false): void {
    this.calendar.place(track, placement, isPinned);
    this.change(track, withPlacement(track.placements, placement));
  }

  takeOut(track: Track, placement: Placement): void {
    this.calendar.remove(track, placement);
    this.change(
      track,
      track.placements.filter((it) => it !== placement),
    );
  }

  /** Importance-weighted readiness that the track adds, at all targets together, by lending this instead of what it lends now. */
  gainOf(track: Track, lent: readonly number[]): number {
    return this.gainsOf(track, lent).reduce((sum, gain) => sum + gain, 0);
  }

  /** The same by target, without its importance where `isPlain`. */
  gainsOf(track: Track, lent: readonly number[], isPlain = false): number[] {
    const gains = this.targets.map(() => 0);
    for (const { technique, share } of creditsOrNone(track.candidate))
      this.outlook.addGains(gains, technique, track.lent, lent, share, isPlain);
    return gains;
  }

  /** Importance-weighted readiness that would be lost without the placement, for every minute of work and of getting into it. */
  gainPerMinute(track: Track, placement: Placement): number {
    const placements = track.placements.filter((it) => it !== placement);
    const without = lentAtTargets(track.candidate.worked, placements, this.targets, this.way);
    return -this.gainOf(track, without) / (placement.minutes + planParameters.switching);
  }

  /** Whether the day has the minutes and the slot, and is far enough from the track's other placements. */
  allows(track: Track, placement: Placement): boolean {
    const { candidate, placements } = track;
    return (
      placement.day >= candidate.notBefore &&
      placements.length < candidate.most &&
      this.calendar.isOpen(placement.day, placement, candidate) &&
      this.isSpaced(track, placement.day)
    );
  }

  /** What is solved for the first time in the plan has its first review some days later, and no other before it is logged. */
  isSpaced({ candidate, placements }: Track, day: number): boolean {
    const planned = placements.map((it) => it.day);
    const [first] = planned;
    const [, latest] = planParameters.followUp.after;
    if (candidate.worked.memory === null && first !== undefined && (day < first || day > first + latest)) return false;
    return isSpaced(candidate.spacing, planned, day, this.calendar.length);
  }

  private change(track: Track, placements: readonly Placement[]): void {
    const lent = lentAtTargets(track.candidate.worked, placements, this.targets, this.way);
    for (const { technique, share } of creditsOrNone(track.candidate))
      this.outlook.add(technique, track.lent, lent, share);
    track.placements = placements;
    track.lent = lent;
  }
}
