import { SeededRandom } from '@lernen/core/random';
import type { LearnerModule } from './learner';
import type { PolicyMaker } from './policy';
import { Practice, type Setting } from './practice';

/** True readiness on the day of the interview, where practice ended after a third, after a half, and at the end. */
export interface Reached {
  readonly third: number;
  readonly half: number;
  readonly end: number;
  /** Minutes really taken from the beginning of the plan on. */
  readonly minutes: number;
}

export interface Horizon {
  readonly days: number;
  readonly minutesADay: number;
}

/** Days on which people practise on their own before the plan begins, and chance of missing a day after that. */
export const historyDays = 30;
const missing = 0.1;
const start = Date.UTC(2026, 8, 1);
/** Nobody sits more often in an evening. */
const maxSittings = 40;

/** One person through thirty days on their own, then by a rule to the interview. All rules meet the same person and luck. */
export function simulate(
  module: LearnerModule,
  seed: number,
  { days, minutesADay }: Horizon,
  maker: PolicyMaker,
): Reached {
  const policy = maker.make(module, seed);
  const luck = new SeededRandom(seed * 101 + 7);
  const setting: Setting = { mix: mixFor(luck), minutesADay, days, start };
  const practice = new Practice(module.createLearner(seed), setting, seed);
  practiseAlone(practice, luck);
  const missed = Array.from({ length: days }, () => luck.chance(missing));
  const before = practice.minutesTaken;
  practice.clear();
  let [third, half] = [0, 0];
  for (let day = 0; day < days; day++) {
    if (day === Math.ceil(days / 3)) third = practice.readiness();
    if (day === Math.ceil(days / 2)) half = practice.readiness();
    if (missed[day]) continue;
    practice.open(day);
    for (let count = 0; count < maxSittings; count++) {
      const item = policy(practice, luck);
      if (!item) break;
      practice.do(item);
    }
  }
  return { third, half, end: practice.readiness(), minutes: practice.minutesTaken - before };
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
