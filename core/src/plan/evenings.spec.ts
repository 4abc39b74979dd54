import type { Log } from '../model/log';
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
import { reasonSentence } from './explain/reason-sentence';
import type { Duty, Plan, PlanDay, PlanItem } from './plan';
import { planDays } from './planner';

const techniques = ['heap', 'greedy', 'trie', 'intervals', 'union-find'];
const interviews = [makeInterview(30, { mix: Object.fromEntries(techniques.map((it) => [it, 1])) })];
const solved = techniques.map((technique) => makeProblem({ techniques: [technique] }));
const failed = makeProblem({ techniques: ['heap'] });
const other = makeProblem({ techniques: ['greedy'] });

/** A solve of each technique, slower from one to the next; a heap problem was read up some days ago. */
function logFor(minutes: number, failedAgo: number): Log {
  return makeLog({
    problems: [...solved, failed, other],
    sittings: [
      ...solved.map(({ id }, index) => makeSitting(id, { startedAt: daysAgo(20 - index), minutes: 26 + index })),
      makeSitting(failed.id, { startedAt: daysAgo(failedAgo), result: 'unsolved', help: 'read', minutes: 40 }),
    ],
    interviews,
    settings: { ...defaultSettings, week: everyDay(minutes) },
  });
}

function plan(log: Log, previous: Plan | null = null): Plan {
  return planDays({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC', previous });
}

const hasRow = ({ items }: PlanDay): boolean =>
  items.some(({ technique }, index) => index > 0 && technique === items[index - 1]?.technique);

/** The first day on which each problem is rebuilt, for a purpose or for any. */
function rebuildsIn({ days }: Plan, duty?: Duty): Map<string, number> {
  const ofDays = days.flatMap(({ items }, day) =>
    items.flatMap(({ problemId, kind, reasons }) => {
      const isOne = problemId !== null && kind === 'rebuild' && (duty === undefined || reasons.duty === duty);
      return isOne ? [[problemId, day] as const] : [];
    }),
  );
  return new Map(ofDays.reverse());
}

describe('the evenings of a plan', () => {
  it('have no technique twice running where others are worth their minutes, not even where the weakest has failed', () => {
    for (const minutes of [30, 45, 60, 90])
      for (const failedAgo of [3, 12]) {
        const days = plan(logFor(minutes, failedAgo)).days.filter(({ items }) => items.length > 1);
        expect(days.length).toBeGreaterThan(10);
        expect(days.findIndex(hasRow)).not.toBe(0);
        expect(days.filter(hasRow).length).toBeLessThanOrEqual(1);
      }
  });

  it('bring what failed and has no room any more tonight on the next one, whatever stood there', () => {
    for (const minutes of [20, 45]) {
      const log = logFor(minutes, 3);
      const daysOfFailed = (made: Plan): number[] =>
        made.days.flatMap(({ items }, day) => (items.some(({ problemId }) => problemId === failed.id) ? [day] : []));
      const before = plan(log);
      expect(daysOfFailed(before)[0]).toBe(0);
      const done = makeSitting(other.id, { minutes: minutes - 5, startedAt: now });
      const after = plan({ ...log, sittings: [...log.sittings, done] }, before);
      expect(daysOfFailed(after)[0]).toBe(1);
      expect(after.changes.find(({ problemId }) => problemId === failed.id)?.to).toBe(after.days[1]?.date ?? '');
    }
  });

  it('bring no failure later when those of an evening move, and those in the next days', () => {
    for (const minutes of [45, 60, 90]) {
      const log = logFor(minutes, 3);
      const more = ['trie', 'intervals', 'union-find', 'trie', 'greedy', 'intervals'];
      const problems = more.map((technique) => makeProblem({ techniques: [technique] }));
      const unasked = makeProblem({ techniques: ['graph-bfs'] });
      const failures = problems.map(({ id }, index) =>
        makeSitting(id, { startedAt: daysAgo(2.9 - index / 10), result: 'unsolved', help: 'read', minutes: 40 }),
      );
      const whole = {
        ...log,
        problems: [...log.problems, ...problems, unasked],
        sittings: [...log.sittings, ...failures],
      };
      const held = plan(whole);
      const before = rebuildsIn(held, 'failed');
      const done = makeSitting(unasked.id, { minutes: minutes - 5, startedAt: now });
      const after = rebuildsIn(plan({ ...whole, sittings: [...whole.sittings, done] }, held));
      expect([...before.values()].filter((day) => day === 0).length).toBeGreaterThan(0);
      expect(before.size).toBeGreaterThan(5);
      for (const [id, day] of before) expect(after.get(id)).toBeLessThanOrEqual(Math.max(day, 4));
    }
  });

  it('bring back as a Rebuild what was solved before and did not come off as a Sketch, until it is solved', () => {
    const log = logFor(45, 30);
    const solve = makeSitting(other.id, { startedAt: daysAgo(15), minutes: 24 });
    const lost = makeSitting(other.id, { kind: 'sketch', result: 'partly', startedAt: daysAgo(0.9), minutes: 8 });
    const after = (...sittings: Sitting[]): Plan => plan({ ...log, sittings: [...log.sittings, ...sittings] });
    const made = after(solve, lost);
    expect(rebuildsIn(made, 'failed').get(other.id) ?? Infinity).toBeLessThanOrEqual(3);
    const item = made.days.flatMap(({ items }) => items).find(({ problemId }) => problemId === other.id) as PlanItem;
    const names = { technique: String, employer: () => null, date: () => '23 Nov', onDay: String };
    expect(reasonSentence(item, names)).toContain('Its Sketch on 23 Nov did not come off (partly solved, 8 min).');
    const regained = makeSitting(other.id, { kind: 'sketch', startedAt: daysAgo(0.1), minutes: 8 });
    expect(rebuildsIn(after(solve, lost, regained), 'failed').has(other.id)).toBeFalse();
    const unsolved = { ...solve, result: 'unsolved' as const, help: 'read' as const };
    expect(rebuildsIn(after(unsolved, regained), 'failed').has(other.id)).toBeTrue();
  });

  it('bring a first review that was missed as soon as they can, and none once it is long over', () => {
    const log = logFor(45, 12);
    const firstReviewOn = (solvedAgo: number, plannedAgo = 2): number => {
      const sittings = [...log.sittings, makeSitting(other.id, { startedAt: daysAgo(solvedAgo), minutes: 24 })];
      const whole = { ...log, sittings };
      const asOf = daysAgo(plannedAgo);
      const before = planDays({ log: whole, estimates: estimatesFor(whole, asOf), asOf, zone: 'UTC' });
      // Something else was worked that evening, so that nothing of it counts as missed.
      const instead = makeSitting(solved[0]?.id ?? '', { kind: 'sketch', startedAt: asOf, minutes: 8 });
      return plan({ ...whole, sittings: [...sittings, instead] }, before).days.findIndex(({ items }) =>
        items.some(({ problemId, reasons }) => problemId === other.id && reasons.duty === 'first-review'),
      );
    };
    for (const solvedAgo of [6.5, 7.5, 8.5]) expect(Math.abs(firstReviewOn(solvedAgo) - 1)).toBeLessThanOrEqual(1);
    // What fell due before there was a plan waits for its gain, as in a log that came in.
    expect(firstReviewOn(10.5, 1)).toBe(-1);
    expect(firstReviewOn(12.5)).toBe(-1);
  });

  it('rebuild what failed of the neediest technique soon, though failures had their share of the week', () => {
    const log = logFor(45, 7);
    const worked = ['greedy', 'trie', 'intervals'].map((technique) => makeProblem({ techniques: [technique] }));
    const sittings = worked.flatMap(({ id }, index) => [
      makeSitting(id, { startedAt: daysAgo(8.9 - index / 10), result: 'unsolved', help: 'read', minutes: 30 }),
      makeSitting(id, {
        kind: 'rebuild',
        startedAt: daysAgo(4.9 - index),
        result: 'solved',
        help: 'hint',
        minutes: 30,
      }),
    ]);
    const byDay = [...log.sittings, ...sittings].sort((a, b) => a.startedAt.localeCompare(b.startedAt));
    const heapAlone = [makeInterview(30, { mix: { heap: 6, trie: 1, greedy: 1 } })];
    const { days } = plan({ ...log, problems: [...log.problems, ...worked], sittings: byDay, interviews: heapAlone });
    const first = days.slice(0, 2).flatMap(({ items }) => items.filter(({ problemId }) => problemId === failed.id));
    expect(first.map(({ kind, reasons }) => [kind, reasons.duty])).toEqual([['rebuild', 'failed']]);
  });
});
