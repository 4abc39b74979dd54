import { addDays } from '@lernen/core/model';
import type { ReadinessPoint } from '@lernen/core/plan';
import { drawCurves } from './curve-drawing';

const curve = (days: number, from: number, to: number, interviewId = 'a'): ReadinessPoint[] =>
  Array.from({ length: days }, (_, day) => ({
    date: addDays('2026-11-24', day),
    interviewId,
    ifKept: from + ((to - from) * day) / Math.max(days - 1, 1),
    ifDropped: from,
  }));

describe('two curves laid over each other', () => {
  it('share one scale: the higher chance stands higher', () => {
    const { paths, levels } = drawCurves([curve(15, 0.5, 0.6), curve(15, 0.5, 0.7)], 600, 160);
    const lastY = (path: string | undefined): number => Number(path?.split(' ').at(-1));
    expect(lastY(paths[1])).toBeLessThan(lastY(paths[0]));
    const heights = levels.map(({ y }) => y);
    expect(heights).toEqual([...heights].sort((a, b) => b - a));
    expect(levels.every(({ text }) => /^\d+ %$/.test(text))).toBeTrue();
  });

  it('break a curve at the next interview, and reach as far as the longer one', () => {
    const two = [...curve(5, 0.4, 0.5), ...curve(10, 0.4, 0.5, 'b').slice(5)];
    const { paths } = drawCurves([two, curve(5, 0.4, 0.45)], 600, 160);
    expect(paths[0]?.match(/M/g)).toHaveSize(2);
    const lastX = (path: string | undefined): number => Number(path?.split(/[ML]/).at(-1)?.split(' ')[0]);
    expect(lastX(paths[0])).toBeCloseTo(592, 0);
    expect(lastX(paths[1])).toBeLessThan(330);
  });

  it('keep dates apart on a phone, and draw one day and nothing at all', () => {
    const { dates } = drawCurves([curve(90, 0.2, 0.9)], 320, 160);
    dates.slice(1).forEach(({ x }, index) => expect(x - (dates[index]?.x ?? 0)).toBeGreaterThan(63));
    expect(drawCurves([curve(1, 0.5, 0.5)], 320, 160).paths[0]).toMatch(/^M44\.0 \d/);
    expect(drawCurves([[]], 320, 160)).toEqual({ paths: [''], levels: [], dates: [] });
  });
});
