import type { Log } from '../log/log';
import { techniquesById, techniquesOf } from '../log/log';
import type { Problem, ProblemId } from '../log/problem';
import { targetFor } from '../log/settings';
import type { Sitting } from '../log/sitting';
import { type Technique, type TechniqueId, resolveTechnique } from '../log/technique';
import { type Instant, millisecondsPerDay } from '../log/time';
import { type ChanceRange, type Gaussian, chanceRange } from './chance';
import { type EvidenceFacts, evidenceOf, factsOf } from './evidence';
import { informativeness, strengthParameters } from './parameters';
import { type Memory, firstMemory, recallAt, reviewedMemory } from './recall';
import { type Credit, StrengthModel, creditsOf } from './strength';
import { type Counts, Tally } from './tally';

/** A technique that was named where another was right, and how often. */
export interface MixUp {
  readonly right: TechniqueId;
  readonly named: TechniqueId;
  readonly count: number;
  readonly lastAt: Instant;
}

/** What the log says about a technique. */
export interface TechniqueEstimate extends Counts {
  readonly technique: TechniqueId;
  /** Chance of an unaided solve in time of an unseen medium problem. */
  readonly strength: ChanceRange;
  /** The same as log-odds. */
  readonly state: Gaussian;
  /** Change of the point over the last four weeks; null while there is not enough to compare. */
  readonly trend: number | null;
  /** Too few sittings to say much. */
  readonly isThin: boolean;
}

/** What the log says about a problem. */
export interface ProblemEstimate {
  readonly problemId: ProblemId;
  /** Chance that its solution can be recalled now. */
  readonly recall: number;
  /** Counted in days from `asOf`: `since` is zero or negative. */
  readonly memory: Memory;
  readonly credits: readonly Credit[];
  readonly sittings: number;
  readonly lastSitting: Sitting;
}

export interface Estimates {
  readonly asOf: Instant;
  readonly techniques: ReadonlyMap<TechniqueId, TechniqueEstimate>;
  /** Problems that were sat at least once. */
  readonly problems: ReadonlyMap<ProblemId, ProblemEstimate>;
  /** The person's overall level as log-odds. */
  readonly overall: Gaussian;
  readonly mixUps: readonly MixUp[];
}

/** Computes everything the log says at a moment. Sittings dated later than `asOf` count as taking place at it. */
export function estimateLog(log: Log, asOf: Instant): Estimates {
  return new Estimator().estimate(log, asOf);
}

/** Evidence in (0, 1) of one sitting, with the facts it was computed from. */
export function sittingEvidence(
  sitting: Sitting,
  problem: Problem,
  log: Pick<Log, 'techniques' | 'settings'>,
): { facts: EvidenceFacts; evidence: number } {
  const byId = techniquesById(log);
  const facts = factsOf(
    sitting,
    problem,
    techniquesOf(problem, byId),
    targetFor(problem.difficulty, log.settings),
    (id) => resolveTechnique(id, byId),
  );
  return { facts, evidence: evidenceOf(facts) };
}

/**
 * Estimates that follow a log. While it only grows at its end, as it does when a sitting is logged, only what is new is
 * taken in; after any other change everything is taken in anew. The answers are the same as `estimateLog` gives.
 */
export class Estimator {
  private reading: Reading | null = null;

  estimate(log: Log, asOf: Instant): Estimates {
    const now = epochDay(asOf);
    if (!this.reading?.isContinuedBy(log, now)) this.reading = new Reading(log);
    this.reading.takeIn(log, now);
    return this.reading.estimates(asOf);
  }
}

/** What the strength model learns from one sitting. */
interface Observation {
  readonly evidence: number;
  readonly weight: number;
  readonly difficulty: Problem['difficulty'];
  readonly credits: readonly Credit[];
  readonly day: number;
}

interface ProblemState {
  readonly problem: Problem;
  readonly techniques: readonly TechniqueId[];
  readonly credits: readonly Credit[];
  memory: Memory | null;
  sittings: number;
  lastSitting: Sitting | null;
}

/** All that was taken from the sittings so far. Days are counted from the epoch. */
class Reading {
  private readonly byId: Map<TechniqueId, Technique>;
  private readonly problems = new Map<ProblemId, ProblemState>();
  private readonly taken: Sitting[] = [];
  private readonly tallies = new Map<TechniqueId, Tally>();
  private readonly mixUps = new Map<string, MixUp>();
  private readonly observations: Observation[] = [];
  private readonly model: StrengthModel;
  /** The model as it was before the last weeks, and how many observations it has. */
  private readonly before: StrengthModel;
  private countBefore = 0;
  private now = -Infinity;
  private hasFuture = false;

  constructor(private readonly log: Log) {
    this.byId = techniquesById(log);
    const familyOf = (id: TechniqueId): string => this.byId.get(id)?.family ?? '';
    this.model = new StrengthModel(familyOf);
    this.before = new StrengthModel(familyOf);
  }

  /** Whether this log is the one read so far with sittings, and problems for them, added at its end. */
  isContinuedBy(log: Log, now: number): boolean {
    const problems = new Map(log.problems.map((problem) => [problem.id, problem]));
    return (
      now >= this.now &&
      !this.hasFuture &&
      log.settings === this.log.settings &&
      log.techniques.length === this.log.techniques.length &&
      log.techniques.every((technique, index) => technique === this.log.techniques[index]) &&
      this.taken.every((sitting, index) => sitting === log.sittings[index]) &&
      [...this.problems].every(([id, { problem }]) => problems.get(id) === problem)
    );
  }

  takeIn(log: Log, now: number): void {
    this.now = now;
    const problems = new Map(log.problems.map((problem) => [problem.id, problem]));
    for (let index = this.taken.length; index < log.sittings.length; index++) {
      const sitting = log.sittings[index];
      const problem = sitting && problems.get(sitting.problemId);
      if (!problem) continue;
      const day = epochDay(sitting.startedAt);
      if (day > now) this.hasFuture = true;
      this.taken.push(sitting);
      this.take(sitting, this.stateOf(problem), Math.min(day, now));
    }
  }

  estimates(asOf: Instant): Estimates {
    const trendFrom = this.now - strengthParameters.trendDays;
    for (; (this.observations[this.countBefore]?.day ?? Infinity) <= trendFrom; this.countBefore++)
      observe(this.before, this.observations[this.countBefore]);
    return {
      asOf,
      techniques: new Map(
        this.log.techniques
          .filter((it) => !it.mergedInto)
          .map((it) => [it.id, this.techniqueEstimate(it.id, trendFrom)]),
      ),
      problems: this.problemEstimates(),
      overall: this.model.overall(),
      mixUps: [...this.mixUps.values()].sort((a, b) => b.count - a.count),
    };
  }

  private take(sitting: Sitting, state: ProblemState, day: number): void {
    const { problem, techniques, credits, memory } = state;
    const resolve = (id: TechniqueId): TechniqueId => resolveTechnique(id, this.byId);
    const facts = factsOf(sitting, problem, techniques, targetFor(problem.difficulty, this.log.settings), resolve);
    const evidence = evidenceOf(facts);
    state.memory = memory ? reviewedMemory(memory, sitting.kind, evidence, day) : firstMemory(evidence, day);
    state.sittings++;
    state.lastSitting = sitting;
    const weight = informativeness[sitting.kind];
    const observation = { evidence, weight, difficulty: problem.difficulty, credits, day };
    this.observations.push(observation);
    observe(this.model, observation);
    for (const technique of techniques) this.tally(technique).take(sitting, facts);
    const [right] = techniques;
    if (facts.named === 'wrong' && sitting.named !== null && right !== undefined)
      this.noteMixUp(right, resolve(sitting.named), sitting.startedAt);
  }

  private stateOf(problem: Problem): ProblemState {
    let state = this.problems.get(problem.id);
    if (!state) {
      const techniques = techniquesOf(problem, this.byId);
      state = { problem, techniques, credits: creditsOf(techniques), memory: null, sittings: 0, lastSitting: null };
      this.problems.set(problem.id, state);
    }
    return state;
  }

  private noteMixUp(right: TechniqueId, named: TechniqueId, lastAt: Instant): void {
    const key = `${right} ${named}`;
    this.mixUps.set(key, { right, named, count: (this.mixUps.get(key)?.count ?? 0) + 1, lastAt });
  }

  private tally(technique: TechniqueId): Tally {
    let tally = this.tallies.get(technique);
    if (!tally) this.tallies.set(technique, (tally = new Tally()));
    return tally;
  }

  private techniqueEstimate(technique: TechniqueId, trendFrom: number): TechniqueEstimate {
    const state = this.model.strengthOf(technique, this.now);
    const strength = chanceRange(state);
    const counts = (this.tallies.get(technique) ?? new Tally()).summary();
    const past = this.before.hasSeen(technique)
      ? chanceRange(this.before.strengthOf(technique, trendFrom)).point
      : null;
    return {
      technique,
      strength,
      state,
      trend: past === null ? null : strength.point - past,
      isThin: counts.sittings < strengthParameters.thinBelow,
      ...counts,
    };
  }

  private problemEstimates(): Map<ProblemId, ProblemEstimate> {
    const estimates = new Map<ProblemId, ProblemEstimate>();
    for (const [problemId, { credits, memory, sittings, lastSitting }] of this.problems) {
      if (!memory || !lastSitting) continue;
      const fromNow = { halfLife: memory.halfLife, since: memory.since - this.now };
      estimates.set(problemId, {
        problemId,
        recall: recallAt(fromNow, 0),
        memory: fromNow,
        credits,
        sittings,
        lastSitting,
      });
    }
    return estimates;
  }
}

function observe(model: StrengthModel, observation: Observation | undefined): void {
  if (!observation) return;
  const { evidence, weight, difficulty, credits, day } = observation;
  model.observe(evidence, weight, difficulty, credits, day);
}

function epochDay(instant: Instant): number {
  return Date.parse(instant) / millisecondsPerDay;
}
