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
  type InterviewReadiness,
  type Plan,
  type PlanChange,
  type PlanInput,
  Planner,
  type ReadinessPoint,
  type OptimalityGap,
  type DayAlternatives,
  type WhatIf,
  checkForecast,
  forecastFrom,
  forecastMadeAgain,
  planIf,
  plannedFromEntries,
  twistsFrom,
} from '@lernen/core/plan';
import { expose } from 'comlink';
import { LernenDatabase, type PlanTrace, type Profile } from '../../data/database';
import { Repository } from '../../data/repository';
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

const traceKey = 'plan-trace';
const forecastsKey = 'forecasts';
/** Forecasts of so many days are kept. */
const forecastsKept = 60;

/** Computes estimates and plan beside the page, from the database itself, so that the log never crosses over. */
class PlannerWorker {
  private repository: Repository | null = null;
  private readonly estimator = new Estimator();
  /** The plan that was derived last, and what it was made from. */
  private made: { readonly input: PlanInput; readonly planner: Planner } | null = null;

  async derive(profile: Profile, asOf: Instant, zone: Zone, onProgress: (share: number) => void): Promise<Derived> {
    const repository = (this.repository ??= new Repository(new LernenDatabase(profile)));
    await repository.catchUp();
    const log = repository.log();
    const estimates = this.estimator.estimate(log, endOfDay(asOf, zone));
    const trace = await repository.local<PlanTrace>(traceKey);
    const report = (share: number): boolean => {
      onProgress(share);
      return true;
    };
    const twists = twistsFrom(await repository.entriesOfKinds(...plannedFromEntries));
    const input: PlanInput = { log, estimates, asOf, zone, twists, previous: trace ?? null, onProgress: report };
    const planner = new Planner(input);
    const plan = { ...planner.plan, changes: [...changesOfToday(trace, dayOf(asOf, zone)), ...planner.plan.changes] };
    this.made = { input: { ...input, onProgress: () => true }, planner };
    await repository.setLocal(traceKey, traceOf(plan));
    await this.keepForecast(repository, forecastFrom(plan));
    return { asOf, techniques: estimates.techniques, recalls: recallsOf(estimates), mixUps: estimates.mixUps, plan };
  }

  /** What would become of it, beside the plan that was derived last. */
  whatIf(whatIf: WhatIf): Outcome | null {
    return this.made && outcomeOf(planIf(this.made.input, whatIf, this.made.planner.plan));
  }

  optimalityGap(): OptimalityGap | null {
    return this.made?.planner.optimalityGap() ?? null;
  }

  alternatives(date: Day): DayAlternatives | null {
    return this.made?.planner.alternatives(date) ?? null;
  }

  /** What was forecast so many days ago, held against what came; null where that cannot be said. */
  async checkForecast(daysAgo: number): Promise<ForecastCheck | null> {
    if (!this.made || !this.repository) return null;
    const { input, planner } = this.made;
    const madeOn = addDays(dayOf(input.asOf, input.zone), -daysAgo);
    const kept = await this.forecasts(this.repository);
    let forecast = kept.find((it) => it.madeOn === madeOn) ?? null;
    if (!forecast) {
      forecast = forecastMadeAgain(input, madeOn);
      if (forecast) await this.keepForecast(this.repository, forecast);
    }
    return forecast && checkForecast(forecast, planner.plan, input);
  }

  private async forecasts(repository: Repository): Promise<readonly Forecast[]> {
    return (await repository.local<readonly Forecast[]>(forecastsKey)) ?? [];
  }

  /** One a day: the last that was made on it. */
  private async keepForecast(repository: Repository, forecast: Forecast): Promise<void> {
    const others = (await this.forecasts(repository)).filter(({ madeOn }) => madeOn !== forecast.madeOn);
    const value = [...others, forecast].sort((a, b) => (a.madeOn < b.madeOn ? -1 : 1)).slice(-forecastsKept);
    await repository.setLocal(forecastsKey, value);
  }

  lookBack(): LookingBack | null {
    if (!this.made) return null;
    const { calibration, person, isPersonal } = this.made.input.estimates;
    return { calibration, person, isPersonal };
  }
}

export type PlannerApi = Pick<
  PlannerWorker,
  'derive' | 'whatIf' | 'optimalityGap' | 'alternatives' | 'lookBack' | 'checkForecast'
>;

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
  return trace?.days[0]?.date === today ? (trace.changes ?? []) : [];
}

function traceOf(plan: Plan): PlanTrace {
  return {
    changes: plan.changes,
    sittings: plan.sittings,
    days: plan.days.map(({ date, items }) => ({
      date,
      items: items.map(({ problemId, technique, kind }) => ({ problemId, technique, kind })),
    })),
  };
}

carryErrors();
showLife();
expose(new PlannerWorker());
