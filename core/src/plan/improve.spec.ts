import fc from 'fast-check';
import { daysAgo, everyDay, makeInterview, makeLog, makeProblem, makeSitting, now } from '../testing/make';
import { estimateLog } from '../estimate/estimate';
import type { Log } from '../log/log';
import { defaultSettings } from '../log/settings';
import { Calendar } from './calendar';
import { CandidateMaker } from './candidate-maker';
import { type GreedyHelp, fillGreedily } from './greedy';
import { horizonDays, targetsOf } from './horizon';
import { improve } from './improve';
import { Outlook } from './outlook';
import type { PlanInput, PlannedKind } from './plan';
import { Schedule } from './schedule';
import { type Track, creditsOrNone, trackOf } from './track';

const help: GreedyHelp = { plannedBefore: () => new Map(), onProgress: () => true };
function logOf(count: number, days: number, minutes: number): Log {
  const techniques = ['heap', 'greedy', 'trie'];
  const problems = Array.from({ length: count }, (_, index) =>
    makeProblem({ techniques: [techniques[index % 3] ?? ''] }),
  );
  const sittings = problems.map((problem, index) =>
    makeSitting(problem.id, { minutes: 15 + 7 * (index % 5), startedAt: daysAgo(40 - index) }),
  );
  return makeLog({
    problems,
    sittings,
    interviews: [makeInterview(days, { mix: { heap: 3, greedy: 2, trie: 1 } })],
    settings: { ...defaultSettings, week: { ...everyDay(minutes), sun: 0 } },
  });
}

/** A schedule as the planner builds it, filled but not improved yet. */
function filled(log: Log): { schedule: Schedule; tracks: Track[] } {
  const input: PlanInput = { log, estimates: estimateLog(log, now), asOf: now, zone: 'UTC' };
  const targets = targetsOf(log, now, 'UTC');
  const dates = horizonDays(targets, '2026-11-24');
  const outlook = new Outlook(input.estimates, targets, 0.01);
  const left = dates.map((date) => (new Date(date).getUTCDay() === 0 ? 0 : log.settings.week.mon));
  const schedule = new Schedule(new Calendar(left, targets), outlook, targets);
  const maker = new CandidateMaker(input, targets, dates, new Map(), []);
  const tracks = [...maker.reviews(), ...maker.fresh()].map((candidate) => trackOf(candidate, targets));
  for (const { candidate, lent } of tracks)
    for (const { technique, share } of creditsOrNone(candidate)) outlook.addBaseline(technique, 0, lent, share);
  fillGreedily(tracks, schedule, help);
  return { schedule, tracks };
}

/** What all tracks together add, counted by taking them out one by one. */
function worthOf({ schedule, tracks }: { schedule: Schedule; tracks: readonly Track[] }): number {
  let worth = 0;
  const placed = tracks.flatMap((track) => track.placements.map((placement) => ({ track, placement })));
  for (const { track, placement } of placed) {
    const before = track.lent;
    schedule.takeOut(track, placement);
    worth += schedule.gainOf(track, before) * track.candidate.bonus;
  }
  for (const { track, placement } of placed.reverse()) schedule.put(track, placement);
  return worth;
}

const cases = fc.record({
  count: fc.integer({ min: 1, max: 9 }),
  days: fc.integer({ min: 1, max: 12 }),
  minutes: fc.integer({ min: 5, max: 45 }),
});

describe('the improvement of a plan', () => {
  it('never makes it worse, never goes over a day, and keeps reviews apart', () => {
    fc.assert(
      fc.property(cases, ({ count, days, minutes }) => {
        const made = filled(logOf(count, days, minutes));
        const before = worthOf(made);
        improve(made.tracks, made.schedule, help);
        expect(worthOf(made)).toBeGreaterThanOrEqual(before - 1e-6);
        const { calendar } = made.schedule;
        for (let day = 0; day < calendar.length; day++) {
          const used = calendar.itemsOn(day).reduce((sum, { placement }) => sum + placement.minutes, 0);
          expect(used).toBeLessThanOrEqual(calendar.minutesOn(day));
          expect(calendar.leftOn(day)).toBe(calendar.minutesOn(day) - used);
        }
        for (const { placements } of made.tracks)
          placements
            .slice(1)
            .forEach((placement, index) =>
              expect(placement.day - (placements[index]?.day ?? 0)).toBeGreaterThanOrEqual(calendar.leastGap),
            );
      }),
      { numRuns: 25, seed: 11 },
    );
  });

  it('gains where the first filling was short-sighted', () => {
    const gains = [8, 11, 14, 17, 21].map((minutes) => {
      const made = filled(logOf(7, 6, minutes));
      const before = worthOf(made);
      improve(made.tracks, made.schedule, help);
      return worthOf(made) / before;
    });
    expect(Math.max(...gains)).toBeGreaterThan(1.005);
  });

  it('leaves pinned items where they are', () => {
    const made = filled(logOf(6, 8, 20));
    const track = made.tracks.find(({ candidate, placements }) => candidate.memory !== null && placements.length === 0);
    const pinned = track ?? made.tracks[0];
    if (!pinned) throw new Error('no track');
    for (const placement of pinned.placements) made.schedule.takeOut(pinned, placement);
    for (const { track: other, placement } of [...made.schedule.calendar.itemsOn(2)])
      made.schedule.takeOut(other, placement);
    const spot = { day: 2, kind: 'spot', minutes: 3 } as const;
    made.schedule.put(pinned, spot, true);
    improve(made.tracks, made.schedule, help);
    expect(pinned.placements).toContain(spot);
  });

  it('stops when it is told to', () => {
    const made = filled(logOf(7, 6, 14));
    const before = made.tracks.map(({ placements }) => placements);
    improve(made.tracks, made.schedule, { ...help, onProgress: () => false });
    expect(made.tracks.map(({ placements }) => placements)).toEqual(before);
  });

  it('moves nothing of the plan before for a small gain', () => {
    const moved = (kinds: readonly PlannedKind[]): number => {
      const made = filled(logOf(7, 6, 14));
      const before = new Set(made.tracks.flatMap(({ placements }) => placements));
      improve(made.tracks, made.schedule, {
        ...help,
        plannedBefore: () => new Map(Array.from({ length: 7 }, (_, day) => [day, kinds])),
      });
      return [...before].filter((it) => !made.tracks.some(({ placements }) => placements.includes(it))).length;
    };
    expect(moved(['spot', 'sketch', 'rebuild', 'fresh'])).toBeLessThanOrEqual(moved([]));
  });
});
