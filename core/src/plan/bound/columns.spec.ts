import fc from 'fast-check';
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
import { type Placement, transferredAtTargets, withPlacement } from '../model/candidate';
import { ColumnMaker } from './columns';
import { type Load, Prices } from './prices';
import { Planner } from '../planner';
import type { CandidateState } from '../model/candidate-state';

/** Two interviews, each with three ends of the practice. */
const worth = [0.3, 0.5, 0.1, 0.2, 0.4, 0.1];

/** One problem sat some days ago, two interviews ahead, and nothing planned of it. */
function openState(
  days: number,
  minutes: number,
  age: number,
): { readonly state: CandidateState; readonly planner: Planner } {
  const problem = makeProblem({ techniques: ['heap'] });
  const log: Log = makeLog({
    problems: [problem],
    sittings: [makeSitting(problem.id, { minutes: 30, startedAt: daysAgo(age) })],
    interviews: [makeInterview(Math.ceil(days / 2)), makeInterview(days)],
    settings: { ...defaultSettings, week: everyDay(minutes) },
  });
  const planner = new Planner({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' });
  const state = planner.states.find(({ candidate }) => candidate.problemId === problem.id);
  if (!state) throw new Error('no track');
  return { state: { ...state, placements: [], transferred: [] }, planner };
}

const cases = fc.record({
  days: fc.integer({ min: 3, max: 60 }),
  minutes: fc.integer({ min: 5, max: 60 }),
  age: fc.integer({ min: 1, max: 90 }),
  prices: fc.array(fc.double({ min: 0, max: 0.01, noNaN: true }), { minLength: 130, maxLength: 130 }),
  wishes: fc.array(fc.record({ day: fc.nat(60), index: fc.nat(2) }), { maxLength: 10 }),
});

describe('what a track offers', () => {
  it('is never less than any sequence of its reviews gives, exactly or loosely', () => {
    fc.assert(
      fc.property(cases, ({ days, minutes, age, prices, wishes }) => {
        const { state, planner } = openState(days, minutes, age);
        const { calendar, targets } = planner.schedule;
        const { worked, kinds } = state.candidate;
        const { way } = planner.schedule;
        let sequence: readonly Placement[] = [];
        for (const { day, index } of wishes) {
          const kind = kinds[index % kinds.length];
          const isSpaced = planner.schedule.isSpaced({ ...state, placements: sequence }, day);
          if (
            kind &&
            isSpaced &&
            calendar.admits(day, kind.minutes) &&
            !calendar.isTooHeavy(day, kind.kind, state.candidate)
          )
            sequence = withPlacement(sequence, { day, ...kind });
        }
        const byDay = new Prices(prices.map((price, day) => (day < calendar.length ? price : 0)));
        const transferred = transferredAtTargets(worked, sequence, targets, way);
        const nothing = transferredAtTargets(worked, [], targets, way);
        const gain = worth.reduce(
          (sum, it, index) => sum + it * ((transferred[index] ?? 0) - (nothing[index] ?? 0)),
          0,
        );
        const loads = sequence.map((it): Load => ({ minutes: it.minutes, days: [it.day] }));
        const made = new ColumnMaker(planner.schedule, () => worth);
        const exact = byDay.best(made.exact(state)).worth;
        expect(exact).toBeGreaterThanOrEqual(byDay.worth({ gain, loads }) - 1e-12);
        expect(byDay.best(made.loose(state)).worth).toBeGreaterThanOrEqual(exact - 1e-12);
      }),
      { numRuns: 80, seed: 11 },
    );
  });

  it('is far less to look at loosely, and the same lists of days for tracks alike', () => {
    const { state, planner } = openState(30, 45, 20);
    const made = new ColumnMaker(planner.schedule, () => worth);
    const [exact, loose] = [made.exact(state), made.loose(state)];
    expect(loose.length).toBeLessThan(exact.length);
    expect(made.loose(state)[0]?.loads[0]?.days).toBe(loose[0]?.loads[0]?.days ?? []);
  });

  it('is nothing where nothing is worth anything, and what was pinned however little it gives', () => {
    const { state, planner } = openState(20, 45, 20);
    expect(new ColumnMaker(planner.schedule, () => worth.map(() => 0)).exact(state)).toEqual([]);
    const pin: Placement = { day: 2, kind: 'twist', minutes: 40 };
    const transferred = transferredAtTargets(
      state.candidate.worked,
      [pin],
      planner.schedule.targets,
      planner.schedule.way,
    );
    const made = new ColumnMaker(planner.schedule, () => worth);
    const columns = made.loose({ ...state, placements: [pin], transferred });
    expect(columns[0]?.loads[0]).toEqual({ minutes: 40, days: [2] });
  });

  it('counts a long item against all of its day, which holds but one such', () => {
    const { state, planner } = openState(10, 30, 20);
    const { length } = planner.schedule.calendar;
    const rebuild = state.candidate.kinds.find(({ kind }) => kind === 'rebuild');
    const columns = new ColumnMaker(planner.schedule, () => worth).exact(state);
    const alone = columns.find(({ loads }) => loads[0]?.minutes === rebuild?.minutes);
    expect(alone?.loads.map(({ days }) => days[0])).toEqual([
      alone?.loads[0]?.days[0] ?? -1,
      length + (alone?.loads[0]?.days[0] ?? -1),
    ]);
  });
});
