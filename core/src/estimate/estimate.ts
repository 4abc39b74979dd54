import type { Log } from '../model/log';
import { techniquesById, techniquesOf } from '../model/log';
import { type Problem, type ProblemId, difficulties } from '../model/problem';
import { sittingTarget } from '../model/settings';
import type { Sitting } from '../model/sitting';
import type { SittingKind } from '../model/sitting-kinds';
import { type Technique, type TechniqueId, resolveTechnique } from '../model/technique';
import { type Instant, millisecondsPerDay } from '../model/time';
import { type ChanceRange, type Gaussian, chanceRange } from './chance';
import { Replay, type Observation } from './replay';
import { type EvidenceFacts, evidenceOf, factsOf, isOwnSolve, isTimelySolve, knowsAnswer } from './evidence';
import { type Calibration, CalibrationTally, Trust, lossOf } from './calibration';
import { strengthParameters } from './parameters';
import { recallAt } from './recall';
import { type Credit, type Person, creditsOf } from './strength';
import { type Counts, type Move, Moves, Tally } from './tally';
import type { Worked } from './worked';

/** A technique that was named where another was right, and how often. */
export interface MixUp {
  readonly right: TechniqueId;
  readonly named: TechniqueId;
  readonly count: number;
  readonly lastAt: Instant;
  /** Which of the two no Spot has asked for since. */
  readonly waiting: readonly TechniqueId[];
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
  /** The sittings that moved the strength most, up or down, the largest first. */
  readonly moves: readonly Move[];
}

/** A sitting as far as spacing needs it. */
export interface PastSitting {
  /** In days, with a fraction. */
  readonly day: number;
  readonly kind: SittingKind;
  /** Solved unaided or with a hint. */
  readonly isOwn: boolean;
  /** Solved unaided and in time. */
  readonly isTimely: boolean;
}

const historyLength = 8;

/** What the log says about a problem. */
export interface ProblemEstimate {
  readonly problemId: ProblemId;
  /** Chance that its solution can be recalled now; null as long as it was neither solved nor read. */
  readonly recall: number | null;
  /** What is left of the work at it. Its memory counts in days from `asOf`: `since` is zero or negative. */
  readonly worked: Worked;
  /** The day from `asOf` on which recall falls to one half for this person; null where nothing can be recalled. */
  readonly halfOn: number | null;
  /** Days of its sittings, counted from `asOf`, with whether it was solved then: the last at most `historyLength`. */
  readonly history: readonly PastSitting[];
  readonly credits: readonly Credit[];
  readonly sittings: number;
  readonly lastSitting: Sitting;
}

/** The technique of a problem that counts most; null where none is known. */
export function mainTechniqueOf(estimate: ProblemEstimate | undefined): TechniqueId | null {
  return estimate?.credits[0]?.technique ?? null;
}

export interface Estimates {
  readonly asOf: Instant;
  readonly techniques: ReadonlyMap<TechniqueId, TechniqueEstimate>;
  /** Problems that were sat at least once. */
  readonly problems: ReadonlyMap<ProblemId, ProblemEstimate>;
  /** The person's overall level as log-odds, where no technique is known. */
  readonly overall: Gaussian;
  readonly person: Person;
  /** Whether the person's own quantities are used, because they predicted the last fifth of the log better. */
  readonly isPersonal: boolean;
  /** How often what was predicted came true. */
  readonly calibration: Calibration;
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
    sittingTarget(sitting.kind, problem.difficulty, log.settings),
    (id) => resolveTechnique(id, byId),
  );
  return { facts, evidence: evidenceOf(facts) };
}

/**
 * Estimates that follow a log. While it only grows at its end, as it does when a sitting is logged, only what is new is
 * taken in; after any other change everything is taken in from scratch. The answers are the same as `estimateLog` gives.
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

interface ProblemState {
  readonly problem: Problem;
  readonly techniques: readonly TechniqueId[];
  readonly credits: readonly Credit[];
  sittings: number;
  lastSitting: Sitting | null;
  /** Days counted from the epoch. */
  history: readonly PastSitting[];
}

/** All that was taken from the sittings so far. Days are counted from the epoch. */
class Reading {
  private readonly byId: Map<TechniqueId, Technique>;
  private readonly problems = new Map<ProblemId, ProblemState>();
  private readonly taken: Sitting[] = [];
  private readonly tallies = new Map<TechniqueId, Tally>();
  private readonly mixUps = new Map<string, MixUp>();
  private readonly moves = { common: new Map<TechniqueId, Moves>(), own: new Map<TechniqueId, Moves>() };
  /** The log read with the population's quantities, and with the person's own learned from it. */
  private readonly common: Replay;
  private readonly own: Replay;
  private readonly trust = new Trust();
  private readonly calibration = new CalibrationTally();
  private now = -Infinity;
  private hasFuture = false;

  constructor(private readonly log: Log) {
    this.byId = techniquesById(log);
    const familyOf = (id: TechniqueId): string => this.byId.get(id)?.family ?? '';
    this.common = new Replay(familyOf, false);
    this.own = new Replay(familyOf, true);
  }

  /** Whether this log is the one read so far with sittings, and problems for them, added at its end. */
  isContinuedBy(log: Log, now: number): boolean {
    const problems = new Map(log.problems.map((problem) => [problem.id, problem]));
    return (
      now >= this.now &&
      !this.hasFuture &&
      hasSameTargets(log.settings, this.log.settings) &&
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
    return {
      asOf,
      techniques: new Map(
        this.log.techniques.filter((it) => !it.mergedInto).map((it) => [it.id, this.techniqueEstimate(it.id)]),
      ),
      problems: this.problemEstimates(),
      overall: this.replay.overall(this.now),
      person: this.replay.person(),
      isPersonal: this.trust.isOwn,
      calibration: this.calibration.summary(),
      mixUps: [...this.mixUps.values()].sort((a, b) => b.count - a.count),
    };
  }

  /** The reading that is believed. */
  private get replay(): Replay {
    return this.trust.isOwn ? this.own : this.common;
  }

  private take(sitting: Sitting, state: ProblemState, day: number): void {
    const { problem, techniques, credits } = state;
    const { settings } = this.log;
    const resolve = (id: TechniqueId): TechniqueId => resolveTechnique(id, this.byId);
    const target = sittingTarget(sitting.kind, problem.difficulty, settings);
    const facts = factsOf(sitting, problem, techniques, target, resolve);
    const evidence = evidenceOf(facts);
    const came = isTimelySolve(sitting, target);
    const { kind } = sitting;
    const pace = came ? facts.timeToTarget : null;
    const observation: Observation = {
      problemId: problem.id,
      kind,
      credits,
      difficulty: problem.difficulty,
      evidence,
      pace,
      isOwn: isOwnSolve(sitting),
      isAnswerKnown: knowsAnswer(sitting),
      day,
    };
    const common = this.common.take(observation);
    const own = this.own.take(observation);
    this.calibration.take(this.trust.isOwn ? own.predicted : common.predicted, came, sitting.startedAt);
    this.trust.take(lossOf(common.predicted, came), lossOf(own.predicted, came));
    for (const technique of techniques) {
      getOrMake(this.moves.common, technique, () => new Moves()).take(sitting.id, common.change);
      getOrMake(this.moves.own, technique, () => new Moves()).take(sitting.id, own.change);
    }
    state.sittings++;
    state.lastSitting = sitting;
    state.history = [...state.history, { day, kind, isOwn: isOwnSolve(sitting), isTimely: came }].slice(-historyLength);
    for (const technique of techniques) getOrMake(this.tallies, technique, () => new Tally()).take(sitting, facts);
    const [right] = techniques;
    if (right !== undefined && kind === 'spot') this.noteSpot(right);
    if (facts.named === 'wrong' && sitting.named !== null && right !== undefined)
      this.noteMixUp(right, resolve(sitting.named), sitting.startedAt);
  }

  private stateOf(problem: Problem): ProblemState {
    let state = this.problems.get(problem.id);
    if (!state) {
      const techniques = techniquesOf(problem, this.byId);
      state = { problem, techniques, credits: creditsOf(techniques), sittings: 0, lastSitting: null, history: [] };
      this.problems.set(problem.id, state);
    }
    return state;
  }

  private noteMixUp(right: TechniqueId, named: TechniqueId, lastAt: Instant): void {
    const key = `${right} ${named}`;
    const count = (this.mixUps.get(key)?.count ?? 0) + 1;
    this.mixUps.set(key, { right, named, count, lastAt, waiting: [right, named] });
  }

  private noteSpot(technique: TechniqueId): void {
    for (const [key, mixUp] of this.mixUps)
      if (mixUp.waiting.includes(technique))
        this.mixUps.set(key, { ...mixUp, waiting: mixUp.waiting.filter((it) => it !== technique) });
  }

  private techniqueEstimate(technique: TechniqueId): TechniqueEstimate {
    const state = this.replay.strengthOf(technique, this.now);
    const strength = chanceRange(state);
    const counts = (this.tallies.get(technique) ?? new Tally()).summary();
    const past = this.replay.pointBefore(technique, this.now - strengthParameters.trendDays);
    const moves = this.trust.isOwn ? this.moves.own : this.moves.common;
    return {
      technique,
      strength,
      state,
      trend: past === null ? null : strength.point - past,
      isThin: counts.sittings < strengthParameters.thinBelow,
      moves: moves.get(technique)?.largest ?? [],
      ...counts,
    };
  }

  private problemEstimates(): Map<ProblemId, ProblemEstimate> {
    const estimates = new Map<ProblemId, ProblemEstimate>();
    const { memory: halfLifeScale } = this.replay.person();
    for (const [problemId, { credits, sittings, lastSitting, history }] of this.problems) {
      const worked = this.replay.workedOf(problemId);
      if (!worked || !lastSitting) continue;
      const { memory } = worked;
      const fromNow = memory && { halfLife: memory.halfLife, since: memory.since - this.now };
      estimates.set(problemId, {
        problemId,
        recall: fromNow && recallAt(fromNow, 0, halfLifeScale),
        halfOn: fromNow && fromNow.since + fromNow.halfLife * halfLifeScale,
        worked: { ...worked, memory: fromNow },
        history: history.map((past) => ({ ...past, day: past.day - this.now })),
        credits,
        sittings,
        lastSitting,
      });
    }
    return estimates;
  }
}

/** The only settings that an estimate depends on. */
function hasSameTargets({ targetMinutes: a }: Log['settings'], { targetMinutes: b }: Log['settings']): boolean {
  return difficulties.every((difficulty) => a[difficulty] === b[difficulty]);
}

function getOrMake<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  let value = map.get(key);
  if (value === undefined) map.set(key, (value = make()));
  return value;
}

function epochDay(instant: Instant): number {
  return Date.parse(instant) / millisecondsPerDay;
}
