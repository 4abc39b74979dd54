import { evaluateCost } from '../cost/evaluate-cost';
import type { Sizes } from '../cost/evaluate-expression';
import type { Bounds } from './bounds/bound';
import { type Magnitude, magnitude } from '../cost/magnitude';
import { normalCost } from '../cost/normal-cost';

/** Simple steps that a language does in a second, as an order of magnitude: one comparison and one access each. */
export const shippedRates: Readonly<Record<string, number>> = {
  'c++': 2e8,
  c: 2e8,
  rust: 2e8,
  go: 1e8,
  java: 1e8,
  kotlin: 1e8,
  'c#': 1e8,
  swift: 1e8,
  scala: 1e8,
  javascript: 5e7,
  typescript: 5e7,
  python: 1e7,
  ruby: 1e7,
  php: 2e7,
};
export const usualRate = 1e8;

/** The rate of a language, a person's own before the shipped one; of an unknown or no language the usual one. */
export function rateOf(language: string | null, own: Readonly<Record<string, number>> = {}): number {
  const name = (language ?? '').trim().toLowerCase();
  return own[name] ?? shippedRates[name] ?? usualRate;
}

export const usualSeconds = 1;
export const usualBytes = 256e6;

/** Within what an approach has to stay. */
export interface Budget {
  readonly seconds: number;
  readonly stepsPerSecond: number;
  readonly bytes: number;
  /** What of it the statement says; the rest is usual. */
  readonly isTimeStated: boolean;
  readonly isMemoryStated: boolean;
}

export function budgetFor(bounds: Bounds, stepsPerSecond = usualRate): Budget {
  return {
    seconds: bounds.seconds ?? usualSeconds,
    stepsPerSecond,
    bytes: bounds.bytes ?? usualBytes,
    isTimeStated: bounds.seconds !== null,
    isMemoryStated: bounds.bytes !== null,
  };
}

/** Within a third of the budget it fits, above three times it is over; between them the constant decides. */
export type Fit = 'fits' | 'tight' | 'over';
const tightFrom = Math.log10(1 / 3);
const overFrom = Math.log10(3);

export function fitOf(needed: Magnitude, allowed: number): Fit {
  const excess = needed.log10 - Math.log10(allowed);
  return excess <= tightFrom ? 'fits' : excess <= overFrom ? 'tight' : 'over';
}

/** One growth class against the bounds. */
export interface ClassFit {
  readonly cost: string;
  /** Steps at the bounds. */
  readonly steps: Magnitude;
  readonly fit: Fit;
  /** The largest size of `variable` that stays within the budget, the other sizes as they are; Infinity where any does. */
  readonly largest: number;
  readonly variable: string;
}

const classes = ['log n', '√n', 'n', 'n·log n', 'n·√n', 'n^2', 'n^2·log n', 'n^3', '2^n', 'n·2^n', 'n!'];

/** Which growth classes fit: those of the main variable, then products with the others. Empty without any size. */
export function classFits(bounds: Bounds, budget: Budget): ClassFit[] {
  const { sizes } = bounds;
  const main = mainVariable(sizes);
  if (main === null) return [];
  const others = Object.keys(sizes)
    .filter((name) => name !== main)
    .slice(0, 3);
  const costs = [
    ...classes.map((cost) => cost.replace(/n/g, main)),
    ...others.flatMap((other) => [`(${main} + ${other})·log ${main}`, `${main}·${other}`]),
  ];
  return costs
    .flatMap((cost): ClassFit[] => {
      const steps = evaluateCost(cost, sizes);
      if (!steps) return [];
      const largest = largestFitting(cost, main, sizes, budget);
      return [{ cost, steps, fit: fitOf(steps, allowedSteps(budget)), largest, variable: main }];
    })
    .sort((a, b) => a.steps.log10 - b.steps.log10);
}

export function allowedSteps(budget: Budget): number {
  return budget.seconds * budget.stepsPerSecond;
}

/** n where it is bounded, else the variable with the largest size. */
export function mainVariable(sizes: Sizes): string | null {
  if (sizes['n'] !== undefined) return 'n';
  const [largest] = Object.entries(sizes).sort(([, a], [, b]) => b - a);
  return largest?.[0] ?? null;
}

const largestTried = 1e18;

/** The largest size at which a cost stays within the budget, by halving; 0 when none does. */
export function largestFitting(cost: string, variable: string, sizes: Sizes, budget: Budget): number {
  const allowed = Math.log10(allowedSteps(budget));
  const isWithin = (size: number): boolean =>
    (evaluateCost(cost, { ...sizes, [variable]: size })?.log10 ?? Infinity) <= allowed;
  if (isWithin(largestTried)) return Infinity;
  let [low, high] = [0, 1];
  while (isWithin(high)) [low, high] = [high, high * 2];
  while (high - low > Math.max(1, low * 1e-6)) {
    const middle = Math.floor((low + high) / 2);
    if (isWithin(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** Bytes of a table with these dimensions and elements of this size. */
export function tableBytes(dimensions: readonly number[], elementBytes: number): Magnitude {
  return dimensions.reduce((bytes, dimension) => {
    const value = bytes.value * dimension;
    return value < Infinity ? magnitude(value) : { value, log10: bytes.log10 + Math.log10(dimension) };
  }, magnitude(elementBytes));
}

/** Whether a cost grows like a constant. @throws CostError */
export function isConstant(cost: string): boolean {
  return normalCost(cost).text === 'O(1)';
}
