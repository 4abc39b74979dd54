// How long estimates and plan take over a long log: `npm run bench:core`.
import { Estimator, estimateLog } from '@lernen/core/estimate';
import { type Log, endOfDay, logFrom } from '@lernen/core/model';
import { type Plan, Planner, planDays } from '@lernen/core/plan';
import { largeLog } from './large-log';

const now = new Date().toISOString();
const sizes = [
  { problems: 500, sittings: 2500, days: 90 },
  { problems: 1000, sittings: 5000, days: 90 },
  { problems: 2000, sittings: 10_000, days: 90 },
  { problems: 2000, sittings: 10_000, days: 45 },
];
const runs = 7;

process.stdout.write('problems  sittings  days  estimate ms  plan ms  items  one more sitting ms  bound ms\n');
for (const size of sizes) {
  const log = logFrom(largeLog(now, size));
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    const estimates = estimateLog(log, endOfDay(now, 'UTC'));
    const between = performance.now();
    const plan = planDays({ log, estimates, asOf: now, zone: 'UTC' });
    return {
      estimate: between - start,
      plan: performance.now() - between,
      items: plan.days.reduce((sum, day) => sum + day.items.length, 0),
    };
  });
  const of = (part: 'estimate' | 'plan'): number => middle(times.map((it) => it[part]));
  const row = [
    size.problems,
    size.sittings,
    size.days,
    of('estimate').toFixed(0),
    of('plan').toFixed(0),
    times[0]?.items ?? 0,
    middle(oneMoreSitting(log)).toFixed(0),
    boundTime(log).toFixed(0),
  ];
  process.stdout.write(
    `${row.map((cell, index) => String(cell).padStart([8, 9, 5, 12, 8, 6, 20, 9][index] ?? 8)).join(' ')}\n`,
  );
}

/** Milliseconds that the bound takes beside a plan. */
function boundTime(log: Log): number {
  const planner = new Planner({ log, estimates: estimateLog(log, endOfDay(now, 'UTC')), asOf: now, zone: 'UTC' });
  const start = performance.now();
  planner.optimalityGap();
  return performance.now() - start;
}

/** Milliseconds from a sitting of today, all before it being known, to the plan that follows from it. */
function oneMoreSitting(log: Log): number[] {
  const [last] = log.sittings.slice(-1);
  if (!last) return [];
  const before: Log = { ...log, sittings: log.sittings.slice(0, -1) };
  const after: Log = { ...log, sittings: [...before.sittings, { ...last, startedAt: now }] };
  return Array.from({ length: runs }, () => {
    const estimator = new Estimator();
    const planOf = (known: Log, previous: Plan | null): Plan =>
      planDays({
        log: known,
        estimates: estimator.estimate(known, endOfDay(now, 'UTC')),
        asOf: now,
        zone: 'UTC',
        previous,
      });
    const previous = planOf(before, null);
    const start = performance.now();
    planOf(after, previous);
    return performance.now() - start;
  });
}

function middle(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}
