import { Estimator } from '@lernen/core/estimate';
import { endOfDay } from '@lernen/core/model';
import { type Plan, type PlanItem, planDays } from '@lernen/core/plan';
import type { Policy } from './policy';
import type { Item, Practice } from './practice';

/** Lernen: planned again after every sitting, as the application does; the first item that fits is next. */
export function planner(): Policy {
  const planOf = planMaker();
  return (practice) => {
    const items = planOf(practice).days[0]?.items ?? [];
    return items.map(asItem).find((item) => practice.fits(item)) ?? null;
  };
}

/** Makes the plan of one person as it is now, each following the one before. */
export function planMaker(): (practice: Practice) => Plan {
  const estimator = new Estimator();
  let previous: Plan | null = null;
  return (practice) => {
    const [log, asOf] = [practice.log(), new Date(practice.now).toISOString()];
    const estimates = estimator.estimate(log, endOfDay(asOf, 'UTC'));
    previous = planDays({ log, estimates, asOf, zone: 'UTC', previous, twists: practice.twists });
    return previous;
  };
}

export function asItem({ problemId, technique, kind }: PlanItem): Item {
  return { problemId, technique: technique ?? '', kind: kind === 'fresh' ? 'first-solve' : kind };
}
