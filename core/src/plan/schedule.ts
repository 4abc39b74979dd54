import type { Calendar } from './calendar';
import { type Placement, lentAtTargets, withPlacement } from './candidate';
import type { Target } from './horizon';
import type { Outlook } from './outlook';
import { planParameters } from './parameters';
import { type Track, creditsOrNone } from './track';

/** What lies where, and what it is worth: calendar, tracks and outlook change together. */
export class Schedule {
  /** What a fresh problem lends by the day on which it is worked: the same for every technique. */
  private readonly freshLent = new Map<number, number[]>();

  constructor(
    readonly calendar: Calendar,
    readonly outlook: Outlook,
    readonly targets: readonly Target[],
  ) {}

  /** What a track would lend at each target with one more placement. */
  lentWith({ candidate: { memory }, placements }: Track, placement: Placement): number[] {
    if (placement.kind !== 'fresh' || placements.length > 0)
      return lentAtTargets(memory, placements, this.targets, placement);
    let lent = this.freshLent.get(placement.day);
    if (!lent) this.freshLent.set(placement.day, (lent = lentAtTargets(null, [], this.targets, placement)));
    return lent;
  }

  put(track: Track, placement: Placement, isPinned = false, lent = this.lentWith(track, placement)): void {
    this.calendar.place({ track, placement, isPinned });
    this.change(track, withPlacement(track.placements, placement), lent);
  }

  takeOut(track: Track, placement: Placement): void {
    this.calendar.remove(track, placement);
    const placements = track.placements.filter((it) => it !== placement);
    this.change(track, placements, lentAtTargets(track.candidate.memory, placements, this.targets));
  }

  /** Readiness that the track adds, at all targets together, by lending this instead of what it lends now. */
  gainOf(track: Track, lent: readonly number[]): number {
    let gain = 0;
    for (const { technique, share } of creditsOrNone(track.candidate))
      gain += this.outlook.gainOf(technique, track.lent, lent, share);
    return gain;
  }

  /** Readiness that would be lost without the placement, for every minute of work and of getting into it. */
  gainPerMinute(track: Track, placement: Placement): number {
    const placements = track.placements.filter((it) => it !== placement);
    const without = lentAtTargets(track.candidate.memory, placements, this.targets);
    return -this.gainOf(track, without) / (placement.minutes + planParameters.switching);
  }

  /** Whether the day has the minutes and the slot, and is far enough from the track's other placements. */
  allows({ candidate, placements }: Track, { day, kind, minutes }: Placement): boolean {
    return (
      day >= candidate.notBefore &&
      placements.length < candidate.most &&
      this.calendar.isOpen(day, kind, minutes) &&
      !placements.some((other) => Math.abs(other.day - day) < this.calendar.leastGap)
    );
  }

  private change(track: Track, placements: readonly Placement[], lent: readonly number[]): void {
    const before = track.lent;
    for (const { technique, share } of creditsOrNone(track.candidate)) this.outlook.add(technique, before, lent, share);
    track.placements = placements;
    track.lent = lent;
  }
}
