import type { Difficulty } from '../model/problem';
import type { Shares } from '../model/interview';
import type { TechniqueId } from '../model/technique';
import { type ChanceRange, type Gaussian, eightyPercent, expectedChance } from './chance';
import { transferParameters } from './parameters';
import type { Person } from './strength';

/** What readiness needs to know about a technique on a day. */
export interface TechniqueBaseline {
  /** Strength today, as log-odds on a medium problem. */
  readonly state: Gaussian;
  /** What its problems transfer today, each counted by its credit. */
  readonly transferredNow: number;
}

/** Practice on the scale that transfers log-odds: the tenth problem helps less than the second. */
export function practiceOf(transferred: number): number {
  return Math.log1p(transferParameters.perProblem * transferred);
}

/** What one more unit transferred adds to `practiceOf`. */
export function practiceSlope(transferred: number): number {
  return transferParameters.perProblem / (1 + transferParameters.perProblem * transferred);
}

/** Log-odds on a day: strength as estimated today includes what is transferred today; the difference is what changes. */
export function transferMean(person: Person, baseline: TechniqueBaseline, transferred: number): number {
  return baseline.state.mean + person.transfer * (practiceOf(transferred) - practiceOf(baseline.transferredNow));
}

/** Chance of an unaided solve in time of an unseen problem of a difficulty. */
export function chanceOn(
  person: Person,
  baseline: TechniqueBaseline,
  transferred: number,
  difficulty: Difficulty,
): number {
  return expectedChance({
    mean: transferMean(person, baseline, transferred) - person.harder[difficulty],
    variance: baseline.state.variance,
  });
}

/**
 * Readiness: the chance over the mix of an interview, with the 80 % range that follows from the techniques' own
 * uncertainty taken as independent.
 */
export function readinessOf(
  person: Person,
  shares: Shares,
  difficulty: Difficulty,
  baselineOf: (technique: TechniqueId) => TechniqueBaseline,
  transferredTo: (technique: TechniqueId) => number,
): ChanceRange {
  let point = 0;
  let variance = 0;
  for (const [technique, share] of shares) {
    const baseline = baselineOf(technique);
    const chance = chanceOn(person, baseline, transferredTo(technique), difficulty);
    point += share * chance;
    variance += (share * chance * (1 - chance)) ** 2 * baseline.state.variance;
  }
  const spread = eightyPercent * Math.sqrt(variance);
  return { point, low: Math.max(point - spread, 0), high: Math.min(point + spread, 1) };
}
