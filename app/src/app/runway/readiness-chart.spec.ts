import { addDays } from '@lernen/core/model';
import type { ReadinessPoint } from '@lernen/core/plan';
import { readinessChart, scaleOf } from './readiness-chart';

const curve = (days: number, from: number, to: number, interviewId = 'a'): ReadinessPoint[] =>
  Array.from({ length: days }, (_, day) => ({
    date: addDays('2026-11-24', day),
    interviewId,
    ifKept: from + ((to - from) * day) / Math.max(days - 1, 1),
    ifDropped: from,
  }));
const colours = { ink: '', second: '', line: '', sea: '', lamp: '', risk: '' };

describe('two curves of readiness over each other', () => {
  it('share a scale that holds both, and never make a leap of half a point', () => {
    expect(scaleOf([0.52, 0.61]).min).toBeCloseTo(0.5);
    expect(scaleOf([0.52, 0.61]).max).toBeCloseTo(0.65);
    const { min, max } = scaleOf([0.5, 0.505]);
    expect(max - min).toBeGreaterThan(0.099);
    expect(scaleOf([0, 0.01]).min).toBe(0);
    expect(scaleOf([1, 0.99]).max).toBe(1);
  });

  it('break where one interview is over and the next is prepared', () => {
    const two = [...curve(5, 0.4, 0.5), ...curve(10, 0.4, 0.5, 'b').slice(5)];
    const { series } = readinessChart(two, curve(3, 0.4, 0.45))(colours);
    const [is, would] = series as { data: { x: number; y: number | null }[] }[];
    expect(is?.data.length).toBe(11);
    expect(is?.data.findIndex(({ y }) => y === null)).toBe(5);
    expect(would?.data.map(({ y }) => Number(y?.toFixed(6)))).toEqual([40, 42.5, 45]);
    expect(is?.data.map(({ x }) => x)).toEqual([...(is?.data ?? [])].map(({ x }) => x).sort((a, b) => a - b));
  });
});
