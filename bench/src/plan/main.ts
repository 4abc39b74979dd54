// How good the plan is: `npm run bench:plan`. Simulated people with a hidden truth practise by different rules for the
// same minutes as really taken; what counts is their true readiness on the day of the interview, also where they stop
// after a third or a half of the days.
// Options: --people N, --days N, --minutes 20,45,90, --from SEED, --learner NAME OR PATH (only these), --add PATH (these
// too), --rules a,b (only these), --no-prediction, --full (24 people, and the two slowest rules), --json FILE.
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import type { Done, Job } from './job';
import { shippedLearners } from './learners';
import { policies } from './policies';
import { workThrough } from './pool';
import { historyDays } from './simulate';
import { moments, predictionTable, readinessTables, summary } from './tables';

const { values } = parseArgs({
  options: {
    people: { type: 'string' },
    days: { type: 'string', default: '35' },
    minutes: { type: 'string', default: '20,45,90' },
    from: { type: 'string', default: '1' },
    learner: { type: 'string', multiple: true, default: [] },
    add: { type: 'string', multiple: true, default: [] },
    rules: { type: 'string' },
    'no-prediction': { type: 'boolean', default: false },
    full: { type: 'boolean', default: false },
    json: { type: 'string' },
  },
});
const people = Number(values.people ?? (values.full ? 24 : 2));
const days = Number(values.days);
const budgets = values.minutes.split(',').map(Number);
const learners = [...(values.learner.length > 0 ? values.learner : Object.keys(shippedLearners)), ...values.add];
// These take as long as all others together.
const slow = ['well-read', 'coached clairvoyant'];
const usual = policies.filter(({ name }) => values.full || !slow.includes(name));
const rules = values.rules?.split(',') ?? usual.map(({ name }) => name);
const seeds = Array.from({ length: people }, (_, index) => Number(values.from) + index);

const practising = learners.flatMap((learner) =>
  budgets.flatMap((minutesADay) =>
    seeds.flatMap((seed) =>
      rules.map((policy): Job => ({ kind: 'practise', learner, policy, seed, horizon: { days, minutesADay } })),
    ),
  ),
);
const predicting = values['no-prediction']
  ? []
  : learners.flatMap((learner) =>
      Array.from({ length: values.full ? 24 : 8 }, (_, index): Job => ({ kind: 'predict', learner, seed: index + 1 })),
    );
const jobs = [...practising, ...predicting];
const startedAt = performance.now();
const done: Done[] = await workThrough(jobs, (count) => {
  if (process.stderr.isTTY) process.stderr.write(`\r${count} of ${jobs.length}`);
});
const seconds = Math.round((performance.now() - startedAt) / 1000);

process.stdout.write(
  `${people} people a learner, ${days} days after ${historyDays} on their own; points of true readiness over doing nothing,\n` +
    `± standard error; stopped after a third, after a half, at the end; share of the clairvoyant’s gain at the end; ${seconds} s\n\n`,
);
for (const minutesADay of budgets) process.stdout.write(readinessTables(done, learners, rules, minutesADay));
process.stdout.write(summary(done, learners, rules, budgets));
process.stdout.write(predictionTable(done, learners));
if (values.json) writeFileSync(values.json, `${JSON.stringify({ people, days, moments, done }, null, 1)}\n`);
