import fc from 'fast-check';
import {
  daysAgo,
  estimatesFor,
  everyDay,
  makeInterview,
  makeLog,
  makeProblem,
  makeSitting,
  newId,
  now,
} from '../../testing/make';
import { type Choice, ChoiceSchema } from '../../model/choice';
import type { Log } from '../../model/log';
import { addDays } from '../../model/time';
import { defaultSettings } from '../../model/settings';
import type { OptimalityGap } from './optimality-gap';
import { Planner } from '../planner';

const techniques = ['heap', 'greedy', 'sliding-window', 'graph-bfs'];

const cases = fc.record({
  count: fc.integer({ min: 1, max: 14 }),
  days: fc.integer({ min: 2, max: 35 }),
  minutes: fc.integer({ min: 0, max: 60 }),
  second: fc.boolean(),
});

type Case = typeof cases extends fc.Arbitrary<infer C> ? C : never;

function logOf({ count, days, minutes, second }: Case, choices: readonly Choice[] = []): Log {
  const problems = Array.from({ length: count }, (_, index) =>
    makeProblem({ techniques: [techniques[index % techniques.length] ?? 'heap'] }),
  );
  const sittings = problems.map((problem, index) =>
    makeSitting(problem.id, { minutes: 12 + 5 * (index % 6), startedAt: daysAgo(45 - 3 * index) }),
  );
  return makeLog({
    problems,
    sittings,
    interviews: [makeInterview(days), ...(second ? [makeInterview(Math.ceil(days / 2), { mix: { greedy: 1 } })] : [])],
    settings: { ...defaultSettings, week: everyDay(minutes) },
    choices: [...choices],
  });
}

const optimalityGapOf = (log: Log): OptimalityGap =>
  new Planner({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' }).optimalityGap();

describe('the bound on all plans', () => {
  it('is never below the plan that was found', () => {
    fc.assert(
      fc.property(cases, (some) => {
        const { reached, max } = optimalityGapOf(logOf(some));
        expect(reached).toBeGreaterThanOrEqual(-1e-9);
        expect(max).toBeGreaterThanOrEqual(reached - 1e-9);
        expect(max).toBeLessThan(1);
      }),
      { numRuns: 40, seed: 5 },
    );
  });

  it('is nothing where nothing can be done, and grows with the minutes', () => {
    const some = { count: 10, days: 20, second: true };
    const at = (minutes: number): OptimalityGap => optimalityGapOf(logOf({ ...some, minutes }));
    expect(at(0).reached).toBe(0);
    expect(at(0).max).toBeCloseTo(0, 9);
    const maxima = [10, 25, 45, 90].map((minutes) => at(minutes).max);
    expect(maxima).toEqual([...maxima].sort((a, b) => a - b));
    const reached = [10, 25, 45, 90].map((minutes) => at(minutes).reached);
    expect(reached).toEqual([...reached].sort((a, b) => a - b));
  });

  it('counts what was pinned, however little it gives', () => {
    const log = logOf({ count: 8, days: 14, minutes: 30, second: false });
    const choices = log.problems.slice(0, 3).map(({ id }, index) =>
      ChoiceSchema.parse({
        id: newId(),
        revision: newId(),
        target: { problemId: id },
        choice: { pin: addDays('2026-11-24', index + 1), kind: 'spot' },
      }),
    );
    const free = optimalityGapOf(log);
    const pinned = optimalityGapOf({ ...log, choices });
    expect(pinned.max).toBeGreaterThanOrEqual(pinned.reached - 1e-9);
    // What fits into the minutes with the pins is one of the plans that the bound without them speaks of.
    expect(free.max).toBeGreaterThanOrEqual(pinned.reached - 1e-9);
  });

  it('comes near the plan on a long log too, where few of the problems are worth their minutes', () => {
    const { reached, max } = optimalityGapOf(logOf({ count: 420, days: 30, minutes: 45, second: true }));
    expect(reached).toBeGreaterThan(0);
    expect(max).toBeGreaterThanOrEqual(reached);
    expect(reached / max).toBeGreaterThan(0.6);
  });
});
