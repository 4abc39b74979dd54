import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -1, spread: 0.9 },
  levelSpread: 1,
  formSpread: 0.25,
  pace: { quickest: 0.6, slowest: 1.1, spread: 0.2, most: 0.99 },
};

/** Days that it lasts, and how hard it is to make it last longer, from 0 to 1. */
interface Trace {
  readonly at: number;
  readonly stability: number;
  readonly hardness: number;
}

/**
 * Solutions and techniques have a stability that grows with every success, more the nearer it was to being forgotten,
 * and a hardness that slows this down; failing costs half of the stability. A technique also has what was learned of it.
 */
class StabilityLearner extends Person {
  private readonly problems = new Map<string, Trace>();
  private readonly techniques = new Map<TechniqueId, Trace>();
  private readonly learned = new Map<TechniqueId, number>();

  protected recall(problemId: string, at: number): number {
    const trace = this.problems.get(problemId);
    return trace ? 0.97 * retained(trace, at) : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const trace = this.techniques.get(technique);
    if (!trace) return 0;
    return this.speed * (this.learned.get(technique) ?? 0) * (0.45 + 0.55 * retained(trace, at));
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const isKnown = this.problems.has(problem.id);
    this.strengthen(this.problems, problem.id, effort[kind], isSolved, at, 4);
    problem.techniques.forEach((technique, index) => {
      const share = index === 0 ? 1 : 0.4;
      this.strengthen(this.techniques, technique, effort[kind] * share, isSolved, at, 12);
      const known = this.learned.get(technique) ?? 0;
      const rate = 0.2 * effort[kind] * share * (isSolved ? 1 : 0.75) * (isKnown ? 0.5 : 1);
      this.learned.set(technique, known + rate * (3.2 - known));
    });
  }

  private strengthen<K>(
    map: Map<K, Trace>,
    key: K,
    weight: number,
    isSolved: boolean,
    at: number,
    first: number,
  ): void {
    const known = map.get(key);
    if (!known) {
      const hardness = 0.2 + 0.6 * this.random.next();
      map.set(key, { at, stability: first * (isSolved ? 1.4 : 0.8) * Math.max(weight, 0.2), hardness });
      return;
    }
    const faded = 1 - retained(known, at);
    const growth = isSolved ? 1 + 3.5 * weight * (1 - 0.7 * known.hardness) * faded : 1 - 0.5 * weight;
    const hardness = Math.min(Math.max(known.hardness + weight * (isSolved ? -0.04 : 0.1), 0), 1);
    map.set(key, { at, stability: Math.min(known.stability * growth, 400), hardness });
  }
}

/** Half is left after about four stabilities: a curve between an exponential and a power. */
function retained({ at, stability }: Trace, now: number): number {
  return (1 + Math.max(now - at, 0) / millisecondsPerDay / (2.4 * stability)) ** -0.9;
}

export function createLearner(seed: number): Learner {
  return new StabilityLearner(seed, nature);
}
