import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import { defaultSettings } from '../model/settings';
import type { Sitting } from '../model/sitting';
import { addDays, daysBetween } from '../model/time';
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
import type { Plan, PlanInput, PlanItem } from './plan';
import { planDays } from './planner';

const today = '2026-11-24';
const techniques = ['heap', 'greedy', 'trie', 'intervals', 'union-find'];
const interviews = [makeInterview(30, { mix: Object.fromEntries(techniques.map((it) => [it, 1])) })];

type Dated = PlanItem & { readonly date: string };
const plan = (log: Log, more: Partial<PlanInput> = {}): Plan => {
  const asOf = more.asOf ?? now;
  return planDays({ log, estimates: estimatesFor(log, asOf), asOf, zone: 'UTC', ...more });
};
const itemsOf = (made: Plan): Dated[] =>
  made.days.flatMap(({ date, items }) => items.map((item) => ({ ...item, date })));
const of = (made: Plan, { id }: Problem): Dated[] => itemsOf(made).filter(({ problemId }) => problemId === id);
const inDays = ({ date }: Dated): number => daysBetween(today, date);

/** A fortnight of solves in all techniques but those left out, the last some days ago. */
function practised(without: readonly string[] = []): { problems: Problem[]; sittings: Sitting[] } {
  const known = techniques.filter((it) => !without.includes(it));
  const problems = Array.from({ length: 12 }, (_, index) =>
    makeProblem({ techniques: [known[index % known.length] ?? 'heap'] }),
  );
  const sittings = problems.map((problem, index) =>
    makeSitting(problem.id, { startedAt: daysAgo(25 - index), minutes: 20 + (index % 3) * 4 }),
  );
  return { problems, sittings };
}

function withLast(problem: Problem, part: Partial<Sitting>, base = practised()): Log {
  return makeLog({
    problems: [...base.problems, problem],
    sittings: [...base.sittings, makeSitting(problem.id, part)],
    interviews,
  });
}

describe('a plan that a coach would sign', () => {
  it('brings back what failed and was read as a rebuild within two to four days, and what was not with a hint sooner', () => {
    const problem = makeProblem({ techniques: ['heap'] });
    const read = of(plan(withLast(problem, { result: 'unsolved', help: 'read', startedAt: daysAgo(0.1) })), problem);
    expect(read[0]?.reasons.duty).toBe('failed');
    expect(read[0]?.kind).toBe('rebuild');
    expect(inDays(read[0] as Dated)).toBeGreaterThanOrEqual(2);
    expect(inDays(read[0] as Dated)).toBeLessThanOrEqual(4);
    const given = of(plan(withLast(problem, { result: 'abandoned', minutes: 5, startedAt: daysAgo(0.1) })), problem);
    expect([given[0]?.reasons.duty, given[0]?.kind, given[0]?.minutes]).toEqual(['unsolved', 'rebuild', 20]);
    expect(inDays(given[0] as Dated)).toBeGreaterThanOrEqual(1);
    expect(inDays(given[0] as Dated)).toBeLessThanOrEqual(4);
  });

  it('ends a claim with a solve, and gives none to what stands at the goal', () => {
    const problem = makeProblem({ techniques: ['heap'] });
    const failed = makeSitting(problem.id, { result: 'unsolved', help: 'read', startedAt: daysAgo(4) });
    const solved = makeSitting(problem.id, { kind: 'rebuild', help: 'hint', startedAt: daysAgo(1) });
    const { problems, sittings } = practised();
    const log = makeLog({ problems: [...problems, problem], sittings: [...sittings, failed, solved], interviews });
    expect(of(plan(log), problem).some(({ reasons }) => reasons.duty === 'failed')).toBeFalse();
    const strong = { ...log, settings: { ...defaultSettings, goal: 0.3 }, sittings: [...log.sittings.slice(0, -1)] };
    expect(of(plan(strong), problem).some(({ reasons }) => reasons.duty === 'failed')).toBeFalse();
  });

  it('gives failures no more than a fifth of a week, those of the neediest technique first', () => {
    const failed = Array.from({ length: 14 }, (_, index) => makeProblem({ techniques: [techniques[index % 5] ?? ''] }));
    const sittings = failed.map(({ id }, index) =>
      makeSitting(id, { result: 'unsolved', help: 'read', startedAt: daysAgo(10 - index / 2) }),
    );
    const made = plan(makeLog({ problems: failed, sittings, interviews }));
    const claims = itemsOf(made).filter(({ reasons }) => reasons.duty === 'failed');
    expect(claims.length).toBeGreaterThan(8);
    for (let week = 0; week < 4; week++) {
      const own = claims.filter((item) => Math.floor(inDays(item) / 7) === week);
      const budget = made.days.slice(week * 7, week * 7 + 7).reduce((sum, day) => sum + day.budget, 0);
      expect(own.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThanOrEqual(budget / 5);
    }
  });

  it('keeps failures within that share of any seven days, those that were worked among them', () => {
    const { problems, sittings } = practised();
    const settings = { ...defaultSettings, week: everyDay(45) };
    let previous: Plan | null = null;
    const claims: { day: number; minutes: number }[] = [];
    for (let day = 0; day < 16; day++) {
      const asOf = `${addDays(today, day)}T18:00:00.000Z`;
      previous = plan(makeLog({ problems, sittings, interviews, settings }), { asOf, previous });
      for (const { problemId, technique, kind, minutes, begun, reasons } of previous.days[0]?.items ?? []) {
        if (begun !== null) continue;
        if (reasons.duty === 'failed') claims.push({ day, minutes });
        const problem = problems.find(({ id }) => id === problemId) ?? makeProblem({ techniques: [technique ?? ''] });
        if (problemId === null) problems.push(problem);
        // Whatever is new is failed.
        const came = problemId === null ? ({ result: 'unsolved', help: 'read' } as const) : {};
        const as = kind === 'fresh' ? 'first-solve' : kind;
        sittings.push(makeSitting(problem.id, { kind: as, minutes, startedAt: asOf, ...came }));
      }
    }
    expect(claims.length).toBeGreaterThan(1);
    for (const { day: from } of claims) {
      const week = claims.filter(({ day }) => day >= from && day < from + 7);
      const minutes = week.reduce((sum, claim) => sum + claim.minutes, 0);
      expect(week.length === 1 || minutes <= 63)
        .withContext(`${week.length} claims of ${minutes} minutes from day ${from} on`)
        .toBeTrue();
    }
  });

  it('begins with what the interview asks and the person lacks most, and puts it first in the evening', () => {
    const made = plan(makeLog({ ...practised(['trie']), interviews }));
    const [first] = made.days[0]?.items ?? [];
    expect([first?.technique, first?.kind, first?.reasons.needRank]).toEqual(['trie', 'fresh', 1]);
    const trie = itemsOf(made).filter(({ technique }) => technique === 'trie');
    expect(trie.filter((item) => inDays(item) < 10).length).toBeGreaterThan(trie.length / 3);
  });

  it('plans the first review of everything new three to seven days later', () => {
    const made = plan(makeLog({ ...practised(), interviews }));
    const fresh = itemsOf(made).filter((item) => item.kind === 'fresh' && item.begun === null && inDays(item) < 20);
    expect(fresh.length).toBeGreaterThan(5);
    for (const item of fresh) {
      const comesBack = item.reasons.comesBack ?? item.date;
      expect(daysBetween(item.date, comesBack)).toBeGreaterThanOrEqual(3);
      expect(daysBetween(item.date, comesBack)).toBeLessThanOrEqual(7);
    }
    const problem = makeProblem({ techniques: ['heap'] });
    for (const [goal, kind] of [[0.95, 'sketch'] as const, [0.3, 'spot'] as const]) {
      const log = { ...withLast(problem, { startedAt: daysAgo(1) }), settings: { ...defaultSettings, goal } };
      const due = of(plan(log), problem)[0];
      expect([due?.reasons.duty, due?.kind]).toEqual(['first-review', kind]);
      expect(inDays(due as Dated)).toBeGreaterThanOrEqual(2);
      expect(inDays(due as Dated)).toBeLessThanOrEqual(6);
    }
  });

  it('never brings anything twice in an evening, nor a solved one on the next day', () => {
    const problem = makeProblem({ techniques: ['heap'] });
    const log = withLast(problem, { kind: 'first-solve', startedAt: daysAgo(0.05), minutes: 8 });
    const sketched = {
      ...log,
      sittings: [...log.sittings, makeSitting(problem.id, { kind: 'sketch', minutes: 6, startedAt: now })],
    };
    expect(of(plan(sketched), problem).every((item) => inDays(item) >= 3)).toBeTrue();
    for (const { items } of plan(log).days) {
      const ids = items.flatMap(({ problemId }) => problemId ?? []);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  it('brings two techniques that were mixed up into one evening within three days', () => {
    const base = practised();
    const [heap, greedy] = [makeProblem({ techniques: ['heap'] }), makeProblem({ techniques: ['greedy'] })];
    const sittings = [heap, greedy].map(({ id }) => makeSitting(id, { startedAt: daysAgo(15) }));
    const mixed = makeSitting(base.problems[0]?.id ?? '', {
      kind: 'spot',
      result: 'unsolved',
      named: 'greedy',
      startedAt: daysAgo(0.2),
    });
    const problems = [...base.problems, heap, greedy];
    const made = plan(makeLog({ problems, sittings: [...base.sittings, ...sittings, mixed], interviews }));
    const pair = itemsOf(made).filter(({ reasons }) => reasons.duty === 'mix-up');
    expect(pair.map(({ kind }) => kind)).toEqual(['spot', 'spot']);
    expect(pair.map(({ technique }) => technique).sort()).toEqual(['greedy', 'heap']);
    expect(new Set(pair.map(({ date }) => date)).size).toBe(1);
    expect(inDays(pair[0] as Dated)).toBeLessThanOrEqual(3);
    const told = pair.map(({ problemId }) =>
      makeSitting(problemId ?? '', { kind: 'spot', minutes: 2, startedAt: daysAgo(0.1) }),
    );
    const dueAfter = (...done: Sitting[]): (string | null)[] =>
      itemsOf(
        plan(makeLog({ problems, sittings: [...base.sittings, ...sittings, mixed, ...done], interviews })),
      ).flatMap(({ reasons, technique }) => (reasons.duty === 'mix-up' ? [technique] : []));
    expect(dueAfter(...told)).toEqual([]);
    expect(dueAfter(...told.slice(0, 1))).toEqual(pair.slice(1).map(({ technique }) => technique));
  });

  it('keeps the day before an interview to half an hour and the day itself to 20 minutes, for that interview', () => {
    const both = [makeInterview(8, { mix: { heap: 1 } }), makeInterview(30, { mix: { greedy: 1, trie: 1 } })];
    const { days } = plan(
      makeLog({ ...practised(), interviews: both, settings: { ...defaultSettings, week: everyDay(90) } }),
    );
    for (const [day, max] of [
      [7, 30],
      [8, 20],
      [29, 30],
      [30, 20],
    ] as const) {
      expect(days[day]?.minutes).toBeLessThanOrEqual(max);
      const asked = day < 9 ? ['heap'] : ['greedy', 'trie'];
      for (const { technique, kind } of days[day]?.items ?? []) {
        expect(asked).toContain(technique ?? '');
        expect(['spot', 'sketch']).toContain(kind);
      }
    }
  });

  it('stays light for the rest of a day on which an interview took place', () => {
    const over = makeInterview(-0.1, { mix: { heap: 1 } });
    const [first] = plan(makeLog({ ...practised(), interviews: [over, ...interviews] })).days;
    expect(first?.items.length).toBeGreaterThan(0);
    expect(first?.minutes).toBeLessThanOrEqual(20);
  });

  it('is the same at any hour, and again from its own result', () => {
    const log = makeLog({ ...practised(['trie']), interviews });
    const at = (hour: string, more: Partial<PlanInput> = {}): Plan => {
      const asOf = `2026-11-24T${hour}:00:00.000Z`;
      return plan(log, { asOf, ...more });
    };
    const first = at('06');
    for (const hour of ['00', '13', '15', '23']) expect(at(hour).days).toEqual(first.days);
    const again = at('23', { previous: first });
    const placed = (made: Plan): unknown[] =>
      itemsOf(made).map(({ date, problemId, technique, kind, minutes }) => ({
        date,
        problemId,
        technique,
        kind,
        minutes,
      }));
    expect(placed(again)).toEqual(placed(first));
    expect(again.changes).toEqual([]);
  });

  it('keeps nine of ten of the later days when one more sitting is logged, and tells what moved', () => {
    const { problems, sittings } = practised(['trie']);
    const before = plan(makeLog({ problems, sittings, interviews }));
    const known = itemsOf(before).find(({ problemId, date }) => date === today && problemId !== null);
    const done = makeSitting(known?.problemId ?? problems[0]?.id ?? '', { kind: 'sketch', minutes: 9, startedAt: now });
    const after = plan(makeLog({ problems, sittings: [...sittings, done], interviews }), { previous: before });
    const key = ({ date, problemId, technique, kind }: Dated): string => `${date} ${problemId ?? technique} ${kind}`;
    const kept = new Set(itemsOf(after).map(key));
    const later = itemsOf(before).filter(({ date, problemId }) => date > today && problemId !== done.problemId);
    expect(later.filter((item) => kept.has(key(item))).length / later.length).toBeGreaterThanOrEqual(0.9);
    for (const { from, why } of after.changes)
      expect([from >= today, why]).toEqual([true, from === today ? 'spent' : 'better']);
  });

  it('asks for nothing new twice where it goes on the next evening, however often the plan is made', () => {
    const settings = { ...defaultSettings, week: everyDay(20) };
    const { problems, sittings } = practised(['trie']);
    const log = makeLog({ problems, sittings, interviews, settings });
    const newOnes = (made: Plan): string[] =>
      itemsOf(made)
        .filter(({ kind, begun }) => kind === 'fresh' && begun === null)
        .map(({ date, technique }) => `${date} ${technique}`);
    const before = plan(log);
    const done = makeSitting(problems[0]?.id ?? '', { kind: 'spot', minutes: 3, startedAt: now });
    const after = plan({ ...log, sittings: [...log.sittings, done] }, { previous: before });
    expect(newOnes(before).length).toBeGreaterThan(5);
    expect(newOnes(after)).toEqual(newOnes(before));
  });

  it('leaves the other failures on their evenings when one of them was solved', () => {
    const settings = { ...defaultSettings, week: everyDay(20) };
    const { problems, sittings } = practised();
    const failed = [...techniques, ...techniques].map((technique) => makeProblem({ techniques: [technique] }));
    const failures = failed.map(({ id }, index) =>
      makeSitting(id, { startedAt: daysAgo(2 + index), result: 'unsolved', help: 'read', minutes: 35 }),
    );
    const base = { problems: [...problems, ...failed], interviews, settings };
    const log = makeLog({ ...base, sittings: [...sittings, ...failures.reverse()] });
    const before = plan(log);
    const rebuildsIn = (made: Plan): string[] =>
      itemsOf(made)
        .filter(({ kind, begun }) => kind === 'rebuild' && begun === null)
        .map(({ date, problemId }) => `${date} ${problemId}`);
    const claims = itemsOf(before).filter(({ reasons, begun }) => reasons.duty === 'failed' && begun === null);
    // Not one that has its share of the week: what it takes of that comes on top.
    const solved = failed.find(({ id }) => claims.every(({ problemId }) => problemId !== id));
    const done = makeSitting(solved?.id ?? '', { kind: 'rebuild', minutes: 20, startedAt: now });
    const after = plan({ ...log, sittings: [...log.sittings, done] }, { previous: before });
    // The solved one has taken all of this evening.
    const later = claims.filter(({ date }) => date !== after.days[0]?.date);
    expect(later.length).toBeGreaterThan(1);
    expect(rebuildsIn(after)).toEqual(jasmine.arrayContaining(later.map((it) => `${it.date} ${it.problemId}`)));
  });

  it('keeps all lengths where one sitting makes the person a minute quicker, and brings a new failure within its days', () => {
    const settings = { ...defaultSettings, week: everyDay(20) };
    const { problems, sittings } = practised(['trie']);
    const slow = sittings.map((sitting, index) => ({ ...sitting, minutes: index === 11 ? 22 : 23 }));
    const failed = makeProblem({ techniques: ['trie'] });
    const base = { problems: [...problems, failed], interviews, settings };
    const log = makeLog({ ...base, sittings: slow });
    const before = plan(log);
    const lost = makeSitting(failed.id, { minutes: 20, result: 'unsolved', help: 'read', startedAt: daysAgo(0.02) });
    const after = plan({ ...log, sittings: [...slow, lost] }, { previous: before });
    expect(after.paces).toEqual(before.paces);
    const [retry] = of(after, failed);
    expect(retry?.kind).toBe('rebuild');
    expect(retry && inDays(retry)).toBeGreaterThanOrEqual(2);
    expect(retry && inDays(retry)).toBeLessThanOrEqual(4);
    const key = ({ date, technique, kind }: Dated): string => `${date} ${technique} ${kind}`;
    const kept = new Set(itemsOf(after).map(key));
    const later = itemsOf(before).filter(({ date }) => date > (retry?.goesOn?.date ?? retry?.date ?? ''));
    expect(later.filter((it) => kept.has(key(it))).length / later.length).toBeGreaterThan(0.9);
    const again = plan({ ...log, sittings: [...slow, lost] }, { previous: after });
    expect(itemsOf(again).map(key)).toEqual(itemsOf(after).map(key));
  });

  it('plans a Spot for its gain only where there is time for nothing longer', () => {
    const spotsFor = (minutes: number): Dated[] => {
      const settings = { ...defaultSettings, week: everyDay(minutes) };
      const items = itemsOf(plan(makeLog({ ...practised(), interviews, settings })));
      return items.filter(({ kind, reasons }) => kind === 'spot' && reasons.duty === null);
    };
    expect(spotsFor(20).filter((item) => inDays(item) < 29)).toEqual([]);
    expect(spotsFor(10).filter((item) => inDays(item) < 29).length).toBeGreaterThan(5);
  });

  it('keeps the rest of an evening where its first item took a few minutes longer', () => {
    const { problems, sittings } = practised(['trie']);
    const before = plan(makeLog({ problems, sittings, interviews }));
    const [first, ...rest] = before.days[0]?.items ?? [];
    if (!first || rest.length === 0) throw new Error('nothing to keep');
    const fresh = makeProblem({ techniques: [first.technique ?? ''] });
    const done = makeSitting(first.problemId ?? fresh.id, {
      kind: first.kind === 'fresh' ? 'first-solve' : first.kind,
      minutes: first.minutes + 4,
      startedAt: now,
    });
    const log = makeLog({ problems: [...problems, fresh], sittings: [...sittings, done], interviews });
    const left = plan(log, { previous: before }).days[0];
    const names = (items: readonly PlanItem[]): string[] =>
      items.map(({ problemId, technique, kind }) => `${kind} ${problemId ?? technique}`).sort();
    expect(names(left?.items ?? [])).toEqual(names(rest));
    expect((left?.minutes ?? 0) + (left?.done ?? 0)).toBeLessThanOrEqual(1.2 * (left?.budget ?? 0));
  });

  it('takes up a missed day within four days, or says that it was dropped', () => {
    const log = makeLog({ ...practised(['trie']), interviews });
    const before = plan(log);
    const tomorrow = `${addDays(today, 1)}T08:00:00.000Z`;
    const after = plan(log, { asOf: tomorrow, previous: before });
    const missed = before.days[0]?.items ?? [];
    expect(missed.length).toBeGreaterThan(0);
    for (const { problemId, technique, kind } of missed) {
      const change = after.changes.find(
        (it) => it.why === 'missed' && it.problemId === problemId && it.technique === technique && it.kind === kind,
      );
      expect(change).toBeDefined();
      if (change?.to) expect(daysBetween(addDays(today, 1), change.to)).toBeLessThanOrEqual(4);
    }
  });

  it('goes on where the evenings just before an interview are missed, one by one', () => {
    for (const left of [1, 2, 3, 4, 5]) {
      const log = makeLog({
        ...practised(['trie']),
        interviews: [makeInterview(left, { mix: { heap: 1, greedy: 1 } })],
      });
      let before: Plan | null = null;
      for (let day = 0; day <= left; day++) {
        const asOf = `${addDays(today, day)}T08:00:00.000Z`;
        const made: Plan = plan(log, { asOf, previous: before });
        expect(made.days[0]?.date).toBe(addDays(today, day));
        before = made;
      }
    }
  });

  it('gives a long problem to two evenings where one is too short for it', () => {
    const short = { ...defaultSettings, week: everyDay(20) };
    const items = itemsOf(plan(makeLog({ ...practised(['trie']), interviews, settings: short })));
    const begun = items.filter(({ kind, goesOn }) => kind === 'fresh' && goesOn !== null);
    expect(begun.length).toBeGreaterThan(3);
    for (const { goesOn, date, minutes, technique } of begun) {
      const rest = items.find((item) => item.begun === date && item.date === goesOn?.date);
      expect([rest?.technique, rest?.minutes]).toEqual([technique, goesOn?.minutes]);
      expect(minutes + (goesOn?.minutes ?? 0)).toBeGreaterThan(22);
    }
  });

  it('gains more by more minutes, and ever less so', () => {
    const reached = [20, 30, 45, 60, 90, 240].map((minutes) => {
      const settings = { ...defaultSettings, week: everyDay(minutes) };
      return plan(makeLog({ ...practised(['trie']), interviews, settings })).readiness[0]?.ifKept ?? 0;
    });
    reached.slice(1).forEach((it, index) => expect(it).toBeGreaterThan((reached[index] ?? 0) - 0.003));
    const [at20 = 0, , at45 = 0, , at90 = 0] = reached;
    expect((at90 - at45) / 45).toBeLessThan((at45 - at20) / 25);
  });
});
