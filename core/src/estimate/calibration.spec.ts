import { daysAgo, makeLog, makeProblem, makeSitting, now } from '../testing/make';
import { estimateLog } from './estimate';
import { CalibrationTally, Trust, calibrationGroups, lossOf } from './calibration';

describe('calibration', () => {
  it('loses nothing by being right and sure, and ln 2 by not knowing', () => {
    expect(lossOf(1, true)).toBe(0);
    expect(lossOf(0.5, false)).toBeCloseTo(Math.LN2, 12);
    expect(lossOf(0, true)).toBeCloseTo(-Math.log(1e-6), 9);
  });

  it('counts predictions by class and month', () => {
    const tally = new CalibrationTally();
    tally.take(0.85, true, '2026-10-31T20:00:00Z');
    tally.take(0.81, false, '2026-11-01T20:00:00Z');
    tally.take(1, true, '2026-11-02T20:00:00Z');
    const { count, classes, months, calibrationError, baseLoss } = tally.summary();
    expect(count).toBe(3);
    expect(classes[8]).toEqual({ count: 2, predicted: jasmine.any(Number), came: 0.5 });
    expect(classes[8]?.predicted).toBeCloseTo(0.83, 10);
    expect(classes[9]).toEqual({ count: 1, predicted: 1, came: 1 });
    expect(months.map((it) => [it.month, it.count])).toEqual([
      ['2026-10', 1],
      ['2026-11', 2],
    ]);
    expect(calibrationError).toBeCloseTo(0.66 / 3, 10);
    expect(baseLoss).toBeCloseTo((Math.LN2 + lossOf(2 / 3, false) + lossOf(0.5, true)) / 3, 10);
  });

  it('takes thin classes together with their neighbours, and says how wide the share may be', () => {
    const grouped = (counts: readonly number[]): [number, number, number][] => {
      const tally = new CalibrationTally();
      counts.forEach((count, index) => {
        for (let i = 0; i < count; i++) tally.take(index / 10 + 0.05, i % 2 === 0, '2026-11-01T20:00:00Z');
      });
      return calibrationGroups(tally.summary()).map(({ from, to, count }) => [from, to, count]);
    };
    expect(grouped([2, 9, 0, 12, 0, 0, 0, 10, 3, 4])).toEqual([
      [0, 0.2, 11],
      [0.2, 0.4, 12],
      [0.4, 1, 17],
    ]);
    expect(grouped([0, 0, 4, 0, 0, 0, 0, 0, 0, 0])).toEqual([[0, 1, 4]]);
    expect(grouped([0, 0, 0, 0, 0, 0, 0, 0, 0, 0])).toEqual([]);
    const tally = new CalibrationTally();
    for (let i = 0; i < 10; i++) tally.take(0.75, i < 8, '2026-11-01T20:00:00Z');
    const [group] = calibrationGroups(tally.summary());
    // By hand: with z² = 1.6425 the middle is 0.88213 / 1.16425, and half the range 0.18173 / 1.16425.
    expect(group?.low).toBeCloseTo(0.6016, 3);
    expect(group?.high).toBeCloseTo(0.9138, 3);
    expect(group?.predicted).toBeCloseTo(0.75, 10);
  });

  it('foresees the sittings of a log before it takes them in', () => {
    const problems = Array.from({ length: 30 }, () => makeProblem());
    const sittings = problems.map((problem, index) =>
      makeSitting(problem.id, { minutes: 12, startedAt: daysAgo(60 - index) }),
    );
    const { calibration } = estimateLog(makeLog({ problems, sittings }), now);
    expect(calibration.count).toBe(30);
    expect(calibration.loss).toBeLessThan(Math.LN2);
    expect(calibration.classes.reduce((sum, it) => sum + it.count, 0)).toBe(30);
  });

  it('is empty for an empty log', () => {
    expect(estimateLog(makeLog({}), now).calibration).toEqual(
      jasmine.objectContaining({ count: 0, loss: 0, baseLoss: 0, months: [], calibrationError: 0 }),
    );
  });
});

describe('trust in the own quantities', () => {
  const trustAfter = (losses: readonly (readonly [number, number])[]): boolean => {
    const trust = new Trust();
    for (const [common, own] of losses) trust.take(common, own);
    return trust.isOwn;
  };

  it('needs forty sittings, and less lost over the last fifth of them', () => {
    const better = (count: number): [number, number][] => Array.from({ length: count }, () => [0.5, 0.4]);
    expect(trustAfter(better(39))).toBeFalse();
    expect(trustAfter(better(60))).toBeTrue();
    expect(trustAfter([...better(80), ...better(20).map(([a, b]): [number, number] => [b, a])])).toBeFalse();
  });

  it('is not given up over a single sitting', () => {
    const better = Array.from({ length: 60 }, (): [number, number] => [0.5, 0.4]);
    expect(trustAfter([...better, [0, 9]])).toBeTrue();
  });
});
