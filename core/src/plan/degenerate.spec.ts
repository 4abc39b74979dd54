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
import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import { defaultSettings } from '../model/settings';
import type { Sitting } from '../model/sitting';
import { Planner } from './planner';
import { type Remark, practiceOf, remarksOn } from './explain/remarks';

const off = everyDay(0);
const many = (count: number): Problem[] =>
  Array.from({ length: count }, (_, index) =>
    makeProblem({ difficulty: (['easy', 'medium', 'hard'] as const)[index % 3] ?? 'medium' }),
  );
const satAll = (problems: readonly Problem[], part: (index: number) => Partial<Sitting>): Sitting[] =>
  problems.map((problem, index) => makeSitting(problem.id, part(index)));
const twenty = many(20);

const logs: Readonly<Record<string, Log>> = {
  'an empty one': makeLog(),
  'one sitting': makeLog({ problems: twenty, sittings: satAll(twenty.slice(0, 1), () => ({})) }),
  'all failed': makeLog({
    problems: twenty,
    sittings: satAll(twenty, (index) => ({ result: 'unsolved', help: 'read', startedAt: daysAgo(20 - index) })),
  }),
  'all perfect': makeLog({
    problems: twenty,
    sittings: satAll(twenty, (index) => ({ minutes: 5, startedAt: daysAgo(20 - index) })),
  }),
  'one minute for all': makeLog({ problems: twenty, sittings: satAll(twenty, () => ({ startedAt: daysAgo(1) })) }),
  'dates in the future': makeLog({
    problems: twenty,
    sittings: satAll(twenty, (index) => ({ startedAt: daysAgo(index < 15 ? 3 : -40) })),
  }),
  'an interview today': makeLog({
    problems: twenty,
    sittings: satAll(twenty, () => ({ startedAt: daysAgo(9) })),
    interviews: [makeInterview(0.1)],
  }),
  'an interview yesterday': makeLog({
    problems: twenty,
    sittings: satAll(twenty, () => ({ startedAt: daysAgo(9) })),
    interviews: [makeInterview(-1)],
  }),
  'no minutes on any day': makeLog({
    problems: twenty,
    sittings: satAll(twenty, () => ({ startedAt: daysAgo(9) })),
    settings: { ...defaultSettings, week: off },
  }),
  'a gap of two years': makeLog({
    problems: twenty,
    sittings: satAll(twenty, (index) => ({ startedAt: daysAgo(index < 19 ? 760 : 731) })),
    interviews: [makeInterview(20)],
  }),
  'no technique and no difficulty': makeLog({
    problems: twenty.map((problem) => ({ ...problem, techniques: [], difficulty: null })),
    sittings: satAll(twenty, (index) => ({ minutes: null, startedAt: daysAgo(30 - index) })),
  }),
};

const plannerFor = (log: Log, asOf = now, zone = 'UTC'): Planner =>
  new Planner({ log, estimates: estimatesFor(log, asOf, zone), asOf, zone });

function check(log: Log, planner: Planner): void {
  const { plan } = planner;
  const { reached, max } = planner.optimalityGap();
  const numbers = [
    reached,
    max,
    ...plan.readiness.flatMap((it) => [it.now, it.ifKept, it.ifDropped, it.range.low, it.range.high]),
    ...plan.curve.flatMap((it) => [it.ifKept, it.ifDropped]),
    ...plan.days.flatMap(({ items }) => items.flatMap((it) => [it.minutes, it.reasons.gainPerMinute])),
  ];
  expect(numbers.every((it) => Number.isFinite(it) && it >= 0)).toBeTrue();
  for (const { ifKept, ifDropped } of plan.readiness) {
    expect(ifKept).toBeLessThanOrEqual(1);
    expect(ifKept).toBeGreaterThanOrEqual(ifDropped - 1e-9);
  }
  for (const { minutes, budget, done } of plan.days)
    expect(minutes).toBeLessThanOrEqual(Math.max(Math.round(budget * 1.1) - done, 0));
  expect(new Set(plan.days.map(({ date }) => date)).size).toBe(plan.days.length);
  for (const item of planner.alternatives(plan.days[0]?.date ?? '')?.nearest ?? [])
    expect(Number.isFinite(item.gainPerMinute)).toBeTrue();
  for (const { strength } of estimatesFor(log).techniques.values())
    expect(strength.low > 0 && strength.high < 1 && strength.low <= strength.point).toBeTrue();
}

describe('a log out of the ordinary gets a sound plan', () => {
  for (const [name, log] of Object.entries(logs))
    it(name, () => {
      check(log, plannerFor(log));
    });

  it('three thousand problems in one technique: enough for every day', () => {
    const problems = Array.from({ length: 3000 }, () => makeProblem({ techniques: ['heap'] }));
    const sittings = satAll(problems, (index) => ({ startedAt: daysAgo(700 - index / 5) }));
    const log = makeLog({ problems, sittings, interviews: [makeInterview(30, { mix: { heap: 1 } })] });
    const planner = plannerFor(log);
    check(log, planner);
    const { reached, max } = planner.optimalityGap();
    expect(max).toBeGreaterThanOrEqual(reached);
    expect(max).toBeLessThan(1);
    // Nothing is worth its minutes any more: every day has enough.
    expect(max).toBeLessThan(0.01);
    expect(planner.plan.days.every(({ items }) => items.length === 0)).toBeTrue();
  });

  it('no interview: strength is kept up over thirty days', () => {
    const { plan } = plannerFor(logs['all perfect'] ?? makeLog());
    expect(plan.days).toHaveSize(31);
    expect(plan.readiness).toEqual([]);
    expect(plan.days.filter(({ items }) => items.length > 0).length).toBeGreaterThan(20);
  });

  it('the clock is changed on the way: every day comes once, with its own minutes', () => {
    for (const [asOf, zone] of [
      ['2026-10-20T22:30:00.000Z', 'Europe/Berlin'],
      ['2027-03-10T05:30:00.000Z', 'America/New_York'],
    ] as const) {
      const inTime = { ...makeInterview(0), at: new Date(Date.parse(asOf) + 14 * 86_400_000).toISOString() };
      const log = makeLog({ problems: twenty, sittings: [], interviews: [inTime] });
      const { days } = plannerFor(log, asOf, zone).plan;
      expect(days.length).toBeGreaterThan(13);
      expect(new Set(days.map(({ date }) => date)).size).toBe(days.length);
    }
  });
});

describe('a remark says what makes a plan look odd', () => {
  const said = (log: Log): Remark[] => remarksOn(log, practiceOf(log, now, 'UTC'), now, 'UTC', (day) => day);
  const textOf = (name: string, kind: Remark['kind']): string | undefined =>
    said(logs[name] ?? makeLog()).find((it) => it.kind === kind)?.text;

  it('on nothing for ordinary logs and for an empty one', () => {
    expect(said(makeLog())).toEqual([]);
    const mixed = satAll(twenty, (index) => ({ minutes: index % 2 === 0 ? 10 : 90, startedAt: daysAgo(3) }));
    expect(said(makeLog({ problems: twenty, sittings: mixed, interviews: [makeInterview(9)] }))).toEqual([]);
  });

  it('on days without minutes, and interviews of today and before', () => {
    expect(textOf('no minutes on any day', 'no-minutes')).toContain('nothing can be planned');
    expect(textOf('an interview today', 'interview-today')).toContain('Only Spots and Sketches');
    expect(textOf('an interview yesterday', 'interview-over')).toContain('was on 2026-11-23');
    const interviews = [
      makeInterview(-9, { employer: 'Halden & Reef' }),
      makeInterview(-2, { employer: 'Fennmark Signals' }),
      makeInterview(-1, { employer: 'Otterbridge' }),
    ];
    const over = said(makeLog({ interviews })).filter(({ kind }) => kind === 'interview-over');
    expect(over.map(({ text }) => text)).toEqual([
      'Halden & Reef, Fennmark Signals and Otterbridge are over; the plan looks to what comes after them. Mark them as done on the runway.',
    ]);
  });

  it('on dates that cannot be, and on a long gap', () => {
    expect(textOf('dates in the future', 'future-sittings')).toBe(
      '5 sittings are dated later than now, and counted as done now. Correct the date if it is wrong.',
    );
    expect(textOf('a gap of two years', 'long-gap')).toContain('731 days');
  });

  it('on logs in which everything went alike', () => {
    expect(textOf('all failed', 'never-solved')).toContain('None of your 20 sittings');
    expect(textOf('all perfect', 'always-solved')).toContain('All of your 20 sittings');
  });
});
