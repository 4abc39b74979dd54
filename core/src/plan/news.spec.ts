import type { Interview } from '../model/interview';
import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import { defaultSettings } from '../model/settings';
import type { Sitting } from '../model/sitting';
import {
  daysAgo,
  estimatesFor,
  everyDay,
  makeInterview,
  makeLog,
  makeProblem,
  makeSitting,
  now,
} from '../testing/make';
import { horizonDays, targetsOf } from './model/horizon';
import { type News, newsSince } from './news';
import type { FollowedPlan, Plan } from './plan';
import { planDays } from './planner';

const today = '2026-11-24';
const interview = makeInterview(26);

/** What somebody tells of their last weeks, from one sitting to the next; the failures last. */
const past: readonly { readonly technique: string; readonly part: Partial<Sitting> }[] = [
  { technique: 'hash-lookup', part: { minutes: 18, startedAt: daysAgo(20) } },
  { technique: 'two-pointers', part: { minutes: 25, startedAt: daysAgo(19) } },
  { technique: 'sliding-window', part: { minutes: 34, help: 'hint', startedAt: daysAgo(17) } },
  { technique: 'binary-search', part: { minutes: 22, startedAt: daysAgo(16) } },
  { technique: 'graph-bfs', part: { minutes: 28, startedAt: daysAgo(10) } },
  { technique: 'prefix-sums', part: { minutes: 20, startedAt: daysAgo(6) } },
  { technique: 'heap', part: { minutes: 44, result: 'unsolved', help: 'read', startedAt: daysAgo(12) } },
  { technique: 'line-dp', part: { minutes: 50, result: 'unsolved', startedAt: daysAgo(8) } },
];
const problems = past.map(({ technique }) => makeProblem({ techniques: [technique] }));
const sittings = past.map(({ part }, index) => makeSitting(problems[index]?.id ?? '', part));
const another = makeProblem({ techniques: ['greedy'] });
const [read, unsolved] = problems.slice(-2) as [Problem, Problem];

function logOf(count: number, interviews: readonly Interview[], more: readonly Sitting[] = []): Log {
  return makeLog({ problems: [...problems, another], sittings: [...sittings.slice(0, count), ...more], interviews });
}

function plan(log: Log, previous: FollowedPlan | null = null): Plan {
  return planDays({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC', previous });
}

/** As the log is told, sitting by sitting, each time following the plan before. */
function toldOneByOne(interviews: readonly Interview[]): Plan {
  let told = plan(logOf(0, interviews));
  for (let count = 1; count <= sittings.length; count++) told = plan(logOf(count, interviews), told);
  return told;
}

/** Days from today on which a problem stands. */
function daysOf(made: Plan, problem: Problem): number[] {
  return made.days.flatMap(({ items }, day) => (items.some(({ problemId }) => problemId === problem.id) ? [day] : []));
}

function newsIn(log: Log, previous: FollowedPlan | null): News {
  const targets = targetsOf(log, now, 'UTC');
  const input = { log, estimates: estimatesFor(log), asOf: now, zone: 'UTC', previous };
  return newsSince(input, targets, horizonDays(targets, today));
}

describe('what the previous plan did not know', () => {
  it('is what was logged since of its day, in whatever order that took place', () => {
    const early = makeSitting(read.id, { kind: 'rebuild', startedAt: daysAgo(0.1) });
    const late = makeSitting(unsolved.id, { kind: 'rebuild', startedAt: daysAgo(0.01) });
    for (const [first, second] of [
      [early, late],
      [late, early],
    ] as const) {
      const before = plan(logOf(8, [interview], [first]));
      const { sittings: since, isOther, madeOn } = newsIn(logOf(8, [interview], [early, late]), before);
      expect(since).toEqual([second]);
      expect([isOther, madeOn]).toEqual([false, 0]);
    }
    expect(newsIn(logOf(8, [interview]), { days: [{ date: '2026-11-21', items: [] }] }).madeOn).toBe(-3);
  });

  it('makes it another plan where days before its own are known otherwise, or the interviews are others', () => {
    const before = plan(logOf(7, [interview]));
    expect(newsIn(logOf(7, [interview]), before).isOther).toBeFalse();
    expect(newsIn(logOf(8, [interview]), before).isOther).toBeTrue();
    expect(newsIn(logOf(6, [interview]), before).isOther).toBeTrue();
    expect(newsIn(logOf(7, []), before).isOther).toBeTrue();
    expect(newsIn(logOf(7, [{ ...interview, at: makeInterview(27).at }]), before).isOther).toBeTrue();
  });

  it('does not take what was done before for done since, where a sitting of an earlier day comes before it', () => {
    const done = makeSitting(read.id, { kind: 'rebuild', startedAt: daysAgo(0.1) });
    const before = plan(logOf(7, [interview], [done]));
    expect(newsIn(logOf(8, [interview], [done]), before).sittings).toEqual([]);
  });

  it('is nothing where there was no plan, or of one that kept less than is kept now', () => {
    expect(newsIn(logOf(8, [interview]), null)).toEqual({ madeOn: null, sittings: [], isOther: false });
    const { days } = plan(logOf(7, []));
    expect(newsIn(logOf(8, [interview]), { days }).isOther).toBeFalse();
  });
});

describe('a plan while somebody tells of their last weeks', () => {
  it('brings back soon what failed long ago', () => {
    const told = toldOneByOne([interview]);
    for (const problem of [unsolved, read]) {
      expect(daysOf(told, problem)[0]).toBeLessThanOrEqual(2);
    }
    expect(told.days[0]?.date).toBe(today);
    expect(told.changes).toEqual([]);
    expect(told.paces).toEqual(plan(logOf(8, [interview])).paces);
  });

  it('does so where the interview is told of last', () => {
    const made = plan(logOf(8, [interview]), toldOneByOne([]));
    for (const problem of [unsolved, read]) expect(daysOf(made, problem)[0]).toBeLessThanOrEqual(2);
    expect(made.changes).toEqual([]);
  });

  it('brings a failure of yesterday that is told of today within its days', () => {
    const before = plan(logOf(8, [interview]));
    const yesterday = makeSitting(another.id, { result: 'unsolved', help: 'read', startedAt: daysAgo(1) });
    const log = logOf(8, [interview], [yesterday]);
    const [first = Infinity] = daysOf(plan(log, before), another);
    expect(first).toBeGreaterThanOrEqual(1);
    expect(first).toBeLessThanOrEqual(3);
  });

  it('brings back soon what a correction of an old sitting says was not solved, whatever stood for it on a later day', () => {
    const techniques = ['heap', 'greedy', 'trie', 'intervals', 'union-find', 'line-dp', 'graph-bfs', 'binary-search'];
    for (const [minutes, count] of [
      [20, 8],
      [30, 14],
      [45, 8],
    ] as const) {
      const others = Array.from({ length: count }, (_, index) =>
        makeProblem({ techniques: [techniques[index % techniques.length] ?? 'heap'] }),
      );
      const told = others.map(({ id }, index) =>
        makeSitting(id, { minutes: 20 + index, startedAt: daysAgo(35 - 2 * index) }),
      );
      const logWith = (sitting: Sitting): Log =>
        makeLog({
          problems: [...others, another],
          sittings: [...told, sitting].sort((a, b) => a.startedAt.localeCompare(b.startedAt)),
          interviews: [interview],
          settings: { ...defaultSettings, week: everyDay(minutes) },
        });
      const solved = makeSitting(another.id, { minutes: 22, startedAt: daysAgo(13) });
      const before = plan(logWith(solved));
      expect(daysOf(before, another)[0] ?? Infinity).toBeGreaterThan(4);
      const corrected = plan(logWith({ ...solved, result: 'unsolved', help: 'read' }), before);
      expect(daysOf(corrected, another)[0]).toBeLessThanOrEqual(3);
    }
  });
});
