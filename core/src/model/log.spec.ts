import * as fc from 'fast-check';
import { daysAgo, makeInterview, makeLog, makeProblem, makeSitting, newId, now } from '../testing/make';
import { catalogue } from './catalogue';
import { sharesOf } from './interview';
import { byProblem, noRecords, offeredTechniques, regrouped, techniquesById, techniquesOf } from './log';
import { defaultSettings, minutesOn, targetFor } from './settings';
import { findTechnique, resolveTechnique, techniqueIdFrom } from './technique';
import { addDays, clockOf, dayOf, daysBetween, instantAt, isDay, weekdayOf } from './time';
import { RecordError, TimeError } from '../errors';

describe('the log', () => {
  it('takes the newest revision of a sitting and leaves tombstones out', () => {
    const problem = makeProblem();
    const first = makeSitting(problem.id, { minutes: 20 });
    const corrected = { ...first, revision: newId(), minutes: 30 };
    const removed = makeSitting(problem.id);
    const tombstone = { ...removed, revision: newId(), deleted: true };
    const log = makeLog({ problems: [problem], sittings: [corrected, first, removed, tombstone] });
    expect(log.sittings).toEqual([corrected]);
  });

  it('groups by problem what was grouped before as if it never had been', () => {
    const [one, other] = [makeProblem().id, makeProblem().id];
    const sittings = Array.from({ length: 12 }, (_, index) => makeSitting(index % 3 === 0 ? one : other));
    const some = fc.shuffledSubarray(sittings);
    fc.assert(
      fc.property(some, some, (before, after) => {
        expect(regrouped(byProblem(before), before, after)).toEqual(byProblem(after));
      }),
      { numRuns: 300 },
    );
    const groups = byProblem(sittings);
    expect(regrouped(groups, sittings, [...sittings])).toBe(groups);
    expect(regrouped(groups, sittings, [...sittings, makeSitting(one)]).get(other)).toBe(groups.get(other));
  });

  it('leaves sittings of removed problems out and orders the rest by time', () => {
    const kept = makeProblem();
    const gone = makeProblem({ deleted: true });
    const late = makeSitting(kept.id, { startedAt: daysAgo(1) });
    const early = makeSitting(kept.id, { startedAt: daysAgo(5) });
    const log = makeLog({ problems: [kept, gone], sittings: [late, early, makeSitting(gone.id)] });
    expect(log.sittings).toEqual([early, late]);
  });

  it('lays changed techniques over the shipped ones and follows merges without going in circles', () => {
    const [heap, greedy] = ['heap', 'greedy'].map((id) => catalogue.find((it) => it.id === id));
    if (!heap || !greedy) throw new RecordError('The catalogue lost a technique.', []);
    const mergedHeap = { ...heap, revision: newId(), mergedInto: 'greedy' };
    const log = makeLog({ techniques: [mergedHeap, { ...greedy, revision: newId(), mergedInto: 'heap' }] });
    expect(resolveTechnique('heap', techniquesById(log))).toBe('greedy');
    const oneWay = makeLog({ techniques: [mergedHeap] });
    expect(offeredTechniques(oneWay.techniques)).toHaveSize(catalogue.length - 1);
    expect(techniquesOf(makeProblem({ techniques: ['heap', 'greedy'] }), techniquesById(oneWay))).toEqual(['greedy']);
    expect(findTechnique('priority queue', oneWay.techniques)).toEqual({ kind: 'one', technique: greedy });
  });

  it('ships about forty techniques, every one with a cue, a cost and a pitfall', () => {
    expect(catalogue.length).toBeGreaterThanOrEqual(40);
    for (const { id, cues, costs, pitfalls, name } of catalogue) {
      expect(cues.length > 0 && costs !== '' && pitfalls.length > 0)
        .withContext(id)
        .toBeTrue();
      expect(findTechnique(name, catalogue))
        .withContext(name)
        .toEqual({ kind: 'one', technique: jasmine.objectContaining({ id }) });
    }
    expect(new Set(catalogue.map((it) => it.id)).size).toBe(catalogue.length);
  });

  it('turns names into ids', () => {
    expect(techniqueIdFrom('  Zwei Zeiger (Übung) ')).toBe('zwei-zeiger-ubung');
    expect(techniqueIdFrom('…')).toBe('');
  });
});

describe('interviews and minutes', () => {
  it('shares sum to one, by weight or by the usual mix', () => {
    const sum = (shares: ReadonlyMap<string, number>): number =>
      [...shares.values()].reduce((total, share) => total + share, 0);
    expect(sum(sharesOf('usual', catalogue))).toBeCloseTo(1, 10);
    expect([...sharesOf({ heap: 3, greedy: 1, graph: 0 }, catalogue)]).toEqual([
      ['heap', 0.75],
      ['greedy', 0.25],
    ]);
    expect(() => makeInterview(3, { mix: { heap: 0 } })).toThrow();
    expect(() => makeInterview(3, { zone: 'Skerry/North' })).toThrow();
  });

  it('an exception wins over the weekday, even a day off', () => {
    const settings = { ...defaultSettings, exceptions: { '2026-11-25': 0 } };
    expect([
      minutesOn('2026-11-24', settings),
      minutesOn('2026-11-25', settings),
      minutesOn('2026-11-28', settings),
    ]).toEqual([45, 0, 60]);
    expect([targetFor('hard', settings), targetFor(null, settings)]).toEqual([40, 25]);
    expect(noRecords.settings).toBeNull();
  });
});

describe('time', () => {
  it('knows the day and the clock of a zone', () => {
    expect(dayOf(now, 'Pacific/Auckland')).toBe('2026-11-25');
    expect(dayOf(now, 'America/Los_Angeles')).toBe('2026-11-24');
    expect(clockOf(now, 'Europe/Oslo')).toBe('19:00');
  });

  it('finds the instant of a local time on both sides of a clock change', () => {
    expect(instantAt('2026-10-24', '10:00', 'Europe/Oslo')).toBe('2026-10-24T08:00:00.000Z');
    expect(instantAt('2026-10-26', '10:00', 'Europe/Oslo')).toBe('2026-10-26T09:00:00.000Z');
    expect(() => instantAt('2026-02-30', '10:00', 'UTC')).toThrowError(TimeError);
  });

  it('counts days', () => {
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2);
    expect(weekdayOf('2026-11-24')).toBe('tue');
    expect([isDay('2026-02-29'), isDay('2028-02-29')]).toEqual([false, true]);
  });
});
