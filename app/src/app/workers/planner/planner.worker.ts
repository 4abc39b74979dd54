import {
  type Estimates,
  Estimator,
  type Calibration,
  type MixUp,
  type Person,
  type TechniqueEstimate,
} from '@lernen/core/estimate';
import { type Day, type Instant, type Zone, addDays, dayOf, endOfDay } from '@lernen/core/model';
import {
  type Forecast,
  type ForecastCheck,
  ForecastSchema,
  type InterviewReadiness,
  type Plan,
  type PlanChange,
  type PlanInput,
  type PlanTrace,
  PlanTraceSchema,
  Planner,
  type Practice,
  type ReadinessPoint,
  type OptimalityGap,
  type DayAlternatives,
  type WhatIf,
  checkForecast,
  forecastFrom,
  forecastMadeAgain,
  planIf,
  plannedFromEntries,
  practiceOf,
  traceOf,
  twistsFrom,
} from '@lernen/core/plan';
import { expose } from 'comlink';
import * as z from 'zod/mini';
import { LernenDatabase, type Profile, databaseNames } from '../../data/database';
import { DerivedCache } from '../../data/derived-cache';
import { Repository } from '../../data/repository';
import { nextTask } from '../../data/turns';
import { carryErrors } from '../errors';
import { showLife } from '../life';

/** Recall of a problem whose solution was found or read, without what the page has already. */
export interface RecallSummary {
  readonly recall: number;
  /** Days from now until recall is one half; negative when it has fallen below. */
  readonly daysToHalf: number;
}

/** What is derived from a log at a moment. */
export interface Derived {
  readonly asOf: Instant;
  readonly techniques: ReadonlyMap<string, TechniqueEstimate>;
  readonly recalls: ReadonlyMap<string, RecallSummary>;
  readonly mixUps: readonly MixUp[];
  readonly practice: Practice;
  readonly plan: Plan;
}

/** What a plan would lead to. */
export interface Outcome {
  readonly readiness: readonly InterviewReadiness[];
  readonly curve: readonly ReadinessPoint[];
  /** Minutes planned over all days. */
  readonly minutes: number;
}

/** How far what is predicted can be believed. */
export interface LookingBack {
  readonly calibration: Calibration;
  readonly person: Person;
  readonly isPersonal: boolean;
}

/** What was derived last, kept so that a page that is opened again need not wait for it. */
interface KeptDerived {
  readonly derived: Derived;
  /** The identity of the database that it was derived from. */
  readonly database: string;
  /** The entry of the journal up to which the log was read. */
  readonly seq: number;
  readonly day: Day;
  readonly zone: Zone;
  /** The script that derived it: another version may come to something else. */
  readonly script: string;
}

const traceKey = 'plan-trace';
const forecastsKey = 'forecasts';
/** Forecasts of so many days are kept. */
const forecastsKept = 60;

/** A plan, and what it was made from. */
interface Made {
  readonly input: PlanInput;
  readonly planner: Planner;
  readonly derived: Derived;
  /** The entry of the journal up to which the log was read. */
  readonly seq: number;
}

/** Computes estimates and plan beside the page, from the database itself, so that the log never crosses over. */
class PlannerWorker {
  private repository: Repository | null = null;
  private cache: DerivedCache<KeptDerived> | null = null;
  private readonly estimator = new Estimator();
  /** The plan that was derived last, and what it was made from. */
  private made: Made | null = null;
  private again: (() => Promise<Made>) | null = null;
  private remaking: Promise<Made> | null = null;

  /** Reads what `derive` will need, while the page is still busy. */
  async prepare(profile: Profile, asOf: Instant, zone: Zone): Promise<void> {
    const repository = this.open(profile);
    if (!(await this.keptDerived(repository, asOf, zone))) await repository.catchUp();
  }

  /** The one that was derived last where nothing has changed since, else a new one. */
  async derive(profile: Profile, asOf: Instant, zone: Zone, onProgress: (share: number) => void): Promise<Derived> {
    const repository = this.open(profile);
    this.again = () => this.make(repository, asOf, zone, () => undefined);
    const kept = await this.keptDerived(repository, asOf, zone);
    if (!kept) return (await this.make(repository, asOf, zone, onProgress)).derived;
    // Another page may have derived it: what this one made before is of an older log.
    if (this.made?.seq !== kept.seq) this.made = null;
    return kept.derived;
  }

  private open(profile: Profile): Repository {
    this.cache ??= new DerivedCache(databaseNames[profile]);
    return (this.repository ??= new Repository(new LernenDatabase(profile)));
  }

  private async keptDerived(repository: Repository, asOf: Instant, zone: Zone): Promise<KeptDerived | null> {
    const kept = await this.cache?.get();
    const isOfToday = kept?.day === dayOf(asOf, zone) && kept.zone === zone && kept.script === location.href;
    if (!isOfToday || kept.database !== (await repository.identity()).id) return null;
    return (await repository.mayChangePlanSince(kept.seq)) ? null : kept;
  }

  private async make(
    repository: Repository,
    asOf: Instant,
    zone: Zone,
    onProgress: (share: number) => void,
  ): Promise<Made> {
    await repository.catchUp();
    const seq = repository.seq ?? 0;
    const log = repository.log();
    // All that is read comes first: a reading in the midst of the work would be held open by what follows it.
    const trace = await repository.local(traceKey, PlanTraceSchema);
    const twists = twistsFrom(await repository.entriesOfKinds(...plannedFromEntries));
    const estimates = this.estimator.estimate(log, endOfDay(asOf, zone));
    const report = (share: number): boolean => {
      onProgress(share);
      return true;
    };
    const input: PlanInput = { log, estimates, asOf, zone, twists, previous: trace ?? null, onProgress: report };
    const planner = new Planner(input);
    const day = dayOf(asOf, zone);
    const plan = { ...planner.plan, changes: [...changesOfToday(trace, day), ...planner.plan.changes] };
    const { techniques, mixUps } = estimates;
    const practice = practiceOf(log, asOf, zone);
    const derived: Derived = { asOf, techniques, recalls: recallsOf(estimates), mixUps, practice, plan };
    this.made = { input: { ...input, onProgress: () => true }, planner, derived, seq };
    const database = (await repository.identity()).id;
    await repository.setLocals({
      [traceKey]: traceOf(plan),
      [forecastsKey]: withForecast(await this.forecasts(repository), forecastFrom(plan)),
    });
    await this.cache?.put({ derived, database, seq, day, zone, script: location.href });
    return this.made;
  }

  /** What the plan that the page shows was made from; made again where it was kept from before. Null while there is none. */
  private async planned(): Promise<Made | null> {
    if (this.made) return this.made;
    this.remaking ??= this.again?.().finally(() => (this.remaking = null)) ?? null;
    return this.remaking;
  }

  /** What would become of it, beside the plan that was derived last. */
  async whatIf(whatIf: WhatIf): Promise<Outcome | null> {
    const made = await this.planned();
    return made && outcomeOf(planIf(made.input, whatIf, made.planner.plan));
  }

  async optimalityGap(): Promise<OptimalityGap | null> {
    return (await this.planned())?.planner.optimalityGap() ?? null;
  }

  async alternatives(date: Day): Promise<DayAlternatives | null> {
    return (await this.planned())?.planner.alternatives(date) ?? null;
  }

  /** What was forecast so many days ago, held against what came; null where that cannot be said. */
  async checkForecast(daysAgo: number): Promise<ForecastCheck | null> {
    const made = await this.planned();
    if (!made || !this.repository) return null;
    const { input, planner } = made;
    const madeOn = addDays(dayOf(input.asOf, input.zone), -daysAgo);
    const kept = await this.forecasts(this.repository);
    let forecast = kept.find((it) => it.madeOn === madeOn) ?? null;
    if (!forecast) {
      forecast = forecastMadeAgain(input, madeOn);
      if (forecast) await this.repository.setLocal(forecastsKey, withForecast(kept, forecast));
    }
    return forecast && checkForecast(forecast, planner.plan, input);
  }

  private async forecasts(repository: Repository): Promise<readonly Forecast[]> {
    const kept = await repository.local(forecastsKey, z.array(ForecastSchema));
    // What they are held against takes long: the reading is to be over by then.
    await nextTask();
    return kept ?? [];
  }

  async lookBack(): Promise<LookingBack | null> {
    const made = await this.planned();
    if (!made) return null;
    const { calibration, person, isPersonal } = made.input.estimates;
    return { calibration, person, isPersonal };
  }
}

export type PlannerApi = Pick<
  PlannerWorker,
  'prepare' | 'derive' | 'whatIf' | 'optimalityGap' | 'alternatives' | 'lookBack' | 'checkForecast'
>;

/** One a day: the last that was made on it. */
function withForecast(forecasts: readonly Forecast[], forecast: Forecast): Forecast[] {
  const others = forecasts.filter(({ madeOn }) => madeOn !== forecast.madeOn);
  return [...others, forecast].sort((a, b) => (a.madeOn < b.madeOn ? -1 : 1)).slice(-forecastsKept);
}

function outcomeOf({ readiness, curve, days }: Plan): Outcome {
  return { readiness, curve, minutes: days.reduce((sum, day) => sum + day.minutes, 0) };
}

function recallsOf(estimates: Estimates): Map<string, RecallSummary> {
  return new Map(
    [...estimates.problems].flatMap(([id, { recall, halfOn }]) =>
      recall === null || halfOn === null ? [] : [[id, { recall, daysToHalf: halfOn }] as const],
    ),
  );
}

/** What an earlier plan of the same day said that moved. */
function changesOfToday(trace: PlanTrace | undefined, today: Day): readonly PlanChange[] {
  return trace?.days[0]?.date === today ? trace.changes : [];
}

carryErrors();
showLife();
expose(new PlannerWorker());
