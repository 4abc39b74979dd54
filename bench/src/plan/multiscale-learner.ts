import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, logistic, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -1.3, spread: 0.8 },
  levelSpread: 0.7,
  harder: { easy: -0.8, medium: 0, hard: 1 },
  failing: { hint: 0.25, late: 0.35, partly: 0.2 },
};

/** Days in which each store fades to 1/e. */
const scales = [1, 4, 16, 64, 256];
/** Share of each store in what is remembered. */
const shares = [0.12, 0.18, 0.25, 0.25, 0.2];

interface Stores {
  at: number;
  readonly levels: number[];
}

/**
 * Memory in stores that fade at different speeds; practice fills each by what it lacks, so that massed practice fills
 * the quick ones only once and spaced practice the slow ones (after Mozer et al. 2009).
 */
class MultiscaleLearner extends Person {
  private readonly problems = new Map<string, Stores>();
  private readonly techniques = new Map<TechniqueId, Stores>();
  private readonly times = new Map<string, number>();

  protected recall(problemId: string, at: number): number {
    const stores = this.problems.get(problemId);
    return stores ? Math.min(0.97, 1.25 * total(stores, at)) : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const stores = this.techniques.get(technique);
    return stores ? 3.2 * this.speed * (logistic(2.2 * total(stores, at)) - 0.5) * 2 : 0;
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const rate = effort[kind] * (isSolved ? 1 : 0.8);
    fill(this.problems, problem.id, at, rate, [1, 0.7, 0.4, 0.22, 0.12], 1);
    const times = (this.times.get(problem.id) ?? 0) + 1;
    this.times.set(problem.id, times);
    const fresh = kind === 'twist' ? 0.8 : 1 / times ** 0.6;
    problem.techniques.forEach((technique, index) =>
      fill(this.techniques, technique, at, rate * fresh * (index === 0 ? 1 : 0.4), [0.5, 0.35, 0.25, 0.16, 0.1], 2.5),
    );
  }
}

function total(stores: Stores, at: number): number {
  const days = Math.max((at - stores.at) / millisecondsPerDay, 0);
  return stores.levels.reduce(
    (sum, level, i) => sum + (shares[i] ?? 0) * level * Math.exp(-days / (scales[i] ?? 1)),
    0,
  );
}

function fill<K>(map: Map<K, Stores>, key: K, at: number, rate: number, rates: readonly number[], most: number): void {
  const known = map.get(key);
  const days = known ? Math.max((at - known.at) / millisecondsPerDay, 0) : 0;
  const levels = scales.map((scale, index) => {
    const level = (known?.levels[index] ?? 0) * Math.exp(-days / scale);
    return level + rate * (rates[index] ?? 0) * (most - level);
  });
  map.set(key, { at, levels });
}

export function createLearner(seed: number): Learner {
  return new MultiscaleLearner(seed, nature);
}
