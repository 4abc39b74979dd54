import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -1.1, spread: 0.5 },
  levelSpread: 0.8,
  harder: { easy: -1.3, medium: 0, hard: 1.6 },
  failing: { hint: 0.2, late: 0.2, partly: 0.3 },
};
/** Days in which a problem's solution and a technique's skill fade to 1/e. */
const [solutionDays, skillDays] = [18, 110];
/** Log-odds that a technique can gain at most. */
const mostSkill = 3.4;

interface Level {
  readonly at: number;
  readonly value: number;
  readonly times: number;
}

/**
 * Working a known problem again teaches the technique as much as a new one does, as long as the solution had faded: what
 * counts is what had to be worked out.
 */
class ResolvingLearner extends Person {
  private readonly problems = new Map<string, Level>();
  private readonly techniques = new Map<TechniqueId, Level>();

  protected recall(problemId: string, at: number): number {
    const known = this.problems.get(problemId);
    // What was gone over more often fades more slowly.
    return known ? 0.93 * faded(known, at, solutionDays * (0.6 + 0.5 * known.times)) : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const known = this.techniques.get(technique);
    return known ? faded(known, at, skillDays) : 0;
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const workedOut = 1 - 0.8 * this.recall(problem.id, at);
    const weight = effort[kind] * (isSolved ? 1 : 0.55) * workedOut;
    const times = (this.problems.get(problem.id)?.times ?? 0) + effort[kind];
    this.problems.set(problem.id, { at, value: Math.max(effort[kind], this.recall(problem.id, at)), times });
    problem.techniques.forEach((technique, index) => {
      const before = this.practice(technique, at);
      const added = 0.13 * this.speed * weight * (index === 0 ? 1 : 0.4) * (mostSkill - before);
      this.techniques.set(technique, { at, value: before + added, times: 1 });
    });
  }
}

function faded({ at, value }: Level, now: number, days: number): number {
  return value * Math.exp(-Math.max(now - at, 0) / millisecondsPerDay / days);
}

export function createLearner(seed: number): Learner {
  return new ResolvingLearner(seed, nature);
}
