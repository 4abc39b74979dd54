/** A chance in [0, 1] with the range in which it lies with 80 %. */
export interface ChanceRange {
  readonly point: number;
  readonly low: number;
  readonly high: number;
}

/** The logistic function: log-odds to chance. */
export function chanceOf(logOdds: number): number {
  return 1 / (1 + Math.exp(-logOdds));
}

/** A quantity on the log-odds scale that is known with some uncertainty. */
export interface Gaussian {
  readonly mean: number;
  readonly variance: number;
}

/** Ten percent lie beyond this many standard deviations on either side. */
export const eightyPercent = 1.2816;

/**
 * The expected chance of a Gaussian log-odds, and its 80 % range. The expectation uses the probit approximation
 * σ(m / √(1 + πv/8)) (MacKay 1992, “The evidence framework applied to classification networks”).
 */
export function chanceRange({ mean, variance }: Gaussian): ChanceRange {
  const spread = eightyPercent * Math.sqrt(variance);
  return { point: expectedChance({ mean, variance }), low: chanceOf(mean - spread), high: chanceOf(mean + spread) };
}

export function expectedChance({ mean, variance }: Gaussian): number {
  return chanceOf(mean / Math.sqrt(1 + (Math.PI * variance) / 8));
}
