import { type Day, type Interview, weekdayOf } from '@lernen/core/model';
import type { ReadinessPoint } from '@lernen/core/plan';
import { shortDay } from '../ui/dates';

/** What the runway shows of one day. Minutes; chances from 0 to 1. */
export interface RunwayColumn {
  readonly date: Day;
  readonly done: number;
  readonly planned: number;
  readonly budget: number;
  readonly isToday: boolean;
  readonly point: ReadinessPoint | null;
  readonly interviews: readonly Interview[];
}

/** The drawing of a runway, in pixels. */
export interface RunwayLayout {
  readonly step: number;
  readonly bar: number;
  readonly columns: readonly {
    readonly date: Day;
    readonly index: number;
    readonly x: number;
    readonly barX: number;
    readonly doneY: number;
    readonly doneHeight: number;
    readonly plannedY: number;
    readonly plannedHeight: number;
    readonly isToday: boolean;
    readonly startsWeek: boolean;
  }[];
  readonly lines: readonly { readonly kept: string; readonly dropped: string }[];
  readonly labels: readonly {
    readonly x: number;
    readonly text: string;
    readonly anchor: 'start' | 'middle' | 'end';
    readonly isToday: boolean;
  }[];
  readonly pennants: readonly {
    readonly id: string;
    readonly x: number;
    readonly path: string;
    readonly textX: number;
    readonly text: string;
    readonly anchor: 'start' | 'end';
  }[];
}

/** Room below the bars for the dates, and above them for the pennants. */
const foot = 16;
const head = 8;
/** Bars fill at most this share of the height, so that the lines stay readable above them. */
const tallest = 0.62;
const labelWidth = 56;
const pennantWidth = 50;

/** Lays out a runway: bars by minutes, readiness lines by chance, one pennant an interview. */
export function layOutRunway(columns: readonly RunwayColumn[], width: number, height: number): RunwayLayout {
  const step = width / Math.max(columns.length, 1);
  const base = height - foot;
  const max = Math.max(...columns.map((column) => Math.max(column.done + column.planned, column.budget)), 30);
  const scale = ((base - head) * tallest) / max;
  return {
    step,
    bar: Math.max(step * 0.56, 1),
    columns: columns.map((column, index) => {
      const doneHeight = column.done * scale;
      const plannedHeight = column.planned * scale;
      return {
        date: column.date,
        index,
        x: index * step,
        barX: index * step + step * 0.22,
        doneY: base - doneHeight,
        doneHeight,
        plannedY: base - doneHeight - plannedHeight,
        plannedHeight,
        isToday: column.isToday,
        startsWeek: weekdayOf(column.date) === 'mon',
      };
    }),
    lines: linesOf(columns, step, base),
    labels: labelsOf(columns, step, width),
    pennants: pennantsOf(columns, step, width),
  };
}

/** The lines spread over what they span, but small differences are not blown up beyond this. */
const minSpan = 0.15;
const margin = 5;

/** A line for each interview: readiness is for that one, so the lines of two are not joined. */
function linesOf(columns: readonly RunwayColumn[], step: number, base: number): { kept: string; dropped: string }[] {
  const chances = columns.flatMap(({ point }) => (point ? [point.ifKept, point.ifDropped] : []));
  const lowest = Math.min(...chances, 1 - minSpan);
  const span = Math.max(Math.max(...chances, 0) - lowest, minSpan);
  const groups = new Map<string, { kept: string[]; dropped: string[] }>();
  columns.forEach(({ point }, index) => {
    if (!point) return;
    const key = point.interviewId ?? '';
    const group = groups.get(key) ?? { kept: [], dropped: [] };
    groups.set(key, group);
    const at = (chance: number): string =>
      `${((index + 0.5) * step).toFixed(1)} ${(base - margin - ((chance - lowest) / span) * (base - head - 2 * margin)).toFixed(1)}`;
    group.kept.push(at(point.ifKept));
    group.dropped.push(at(point.ifDropped));
  });
  return [...groups.values()].map(({ kept, dropped }) => ({
    kept: `M${kept.join('L')}`,
    dropped: `M${dropped.join('L')}`,
  }));
}

/** Dates under today and the Mondays, as many as fit without touching. */
function labelsOf(columns: readonly RunwayColumn[], step: number, width: number): RunwayLayout['labels'] {
  const labels: { x: number; text: string; anchor: 'start' | 'middle' | 'end'; isToday: boolean }[] = [];
  const add = (index: number, text: string, isToday: boolean): void => {
    const x = (index + 0.5) * step;
    const anchor = x < labelWidth / 2 ? 'start' : x > width - labelWidth / 2 ? 'end' : 'middle';
    const shift = { start: labelWidth / 2, middle: 0, end: -labelWidth / 2 };
    if (labels.some((label) => Math.abs(label.x + shift[label.anchor] - x - shift[anchor]) < labelWidth)) return;
    labels.push({ x, text, anchor, isToday });
  };
  columns.forEach((column, index) => column.isToday && add(index, 'today', true));
  columns.forEach(
    (column, index) => (index === 0 || weekdayOf(column.date) === 'mon') && add(index, shortDay(column.date), false),
  );
  return labels;
}

function pennantsOf(columns: readonly RunwayColumn[], step: number, width: number): RunwayLayout['pennants'] {
  const ends: { from: number; to: number }[] = [];
  return columns.flatMap((column, index) => {
    const [interview] = column.interviews;
    if (!interview) return [];
    const x = (index + 0.5) * step;
    const flies = x + pennantWidth < width ? 1 : -1;
    const [from, to] = flies === 1 ? [x, x + pennantWidth] : [x - pennantWidth, x];
    const isCovered = ends.some((other) => from < other.to && to > other.from);
    ends.push({ from, to });
    const path = `M${x} 5h${flies * pennantWidth}l${-flies * 6} 7.5l${flies * 6} 7.5H${x}Z`;
    return [
      {
        id: interview.id,
        x,
        path: isCovered ? '' : path,
        textX: x + flies * 5,
        text: isCovered ? '' : shortDay(column.date),
        anchor: flies === 1 ? ('start' as const) : ('end' as const),
      },
    ];
  });
}
