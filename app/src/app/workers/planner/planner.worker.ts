import { type Estimates, Estimator, type MixUp, type TechniqueEstimate } from '@lernen/core/estimate';
import type { Instant, Zone } from '@lernen/core/log';
import { type Plan, planDays } from '@lernen/core/plan';
import { expose } from 'comlink';
import { LernenDatabase, type PlanTrace, type World } from '../../data/database';
import { LogReader } from '../../data/log-reader';

/** Recall of a problem, without what the page has already. */
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

const traceKey = 'plan-trace';

/** Computes estimates and plan beside the page, from the database itself, so that the log never crosses over. */
class PlannerWorker {
  private database: LernenDatabase | null = null;
  private reader: LogReader | null = null;
  private readonly estimator = new Estimator();

  async derive(world: World, asOf: Instant, zone: Zone, onProgress: (share: number) => void): Promise<Derived> {
    this.database ??= new LernenDatabase(world);
    this.reader ??= new LogReader(this.database);
    await this.reader.catchUp();
    const log = this.reader.log();
    const estimates = this.estimator.estimate(log, asOf);
    const trace = (await this.database.local.get(traceKey))?.value as PlanTrace | undefined;
    const report = (share: number): boolean => {
      onProgress(share);
      return true;
    };
    const plan = planDays({
      log,
      estimates,
      asOf,
      zone,
      previous: (trace ?? null) as Pick<Plan, 'days'> | null,
      onProgress: report,
    });
    await this.database.local.put({ key: traceKey, value: traceOf(plan) });
    return { asOf, techniques: estimates.techniques, recalls: recallsOf(estimates), mixUps: estimates.mixUps, plan };
  }
}

export type PlannerApi = Pick<PlannerWorker, 'derive'>;

function recallsOf(estimates: Estimates): Map<string, RecallSummary> {
  return new Map(
    [...estimates.problems].map(([id, { recall, memory }]) => [
      id,
      { recall, daysToHalf: memory.since + memory.halfLife },
    ]),
  );
}

function traceOf(plan: Plan): PlanTrace {
  return {
    days: plan.days.map(({ date, items }) => ({
      date,
      items: items.map(({ problemId, technique, kind }) => ({ problemId, technique, kind })),
    })),
  };
}

expose(new PlannerWorker());
