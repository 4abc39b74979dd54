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
import { type Placement, lentAtTargets, withPlacement } from '../model/candidate';
import { OfferMaker } from './offers';
import { type Load, Prices } from './prices';
import { Planner } from '../planner';
import type { Track } from '../model/track';

/** Two interviews, each with three ends of the practice. */
const worth = [0.3, 0.5, 0.1, 0.2, 0.4, 0.1];

/** One problem sat some days ago, two interviews ahead, and nothing planned of it. */
function openTrack(days: number, minutes: number, age: number): { readonly track: Track; readonly planner: Planner } {
  const problem = makeProblem({ techniques: ['heap'] });
  const log: Log = makeLog({
    problems: [problem],
    sittings: [makeSitting(problem.id, { minutes: 30, startedAt: daysAgo(age) })],
    interviews: [makeInterview(Math.ceil(days / 2)), makeInterview(days)],
    settings: { ...defaultSettings, week: everyDay(minutes) },
  });
  const planner = new Planner({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' });
  const track = planner.tracks.find(({ candidate }) => candidate.problemId === problem.id);
  if (!track) throw new Error('no track');
  return { track: { ...track, placements: [], lent: [] }, planner };
}

const cases = fc.record({
  days: fc.integer({ min: 3, max: 60 }),
  minutes: fc.integer({ min: 5, max: 60 }),
  age: fc.integer({ min: 1, max: 90 }),
  prices: fc.array(fc.double({ min: 0, max: 0.01, noNaN: true }), { minLength: 130, maxLength: 130 }),
  wishes: fc.array(fc.record({ day: fc.nat(60), place: fc.nat(2) }), { maxLength: 10 }),
});

describe('what a track offers', () => {
  it('is never less than any sequence of its reviews gives, exactly or loosely', () => {
    fc.assert(
      fc.property(cases, ({ days, minutes, age, prices, wishes }) => {
        const { track, planner } = openTrack(days, minutes, age);
        const { calendar, targets } = planner.schedule;
        const { worked, kinds } = track.candidate;
        const { way } = planner.schedule;
        let sequence: readonly Placement[] = [];
        for (const { day, place } of wishes) {
          const kind = kinds[place % kinds.length];
          const isSpaced = planner.schedule.isSpaced({ ...track, placements: sequence }, day);
          if (
            kind &&
            isSpaced &&
            calendar.admits(day, kind.minutes) &&
            !calendar.isTooHeavy(day, kind.kind, track.candidate)
          )
            sequence = withPlacement(sequence, { day, ...kind });
        }
        const byDay = new Prices(prices.map((price, day) => (day < calendar.length ? price : 0)));
        const lent = lentAtTargets(worked, sequence, targets, way);
        const nothing = lentAtTargets(worked, [], targets, way);
        const gain = worth.reduce((sum, it, index) => sum + it * ((lent[index] ?? 0) - (nothing[index] ?? 0)), 0);
        const loads = sequence.map((it): Load => ({ minutes: it.minutes, days: [it.day] }));
        const made = new OfferMaker(planner.schedule, () => worth);
        const exact = byDay.best(made.exact(track)).worth;
        expect(exact).toBeGreaterThanOrEqual(byDay.worth({ gain, loads }) - 1e-12);
        expect(byDay.best(made.loose(track)).worth).toBeGreaterThanOrEqual(exact - 1e-12);
      }),
      { numRuns: 80, seed: 11 },
    );
  });

  it('is far less to look at loosely, and the same lists of days for tracks alike', () => {
    const { track, planner } = openTrack(30, 45, 20);
    const made = new OfferMaker(planner.schedule, () => worth);
    const [exact, loose] = [made.exact(track), made.loose(track)];
    expect(loose.length).toBeLessThan(exact.length);
    expect(made.loose(track)[0]?.loads[0]?.days).toBe(loose[0]?.loads[0]?.days ?? []);
  });

  it('is nothing where nothing is worth anything, and what was pinned however little it gives', () => {
    const { track, planner } = openTrack(20, 45, 20);
    expect(new OfferMaker(planner.schedule, () => worth.map(() => 0)).exact(track)).toEqual([]);
    const pin: Placement = { day: 2, kind: 'twist', minutes: 40 };
    const lent = lentAtTargets(track.candidate.worked, [pin], planner.schedule.targets, planner.schedule.way);
    const made = new OfferMaker(planner.schedule, () => worth);
    const offers = made.loose({ ...track, placements: [pin], lent });
    expect(offers[0]?.loads[0]).toEqual({ minutes: 40, days: [2] });
  });

  it('counts a long item against all of its day, which holds but one such', () => {
    const { track, planner } = openTrack(10, 30, 20);
    const { length } = planner.schedule.calendar;
    const rebuild = track.candidate.kinds.find(({ kind }) => kind === 'rebuild');
    const offers = new OfferMaker(planner.schedule, () => worth).exact(track);
    const alone = offers.find(({ loads }) => loads[0]?.minutes === rebuild?.minutes);
    expect(alone?.loads.map(({ days }) => days[0])).toEqual([
      alone?.loads[0]?.days[0] ?? -1,
      length + (alone?.loads[0]?.days[0] ?? -1),
    ]);
  });
});
