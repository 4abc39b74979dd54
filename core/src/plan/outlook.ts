import type { Estimates } from '../estimate/estimate';
import { type TechniqueOutlook, chanceOn, practiceSlope } from '../estimate/readiness';
import type { TechniqueId } from '../log/technique';
import type { Target } from './horizon';

/**
 * What is lent to each technique at each target, kept up to date while a plan grows, and what one more unit is worth
 * there. Problems without a technique count under `null`.
 */
export class Outlook {
  private readonly outlooks = new Map<TechniqueId | null, TechniqueOutlook>();
  private readonly lent = new Map<TechniqueId | null, Float64Array>();
  private readonly worths = new Map<TechniqueId | null, Float64Array>();
  /** Grows with every change of a technique, so that a gain computed before it can be seen to be stale. */
  private readonly versions = new Map<TechniqueId | null, number>();

  constructor(
    private readonly estimates: Estimates,
    private readonly targets: readonly Target[],
    private readonly untaggedShare: number,
  ) {}

  /** Adds what is lent to a technique: today, and at each target. */
  addBaseline(technique: TechniqueId | null, now: number, atTargets: readonly number[]): void {
    const known = this.outlookOf(technique);
    this.outlooks.set(technique, { ...known, lentNow: known.lentNow + now });
    this.add(technique, atTargets);
  }

  /** Changes what is lent to a technique at each target. */
  add(technique: TechniqueId | null, atTargets: readonly number[]): void {
    const sums = this.lentAt(technique);
    atTargets.forEach((amount, index) => (sums[index] = Math.max((sums[index] ?? 0) + amount, 0)));
    this.worths.delete(technique);
    this.versions.set(technique, this.version(technique) + 1);
  }

  version(technique: TechniqueId | null): number {
    return this.versions.get(technique) ?? 0;
  }

  /** Importance-weighted readiness per unit lent at each target. */
  worth(technique: TechniqueId | null): Float64Array {
    let worth = this.worths.get(technique);
    if (!worth) this.worths.set(technique, (worth = this.computeWorth(technique)));
    return worth;
  }

  outlookOf(technique: TechniqueId | null): TechniqueOutlook {
    let outlook = this.outlooks.get(technique);
    if (!outlook) {
      const state = technique === null ? this.estimates.overall : this.estimates.techniques.get(technique)?.state;
      this.outlooks.set(technique, (outlook = { state: state ?? this.estimates.overall, lentNow: 0 }));
    }
    return outlook;
  }

  lentAt(technique: TechniqueId | null): Float64Array {
    let sums = this.lent.get(technique);
    if (!sums) this.lent.set(technique, (sums = new Float64Array(this.targets.length)));
    return sums;
  }

  private computeWorth(technique: TechniqueId | null): Float64Array {
    const { person } = this.estimates;
    const outlook = this.outlookOf(technique);
    const sums = this.lentAt(technique);
    return Float64Array.from(this.targets, (target, index) => {
      const share = technique === null ? this.untaggedShare : (target.shares.get(technique) ?? 0);
      if (share === 0) return 0;
      const sum = sums[index] ?? 0;
      const chance = chanceOn(person, outlook, sum, target.difficulty);
      const scale = 1 / Math.sqrt(1 + (Math.PI * outlook.state.variance) / 8);
      return target.importance * share * chance * (1 - chance) * scale * person.lend * practiceSlope(sum);
    });
  }
}
