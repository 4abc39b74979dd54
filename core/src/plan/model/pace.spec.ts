import { makeLog, makeProblem, makeSitting } from '../../testing/make';
import type { Log } from '../../model/log';
import type { Sitting } from '../../model/sitting';
import { pacesOf } from './pace';

describe('the pace of a person', () => {
  const problem = makeProblem({ difficulty: 'medium' });
  const logOf = (sittings: readonly Partial<Sitting>[]): Log =>
    makeLog({ problems: [problem], sittings: sittings.map((part) => makeSitting(problem.id, part)) });
  const sketches = (minutes: readonly (number | null)[]): Partial<Sitting>[] =>
    minutes.map((it) => ({ kind: 'sketch', minutes: it }));

  it('is the median of minutes over target by kind, once there are five', () => {
    expect(pacesOf(logOf(sketches([4, 6, 6, 30]))).size).toBe(0);
    expect(pacesOf(logOf(sketches([4, 6, 6, 30, 5]))).get('sketch')).toBe(6 / 8);
    expect(pacesOf(logOf(sketches([4, 6, 6, 30, 5]))).get('rebuild')).toBeUndefined();
  });

  it('counts only sittings whose minutes are known, and the last ones of many', () => {
    expect(pacesOf(logOf(sketches([4, null, 6, null, 30, 5]))).size).toBe(0);
    const slowThenQuick = [...Array.from({ length: 60 }, () => 10), ...Array.from({ length: 40 }, () => 4)];
    expect(pacesOf(logOf(sketches(slowThenQuick))).get('sketch')).toBe(0.5);
  });

  it('keeps within a range, whatever was typed', () => {
    expect(pacesOf(logOf(sketches([900, 900, 900, 900, 900]))).get('sketch')).toBe(1.3);
    expect(pacesOf(logOf(sketches([0, 0, 0, 0, 0]))).get('sketch')).toBe(0.5);
  });

  it('stays as it was where a plan is followed, until it is off by more than a tenth', () => {
    const log = logOf(sketches([4, 6, 6, 30, 5]));
    expect(pacesOf(log, { sketch: 0.8, rebuild: 1 })).toEqual(new Map([['sketch', 0.8]]));
    expect(pacesOf(log, { sketch: 0.9 }).get('sketch')).toBe(6 / 8);
  });

  it('ignores sittings of problems that are gone', () => {
    const log = logOf(sketches([4, 4, 4, 4, 4]));
    expect(pacesOf({ ...log, problems: [] }).size).toBe(0);
  });
});
