import type { Difficulty } from '../model/problem';
import type { Shares } from '../model/interview';
import type { TechniqueId } from '../model/technique';
import { type ChanceRange, type Gaussian, eightyPercent, expectedChance } from './chance';
import { transferParameters } from './parameters';
import type { Person } from './strength';

/** What readiness needs to know about a technique on a day. */
export interface TechniqueOutlook {
  /** Strength today, as log-odds on a medium problem. */
  readonly state: Gaussian;
  /** What its problems lend today, each counted by its credit. */
  readonly lentNow: number;
}

/** Practice on the scale that lends log-odds: the tenth problem helps less than the second. */
export function practiceOf(lent: number): number {
  return Math.log1p(transferParameters.perProblem * lent);
}

/** What one more unit lent adds to `practiceOf`. */
export function practiceSlope(lent: number): number {
  return transferParameters.perProblem / (1 + transferParameters.perProblem * lent);
}

/** Log-odds on a day: strength as estimated today includes what is lent today; the difference is what changes. */
export function lentMean(person: Person, outlook: TechniqueOutlook, lent: number): number {
  return outlook.state.mean + person.lend * (practiceOf(lent) - practiceOf(outlook.lentNow));
}

/** Chance of an unaided solve in time of an unseen problem of a difficulty. */
export function chanceOn(person: Person, outlook: TechniqueOutlook, lent: number, difficulty: Difficulty): number {
  return expectedChance({
    mean: lentMean(person, outlook, lent) - person.harder[difficulty],
    variance: outlook.state.variance,
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
  outlookOf: (technique: TechniqueId) => TechniqueOutlook,
  lentTo: (technique: TechniqueId) => number,
): ChanceRange {
  let point = 0;
  let variance = 0;
  for (const [technique, share] of shares) {
    const outlook = outlookOf(technique);
    const chance = chanceOn(person, outlook, lentTo(technique), difficulty);
    point += share * chance;
    variance += (share * chance * (1 - chance)) ** 2 * outlook.state.variance;
  }
  const spread = eightyPercent * Math.sqrt(variance);
  return { point, low: Math.max(point - spread, 0), high: Math.min(point + spread, 1) };
}
