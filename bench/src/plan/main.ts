// How good the plan is: `npm run bench:plan`. Simulated people with a hidden truth practise by different rules for the
// same minutes; what counts is their true readiness on the day of the interview.
// Options: --people N, --days N, --learner PATH (adds a module), --json FILE.
import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { SeededRandom } from '@lernen/demo';
import * as activation from './activation-learner';
import type { LearnerModule } from './learner';
import * as multiscale from './multiscale-learner';
import { mean } from './numbers';
import { policies } from './policies';
import { Practice, type Setting } from './practice';
import { predictionRows } from './prediction';
import * as twoRate from './two-rate-learner';

const { values } = parseArgs({
  options: {
    people: { type: 'string', default: '8' },
    days: { type: 'string', default: '35' },
    learner: { type: 'string', multiple: true, default: [] },
    json: { type: 'string' },
  },
});
const people = Number(values.people);
const days = Number(values.days);
const modules: { readonly name: string; readonly module: LearnerModule }[] = [
  { name: 'activation', module: activation },
  { name: 'multiscale', module: multiscale },
  { name: 'two rates', module: twoRate },
];
for (const path of values.learner) {
  modules.push({ name: path, module: (await import(resolve(path))) as LearnerModule });
}

const historyDays = 30;
const start = Date.UTC(2026, 8, 1);

const gains = modules.map(({ name, module }) => {
  const readiness = policies.map(({ name: policy, make }) => ({
    policy,
    byPerson: Array.from({ length: people }, (_, seed) => finalReadiness(module, seed + 1, make(module, seed + 1))),
  }));
  const of = (policy: string): number => mean(readiness.find((it) => it.policy === policy)?.byPerson ?? []);
  const [nothing, best] = [of('nothing'), of('clairvoyant')];
  return {
    learner: name,
    policies: readiness.map(({ policy, byPerson }) => ({
      policy,
      readiness: mean(byPerson),
      gain: mean(byPerson) - nothing,
      ofClairvoyant: (mean(byPerson) - nothing) / Math.max(best - nothing, 1e-9),
    })),
  };
});
const prediction = modules.flatMap(({ name, module }) => predictionRows(name, module, people));

process.stdout.write(`${people} people, ${days} days, 45 minutes a day after ${historyDays} days on their own\n\n`);
process.stdout.write(`${'true readiness'.padEnd(18)}${gains.map(({ learner }) => learner.padStart(24)).join('')}\n`);
for (const { name } of policies) {
  const cells = gains.map(({ policies: rows }) => {
    const row = rows.find(({ policy }) => policy === name);
    return row ? `${percent(row.readiness)} ${signed(row.gain)} ${percent(row.ofClairvoyant)}`.padStart(24) : '';
  });
  process.stdout.write(`${name.padEnd(18)}${cells.join('')}\n`);
}
process.stdout.write('(readiness, gain over nothing, share of the clairvoyant’s gain)\n\n');
process.stdout.write(
  'prediction of the next sitting   log loss: model  base rate  by technique    oracle  knowable   calibration\n',
);
for (const row of prediction) {
  const cells = [row.model, row.baseRate, row.byTechnique, row.oracle, row.knowable].map((it) =>
    it.toFixed(3).padStart(10),
  );
  process.stdout.write(`${row.learner.padEnd(32)}${cells.join(' ')}   ${row.calibration.toFixed(3)}\n`);
}
if (values.json) writeFileSync(values.json, `${JSON.stringify({ people, days, gains, prediction }, null, 2)}\n`);

/** One person through thirty days on their own, then by a rule to the interview. All rules meet the same person and luck. */
function finalReadiness(
  module: LearnerModule,
  seed: number,
  policy: ReturnType<(typeof policies)[number]['make']>,
): number {
  const luck = new SeededRandom(seed * 101 + 7);
  const setting: Setting = { mix: mixFor(luck), minutesADay: 45, days, start };
  const practice = new Practice(module.createLearner(seed), setting, seed);
  practiseAlone(practice, luck);
  const missed = Array.from({ length: days }, () => luck.chance(0.1));
  for (let day = 0; day < days; day++) {
    if (missed[day]) continue;
    practice.open(day);
    for (let count = 0; count < 15; count++) {
      const item = policy(practice, luck);
      if (!item) break;
      practice.do(item);
    }
  }
  return practice.readiness();
}

/** Ten techniques of the usual ones, some asked for much more than others. */
function mixFor(luck: SeededRandom): ReadonlyMap<string, number> {
  const all = [
    'two-pointers',
    'sliding-window',
    'hash-lookup',
    'binary-search',
    'heap',
    'graph-bfs',
    'graph-dfs',
    'line-dp',
    'greedy',
    'intervals',
    'union-find',
    'monotonic-stack',
    'backtracking',
    'tree-recursion',
  ];
  const chosen = all
    .map((id) => ({ id, at: luck.next() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, 10);
  const weights = chosen.map(() => 0.3 + luck.next() ** 2 * 2);
  const total = weights.reduce((sum, it) => sum + it, 0);
  return new Map(chosen.map(({ id }, index) => [id, (weights[index] ?? 0) / total]));
}

/** What people do without a plan: mostly what they like, with repeats at whim. */
function practiseAlone(practice: Practice, luck: SeededRandom): void {
  const techniques = [...practice.setting.mix.keys()];
  for (let day = -historyDays; day < 0; day++) {
    if (luck.chance(0.35)) continue;
    practice.open(day);
    for (let count = 0; count < 2; count++) {
      const liked = Math.floor(luck.next() ** 1.7 * techniques.length);
      const ids = [...practice.problems.keys()];
      const id = ids[luck.between(0, Math.max(ids.length - 1, 0))];
      const isRepeat = id !== undefined && luck.chance(0.3);
      const technique = isRepeat ? (practice.problems.get(id)?.techniques[0] ?? '') : (techniques[liked] ?? '');
      practice.do({ problemId: isRepeat ? id : null, technique, kind: isRepeat ? 'rebuild' : 'first-solve' });
    }
  }
}

function percent(share: number): string {
  return `${(share * 100).toFixed(1)} %`;
}

function signed(share: number): string {
  return `${share < 0 ? '−' : '+'}${Math.abs(share * 100).toFixed(1)}`;
}
