import { type Drawing, type Shape, drawWord } from '../drawing';
import { tokensOf } from '../tokens';
import { type ColumnType, type Span, longestList, spanOf, stopAt } from './column-type';

export interface IntervalsCell {
  readonly kind: 'intervals';
  readonly intervals: readonly Interval[];
}

export interface Interval {
  readonly from: number;
  readonly to: number;
}

export const intervalsColumn: ColumnType<IntervalsCell> = {
  hint: '1..4 5..9, then +2..5 and -1..4',
  read: readIntervals,
  draw: (cell, above, span) =>
    drawIntervals(
      cell.intervals,
      above?.intervals ?? null,
      spanOf([span, spanOfCell(cell), above && spanOfCell(above)]),
    ),
  span: spanOfCell,
  words: ({ intervals }) =>
    intervals.length === 0 ? 'none' : intervals.map(({ from, to }) => `${from}–${to}`).join(' '),
  value: ({ intervals }) => intervals.map(({ from, to }) => `${from}..${to}`),
};

function readIntervals(text: string, before: IntervalsCell | null): IntervalsCell {
  const known = before?.intervals ?? [];
  const isOutright = /^\s*=/.test(text);
  const tokens = tokensOf(isOutright ? text.replace('=', ' ') : text);
  // `-3..5` begins below zero, unless just this interval, 3..5, stands above and can go.
  const isThere = (word: string): boolean => known.some(({ from, to }) => `-${from}..${to}` === word);
  const isChanging = !isOutright && tokens.every(({ text: word }) => word.startsWith('+') || isThere(word));
  const plain = tokens.find(({ text: word }) => !word.startsWith('+'));
  if (!isOutright && !isChanging && plain && tokens.some(({ text: word }) => word.startsWith('+')))
    stopAt(plain.at, 'either changes, +2..5 and -1..4 of what is there, or intervals as they are');
  let intervals: readonly Interval[] = isChanging ? known : [];
  for (const { text: word, at } of tokens) {
    const match = /^(-?\d+(?:\.\d+)?)\.\.(-?\d+(?:\.\d+)?)$/.exec(isChanging ? word.slice(1) : word);
    if (!match) stopAt(at, 'expected an interval such as 2..5');
    const [from, to] = [Number(match[1]), Number(match[2])];
    if (from > to) stopAt(at, `${from} is after ${to}`);
    intervals =
      isChanging && word.startsWith('-')
        ? intervals.filter((it) => it.from !== from || it.to !== to)
        : [...intervals, { from, to }];
  }
  if (intervals.length > longestList) stopAt(0, `up to ${longestList} intervals can be shown`);
  return { kind: 'intervals', intervals };
}

function spanOfCell({ intervals }: IntervalsCell): Span | null {
  return spanOf(intervals.map(({ from, to }) => ({ low: from, high: to })));
}

const lineLength = 150;
const barGap = 8;

/** On an axis over the whole span, which is that of the column: then a place is the same place in every row. */
function drawIntervals(intervals: readonly Interval[], above: readonly Interval[] | null, span: Span | null): Drawing {
  if (intervals.length === 0 || span === null) return drawWord('none');
  const { low, high } = span;
  const x = (value: number): number => 8 + (high === low ? 0.5 : (value - low) / (high - low)) * lineLength;
  const shapes: Shape[] = [];
  const lanes: number[] = [];
  for (const { from, to } of [...intervals].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const free = lanes.findIndex((end) => end < from);
    const lane = free < 0 ? lanes.length : free;
    lanes[lane] = to;
    const isNew = above !== null && !above.some((it) => it.from === from && it.to === to);
    const y = 5 + lane * barGap;
    shapes.push({
      shape: 'line',
      points: [
        [x(from) - (from === to ? 1 : 0), y],
        [x(to) + (from === to ? 1 : 0), y],
      ],
      tone: isNew ? 'changed-bar' : 'bar',
    });
  }
  const axis = 6 + lanes.length * barGap;
  const ticks = [...new Set(intervals.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  shapes.push({
    shape: 'line',
    points: [
      [4, axis],
      [lineLength + 12, axis],
    ],
    tone: 'edge',
  });
  let free = -Infinity;
  for (const tick of ticks) {
    const half = (String(tick).length * 6.4) / 2;
    if (x(tick) - half < free) continue;
    shapes.push({ shape: 'text', x: x(tick), y: axis + 12, text: String(tick), anchor: 'middle', tone: 'small' });
    free = x(tick) + half + 3;
  }
  return { width: lineLength + 16, height: axis + 15, shapes };
}
