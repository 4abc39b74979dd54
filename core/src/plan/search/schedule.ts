import type { WayOfLearning } from '../../estimate/worked';
import type { Calendar } from './calendar';
import { type KindMinutes, type Placement, transferredAtTargets, withPlacement } from '../model/candidate';
import type { Target } from '../model/horizon';
import type { MarginalGains } from '../model/marginal-gains';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import { isSpaced } from '../model/spacing';
import { type CandidateState, creditsOrNone, kindsOn } from '../model/candidate-state';

/** What lies where, and what it is worth: calendar, candidates and marginal gains change together. */
export class Schedule {
  constructor(
    readonly calendar: Calendar,
    readonly marginalGains: MarginalGains,
    readonly targets: readonly Target[],
    readonly way: WayOfLearning,
  ) {}

  /** What a candidate would transfer at each target with more placements. */
  transferredWith({ candidate: { worked }, placements }: CandidateState, ...more: readonly Placement[]): number[] {
    return transferredAtTargets(worked, more.reduce(withPlacement, placements), this.targets, this.way);
  }

  put(state: CandidateState, placement: Placement, isPinned = false): void {
    this.calendar.place(state, placement, isPinned);
    this.change(state, withPlacement(state.placements, placement));
  }

  /** A kind of item on a day; null where it cannot stand there. */
  putKind(state: CandidateState, day: number, kind: PlannedKind): Placement | null {
    const minutes = kindsOn(state, day).find((it) => it.kind === kind)?.minutes;
    if (minutes === undefined) return null;
    const placement: Placement = { day, kind, minutes };
    if (!this.allows(state, placement)) return null;
    this.put(state, placement);
    return placement;
  }

  takeOut(state: CandidateState, placement: Placement): void {
    this.calendar.remove(state, placement);
    this.change(
      state,
      state.placements.filter((it) => it !== placement),
    );
  }

  /** Importance-weighted readiness that the candidate adds, at all targets together, by lending this instead of what it transfers now. */
  gainOf(state: CandidateState, transferred: readonly number[]): number {
    return this.gainsOf(state, transferred).reduce((sum, gain) => sum + gain, 0);
  }

  /** The same by target, without its importance where `isPlain`. */
  gainsOf(state: CandidateState, transferred: readonly number[], isPlain = false): number[] {
    const gains = this.targets.map(() => 0);
    for (const { technique, share } of creditsOrNone(state.candidate))
      this.marginalGains.addGains(gains, technique, state.transferred, transferred, share, isPlain);
    return gains;
  }

  /** Importance-weighted readiness that would be lost without the placement, for every minute of work and of getting into it. */
  gainPerMinute(state: CandidateState, placement: Placement): number {
    const placements = state.placements.filter((it) => it !== placement);
    const without = transferredAtTargets(state.candidate.worked, placements, this.targets, this.way);
    return -this.gainOf(state, without) / (placement.minutes + planParameters.switching);
  }

  /**
   * Kinds that stand on a day for their gain: to the model a Twist is a Rebuild, so where it belongs is not for the gain to
   * say, and a Spot would fill every minute that is left.
   */
  kindsByGain(state: CandidateState, day: number): KindMinutes[] {
    return kindsOn(state, day).filter(
      ({ kind }) => kind !== 'twist' && (kind !== 'spot' || this.calendar.isShort(day)),
    );
  }

  /** Whether the day has the minutes and the slot, and is far enough from the candidate’s other placements. */
  allows(state: CandidateState, placement: Placement): boolean {
    const { candidate, placements } = state;
    return (
      placement.day >= candidate.notBefore &&
      placements.length < candidate.max &&
      this.calendar.isOpen(placement.day, placement, candidate) &&
      this.isSpaced(state, placement.day)
    );
  }

  /** What is solved for the first time in the plan has its first review some days later, and no other before it is logged. */
  isSpaced({ candidate, placements }: CandidateState, day: number): boolean {
    const planned = placements.map((it) => it.day);
    const [first] = planned;
    const [, latest] = planParameters.followUp.after;
    if (candidate.worked.memory === null && first !== undefined && (day < first || day > first + latest)) return false;
    return isSpaced(candidate.spacing, planned, day, this.calendar.length);
  }

  private change(state: CandidateState, placements: readonly Placement[]): void {
    const transferred = transferredAtTargets(state.candidate.worked, placements, this.targets, this.way);
    for (const { technique, share } of creditsOrNone(state.candidate))
      this.marginalGains.add(technique, state.transferred, transferred, share);
    state.placements = placements;
    state.transferred = transferred;
  }
}
