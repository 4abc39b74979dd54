import type { Estimates } from '../estimate/estimate';
import { type TechniqueOutlook, chanceOn } from '../estimate/readiness';
import { transferParameters } from '../estimate/parameters';
import type { TechniqueId } from '../log/technique';
import type { Target } from './horizon';

/**
 * What is remembered of each technique at each target, kept up to date while a plan grows, and what one more unit of
 * recall is worth there. Problems without a technique count under `null`.
 */
export class Outlook {
  private readonly outlooks = new Map<TechniqueId | null, TechniqueOutlook>();
  private readonly remembered = new Map<TechniqueId | null, Float64Array>();
  private readonly worths = new Map<TechniqueId | null, Float64Array>();
  /** Grows with every change of a technique, so that a gain computed before it can be seen to be stale. */
  private readonly versions = new Map<TechniqueId | null, number>();

  constructor(
    private readonly estimates: Estimates,
    private readonly targets: readonly Target[],
    private readonly untaggedShare: number,
  ) {}

  /** Adds recall of a technique: today, and at each target. */
  addBaseline(technique: TechniqueId | null, now: number, atTargets: readonly number[]): void {
    const known = this.outlookOf(technique);
    this.outlooks.set(technique, { ...known, rememberedNow: known.rememberedNow + now });
    this.add(technique, atTargets);
  }

  /** Changes recall of a technique at each target. */
  add(technique: TechniqueId | null, atTargets: readonly number[]): void {
    const sums = this.rememberedAt(technique);
    atTargets.forEach((amount, index) => (sums[index] = Math.max((sums[index] ?? 0) + amount, 0)));
    this.worths.delete(technique);
    this.versions.set(technique, this.version(technique) + 1);
  }

  version(technique: TechniqueId | null): number {
    return this.versions.get(technique) ?? 0;
  }

  /** Importance-weighted readiness per unit of recall at each target. */
  worth(technique: TechniqueId | null): Float64Array {
    let worth = this.worths.get(technique);
    if (!worth) this.worths.set(technique, (worth = this.computeWorth(technique)));
    return worth;
  }

  outlookOf(technique: TechniqueId | null): TechniqueOutlook {
    let outlook = this.outlooks.get(technique);
    if (!outlook) {
      const state = technique === null ? this.estimates.overall : this.estimates.techniques.get(technique)?.state;
      this.outlooks.set(technique, (outlook = { state: state ?? this.estimates.overall, rememberedNow: 0 }));
    }
    return outlook;
  }

  rememberedAt(technique: TechniqueId | null): Float64Array {
    let sums = this.remembered.get(technique);
    if (!sums) this.remembered.set(technique, (sums = new Float64Array(this.targets.length)));
    return sums;
  }

  private computeWorth(technique: TechniqueId | null): Float64Array {
    const outlook = this.outlookOf(technique);
    const sums = this.rememberedAt(technique);
    return Float64Array.from(this.targets, (target, index) => {
      const share = technique === null ? this.untaggedShare : (target.shares.get(technique) ?? 0);
      if (share === 0) return 0;
      const sum = sums[index] ?? 0;
      const chance = chanceOn(outlook, sum, target.difficulty);
      const scale = 1 / Math.sqrt(1 + (Math.PI * outlook.state.variance) / 8);
      return (target.importance * share * chance * (1 - chance) * scale * transferParameters.lend) / (1 + sum);
    });
  }
}
