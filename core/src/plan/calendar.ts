import type { TechniqueId } from '../log/technique';
import type { Placement } from './candidate';
import { type Target, leastGapIn } from './horizon';
import { planParameters } from './parameters';
import type { PlannedKind } from './plan';
import type { Track } from './track';

/** An item that has its day. */
export interface Placed {
  readonly track: Track;
  readonly placement: Placement;
  readonly isPinned: boolean;
}

/** The days of a plan, what is left of their minutes, and what they hold. */
export class Calendar {
  readonly placed: readonly Placed[][];
  /** Days that two reviews of one problem must lie apart. */
  readonly leastGap: number;
  private readonly light: readonly boolean[];

  private readonly minutes: readonly number[];
  /** How many items of each technique, and how many fresh problems, each day has. */
  private readonly techniques: readonly Map<TechniqueId, number>[];
  private readonly fresh: number[];

  constructor(
    /** Minutes left by day. */
    private readonly left: number[],
    targets: readonly Target[],
  ) {
    this.minutes = [...left];
    this.placed = left.map(() => []);
    this.techniques = left.map(() => new Map<TechniqueId, number>());
    this.fresh = left.map(() => 0);
    this.leastGap = leastGapIn(left.length);
    this.light = left.map((_, day) =>
      targets.some(
        (target) =>
          target.interviewId !== null && target.day - day >= 0 && target.day - day <= planParameters.lightDays,
      ),
    );
  }

  get length(): number {
    return this.left.length;
  }

  leftOn(day: number): number {
    return this.left[day] ?? 0;
  }

  /** Minutes of the day before anything was placed. */
  minutesOn(day: number): number {
    return this.minutes[day] ?? 0;
  }

  /** Whether an item could go there if nothing else did: by minutes and by the rule of light last days. */
  admits(day: number, kind: PlannedKind, minutes: number): boolean {
    return minutes <= this.minutesOn(day) && (!this.light[day] || planParameters.lightKinds.includes(kind));
  }

  /** The same beside what is there. */
  hasRoom(day: number, kind: PlannedKind, minutes: number): boolean {
    return minutes <= this.leftOn(day) && this.admits(day, kind, minutes);
  }

  /** Whether an item can go there: as `hasRoom`, and not too many fresh problems on one day. */
  isOpen(day: number, kind: PlannedKind, minutes: number): boolean {
    return this.hasRoom(day, kind, minutes) && (kind !== 'fresh' || this.freshOn(day) < planParameters.freshPerDay);
  }

  hasTechnique(day: number, technique: TechniqueId | null): boolean {
    return technique !== null && (this.techniques[day]?.get(technique) ?? 0) > 0;
  }

  freshOn(day: number): number {
    return this.fresh[day] ?? 0;
  }

  itemsOn(day: number): readonly Placed[] {
    return this.placed[day] ?? [];
  }

  place(item: Placed): void {
    const { day, minutes } = item.placement;
    this.left[day] = this.leftOn(day) - minutes;
    this.placed[day]?.push(item);
    this.count(item, 1);
  }

  remove(track: Track, placement: Placement): void {
    const items = this.placed[placement.day] ?? [];
    const index = items.findIndex((item) => item.track === track && item.placement === placement);
    if (index < 0) return;
    const [removed] = items.splice(index, 1);
    this.left[placement.day] = this.leftOn(placement.day) + placement.minutes;
    if (removed) this.count(removed, -1);
  }

  private count({ track, placement: { day, kind } }: Placed, change: 1 | -1): void {
    const { technique } = track.candidate;
    const counts = this.techniques[day];
    if (technique !== null) counts?.set(technique, (counts.get(technique) ?? 0) + change);
    if (kind === 'fresh') this.fresh[day] = this.freshOn(day) + change;
  }

  /** Minutes left over all days. */
  totalLeft(): number {
    return this.left.reduce((sum, minutes) => sum + minutes, 0);
  }
}
