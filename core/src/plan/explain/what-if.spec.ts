import {
  daysAgo,
  estimatesFor,
  everyDay,
  makeInterview,
  makeLog,
  makeProblem,
  makeSitting,
  now,
} from '../../testing/make';
import type { Log } from '../../model/log';
import { defaultSettings } from '../../model/settings';
import type { Plan, PlanInput } from '../plan';
import { Planner } from '../planner';
import { alternativeSentence } from './alternative-sentence';
import { type WhatIf, planIf } from './what-if';

const techniques = ['heap', 'greedy', 'trie', 'line-dp'];
const problems = Array.from({ length: 16 }, (_, index) => makeProblem({ techniques: [techniques[index % 4] ?? ''] }));
const sittings = problems.map((problem, index) =>
  makeSitting(problem.id, { minutes: 20 + index, startedAt: daysAgo(30 - index) }),
);
const interview = makeInterview(14, { mix: { heap: 2, greedy: 1, trie: 1 } });
const log: Log = makeLog({ problems, sittings, interviews: [interview] });
const input: PlanInput = { log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' };
const planner = new Planner(input);
const current = planner.plan;
const readyIf = (whatIf: WhatIf): number => planIf(input, whatIf, current).readiness[0]?.ifKept ?? NaN;
const ready = current.readiness[0]?.ifKept ?? NaN;
const itemsOf = (plan: Plan): Plan['days'][number]['items'] => plan.days.flatMap(({ items }) => items);

describe('what if', () => {
  it('there were more or fewer minutes a day', () => {
    expect(readyIf({ kind: 'minutes', more: 15 })).toBeGreaterThan(ready);
    expect(readyIf({ kind: 'minutes', more: -15 })).toBeLessThan(ready);
    const none = planIf(input, { kind: 'minutes', more: -500 }, current);
    expect(itemsOf(none)).toEqual([]);
    expect(none.readiness[0]?.ifKept).toBeCloseTo(none.readiness[0]?.ifDropped ?? NaN, 9);
  });

  it('one day of the week were off', () => {
    const plan = planIf(input, { kind: 'day-off', weekday: 'thu' }, current);
    expect(plan.days.filter(({ budget }) => budget === 0).map(({ date }) => date)).toEqual([
      '2026-11-26',
      '2026-12-03',
    ]);
    expect(plan.readiness[0]?.ifKept).toBeLessThan(ready);
  });

  it('the interview were earlier or later, but never before tomorrow', () => {
    expect(planIf(input, { kind: 'interview', interviewId: interview.id, days: 7 }, current).days).toHaveSize(22);
    expect(planIf(input, { kind: 'interview', interviewId: interview.id, days: -7 }, current).days).toHaveSize(8);
    expect(planIf(input, { kind: 'interview', interviewId: interview.id, days: -90 }, current).days).toHaveSize(2);
  });

  it('a technique were left alone', () => {
    const plan = planIf(input, { kind: 'without', technique: 'heap' }, current);
    expect(itemsOf(current).some(({ technique }) => technique === 'heap')).toBeTrue();
    expect(itemsOf(plan).some(({ technique }) => technique === 'heap')).toBeFalse();
    expect(plan.readiness[0]?.ifDropped).toBeCloseTo(current.readiness[0]?.ifDropped ?? NaN, 9);
  });

  it('nothing were done until a day', () => {
    const plan = planIf(input, { kind: 'pause', until: '2026-11-28' }, current);
    expect(plan.days.filter(({ items }) => items.length > 0)[0]?.date).toBe('2026-11-28');
  });

  it('leaves the log as it is', () => {
    expect(new Planner(input).plan).toEqual(current);
  });
});

describe('what was weighed for a day', () => {
  const [day] = current.days.filter(({ items }) => items.length > 0);
  const alternatives = planner.alternatives(day?.date ?? '');

  it('is what is not there, the nearest first, with what keeps it away', () => {
    if (!alternatives || !day) throw new Error('nothing weighed');
    const there = new Set(day.items.map(({ problemId }) => problemId).filter((id) => id !== null));
    expect(alternatives.nearest.length).toBeGreaterThan(2);
    expect(alternatives.nearest.some(({ problemId }) => problemId !== null && there.has(problemId))).toBeFalse();
    const gains = alternatives.nearest.map(({ gainPerMinute }) => gainPerMinute);
    expect(gains).toEqual([...gains].sort((a, b) => b - a));
    expect(Math.min(...gains)).toBeGreaterThan(0);
    expect(alternatives.left).toBe(Math.round(day.budget * 1.1) - day.minutes);
  });

  it('says how many minutes more would bring something longer in for the weakest', () => {
    // A day of one short item only: what is longer and gains more lacks the difference.
    const tight = new Planner({
      ...input,
      log: { ...input.log, settings: { ...defaultSettings, week: everyDay(8) } },
    });
    const [found] =
      tight.alternatives(tight.plan.days[0]?.date ?? '')?.nearest.filter(({ kind }) => kind === 'fresh') ?? [];
    expect(found?.obstacle.kind).toBe('too-long');
    if (found?.obstacle.kind === 'too-long') {
      const [today] = tight.plan.days;
      expect(found.obstacle.lacking).toBeGreaterThanOrEqual(found.minutes - Math.round((today?.budget ?? 0) * 1.1));
      expect(found.obstacle.lacking).toBeLessThan(found.minutes);
    }
  });

  it('knows nothing of a day outside the plan', () => {
    expect(planner.alternatives('2027-06-01')).toBeNull();
  });

  it('says what would have to change', () => {
    const base = { problemId: 'p', technique: 'heap', kind: 'rebuild', minutes: 20, gainPerMinute: 0.001 } as const;
    const say = (obstacle: Parameters<typeof alternativeSentence>[0]['obstacle']): string =>
      alternativeSentence({ ...base, obstacle }, (date) => date);
    expect(say({ kind: 'replaced', lacking: 12, min: 0.0015 })).toBe(
      'The weakest item of the day gains 1.5 times as much a minute. With 12 min more on this day it would have room.',
    );
    expect(say({ kind: 'replaced', lacking: 12, min: 0.001 })).toContain('does not fit into its place');
    expect(say({ kind: 'replaced', lacking: 0, min: 0.001 })).toBe('It fits, and would add next to nothing.');
    expect(say({ kind: 'too-long', lacking: 1, weakest: 2 })).toBe(
      'With 1 min more on this day it would take the place of the 2 weakest items, and gain more.',
    );
    expect(say({ kind: 'too-long', lacking: 5, weakest: 1 })).toContain('the place of the weakest item, and');
    expect(say({ kind: 'too-near', other: '2026-11-27' })).toContain('stands on 2026-11-27 already');
    expect(say({ kind: 'light' })).toContain('only Spots and Sketches');
    expect(say({ kind: 'enough-new', max: 2 })).toContain('2 new problems');
    expect(say({ kind: 'rests', until: '2026-11-26' })).toContain('from 2026-11-26 on a review teaches more');
    expect(say({ kind: 'put-off', until: '2026-11-30' })).toBe('You put it off until 2026-11-30.');
  });
});
