import fc from 'fast-check';
import { type Choice, ChoiceSchema } from '../model/choice';
import type { Interview } from '../model/interview';
import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import { defaultSettings } from '../model/settings';
import type { Sitting } from '../model/sitting';
import { addDays, daysBetween } from '../model/time';
import { daysAgo, estimatesFor, makeInterview, makeLog, makeProblem, makeSitting, newId, now } from '../testing/make';
import { orderDay } from './search/day-order';
import type { Plan, PlanInput, PlanItem } from './plan';
import { planDays } from './planner';

const today = '2026-11-24';

function plan(log: Log, more: Partial<PlanInput> = {}): Plan {
  return planDays({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC', ...more });
}

/** Problems of several techniques, each sat once or twice. */
function practised(count: number): { problems: Problem[]; sittings: Sitting[] } {
  const techniques = ['heap', 'greedy', 'sliding-window', 'graph-bfs'];
  const problems = Array.from({ length: count }, (_, index) =>
    makeProblem({ techniques: [techniques[index % 4] ?? 'heap'] }),
  );
  const sittings = problems.flatMap((problem, index) => [
    makeSitting(problem.id, {
      startedAt: daysAgo(30 + index),
      minutes: 20 + index,
      help: index % 3 === 0 ? 'hint' : 'none',
    }),
    ...(index % 2 === 0 ? [makeSitting(problem.id, { kind: 'rebuild', startedAt: daysAgo(5 + index) })] : []),
  ]);
  return { problems, sittings };
}

function choose(target: Choice['target'], choice: unknown): Choice {
  return ChoiceSchema.parse({ id: newId(), revision: newId(), target, choice });
}

const itemsOf = (made: Plan): (PlanItem & { date: string })[] =>
  made.days.flatMap((day) => day.items.map((item) => ({ ...item, date: day.date })));

describe('the planner', () => {
  it('never goes more than a tenth over the minutes of a day, and gives the same plan for the same input', () => {
    const minutes = fc.integer({ min: 0, max: 120 });
    const scenario = fc.record({
      count: fc.integer({ min: 0, max: 14 }),
      week: fc.record({
        mon: minutes,
        tue: minutes,
        wed: minutes,
        thu: minutes,
        fri: minutes,
        sat: minutes,
        sun: minutes,
      }),
      interviews: fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 3 }),
      pinIn: fc.integer({ min: 0, max: 10 }),
    });
    fc.assert(
      fc.property(scenario, ({ count, week, interviews, pinIn }) => {
        const { problems, sittings } = practised(count);
        const [first] = problems;
        const pin = addDays(today, pinIn);
        const choices = first ? [choose({ problemId: first.id }, { pin, kind: 'spot' })] : [];
        const log = makeLog({
          problems,
          sittings,
          choices,
          interviews: interviews.map((inDays) => makeInterview(inDays + 0.3)),
          settings: { ...defaultSettings, week },
        });
        const made = plan(log);
        for (const day of made.days) {
          expect(day.minutes + day.done).toBeLessThanOrEqual(Math.max(Math.round(day.budget * 1.1), day.done));
          expect(day.minutes).toBe(day.items.reduce((sum, item) => sum + item.minutes, 0));
        }
        const pinned = itemsOf(made).filter((item) => item.reasons.isPinned);
        const isWithin = first !== undefined && made.days.some((day) => day.date === pin);
        if (isWithin) expect(pinned.length + made.unplaced.length).toBe(1);
        for (const item of pinned)
          expect([item.date, item.problemId, item.kind]).toEqual([pin, first?.id ?? null, 'spot']);
        expect(plan(log)).toEqual(made);
      }),
      { numRuns: 40 },
    );
  });

  it('reaches to the last interview, or thirty days without one', () => {
    const { problems, sittings } = practised(6);
    expect(
      plan(makeLog({ problems, sittings, interviews: [makeInterview(4), makeInterview(12)] })).days.at(-1)?.date,
    ).toBe('2026-12-06');
    expect(plan(makeLog({ problems, sittings })).days).toHaveSize(31);
    expect(
      plan(makeLog({ problems, sittings, interviews: [makeInterview(-1), makeInterview(5, { status: 'cancelled' })] }))
        .days,
    ).toHaveSize(31);
  });

  it('raises readiness above what dropping everything leaves', () => {
    const { problems, sittings } = practised(12);
    const [readiness] = plan(
      makeLog({ problems, sittings, interviews: [makeInterview(21, { mix: { heap: 2, greedy: 1 } })] }),
    ).readiness;
    expect(readiness?.ifKept).toBeGreaterThan((readiness?.ifDropped ?? 1) + 0.03);
    expect(readiness?.ifDropped).toBeLessThan(readiness?.now ?? 0);
  });

  it('prefers what the interview asks for', () => {
    const { problems, sittings } = practised(12);
    const settings = {
      ...defaultSettings,
      week: { ...defaultSettings.week, tue: 20, wed: 0, thu: 0, fri: 0, sat: 0, sun: 0, mon: 0 },
    };
    const made = plan(makeLog({ problems, sittings, settings, interviews: [makeInterview(5, { mix: { heap: 1 } })] }));
    expect(itemsOf(made).length).toBeGreaterThan(0);
    for (const item of itemsOf(made)) expect(item.technique).toBe('heap');
  });

  it('leaves out what was dropped, and waits for what was put off', () => {
    const { problems, sittings } = practised(4);
    const [dropped, off] = problems;
    if (!dropped || !off) throw new Error('no problems');
    const choices = [
      choose({ problemId: dropped.id }, { dropped: true }),
      choose({ problemId: off.id }, { notBefore: '2026-12-03' }),
    ];
    const items = itemsOf(plan(makeLog({ problems, sittings, choices, interviews: [makeInterview(20)] })));
    expect(items.some((item) => item.problemId === dropped.id)).toBeFalse();
    const days = items.filter((item) => item.problemId === off.id).map((item) => item.date);
    expect(days.length).toBeGreaterThan(0);
    expect(days.every((date) => date >= '2026-12-03')).toBeTrue();
  });

  it('says when a pin does not fit', () => {
    const { problems, sittings } = practised(1);
    const [only] = problems;
    const settings = { ...defaultSettings, exceptions: { '2026-11-26': 5 } };
    const made = plan(
      makeLog({
        problems,
        sittings,
        settings,
        choices: [choose({ problemId: only?.id ?? '' }, { pin: '2026-11-26' })],
      }),
    );
    expect(made.unplaced).toEqual([jasmine.objectContaining({ problemId: only?.id, date: '2026-11-26', left: 6 })]);
  });

  it('tells once that the pin of a technique does not fit', () => {
    const { problems, sittings } = practised(6);
    const settings = { ...defaultSettings, exceptions: { '2026-11-26': 5 } };
    const choices = [choose({ technique: 'trie' }, { pin: '2026-11-26', kind: null })];
    const interviews = [makeInterview(14, { mix: { trie: 1 } })];
    const made = plan(makeLog({ problems, sittings, settings, choices, interviews }));
    expect(made.unplaced).toEqual([jasmine.objectContaining({ technique: 'trie', problemId: null, left: 6 })]);
  });

  it('offers fresh problems, first of techniques with little evidence, at most two a day', () => {
    const { problems, sittings } = practised(12);
    const made = plan(makeLog({ problems, sittings, interviews: [makeInterview(14, { mix: { heap: 1, trie: 1 } })] }));
    const byDay = made.days.map(({ items }) => items.filter((item) => item.kind === 'fresh'));
    expect(Math.max(...byDay.map((items) => items.length))).toBe(2);
    const fresh = byDay.flat();
    expect(new Set(fresh.map(({ problemId }) => problemId))).toEqual(new Set([null]));
    const count = (technique: string): number => fresh.filter((item) => item.technique === technique).length;
    expect(count('trie')).toBeGreaterThan(count('heap'));
  });

  it('plans fresh problems for as long as the person takes for them', () => {
    const { problems, sittings } = practised(12);
    const quick = sittings.map((sitting) => ({ ...sitting, kind: 'first-solve' as const, minutes: 15 }));
    const freshMinutes = (worked: typeof sittings): number | undefined =>
      itemsOf(
        plan(makeLog({ problems, sittings: worked, interviews: [makeInterview(14, { mix: { trie: 1 } })] })),
      ).find((item) => item.kind === 'fresh')?.minutes;
    expect(freshMinutes(quick)).toBe(15);
    expect(freshMinutes(quick.slice(0, 4))).toBe(25);
  });

  it('lets a problem rest after it was worked', () => {
    const { problems, sittings } = practised(6);
    const [first] = problems;
    const fresh = makeSitting(first?.id ?? '', { kind: 'rebuild', startedAt: daysAgo(1) });
    const interviews = [makeInterview(39, { mix: { heap: 1 } })];
    const made = plan(makeLog({ problems, sittings: [...sittings, fresh], interviews }));
    const days = itemsOf(made).filter(({ problemId }) => problemId === first?.id);
    expect(days.map(({ date }) => date).every((date) => date >= '2026-11-27')).toBeTrue();
  });

  it('looks closely at what only the first of two interviews asks, however long the log', () => {
    const problems = Array.from({ length: 240 }, (_, index) =>
      makeProblem({ techniques: [index % 8 === 0 ? 'heap' : 'greedy'] }),
    );
    const sittings = problems.map((problem, index) =>
      makeSitting(problem.id, { startedAt: daysAgo(20 + index / 4), minutes: 30 }),
    );
    const interviews = [
      makeInterview(8, { mix: { heap: 1 }, importance: 1 }),
      makeInterview(90, { mix: { greedy: 1 }, importance: 3 }),
    ];
    const soon = itemsOf(plan(makeLog({ problems, sittings, interviews }))).filter(({ date }) => date < '2026-12-02');
    expect(
      soon.filter(({ technique, problemId }) => technique === 'heap' && problemId !== null).length,
    ).toBeGreaterThan(2);
  });

  it('finds a plan for a long log where much cannot come before the last day', () => {
    const problems = Array.from({ length: 130 }, () => makeProblem({ techniques: ['heap'] }));
    const sittings = problems.flatMap(({ id }, index) => [
      makeSitting(id, { startedAt: daysAgo(40 + index / 10), minutes: 15 }),
      makeSitting(id, { startedAt: daysAgo(1 + index / 200), kind: 'rebuild', minutes: 12 }),
    ]);
    const log = makeLog({ problems, sittings: sittings.reverse(), interviews: [makeInterview(2)] });
    expect(plan(log).days.length).toBe(3);
  });

  it('keeps the last day before an interview light and the reviews of a problem apart', () => {
    const { problems, sittings } = practised(8);
    const items = itemsOf(plan(makeLog({ problems, sittings, interviews: [makeInterview(20)] })));
    const last = items.filter((it) => daysBetween(it.date, '2026-12-14') <= 1).map(({ kind }) => kind);
    expect(last.length).toBeGreaterThan(0);
    expect(last.filter((kind) => kind !== 'spot' && kind !== 'sketch')).toEqual([]);
    const daysOf = new Map<string, string[]>();
    for (const { problemId, date } of items)
      if (problemId) daysOf.set(problemId, [...(daysOf.get(problemId) ?? []), date]);
    const gaps = [...daysOf.values()].flatMap((days) =>
      days.slice(1).map((date, index) => daysBetween(days[index] ?? date, date)),
    );
    expect(gaps.length).toBeGreaterThan(0);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(2);
  });

  it('takes what was done today off the budget and does not plan it again today', () => {
    const { problems, sittings } = practised(6);
    const [first] = problems;
    const done = makeSitting(first?.id ?? '', { kind: 'rebuild', minutes: 30, startedAt: daysAgo(0.05) });
    const [day] = plan(makeLog({ problems, sittings: [...sittings, done], interviews: [makeInterview(9)] })).days;
    expect(day?.done).toBe(30);
    expect(day?.minutes).toBeLessThanOrEqual(20);
    expect(day?.items.some((item) => item.problemId === first?.id)).toBeFalse();
  });

  it('adds nothing over the minutes of a day to what was planned for it, so that whoever has done that is through', () => {
    const { problems, sittings } = practised(14);
    const interviews = [makeInterview(20)];
    const before = plan(makeLog({ problems, sittings, interviews }));
    const [first] = before.days;
    const done = (first?.items ?? []).map((item) => {
      const problem = makeProblem({ techniques: [item.technique ?? ''] });
      const kind = item.kind === 'fresh' ? 'first-solve' : item.kind;
      return { problem, sitting: makeSitting(item.problemId ?? problem.id, { kind, minutes: item.minutes - 1 }) };
    });
    const more = done.map(({ sitting }, index) => ({ ...sitting, startedAt: daysAgo((done.length - index) / 100) }));
    const log = makeLog({
      problems: [...problems, ...done.map(({ problem }) => problem)],
      sittings: [...sittings, ...more],
      interviews,
    });
    const today = plan(log, { previous: before }).days[0];
    expect(first?.items.length).toBeGreaterThan(1);
    expect(today?.done).toBeGreaterThan(0.85 * (today?.budget ?? 0));
    expect((today?.done ?? 0) + (today?.minutes ?? 0)).toBeLessThanOrEqual(today?.budget ?? 0);
  });

  it('does not ask for something new of a technique once more on the day on which it was worked', () => {
    const { problems, sittings } = practised(12);
    const settings = {
      ...defaultSettings,
      week: { mon: 100, tue: 100, wed: 100, thu: 100, fri: 100, sat: 100, sun: 100 },
    };
    const interviews = [makeInterview(30)];
    const newToday = (made: Plan): (string | null)[] =>
      (made.days[0]?.items ?? []).filter(({ kind }) => kind === 'fresh').map(({ technique }) => technique);
    const before = plan(makeLog({ problems, sittings, interviews, settings }));
    const [technique, ...others] = newToday(before);
    expect(others.length).toBeGreaterThan(1);
    expect(others).not.toContain(technique ?? null);
    const solved = makeProblem({ techniques: [technique ?? ''] });
    const more = makeSitting(solved.id, { result: 'unsolved', help: 'read', startedAt: daysAgo(0.02) });
    const log = makeLog({ problems: [...problems, solved], sittings: [...sittings, more], interviews, settings });
    const after = newToday(plan(log, { previous: before }));
    expect(after).not.toContain(technique ?? null);
    expect(after).toEqual(jasmine.arrayContaining(others));
  });

  it('keeps nine tenths of all later days when one more sitting is logged', () => {
    const { problems, sittings } = practised(14);
    const interviews: Interview[] = [makeInterview(20)];
    const before = plan(makeLog({ problems, sittings, interviews }));
    const more = makeSitting(problems[3]?.id ?? '', { kind: 'rebuild', minutes: 0, startedAt: daysAgo(0.01) });
    const after = plan(makeLog({ problems, sittings: [...sittings, more], interviews }), { previous: before });
    const key = (item: PlanItem & { date: string }): string => `${item.date} ${item.problemId} ${item.kind}`;
    const kept = new Set(itemsOf(after).map(key));
    const planned = itemsOf(before).filter((item) => item.problemId !== more.problemId);
    expect(planned.length).toBeGreaterThan(20);
    expect(planned.filter((item) => kept.has(key(item))).length / planned.length).toBeGreaterThan(0.9);
  });

  it('leaves the plan of the same day when an interview asks for something else', () => {
    const { problems, sittings } = practised(14);
    const asking = (technique: string): Interview[] => [makeInterview(20, { mix: { [technique]: 1 } })];
    const before = plan(makeLog({ problems, sittings, interviews: asking('heap') }));
    const log = makeLog({ problems, sittings, interviews: asking('greedy') });
    const shareOfGreedy = (made: Plan): number =>
      itemsOf(made).filter(({ technique }) => technique === 'greedy').length / itemsOf(made).length;
    expect(shareOfGreedy(before)).toBeLessThan(0.2);
    expect(shareOfGreedy(plan(log, { previous: before }))).toBeGreaterThan(0.8);
  });

  it('plans nothing odd for degenerate logs', () => {
    const many = Array.from({ length: 300 }, () => makeProblem());
    const allFailed = many.map((problem) => makeSitting(problem.id, { result: 'unsolved', startedAt: now }));
    const zero = { ...defaultSettings, week: { mon: 0, tue: 0, wed: 0, thu: 0, fri: 0, sat: 0, sun: 0 } };
    const logs = [
      makeLog(),
      makeLog({ problems: many, sittings: allFailed, interviews: [makeInterview(0.1)] }),
      makeLog({ problems: many, sittings: allFailed, settings: zero }),
    ];
    for (const log of logs) {
      const made = plan(log);
      for (const { ifKept, now: ready } of made.readiness) expect(Number.isFinite(ifKept + ready)).toBeTrue();
      for (const point of made.curve) expect(Number.isFinite(point.ifKept + point.ifDropped)).toBeTrue();
    }
    expect(itemsOf(plan(makeLog({ problems: many, sittings: allFailed, settings: zero })))).toEqual([]);
  });

  it('stops when told to, with what it has', () => {
    const { problems, sittings } = practised(8);
    const stopped = itemsOf(plan(makeLog({ problems, sittings }), { onProgress: () => false }));
    // What is due is there already.
    expect(stopped.length).toBeLessThan(itemsOf(plan(makeLog({ problems, sittings }))).length / 5);
  });
});

describe('the order of a day', () => {
  it('starts with what is worth most, keeps a technique from following itself, and puts mixed-up ones side by side', () => {
    const item = (technique: string, worth: number): { technique: string; worth: number } => ({ technique, worth });
    const items = [item('heap', 8), item('heap', 24), item('greedy', 8), item('trie', 3), item('sort-first', 3)];
    const mixUps = [{ right: 'heap', named: 'sort-first', count: 1, lastAt: now, waiting: [] }];
    expect(orderDay(items, mixUps).map((it) => it.technique)).toEqual(['heap', 'sort-first', 'heap', 'greedy', 'trie']);
  });
});
