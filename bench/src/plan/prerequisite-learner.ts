import type { Difficulty, SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, logistic, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -0.7, spread: 0.6 },
  levelSpread: 0.6,
  harder: { easy: -0.9, medium: 0, hard: 1.2 },
};
/** What each technique is built on. */
const builtOn: Readonly<Record<TechniqueId, TechniqueId>> = {
  'sliding-window': 'two-pointers',
  'prefix-sums': 'hash-lookup',
  'binary-search': 'two-pointers',
  'monotonic-stack': 'sliding-window',
  'graph-bfs': 'hash-lookup',
  'graph-dfs': 'tree-recursion',
  backtracking: 'tree-recursion',
  'line-dp': 'backtracking',
  'union-find': 'graph-dfs',
  intervals: 'greedy',
  greedy: 'heap',
};
/** Log-odds that are missing where what a technique is built on is not known at all. */
const missing = 2.2;

interface Skill {
  readonly at: number;
  readonly amount: number;
}

/** A technique is worth what is known of what it is built on; practice of a technique strengthens that a little too. */
class PrerequisiteLearner extends Person {
  private readonly skills = new Map<TechniqueId, Skill>();
  private readonly problems = new Map<string, { readonly at: number; readonly halfDays: number }>();

  override ability(technique: TechniqueId, difficulty: Difficulty, at: number, shift = 0): number {
    const base = builtOn[technique];
    const lacking = base === undefined ? 0 : missing * (1 - this.ability(base, 'easy', at));
    return logistic(
      this.deviation(technique) +
        this.overall +
        shift +
        this.practice(technique, at) -
        lacking -
        nature.harder[difficulty],
    );
  }

  protected recall(problemId: string, at: number): number {
    const known = this.problems.get(problemId);
    return known ? 0.95 / Math.sqrt(1 + (3 * days(known.at, at)) / known.halfDays) : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const skill = this.skills.get(technique);
    return skill ? 1.25 * this.speed * Math.log1p(0.9 * amountAt(skill, at)) : 0;
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const known = this.problems.get(problem.id);
    const news = 1 - 0.7 * this.recall(problem.id, at);
    const weight = effort[kind] * (isSolved ? 1 : 0.6) * news;
    const halfDays = known ? known.halfDays * (1 + 1.6 * effort[kind] * news) : 5;
    this.problems.set(problem.id, { at, halfDays });
    problem.techniques.forEach((technique, index) => {
      this.add(technique, weight * (index === 0 ? 1 : 0.4), at);
      const base = builtOn[technique];
      if (base !== undefined) this.add(base, 0.15 * weight, at);
    });
  }

  private add(technique: TechniqueId, weight: number, at: number): void {
    const skill = this.skills.get(technique);
    this.skills.set(technique, { at, amount: (skill ? amountAt(skill, at) : 0) + weight });
  }
}

/** Half of what was practised is there for good, the rest fades. */
function amountAt({ at, amount }: Skill, now: number): number {
  return amount * (0.5 + 0.5 * Math.exp(-days(at, now) / 40));
}

function days(from: number, to: number): number {
  return Math.max(to - from, 0) / millisecondsPerDay;
}

export function createLearner(seed: number): Learner {
  return new PrerequisiteLearner(seed, nature);
}
