import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { sum } from './numbers';
import { type Nature, logOdds, logistic, usualNature, usualPace } from './person';

/** Log-odds by which a technique's level may differ from what it is. */
const shifts = Array.from({ length: 61 }, (_, index) => (index - 30) * 0.12);
/** Form of a day in standard deviations, with its weights: a Gaussian in three points. */
const forms = [
  { at: -Math.sqrt(3), weight: 1 / 6 },
  { at: 0, weight: 2 / 3 },
  { at: Math.sqrt(3), weight: 1 / 6 },
];

/**
 * Foresees with everything known but how good the person is at each technique, which is learned from results and minutes
 * by Bayes' rule: how the person remembers and learns, what is recalled of every problem, and the person on the whole.
 * What this loses against the oracle no estimator can win from a log, whatever its model.
 */
export class Knowable {
  private readonly weights = new Map<TechniqueId, readonly number[]>();

  private readonly nature: Nature;

  constructor(private readonly learner: Learner) {
    this.nature = learner.nature ?? usualNature;
  }

  /** Chance of an unaided solve in time; NaN where the learner does not tell enough. */
  foresee(problem: ProblemFacts, kind: SittingKind, at: number): Prediction {
    const [technique = ''] = problem.techniques;
    const weights = this.weights.get(technique) ?? this.prior(technique);
    const chances = shifts.map((shift) => this.learner.chance?.(problem, kind, at, shift) ?? NaN);
    const of = (likelihood: (chance: number) => number): number[] =>
      weights.map((weight, index) => weight * this.inAnyForm(chances[index] ?? NaN, likelihood));
    return {
      chance: sum(of((chance) => chance)) / sum(weights),
      takeIn: (came, pace) =>
        this.weights.set(
          technique,
          of((chance) => (came ? chance * likelihoodOf(pace, chance, this.nature) : 1 - chance)),
        ),
    };
  }

  private prior(technique: TechniqueId): number[] {
    const deviation = this.learner.deviation?.(technique) ?? NaN;
    return shifts.map((shift) => Math.exp(-((deviation + shift) ** 2) / (2 * this.nature.levelSpread ** 2)));
  }

  private inAnyForm(chance: number, likelihood: (chance: number) => number): number {
    return sum(
      forms.map(({ at, weight }) => weight * likelihood(logistic(logOdds(chance) + at * this.nature.formSpread))),
    );
  }
}

/** What was predicted of a sitting, to be called with what came, and the minutes over those planned. */
export interface Prediction {
  readonly chance: number;
  takeIn(came: boolean, pace: number): void;
}

/** How likely a solve of this chance takes so long. */
function likelihoodOf(pace: number, chance: number, nature: Nature): number {
  const { spread, most } = nature.pace;
  const off = Math.log(pace / usualPace(chance, nature)) / spread;
  // Slower ones are cut off there, so what is known is that it was slow. A Gaussian's tail, nearly.
  if (pace >= most - 1e-9) return logistic(-1.702 * off);
  return Math.exp((-off * off) / 2) / (Math.sqrt(2 * Math.PI) * spread);
}
