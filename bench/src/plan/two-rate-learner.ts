import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -0.5, spread: 0.5 },
  levelSpread: 1.1,
  formSpread: 0.5,
  easier: { spot: 1.2, sketch: 0.3 },
  pace: { quickest: 0.45, slowest: 1.05, spread: 0.35, most: 0.97 },
};

/** Days in which the quick and the slow part fade to 1/e. */
const [quickDays, slowDays, skillDays] = [3, 45, 150];

interface Memory {
  at: number;
  quick: number;
  slow: number;
}

/**
 * Memory in two parts: a sitting fills the quick one, and what had faded from it is carried over to the slow one. A
 * technique is the sum of what its problems left, and fades slowly.
 */
class TwoRateLearner extends Person {
  private readonly problems = new Map<string, Memory>();
  private readonly techniques = new Map<TechniqueId, Memory>();

  protected recall(problemId: string, at: number): number {
    const memory = this.problems.get(problemId);
    if (!memory) return 0;
    const { quick, slow } = faded(memory, at);
    return Math.min(0.96, 0.45 * quick + 0.75 * slow);
  }

  protected practice(technique: TechniqueId, at: number): number {
    const memory = this.techniques.get(technique);
    if (!memory) return 0;
    const days = Math.max((at - memory.at) / millisecondsPerDay, 0);
    return (
      0.9 * this.speed * Math.log1p(memory.quick * Math.exp(-days / 8) + memory.slow * Math.exp(-days / skillDays))
    );
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const weight = effort[kind] * (isSolved ? 1 : 0.7);
    const known = this.problems.get(problem.id);
    const before = known ? faded(known, at) : { quick: 0, slow: 0 };
    const gap = 1 - before.quick;
    const slow = before.slow + weight * (known ? 0.55 * gap : 0.3) * (1 - before.slow);
    this.problems.set(problem.id, { at, quick: before.quick + weight * gap, slow });
    problem.techniques.forEach((technique, index) => {
      const skill = this.techniques.get(technique) ?? { at, quick: 0, slow: 0 };
      const days = Math.max((at - skill.at) / millisecondsPerDay, 0);
      // What is new in it teaches: a first meeting all, a review what had been lost.
      const news = (known ? 0.15 + 0.5 * gap * (1 - before.slow) : 1) * weight * (index === 0 ? 1 : 0.4);
      this.techniques.set(technique, {
        at,
        quick: skill.quick * Math.exp(-days / 8) + 0.5 * news,
        slow: skill.slow * Math.exp(-days / skillDays) + 0.6 * news,
      });
    });
  }
}

function faded({ at, quick, slow }: Memory, now: number): { quick: number; slow: number } {
  const days = Math.max((now - at) / millisecondsPerDay, 0);
  return { quick: quick * Math.exp(-days / quickDays), slow: slow * Math.exp(-days / slowDays) };
}

export function createLearner(seed: number): Learner {
  return new TwoRateLearner(seed, nature);
}
