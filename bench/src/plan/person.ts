import type { Difficulty, SittingKind, TechniqueId } from '@lernen/core/log';
import { SeededRandom } from '@lernen/demo';
import type { Learner, ProblemFacts, SittingOutcome } from './learner';

export const millisecondsPerDay = 86_400_000;
/** Standard deviation of the levels of techniques about the person's, and of a day's form, in log-odds. */
export const levelSpread = 0.9;
export const formSpread = 0.35;
/**
 * Minutes of a solve over those planned: from the quickest to the slowest by the chance, times a noise with so wide a
 * logarithm, but in time.
 */
export const solvePace = { quickest: 0.55, slowest: 1, spread: 0.25, most: 0.95 };
const harder: Readonly<Record<Difficulty, number>> = { easy: -1.1, medium: 0, hard: 1.3 };
/** How much of the solution a kind of sitting goes over. */
export const effort: Readonly<Record<SittingKind, number>> = {
  spot: 0.12,
  sketch: 0.45,
  rebuild: 1,
  twist: 1,
  'first-solve': 1,
  rehearsal: 1,
};

/**
 * What all simulated people share: a level of their own that differs by technique, noise in what they do on a day, and
 * how a chance shows in what is logged. How they remember and what practice leaves is each model's own.
 */
export abstract class Person implements Learner {
  protected readonly random: SeededRandom;
  /** Log-odds on a medium problem before any practice. */
  private readonly level: number;
  private readonly levels = new Map<TechniqueId, number>();
  /** How fast this one learns, about 1. */
  protected readonly speed: number;

  constructor(seed: number) {
    this.random = new SeededRandom(seed * 7919 + 13);
    this.level = -0.9 + 0.6 * this.normal();
    this.speed = Math.exp(0.3 * this.normal());
  }

  sit(problem: ProblemFacts, kind: SittingKind, at: number): SittingOutcome {
    const truth = this.chance(problem, kind, at);
    // A day has its own form, and nobody is measured exactly.
    const chance = logistic(logOdds(truth) + formSpread * this.normal());
    const isSolved = this.random.chance(chance);
    const outcome = this.outcomeOf(problem, kind, isSolved, chance);
    this.learn(problem, kind, isSolved, at);
    return outcome;
  }

  /** Shares what the maps hold, which is replaced but never changed in place. */
  fork(seed: number): Learner {
    const copy = Object.create(Object.getPrototypeOf(this) as object) as this;
    for (const [key, value] of Object.entries(this))
      Object.assign(copy, { [key]: value instanceof Map ? new Map(value) : (value as unknown) });
    return Object.assign(copy, { random: new SeededRandom(seed) });
  }

  ability(technique: TechniqueId, difficulty: Difficulty, at: number, shift = 0): number {
    return logistic(this.levelOf(technique) + shift + this.practice(technique, at) - harder[difficulty]);
  }

  deviation(technique: TechniqueId): number {
    return this.levelOf(technique) - this.level;
  }

  /** Either the solution itself is remembered, or the problem is solved anew. */
  chance(problem: ProblemFacts, kind: SittingKind, at: number, shift = 0): number {
    const unseen =
      problem.techniques.reduce((sum, technique) => sum + this.ability(technique, problem.difficulty, at, shift), 0) /
      Math.max(problem.techniques.length, 1);
    const recalled = this.recall(problem.id, at);
    // To name or to outline is easier than to carry out.
    const easier = kind === 'spot' ? 0.9 : kind === 'sketch' ? 0.5 : 0;
    return logistic(logOdds(recalled + (1 - recalled) * unseen) + easier);
  }

  /** Chance in [0, 1) that the solution of this very problem is recalled. */
  protected abstract recall(problemId: string, at: number): number;
  /** Log-odds that practice has added to a technique by now. */
  protected abstract practice(technique: TechniqueId, at: number): number;
  protected abstract learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void;

  protected normal(): number {
    const [u, v] = [Math.max(this.random.next(), 1e-12), this.random.next()];
    return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * v);
  }

  private levelOf(technique: TechniqueId): number {
    let level = this.levels.get(technique);
    if (level === undefined) {
      // From the name, so that the order in which techniques are met changes nothing.
      const hash = [...technique].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) | 0, 7);
      const own = new SeededRandom(hash ^ Math.round(this.level * 1e6));
      level = this.level + levelSpread * (own.next() + own.next() + own.next() - 1.5) * 2;
      this.levels.set(technique, level);
    }
    return level;
  }

  private outcomeOf(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, chance: number): SittingOutcome {
    const isShort = kind === 'spot' || kind === 'sketch';
    const planned = kind === 'spot' ? 3 : kind === 'sketch' ? 8 : problem.targetMinutes;
    const pace = Math.exp(solvePace.spread * this.normal());
    const isNamedRight = this.random.chance(isSolved ? 0.95 : 0.3 + 0.4 * chance);
    const named = isNamedRight ? 'right' : 'wrong';
    if (isSolved) {
      const minutes = planned * Math.min(solvePace.most, usualPace(chance) * pace);
      const attempts = isShort ? 0 : this.random.chance(0.5 + 0.4 * chance) ? 1 : 2;
      return { result: 'solved', help: 'none', attempts, minutes, named };
    }
    const minutes = planned * Math.min(1.5, (1 + 0.3 * (1 - chance)) * pace);
    const attempts = isShort ? 0 : this.random.between(1, 3);
    const luck = this.random.next();
    if (luck < 0.3) return { result: 'solved', help: 'hint', attempts, minutes, named };
    if (luck < 0.5)
      return { result: 'solved', help: 'none', attempts, minutes: Math.max(minutes, planned * 1.25), named };
    if (luck < 0.75) return { result: 'partly', help: 'read', attempts, minutes, named };
    return { result: 'unsolved', help: 'read', attempts, minutes, named };
  }
}

/** Minutes over those planned that a solve usually takes. */
export function usualPace(chance: number): number {
  return solvePace.quickest + (solvePace.slowest - solvePace.quickest) * (1 - chance);
}

export function logistic(x: number): number {
  return 1 / (1 + Math.exp(-x));
}

export function logOdds(p: number): number {
  const kept = Math.min(Math.max(p, 1e-6), 1 - 1e-6);
  return Math.log(kept / (1 - kept));
}
