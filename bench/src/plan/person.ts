import type { Difficulty, SittingKind, TechniqueId } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import type { Learner, ProblemFacts, SittingOutcome } from './learner';

export const millisecondsPerDay = 86_400_000;

/** What the people of one kind have in common; the model knows none of it. Levels and spreads are log-odds. */
export interface Nature {
  /** Mean and standard deviation of the person's level on a medium problem before any practice. */
  readonly level: { readonly mean: number; readonly spread: number };
  /** Standard deviation of the levels of techniques about the person's, of a day's form, and of the logarithm of speed. */
  readonly levelSpread: number;
  readonly formSpread: number;
  readonly speedSpread: number;
  readonly harder: Readonly<Record<Difficulty, number>>;
  /** By how much naming and outlining are easier than carrying out. */
  readonly easier: { readonly spot: number; readonly sketch: number };
  /**
   * Minutes of a solve over those planned: from the quickest to the slowest by the chance, times a noise with so wide a
   * logarithm, but in time.
   */
  readonly pace: {
    readonly quickest: number;
    readonly slowest: number;
    readonly spread: number;
    readonly most: number;
  };
  /** What becomes of a sitting that was not an unaided solve in time: shares of solved with a hint, solved late, partly; the rest is given up. */
  readonly failing: { readonly hint: number; readonly late: number; readonly partly: number };
}

export const usualNature: Nature = {
  level: { mean: -0.9, spread: 0.6 },
  levelSpread: 0.9,
  formSpread: 0.35,
  speedSpread: 0.3,
  harder: { easy: -1.1, medium: 0, hard: 1.3 },
  easier: { spot: 0.9, sketch: 0.5 },
  pace: { quickest: 0.55, slowest: 1, spread: 0.25, most: 0.95 },
  failing: { hint: 0.3, late: 0.2, partly: 0.25 },
};

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

  constructor(
    seed: number,
    readonly nature: Nature = usualNature,
  ) {
    this.random = new SeededRandom(seed * 7919 + 13);
    this.level = nature.level.mean + nature.level.spread * this.normal();
    this.speed = Math.exp(nature.speedSpread * this.normal());
  }

  sit(problem: ProblemFacts, kind: SittingKind, at: number): SittingOutcome {
    const truth = this.chance(problem, kind, at);
    // A day has its own form, and nobody is measured exactly.
    const chance = logistic(logOdds(truth) + this.nature.formSpread * this.normal());
    const isSolved = this.random.chance(chance);
    const outcome = this.outcomeOf(problem, kind, isSolved, chance);
    this.learn(problem, kind, isSolved, at);
    return outcome;
  }

  /** Shares what the maps hold, which is replaced but never changed in place. */
  fork(seed: number): this {
    const copy = Object.create(Object.getPrototypeOf(this) as object) as this;
    for (const [key, value] of Object.entries(this))
      Object.assign(copy, { [key]: value instanceof Map ? new Map(value) : (value as unknown) });
    return Object.assign(copy, { random: new SeededRandom(seed) });
  }

  witness(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    this.learn(problem, kind, isSolved, at);
  }

  withChances(chances: ReadonlyMap<TechniqueId, number>, at: number, seed: number): Learner {
    const copy = this.fork(seed);
    for (const [technique, chance] of chances) {
      let [low, high] = [-8, 8];
      while (high - low > 1e-6) {
        const middle = (low + high) / 2;
        if (copy.ability(technique, 'medium', at, middle) < chance) low = middle;
        else high = middle;
      }
      copy.levels.set(technique, copy.levelOf(technique) + low);
    }
    return copy;
  }

  ability(technique: TechniqueId, difficulty: Difficulty, at: number, shift = 0): number {
    return logistic(this.levelOf(technique) + shift + this.practice(technique, at) - this.nature.harder[difficulty]);
  }

  /** The person's level, without any technique's own. */
  protected get overall(): number {
    return this.level;
  }

  deviation(technique: TechniqueId): number {
    return this.levelOf(technique) - this.level;
  }

  /** Either the solution itself is remembered, or the problem is solved again. */
  chance(problem: ProblemFacts, kind: SittingKind, at: number, shift = 0): number {
    const unseen =
      problem.techniques.reduce((sum, technique) => sum + this.ability(technique, problem.difficulty, at, shift), 0) /
      Math.max(problem.techniques.length, 1);
    const recalled = this.recall(problem.id, at);
    // To name or to outline is easier than to carry out.
    const easier = kind === 'spot' || kind === 'sketch' ? this.nature.easier[kind] : 0;
    return logistic(logOdds(recalled + (1 - recalled) * unseen) + easier);
  }

  /** Chance in [0, 1) that the solution of this very problem is recalled. */
  protected abstract recall(problemId: string, at: number): number;
  /** Log-odds that practice has added to a technique by now. */
  protected abstract practice(technique: TechniqueId, at: number): number;
  protected abstract learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void;

  protected normal(): number {
    return normalFrom(this.random);
  }

  private levelOf(technique: TechniqueId): number {
    let level = this.levels.get(technique);
    if (level === undefined) {
      // From the name, so that the order in which techniques are met changes nothing.
      const hash = [...technique].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) | 0, 7);
      const own = new SeededRandom(hash ^ Math.round(this.level * 1e6));
      level = this.level + this.nature.levelSpread * (own.next() + own.next() + own.next() - 1.5) * 2;
      this.levels.set(technique, level);
    }
    return level;
  }

  private outcomeOf(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, chance: number): SittingOutcome {
    const isShort = kind === 'spot' || kind === 'sketch';
    const planned = kind === 'spot' ? 3 : kind === 'sketch' ? 8 : problem.targetMinutes;
    const { pace: usual, failing } = this.nature;
    const pace = Math.exp(usual.spread * this.normal());
    const isNamedRight = this.random.chance(isSolved ? 0.95 : 0.3 + 0.4 * chance);
    const named = isNamedRight ? 'right' : 'wrong';
    if (isSolved) {
      const minutes = planned * Math.min(usual.most, usualPace(chance, this.nature) * pace);
      const attempts = isShort ? 0 : this.random.chance(0.5 + 0.4 * chance) ? 1 : 2;
      return { result: 'solved', help: 'none', attempts, minutes, named };
    }
    const minutes = planned * Math.min(1.5, (1 + 0.3 * (1 - chance)) * pace);
    const attempts = isShort ? 0 : this.random.between(1, 3);
    const luck = this.random.next();
    if (luck < failing.hint) return { result: 'solved', help: 'hint', attempts, minutes, named };
    if (luck < failing.hint + failing.late)
      return { result: 'solved', help: 'none', attempts, minutes: Math.max(minutes, planned * 1.25), named };
    if (luck < failing.hint + failing.late + failing.partly)
      return { result: 'partly', help: 'read', attempts, minutes, named };
    return { result: 'unsolved', help: 'read', attempts, minutes, named };
  }
}

/** Minutes over those planned that a solve usually takes. */
export function usualPace(chance: number, { pace }: Nature): number {
  return pace.quickest + (pace.slowest - pace.quickest) * (1 - chance);
}

/** One draw of a Gaussian of mean 0 and variance 1. */
export function normalFrom(random: SeededRandom): number {
  const [u, v] = [Math.max(random.next(), 1e-12), random.next()];
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * v);
}

export function logistic(x: number): number {
  return 1 / (1 + Math.exp(-x));
}

export function logOdds(p: number): number {
  const kept = Math.min(Math.max(p, 1e-6), 1 - 1e-6);
  return Math.log(kept / (1 - kept));
}
