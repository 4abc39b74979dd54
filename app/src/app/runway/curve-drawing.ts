import { type Day, daysBetween, weekdayOf } from '@lernen/core/model';
import type { ReadinessPoint } from '@lernen/core/plan';
import { shortDay } from '../ui/dates';

/** Readiness over days, drawn in pixels: one path a curve, with ticks for both axes. */
export interface CurveDrawing {
  readonly paths: readonly string[];
  readonly levels: readonly { readonly y: number; readonly text: string }[];
  readonly dates: readonly { readonly x: number; readonly text: string }[];
}

/** Room at the left for percentages, and below for dates. */
const left = 44;
const foot = 20;
const head = 6;
const minSpan = 0.1;
const dateWidth = 64;

/** Lays curves over each other on one scale; a curve is broken where it goes over to the next interview. */
export function drawCurves(
  curves: readonly (readonly ReadinessPoint[])[],
  width: number,
  height: number,
): CurveDrawing {
  const points = curves.flat();
  const [first] = points;
  if (!first) return { paths: curves.map(() => ''), levels: [], dates: [] };
  const days = Math.max(...points.map(({ date }) => daysBetween(first.date, date)), 1);
  const values = points.map(({ ifKept }) => ifKept);
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  const half = Math.max((Math.max(...values) - Math.min(...values)) / 2 + 0.02, minSpan / 2);
  const low = Math.max(Math.floor((middle - half) * 20) / 20, 0);
  const high = Math.min(Math.ceil((middle + half) * 20) / 20, 1);
  const xOf = (date: Day): number => left + (daysBetween(first.date, date) / days) * (width - left - 8);
  const yOf = (value: number): number => head + ((high - value) / (high - low)) * (height - head - foot);
  const step = high - low > 0.3 ? 0.1 : 0.05;
  const count = Math.round((high - low) / step);
  const dates: { x: number; text: string }[] = [];
  for (const { date } of curves.reduce((longest, it) => (it.length > longest.length ? it : longest), curves[0] ?? [])) {
    const x = xOf(date);
    const isFree = x - (dates.at(-1)?.x ?? -dateWidth) >= dateWidth && x < width - dateWidth / 2;
    if (isFree && (weekdayOf(date) === 'mon' || date === first.date)) dates.push({ x, text: shortDay(date) });
  }
  return {
    paths: curves.map((curve) => pathOf(curve, xOf, yOf)),
    levels: Array.from({ length: count + 1 }, (_, index) => {
      const value = low + index * step;
      return { y: yOf(value), text: `${Math.round(value * 100)} %` };
    }),
    dates,
  };
}

function pathOf(curve: readonly ReadinessPoint[], xOf: (date: Day) => number, yOf: (value: number) => number): string {
  return curve
    .map(({ date, interviewId, ifKept }, index) => {
      const isNew = index === 0 || curve[index - 1]?.interviewId !== interviewId;
      return `${isNew ? 'M' : 'L'}${xOf(date).toFixed(1)} ${yOf(ifKept).toFixed(1)}`;
    })
    .join('');
}
