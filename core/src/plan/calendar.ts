import type { TechniqueId } from '../log/technique';
import type { Candidate, Placement } from './candidate';
import type { Target } from './horizon';
import { planParameters } from './parameters';

/** An item that has its day. */
export interface Placed {
  readonly candidate: Candidate;
  readonly placement: Placement;
  readonly isPinned: boolean;
  /** Readiness gained when it was chosen, per minute of work and switching. */
  readonly gainPerMinute: number;
}

/** The days of a plan, what is left of their minutes, and what they hold. */
export class Calendar {
  readonly placed: readonly Placed[][];
  private readonly techniques: readonly Set<TechniqueId>[];
  private readonly fresh: number[];
  /** Days that two reviews of one problem must lie apart. */
  readonly leastGap: number;
  private readonly light: readonly boolean[];

  constructor(
    /** Minutes left by day. */
    private readonly left: number[],
    targets: readonly Target[],
  ) {
    this.placed = left.map(() => []);
    this.techniques = left.map(() => new Set());
    this.fresh = left.map(() => 0);
    this.leastGap = Math.max(planParameters.leastGap.days, Math.round(planParameters.leastGap.share * left.length));
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

  /** Whether something of this length can go there, by minutes and by the rule of light last days. */
  hasRoom(day: number, minutes: number): boolean {
    return minutes <= this.leftOn(day) && !(this.light[day] && minutes > planParameters.lightMinutes);
  }

  hasTechnique(day: number, technique: TechniqueId | null): boolean {
    return technique !== null && (this.techniques[day]?.has(technique) ?? false);
  }

  freshOn(day: number): number {
    return this.fresh[day] ?? 0;
  }

  place(item: Placed): void {
    const { day, minutes } = item.placement;
    this.left[day] = this.leftOn(day) - minutes;
    this.placed[day]?.push(item);
    if (item.candidate.technique !== null) this.techniques[day]?.add(item.candidate.technique);
    if (item.placement.kind === 'fresh') this.fresh[day] = this.freshOn(day) + 1;
  }

  /** Minutes left over all days. */
  totalLeft(): number {
    return this.left.reduce((sum, minutes) => sum + minutes, 0);
  }
}
