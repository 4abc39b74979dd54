import type { ProblemId, SittingKind, TechniqueId } from '@lernen/core/model';
import type { SeededRandom } from '@lernen/core/random';
import { clairvoyant, coachedClairvoyant, wellRead } from './foresight';
import { millisecondsPerDay } from './person';
import { planner } from './planner';
import type { Policy, PolicyMaker } from './policy';
import type { Item, Practice } from './practice';

const day = millisecondsPerDay;

export const policies: readonly PolicyMaker[] = [
  { name: 'nothing', make: () => () => null },
  { name: 'planner', make: planner },
  { name: 'gaps 1-3-7-14-30', make: () => byGaps((stage) => [1, 3, 7, 14, 30][Math.min(stage, 4)] ?? 30) },
  { name: 'doubling gaps', make: () => byGaps((stage) => 2 ** Math.min(stage, 7)) },
  { name: 'weakest first', make: () => weakestFirst },
  { name: 'longest unseen', make: () => longestUnseen },
  { name: 'new + sketch', make: () => newAndSketch },
  { name: 'weakest + review', make: () => weakestWithReview },
  { name: 'rotation', make: () => rotation },
  { name: 'new ones only', make: () => (practice, luck) => fitting(practice, newOne(practice, luck)) },
  { name: 'random', make: () => random },
  { name: 'well-read', make: wellRead },
  { name: 'coached clairvoyant', make: coachedClairvoyant },
  { name: 'clairvoyant', make: clairvoyant },
];

function fitting(practice: Practice, item: Item | null): Item | null {
  return item && practice.fits(item) ? item : null;
}

/** A new problem of a technique drawn by its share of the interview. */
function newOne(practice: Practice, luck: SeededRandom): Item {
  let left = luck.next();
  for (const [technique, share] of practice.setting.mix) {
    left -= share;
    if (left <= 0) return { problemId: null, technique, kind: 'first-solve' };
  }
  const [technique = ''] = practice.setting.mix.keys();
  return { problemId: null, technique, kind: 'first-solve' };
}

function rebuild(practice: Practice, problemId: ProblemId): Item {
  return { problemId, technique: practice.problems.get(problemId)?.techniques[0] ?? '', kind: 'rebuild' };
}

/** Each problem comes back after a gap that grows with every success in a row; what is left goes to new ones. */
function byGaps(gapAfter: (stage: number) => number): Policy {
  return (practice, luck) => {
    const stages = new Map<ProblemId, { stage: number; at: number }>();
    for (const sitting of practice.sittings) {
      const stage = stages.get(sitting.problemId)?.stage ?? 0;
      const isGood = sitting.result === 'solved' && sitting.help === 'none';
      stages.set(sitting.problemId, { stage: isGood ? stage + 1 : 0, at: Date.parse(sitting.startedAt) });
    }
    const due = [...stages]
      .map(([id, { stage, at }]) => ({ id, dueAt: at + gapAfter(Math.max(stage - 1, 0)) * day }))
      .filter(({ dueAt }) => dueAt <= practice.now + day / 4)
      .sort((a, b) => a.dueAt - b.dueAt);
    const next = due.map(({ id }) => rebuild(practice, id)).find((item) => practice.fits(item));
    return next ?? fitting(practice, newOne(practice, luck));
  };
}

/** Share of the sittings of each technique that were unaided solves, as if one of two had been before the first. */
function solveRates(practice: Practice): Map<TechniqueId, number> {
  const tallies = new Map<TechniqueId, { good: number; all: number }>();
  for (const technique of practice.setting.mix.keys()) tallies.set(technique, { good: 1, all: 2 });
  for (const { problemId, result, help } of practice.sittings) {
    const tally = tallies.get(practice.problems.get(problemId)?.techniques[0] ?? '');
    if (!tally) continue;
    tally.all++;
    if (result === 'solved' && help === 'none') tally.good++;
  }
  return new Map([...tallies].map(([technique, { good, all }]) => [technique, good / all]));
}

/** A new problem where share times failures is largest; what is left goes to sketches of what was longest unseen. */
function newAndSketch(practice: Practice): Item | null {
  const { mix } = practice.setting;
  const need = [...solveRates(practice)].map(([id, rate]) => ({ id, need: (mix.get(id) ?? 0) * (1 - rate) }));
  const [neediest] = need.sort((a, b) => b.need - a.need);
  const fresh: Item = { problemId: null, technique: neediest?.id ?? '', kind: 'first-solve' };
  return fitting(practice, fresh) ?? longestUnseenAs('sketch', practice);
}

/** In turn a new problem of the technique that went worst and a rebuild of its problem that was longest unseen. */
function weakestWithReview(practice: Practice): Item | null {
  const [weakest = ['']] = [...solveRates(practice)].sort(([, a], [, b]) => a - b);
  return newAndOld(practice, weakest[0]);
}

/** The same with the techniques taken in turn. */
function rotation(practice: Practice): Item | null {
  const techniques = [...practice.setting.mix.keys()];
  return newAndOld(practice, techniques[Math.floor(practice.done.length / 2) % techniques.length] ?? '');
}

function newAndOld(practice: Practice, technique: TechniqueId): Item | null {
  const fresh: Item = { problemId: null, technique, kind: 'first-solve' };
  const [oldest] = [...practice.problems.values()]
    .filter((problem) => problem.techniques[0] === technique && practice.lastAt(problem.id) < practice.now - 2 * day)
    .sort((a, b) => practice.lastAt(a.id) - practice.lastAt(b.id));
  const isNewNext = practice.done.at(-1)?.kind !== 'first-solve';
  const wanted = isNewNext || !oldest ? fresh : rebuild(practice, oldest.id);
  return fitting(practice, wanted) ?? longestUnseenAs('sketch', practice);
}

/** The technique that went worst so far; its problem that was seen longest ago, or a new one when all were seen lately. */
function weakestFirst(practice: Practice, luck: SeededRandom): Item | null {
  const ranked = [...solveRates(practice)].sort(([, a], [, b]) => a - b);
  for (const [technique] of ranked) {
    const known = [...practice.problems.values()]
      .filter((problem) => problem.techniques[0] === technique && practice.lastAt(problem.id) < practice.now - 2 * day)
      .sort((a, b) => practice.lastAt(a.id) - practice.lastAt(b.id));
    const [oldest] = known;
    const item: Item = oldest ? rebuild(practice, oldest.id) : { problemId: null, technique, kind: 'first-solve' };
    if (practice.fits(item)) return item;
  }
  return fitting(practice, newOne(practice, luck));
}

function longestUnseen(practice: Practice): Item | null {
  return longestUnseenAs('rebuild', practice);
}

function longestUnseenAs(kind: SittingKind, practice: Practice): Item | null {
  const ranked = [...practice.problems.keys()].sort((a, b) => practice.lastAt(a) - practice.lastAt(b));
  const items = ranked
    .filter((id) => practice.lastAt(id) < practice.now - day / 2)
    .map((id) => ({ ...rebuild(practice, id), kind }));
  return items.find((item) => practice.fits(item)) ?? null;
}

function random(practice: Practice, luck: SeededRandom): Item | null {
  const ids = [...practice.problems.keys()];
  const id = ids[luck.between(0, Math.max(ids.length - 1, 0))];
  if (id === undefined || luck.chance(0.4)) return fitting(practice, newOne(practice, luck));
  const kind = luck.pick(['spot', 'sketch', 'rebuild'] as const);
  return fitting(practice, { ...rebuild(practice, id), kind });
}
