import type { Difficulty } from '../log/problem';
import type { Shares } from '../log/interview';
import type { TechniqueId } from '../log/technique';
import { type ChanceRange, type Gaussian, expectedChance } from './chance';
import { transferParameters } from './parameters';
import { difficultyOffset } from './strength';

/** What readiness needs to know about a technique on a day. */
export interface TechniqueOutlook {
  /** Strength today, as log-odds on a medium problem. */
  readonly state: Gaussian;
  /** Sum of recall over its problems today, each counted by its credit. */
  readonly rememberedNow: number;
}

/** What a worked problem lends to unseen ones of its technique: part of it for good, the rest as far as it is recalled. */
export function lentBy(recall: number): number {
  return transferParameters.kept + (1 - transferParameters.kept) * recall;
}

/** The recall behind what a problem lends; the inverse of `lentBy`. */
export function recallBehind(lent: number): number {
  return Math.max(0, (lent - transferParameters.kept) / (1 - transferParameters.kept));
}

/**
 * Log-odds on a day. Strength as estimated today includes what is remembered today; what is remembered more or less on
 * that day is lent to unseen problems by the logarithm, so that the tenth problem helps less than the second.
 */
export function lentMean(outlook: TechniqueOutlook, remembered: number): number {
  return outlook.state.mean + transferParameters.lend * (Math.log1p(remembered) - Math.log1p(outlook.rememberedNow));
}

/** Chance of an unaided solve in time of an unseen problem of a difficulty. */
export function chanceOn(outlook: TechniqueOutlook, remembered: number, difficulty: Difficulty): number {
  return expectedChance({
    mean: lentMean(outlook, remembered) - difficultyOffset(difficulty),
    variance: outlook.state.variance,
  });
}

/**
 * Readiness: the chance over the mix of an interview, with the 80 % range that follows from the techniques' own
 * uncertainty taken as independent.
 */
export function readinessOf(
  shares: Shares,
  difficulty: Difficulty,
  outlookOf: (technique: TechniqueId) => TechniqueOutlook,
  rememberedOf: (technique: TechniqueId) => number,
): ChanceRange {
  let point = 0;
  let variance = 0;
  for (const [technique, share] of shares) {
    const outlook = outlookOf(technique);
    const chance = chanceOn(outlook, rememberedOf(technique), difficulty);
    point += share * chance;
    variance += (share * chance * (1 - chance)) ** 2 * outlook.state.variance;
  }
  const spread = 1.2816 * Math.sqrt(variance);
  return { point, low: Math.max(point - spread, 0), high: Math.min(point + spread, 1) };
}
