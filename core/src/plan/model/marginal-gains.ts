import { at } from '../../at';
import type { Estimates } from '../../estimate/estimate';
import { transferParameters } from '../../estimate/parameters';
import { type TechniqueBaseline, chanceOn, practiceSlope } from '../../estimate/readiness';
import type { TechniqueId } from '../../model/technique';
import type { Target } from './horizon';
import { planParameters } from '../parameters';
import { tangentAbove } from '../bound/tangent';

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** A tangent above a technique's readiness; see `MarginalGains.tangent`. */
interface Touching {
  readonly above: number;
  readonly slope: number;
  readonly gained: number;
}

/**
 * What is transferred to each technique at each target, kept up to date while a plan grows, and what one more unit is worth
 * there. Problems without a technique count under `null`.
 */
export class MarginalGains {
  private readonly baselines = new Map<TechniqueId | null, Mutable<TechniqueBaseline>>();
  private readonly transferred = new Map<TechniqueId | null, Float64Array>();
  private readonly worths = new Map<TechniqueId | null, Float64Array>();
  /** Grows with every change of a technique, so that a gain computed before it can be seen to be stale. */
  private readonly versions = new Map<TechniqueId | null, number>();

  constructor(
    private readonly estimates: Estimates,
    private readonly targets: readonly Target[],
    private readonly untaggedShare: number,
    /** The strength to reach: what stands at it rests, what is far below it comes first. */
    private readonly goal = 0,
  ) {}

  /** The same as it stands now, to be changed on its own. */
  copy(): MarginalGains {
    const copy = new MarginalGains(this.estimates, this.targets, this.untaggedShare, this.goal);
    for (const [technique, baseline] of this.baselines) copy.baselines.set(technique, { ...baseline });
    for (const [technique, transferred] of this.transferred) copy.transferred.set(technique, transferred.slice());
    return copy;
  }

  /** Adds a share of what is transferred today and at each target to what a technique has without any plan. */
  addBaseline(technique: TechniqueId | null, now: number, atTargets: readonly number[], share: number): void {
    this.known(technique).transferredNow += now * share;
    this.add(
      technique,
      atTargets.map(() => 0),
      atTargets,
      share,
    );
  }

  /** Transfers to a technique a share of `after` instead of that of `before`, at each target. */
  add(technique: TechniqueId | null, before: readonly number[], after: readonly number[], share: number): void {
    const sums = this.transferredAt(technique);
    for (let index = 0; index < sums.length; index++) {
      const change = at(after, index) - at(before, index);
      sums[index] = Math.max(at(sums, index) + change * share, 0);
    }
    this.worths.delete(technique);
    this.versions.set(technique, this.version(technique) + 1);
  }

  version(technique: TechniqueId | null): number {
    return this.versions.get(technique) ?? 0;
  }

  /** Importance-weighted readiness per unit transferred at each target. */
  worth(technique: TechniqueId | null): Float64Array {
    let worth = this.worths.get(technique);
    if (!worth) this.worths.set(technique, (worth = this.computeWorth(technique)));
    return worth;
  }

  /**
   * Adds the readiness gained at each target where a share of `after` is transferred instead of that of `before`, weighted by
   * importance unless `isPlain`.
   */
  addGains(
    gains: number[],
    technique: TechniqueId | null,
    before: readonly number[],
    after: readonly number[],
    share: number,
    isPlain: boolean,
  ): void {
    const baseline = this.baselineOf(technique);
    const sums = this.transferredAt(technique);
    for (let index = 0; index < this.targets.length; index++) {
      const target = this.targets[index];
      const weight = target ? this.weightOf(technique, target) : 0;
      const change = (at(after, index) - at(before, index)) * share;
      if (!target || weight === 0 || change === 0) continue;
      const sum = at(sums, index);
      const gain = weight * (this.chance(baseline, sum + change, target) - this.chance(baseline, sum, target));
      gains[index] = (gains[index] ?? 0) + (isPlain ? (gain / weight) * this.shareOf(technique, target) : gain);
    }
  }

  /** Importance-weighted readiness with everything that is planned. */
  value(): number {
    let value = 0;
    for (const technique of this.transferred.keys())
      this.targets.forEach((target, index) => {
        const weight = this.weightOf(technique, target);
        if (weight > 0)
          value += weight * this.chance(this.baselineOf(technique), at(this.transferredAt(technique), index), target);
      });
    return value;
  }

  /**
   * The tangent of a concave curve above the technique's readiness at a target, at what is transferred there now: `slope` for
   * every unit transferred, how far the curve lies `above` readiness without the last so many units `added`, and what readiness
   * itself `gained` by them.
   */
  tangent(technique: TechniqueId | null, index: number, added: number): Touching {
    const target = this.targets[index];
    const weight = target ? this.weightOf(technique, target) : 0;
    if (!target || weight === 0) return { above: 0, slope: 0, gained: 0 };
    const { perProblem } = transferParameters;
    const baseline = this.baselineOf(technique);
    const transferred = at(this.transferredAt(technique), index);
    const power = this.estimates.person.transfer * scaleOf(baseline);
    const chanceAt = (practice: number): number => this.chance(baseline, (practice - 1) / perProblem, target);
    const { value, slope } = tangentAbove(chanceAt, power, 1 + perProblem * transferred);
    const without = this.chance(baseline, transferred - added, target);
    return {
      above: weight * (value - without),
      slope: weight * slope * perProblem,
      gained: weight * (this.chance(baseline, transferred, target) - without),
    };
  }

  baselineOf(technique: TechniqueId | null): TechniqueBaseline {
    return this.known(technique);
  }

  private known(technique: TechniqueId | null): Mutable<TechniqueBaseline> {
    let baseline = this.baselines.get(technique);
    if (!baseline) {
      const state = technique === null ? this.estimates.overall : this.estimates.techniques.get(technique)?.state;
      this.baselines.set(technique, (baseline = { state: state ?? this.estimates.overall, transferredNow: 0 }));
    }
    return baseline;
  }

  transferredAt(technique: TechniqueId | null): Float64Array {
    let sums = this.transferred.get(technique);
    if (!sums) this.transferred.set(technique, (sums = new Float64Array(this.targets.length)));
    return sums;
  }

  private computeWorth(technique: TechniqueId | null): Float64Array {
    const { person } = this.estimates;
    const baseline = this.baselineOf(technique);
    const sums = this.transferredAt(technique);
    return Float64Array.from(this.targets, (target, index) => {
      const weight = this.weightOf(technique, target);
      if (weight === 0) return 0;
      const sum = at(sums, index);
      const chance = this.chance(baseline, sum, target);
      return weight * chance * (1 - chance) * scaleOf(baseline) * person.transfer * practiceSlope(sum);
    });
  }

  /** Constant in what is planned, so that gains stay sums. */
  private favour(technique: TechniqueId | null): number {
    const point = technique === null ? undefined : this.estimates.techniques.get(technique)?.strength.point;
    if (point === undefined || this.goal === 0) return 1;
    const { atGoal, atNone } = planParameters.weight;
    return point >= this.goal ? atGoal : 1 + (atNone - 1) * (1 - point / this.goal);
  }

  private shareOf(technique: TechniqueId | null, { shares }: Target): number {
    return technique === null ? this.untaggedShare : (shares.get(technique) ?? 0);
  }

  private weightOf(technique: TechniqueId | null, target: Target): number {
    return target.importance * this.shareOf(technique, target) * this.favour(technique);
  }

  private chance(baseline: TechniqueBaseline, transferred: number, { difficulty }: Target): number {
    return chanceOn(this.estimates.person, baseline, Math.max(transferred, 0), difficulty);
  }
}

/** By what the uncertainty of a strength flattens its chance (see `expectedChance`). */
function scaleOf({ state }: TechniqueBaseline): number {
  return 1 / Math.sqrt(1 + (Math.PI * state.variance) / 8);
}
