import { at } from '../../at';
import type { Shares } from '../../model/interview';
import type { TechniqueId } from '../../model/technique';
import type { Candidate, Placement } from '../model/candidate';
import type { Target } from '../model/horizon';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import type { CandidateState } from '../model/candidate-state';

/** An item that has its day. */
export interface Placed {
  readonly state: CandidateState;
  readonly placement: Placement;
  readonly isPinned: boolean;
  /** Minutes of it on its own day; what is missing to the whole goes on the day after `goesOn`. */
  readonly minutesThen: number;
  /** The day on which the rest is done; null where all is done at once. */
  readonly goesOn: number | null;
}

/** What is known of a day before anything is planned. */
export interface GivenDay {
  /** Minutes that the person has, and those that are done already. */
  readonly budget: number;
  readonly done: number;
  /** The main techniques of new problems that were begun on it already. */
  readonly fresh: readonly (TechniqueId | null)[];
  /** Those of all that was worked on it. */
  readonly techniques: readonly (TechniqueId | null)[];
  /** An interview took place on it: what is left of the day stays light. */
  readonly hadInterview: boolean;
}

const { softly, begunWith, lightMinutes, lightKinds, minutesPerFresh, shortDay } = planParameters;

/** The days of a plan, what is left of their minutes, and what they hold. */
export class Calendar {
  readonly placed: readonly Placed[][];
  private readonly light: readonly (Shares | null)[];
  /** Minutes of the whole day, what of them items may take, and what of that is left. */
  private readonly whole: readonly number[];
  private readonly max: readonly number[];
  private readonly left: number[];
  /** How many items of each technique, with those that were worked, and how many fresh problems, each day has. */
  private readonly techniques: readonly Map<TechniqueId, number>[];
  private readonly fresh: number[];
  private readonly freshOfTechniques: readonly Map<TechniqueId, number>[];
  private readonly maxFresh: readonly number[];

  /** `freshMinutes` is what something new takes. */
  constructor(
    given: readonly GivenDay[],
    targets: readonly Target[],
    private readonly freshMinutes: number,
  ) {
    this.placed = given.map(() => []);
    this.light = given.map((_, day) => lightFor(day, targets));
    this.whole = given.map(({ budget, hadInterview }, day) =>
      Math.min(
        Math.round(budget * softly),
        this.light[day] ? lightLimit(day, targets) : Infinity,
        hadInterview ? lightMinutes[0] : Infinity,
      ),
    );
    this.max = given.map(({ done }, day) => Math.max(at(this.whole, day) - done, 0));
    this.left = [...this.max];
    this.techniques = given.map(({ techniques }) => tallyOf(techniques));
    this.fresh = given.map(({ fresh }) => fresh.length);
    this.freshOfTechniques = given.map(({ fresh }) => tallyOf(fresh));
    this.maxFresh = given.map(({ budget }) => Math.max(Math.round(budget / minutesPerFresh), 1));
  }

  get length(): number {
    return this.max.length;
  }

  leftOn(day: number): number {
    return at(this.left, day);
  }

  /** Minutes that items of the day may take together. */
  minutesOn(day: number): number {
    return at(this.max, day);
  }

  maxFreshOn(day: number): number {
    return at(this.maxFresh, day);
  }

  /** Whether a day right before an interview is kept for light items that it asks for. */
  isTooHeavy(day: number, kind: PlannedKind, { technique }: Pick<Candidate, 'technique'>): boolean {
    const shares = this.light[day];
    return !!shares && (!lightKinds.includes(kind) || technique === null || !shares.has(technique));
  }

  /** Whether a day has only time for something short, or is kept light. */
  isShort(day: number): boolean {
    return !!this.light[day] || at(this.whole, day) <= Math.round(shortDay * softly);
  }

  /** Whether an item could go there if nothing else did, as far as minutes go. Beyond its days nothing can. */
  admits(day: number, minutes: number): boolean {
    if (day >= this.length) return false;
    return minutes <= this.minutesOn(day) || this.nextFor(day, minutes, this.max) !== null;
  }

  /** The same beside what is there. */
  hasRoom(day: number, minutes: number): boolean {
    if (day >= this.length) return false;
    return minutes <= this.leftOn(day) || this.nextFor(day, minutes, this.left) !== null;
  }

  /** Whether an item can go there: room, not too heavy, and not too many fresh problems on one day. */
  isOpen(day: number, { kind, minutes }: Pick<Placement, 'kind' | 'minutes'>, candidate: Candidate): boolean {
    return (
      this.hasRoom(day, minutes) &&
      !this.isTooHeavy(day, kind, candidate) &&
      (kind !== 'fresh' || this.freshOn(day) < this.maxFreshOn(day))
    );
  }

  /** Whether so many minutes more on a day take the place of nothing new. */
  sparesFresh(day: number, minutes: number): boolean {
    const left = this.leftOn(day);
    return minutes <= left && this.freshRoomOn(day, left) === this.freshRoomOn(day, left - minutes);
  }

  hasTechnique(day: number, technique: TechniqueId | null): boolean {
    return this.countOf(day, technique) > 0;
  }

  /** Whether a day that has a technique would be more than half of it with one more: two of it would stand in a row. */
  repeats(day: number, technique: TechniqueId | null): boolean {
    const own = this.countOf(day, technique);
    const all = [...(this.techniques[day]?.values() ?? [])].reduce((sum, count) => sum + count, 0);
    return own > 0 && 2 * own >= all;
  }

  freshOn(day: number): number {
    return at(this.fresh, day);
  }

  /** How many fresh problems of a technique a day has. */
  freshOfTechniqueOn(day: number, technique: TechniqueId | null): number {
    return technique === null ? 0 : (this.freshOfTechniques[day]?.get(technique) ?? 0);
  }

  itemsOn(day: number): readonly Placed[] {
    return this.placed[day] ?? [];
  }

  place(state: CandidateState, placement: Placement, isPinned: boolean): void {
    const { day, minutes } = placement;
    const goesOn = minutes <= this.leftOn(day) ? null : this.nextFor(day, minutes, this.left);
    const minutesThen = goesOn === null ? minutes : Math.min(this.leftOn(day), minutes - minRest);
    this.take(day, minutesThen);
    if (goesOn !== null) this.take(goesOn, minutes - minutesThen);
    const item = { state, placement, isPinned, minutesThen, goesOn };
    this.placed[day]?.push(item);
    this.count(item, 1);
  }

  remove(state: CandidateState, placement: Placement): void {
    const items = this.placed[placement.day] ?? [];
    const index = items.findIndex((item) => item.state === state && item.placement === placement);
    const [removed] = index < 0 ? [] : items.splice(index, 1);
    if (!removed) return;
    this.take(placement.day, -removed.minutesThen);
    if (removed.goesOn !== null) this.take(removed.goesOn, removed.minutesThen - placement.minutes);
    this.count(removed, -1);
  }

  /** Minutes left over all days. */
  totalLeft(): number {
    return this.left.reduce((sum, minutes) => sum + minutes, 0);
  }

  /** The next day with any minutes, for the rest of what is longer than this day; null where that does not help. */
  private nextFor(day: number, minutes: number, left: readonly number[]): number | null {
    const here = at(left, day);
    if (minutes <= at(this.whole, day) || here < begunWith) return null;
    for (let next = day + 1; next < this.length && next <= day + longestPause; next++) {
      if (this.minutesOn(next) === 0) continue;
      const rest = Math.max(minutes - here, minRest);
      return !this.light[next] && at(left, next) >= rest ? next : null;
    }
    return null;
  }

  /** Minutes more, or fewer again, that items of a day may take. */
  extend(day: number, minutes: number): void {
    this.take(day, -minutes);
  }

  /**
   * Minutes that what was planned for a day may go over it once the day has begun, as something may have taken longer; none
   * any more when all its minutes are done.
   */
  graceOn(day: number): number {
    const whole = at(this.whole, day);
    return whole - this.minutesOn(day) < Math.round(whole / softly) ? this.overOn(day) : 0;
  }

  /**
   * Minutes of a day that has begun that are over those which the person has: what was planned may take them, but nothing is
   * added there, so that whoever has done all that was planned is through.
   */
  overOn(day: number): number {
    const whole = at(this.whole, day);
    return this.minutesOn(day) < whole ? Math.round(whole - whole / softly) : 0;
  }

  /** How many new problems still have a place on a day with so many minutes left. */
  private freshRoomOn(day: number, left: number): number {
    if (this.light[day]) return 0;
    const isLonger = this.freshMinutes > at(this.whole, day);
    const fitting = isLonger ? (left >= begunWith ? 1 : 0) : Math.floor(left / Math.max(this.freshMinutes, 1));
    return Math.max(Math.min(fitting, this.maxFreshOn(day) - this.freshOn(day)), 0);
  }

  private countOf(day: number, technique: TechniqueId | null): number {
    return technique === null ? 0 : (this.techniques[day]?.get(technique) ?? 0);
  }

  private take(day: number, minutes: number): void {
    this.left[day] = this.leftOn(day) - minutes;
  }

  private count({ state, placement: { day, kind } }: Placed, change: 1 | -1): void {
    const { technique } = state.candidate;
    add(this.techniques[day], technique, change);
    if (kind !== 'fresh') return;
    add(this.freshOfTechniques[day], technique, change);
    this.fresh[day] = this.freshOn(day) + change;
  }
}

function tallyOf(techniques: readonly (TechniqueId | null)[]): Map<TechniqueId, number> {
  const tally = new Map<TechniqueId, number>();
  for (const technique of techniques) add(tally, technique, 1);
  return tally;
}

function add(tally: Map<TechniqueId, number> | undefined, technique: TechniqueId | null, change: 1 | -1): void {
  if (technique !== null) tally?.set(technique, (tally.get(technique) ?? 0) + change);
}

/** The days from one to another, both among them. */
export function daysFrom(first: number, last: number): number[] {
  return Array.from({ length: Math.max(last - first + 1, 0) }, (_, index) => first + index);
}

/** Minutes at least that are left for the next day, where not all can be done on one. */
const minRest = 5;

/** Days after which what was begun would have to be begun again. */
const longestPause = 2;

/** What the interview asks before which the day is kept light; the nearer one where there are two. */
function lightFor(day: number, targets: readonly Target[]): Shares | null {
  const near = targets
    .filter((target) => target.isWhole && target.interviewId !== null)
    .filter((target) => target.day >= day && target.day - day < lightMinutes.length)
    .sort((a, b) => a.day - b.day);
  return near[0]?.shares ?? null;
}

function lightLimit(day: number, targets: readonly Target[]): number {
  return Math.min(
    ...targets
      .filter((target) => target.isWhole && target.interviewId !== null && target.day >= day)
      .map((target) => lightMinutes[target.day - day] ?? Infinity),
  );
}
