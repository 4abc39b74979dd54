// How long estimates and plan take over a long log: `npm run bench:core`.
import { Estimator, estimateLog } from '@lernen/core/estimate';
import { type Log, logFrom } from '@lernen/core/log';
import { planDays } from '@lernen/core/plan';
import { largeLog } from './large-log';

const now = new Date().toISOString();
const sizes = [
  { problems: 500, sittings: 2500, days: 90 },
  { problems: 1000, sittings: 5000, days: 90 },
  { problems: 2000, sittings: 10_000, days: 90 },
  { problems: 2000, sittings: 10_000, days: 45 },
];
const runs = 7;

process.stdout.write('problems  sittings  days  estimate ms  plan ms  items  one more sitting ms\n');
for (const size of sizes) {
  const log = logFrom(largeLog(now, size));
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    const estimates = estimateLog(log, now);
    const between = performance.now();
    const plan = planDays({ log, estimates, asOf: now, zone: 'UTC' });
    return {
      estimate: between - start,
      plan: performance.now() - between,
      again: oneMoreSitting(log),
      items: plan.days.reduce((sum, day) => sum + day.items.length, 0),
    };
  });
  const middle = (of: 'estimate' | 'plan' | 'again'): number =>
    times.map((it) => it[of]).sort((a, b) => a - b)[Math.floor(runs / 2)] ?? NaN;
  const row = [
    size.problems,
    size.sittings,
    size.days,
    middle('estimate').toFixed(0),
    middle('plan').toFixed(0),
    times[0]?.items ?? 0,
    middle('again').toFixed(0),
  ];
  process.stdout.write(
    `${row.map((cell, index) => String(cell).padStart([8, 9, 5, 12, 8, 6, 20][index] ?? 8)).join(' ')}\n`,
  );
}

/** Milliseconds from the last sitting of a log, all else being known, to the plan that follows from it. */
function oneMoreSitting(log: Log): number {
  const estimator = new Estimator();
  const before: Log = { ...log, sittings: log.sittings.slice(0, -1) };
  const previous = planDays({ log: before, estimates: estimator.estimate(before, now), asOf: now, zone: 'UTC' });
  const start = performance.now();
  planDays({ log, estimates: estimator.estimate(log, now), asOf: now, zone: 'UTC', previous });
  return performance.now() - start;
}
