import type { Log } from '../log/log';
import { byProblem, techniquesById, techniquesOf } from '../log/log';
import type { Problem, ProblemId } from '../log/problem';
import { targetFor } from '../log/settings';
import type { Sitting, Slip } from '../log/sitting';
import { type Technique, type TechniqueId, resolveTechnique } from '../log/technique';
import { type Instant, millisecondsPerDay } from '../log/time';
import { type ChanceRange, type Gaussian, chanceRange } from './chance';
import { type EvidenceFacts, evidenceOf, factsOf } from './evidence';
import { informativeness, strengthParameters } from './parameters';
import { type Memory, firstMemory, recallAt, reviewedMemory } from './recall';
import { type Credit, StrengthModel, creditsOf } from './strength';

/** A technique that was named where another was right, and how often. */
export interface MixUp {
  readonly right: TechniqueId;
  readonly named: TechniqueId;
  readonly count: number;
  readonly lastAt: Instant;
}

/** What the log says about a technique. */
export interface TechniqueEstimate {
  readonly technique: TechniqueId;
  /** Chance of an unaided solve in time of an unseen medium problem. */
  readonly strength: ChanceRange;
  /** The same as log-odds. */
  readonly state: Gaussian;
  /** Change of the point over the last four weeks; null while there is not enough to compare. */
  readonly trend: number | null;
  /** Too few sittings to say much. */
  readonly isThin: boolean;
  /** Number of sittings at problems of this technique. */
  readonly sittings: number;
  readonly lastAt: Instant | null;
  /** Median of minutes over target minutes; 1 is on target. */
  readonly timeToTarget: number | null;
  /** Share of solved sittings that needed one attempt only; null where no attempts were counted. */
  readonly firstAttemptRate: number | null;
  /** Share of sittings with any help. */
  readonly helpRate: number | null;
  readonly slips: Readonly<Partial<Record<Slip, number>>>;
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
  return new Estimation(log, asOf).run();
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

class Estimation {
  private readonly byId: Map<TechniqueId, Technique>;
  private readonly problems: Map<ProblemId, Problem>;
  private readonly techniquesByProblem = new Map<ProblemId, TechniqueId[]>();
  private readonly memories = new Map<ProblemId, Memory>();
  private readonly tallies = new Map<TechniqueId, Tally>();
  private readonly mixUps = new Map<string, MixUp>();
  private readonly model: StrengthModel;
  private readonly now: number;

  constructor(
    private readonly log: Log,
    private readonly asOf: Instant,
  ) {
    this.byId = techniquesById(log);
    this.problems = new Map(log.problems.map((problem) => [problem.id, problem]));
    this.model = new StrengthModel((id) => this.byId.get(id)?.family ?? '');
    this.now = Date.parse(asOf);
  }

  run(): Estimates {
    const trendFrom = -strengthParameters.trendDays;
    let before: Map<TechniqueId, number> | null = null;
    for (const sitting of this.log.sittings) {
      const problem = this.problems.get(sitting.problemId);
      if (!problem) continue;
      const day = this.dayFromNow(sitting.startedAt);
      if (before === null && day > trendFrom) before = this.pointsAt(trendFrom);
      this.take(sitting, problem, day);
    }
    return {
      asOf: this.asOf,
      techniques: new Map(
        this.log.techniques.filter((it) => !it.mergedInto).map((it) => [it.id, this.estimateOf(it.id, before)]),
      ),
      problems: this.problemEstimates(),
      overall: this.model.overall(),
      mixUps: [...this.mixUps.values()].sort((a, b) => b.count - a.count),
    };
  }

  private take(sitting: Sitting, problem: Problem, day: number): void {
    const techniques = this.techniquesFor(problem);
    const resolve = (id: TechniqueId): TechniqueId => resolveTechnique(id, this.byId);
    const facts = factsOf(sitting, problem, techniques, targetFor(problem.difficulty, this.log.settings), resolve);
    const evidence = evidenceOf(facts);
    const memory = this.memories.get(problem.id);
    this.memories.set(
      problem.id,
      memory ? reviewedMemory(memory, sitting.kind, evidence, day) : firstMemory(evidence, day),
    );
    this.model.observe(evidence, informativeness[sitting.kind], problem.difficulty, creditsOf(techniques), day);
    for (const technique of techniques) this.tally(technique).take(sitting, facts);
    const [right] = techniques;
    if (facts.named === 'wrong' && sitting.named !== null && right !== undefined)
      this.noteMixUp(right, resolve(sitting.named), sitting.startedAt);
  }

  private techniquesFor(problem: Problem): TechniqueId[] {
    let techniques = this.techniquesByProblem.get(problem.id);
    if (!techniques) this.techniquesByProblem.set(problem.id, (techniques = techniquesOf(problem, this.byId)));
    return techniques;
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

  private pointsAt(day: number): Map<TechniqueId, number> {
    return new Map([...this.tallies.keys()].map((id) => [id, chanceRange(this.model.strengthOf(id, day)).point]));
  }

  private estimateOf(technique: TechniqueId, before: ReadonlyMap<TechniqueId, number> | null): TechniqueEstimate {
    const state = this.model.strengthOf(technique, 0);
    const strength = chanceRange(state);
    const tally = this.tallies.get(technique) ?? new Tally();
    const past = before?.get(technique);
    return {
      technique,
      strength,
      state,
      trend: past === undefined ? null : strength.point - past,
      isThin: tally.sittings < strengthParameters.thinBelow,
      ...tally.summary(),
    };
  }

  private problemEstimates(): Map<ProblemId, ProblemEstimate> {
    const estimates = new Map<ProblemId, ProblemEstimate>();
    const groups = byProblem(this.log.sittings);
    for (const [problemId, memory] of this.memories) {
      const sittings = groups.get(problemId) ?? [];
      const lastSitting = sittings.at(-1);
      const problem = this.problems.get(problemId);
      if (!lastSitting || !problem) continue;
      const credits = creditsOf(this.techniquesFor(problem));
      estimates.set(problemId, {
        problemId,
        recall: recallAt(memory, 0),
        memory,
        credits,
        sittings: sittings.length,
        lastSitting,
      });
    }
    return estimates;
  }

  /** Zero or negative. */
  private dayFromNow(instant: Instant): number {
    return Math.min((Date.parse(instant) - this.now) / millisecondsPerDay, 0);
  }
}

/** Counts what happened at a technique's problems. */
class Tally {
  sittings = 0;
  private lastAt: Instant | null = null;
  private helped = 0;
  private counted = 0;
  private firstAttempts = 0;
  private readonly times: number[] = [];
  private readonly slips: Partial<Record<Slip, number>> = {};

  take(sitting: Sitting, facts: EvidenceFacts): void {
    this.sittings++;
    this.lastAt = sitting.startedAt;
    if (sitting.help !== 'none') this.helped++;
    if (sitting.attempts.length > 0) {
      this.counted++;
      if (sitting.result === 'solved' && sitting.attempts.length === 1) this.firstAttempts++;
    }
    if (facts.timeToTarget !== null) this.times.push(facts.timeToTarget);
    for (const slip of sitting.slips) this.slips[slip] = (this.slips[slip] ?? 0) + 1;
  }

  summary(): Omit<TechniqueEstimate, 'technique' | 'strength' | 'state' | 'trend' | 'isThin'> {
    return {
      sittings: this.sittings,
      lastAt: this.lastAt,
      timeToTarget: median(this.times),
      firstAttemptRate: this.counted === 0 ? null : this.firstAttempts / this.counted,
      helpRate: this.sittings === 0 ? null : this.helped / this.sittings,
      slips: this.slips,
    };
  }
}

function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const upper = sorted[middle] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] ?? upper) + upper) / 2;
}
