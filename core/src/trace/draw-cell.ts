import { type CellValue, type GridCell, type Interval, type ListCell, type Marks, isListCell } from './cells';

/**
 * What a cell looks like, as plain shapes, so that the page and the exported picture draw the same. Lengths are in
 * pixels; letters are set in a fixed-width face of 13 px, 7.8 px wide.
 */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
}

export type Shape =
  | {
      readonly shape: 'box';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly tone: BoxTone;
    }
  | {
      readonly shape: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly anchor: 'start' | 'middle';
      readonly tone: TextTone;
    }
  | { readonly shape: 'line'; readonly points: readonly (readonly [number, number])[]; readonly tone: LineTone };

export type BoxTone = 'plain' | 'window' | 'changed' | 'here';
export type TextTone = 'item' | 'small';
export type LineTone = 'pointer' | 'edge' | 'bar' | 'changed-bar' | 'path';

const letter = 7.8;
const boxHeight = 24;
const pad = 9;

/** Draws a cell. `above` is what stands above it; what differs is marked. */
export function drawCell(cell: CellValue, above: CellValue | null): Drawing {
  switch (cell.kind) {
    case 'value':
      return drawWord(cell.text);
    case 'list':
    case 'text':
      return drawList(cell, isListCell(above) ? above : null);
    case 'stack':
    case 'queue':
    case 'set':
      return drawCollection(cell.kind, cell.items, above && 'items' in above ? above.items : null);
    case 'map':
      return drawMap(cell.entries, above?.kind === 'map' ? above.entries : null);
    case 'intervals':
      return drawIntervals(cell.intervals, above?.kind === 'intervals' ? above.intervals : null);
    case 'grid':
      return drawGrid(cell, above?.kind === 'grid' ? above : null);
  }
}

function drawWord(text: string): Drawing {
  return {
    width: Math.max(text.length * letter, letter),
    height: boxHeight,
    shapes: [{ shape: 'text', x: 0, y: 16.5, text, anchor: 'start', tone: 'item' }],
  };
}

function drawList(list: ListCell, above: ListCell | null): Drawing {
  const { items, pointers, windows } = list;
  const width = boxWidth(items);
  const shapes: Shape[] = items.flatMap((item, index) => {
    const isInWindow = windows.some(({ from, to }) => index >= from && index <= to);
    const isChanged = above !== null && above.items[index] !== item;
    return box(item, index * width, 0, width, isChanged ? 'changed' : isInWindow ? 'window' : 'plain');
  });
  const left = pointers.some(({ at }) => at < 0) ? width : 0;
  const at = (index: number): number => index * width;
  for (const place of new Set(pointers.map((pointer) => pointer.at))) {
    const names = pointers.filter((pointer) => pointer.at === place).map(({ name }) => name);
    shapes.push({
      shape: 'line',
      points: [
        [at(place) + 2, boxHeight + 2],
        [at(place) + width - 2, boxHeight + 2],
      ],
      tone: 'pointer',
    });
    shapes.push({
      shape: 'text',
      x: at(place) + width / 2,
      y: boxHeight + 14,
      text: names.join(','),
      anchor: 'middle',
      tone: 'small',
    });
  }
  for (const { name, from, to } of windows) {
    if (name === '' || to < from) continue;
    shapes.push({ shape: 'text', x: at(from) + 2, y: boxHeight + 14, text: name, anchor: 'start', tone: 'small' });
  }
  const hasMarks = hasAny(list) || (above !== null && hasAny(above));
  const right = pointers.some((pointer) => pointer.at >= items.length) ? width : 0;
  return shifted(
    { width: left + Math.max(items.length, 1) * width + right, height: boxHeight + (hasMarks ? 17 : 0), shapes },
    left,
  );
}

/** A stack is open at its right, where its top is; a queue at both ends; a set is closed. */
function drawCollection(
  kind: 'stack' | 'queue' | 'set',
  items: readonly string[],
  above: readonly string[] | null,
): Drawing {
  const width = boxWidth(items);
  const start = 5;
  const end = start + Math.max(items.length, 1) * width;
  const isNew = (item: string, index: number): boolean =>
    above !== null && (kind === 'stack' ? above[index] !== item : !above.includes(item));
  const shapes: Shape[] = items.flatMap((item, index) =>
    box(item, start + index * width, 0, width, isNew(item, index) ? 'changed' : 'plain'),
  );
  const edge = (x: number): Shape => ({
    shape: 'line',
    points: [
      [x, 0],
      [x, boxHeight],
    ],
    tone: 'edge',
  });
  if (kind === 'stack') shapes.push(edge(2));
  if (kind === 'set') shapes.push(edge(2), edge(end + 3));
  if (kind === 'queue') {
    const rail = (y: number): Shape => ({
      shape: 'line',
      points: [
        [0, y],
        [end + 5, y],
      ],
      tone: 'edge',
    });
    shapes.push(rail(0), rail(boxHeight));
  }
  return { width: end + 5, height: boxHeight, shapes };
}

function drawMap(
  entries: readonly (readonly [string, string])[],
  above: readonly (readonly [string, string])[] | null,
): Drawing {
  const known = new Map(above ?? []);
  const width = boxWidth(entries.flat());
  const shapes: Shape[] = entries.flatMap(([key, value], index) => [
    {
      shape: 'text' as const,
      x: index * width + width / 2,
      y: 11,
      text: key,
      anchor: 'middle' as const,
      tone: 'small' as const,
    },
    ...box(value, index * width, 15, width, above !== null && known.get(key) !== value ? 'changed' : 'plain'),
  ]);
  return { width: Math.max(entries.length, 1) * width, height: 15 + boxHeight, shapes };
}

const lineLength = 150;
const barGap = 8;

function drawIntervals(intervals: readonly Interval[], above: readonly Interval[] | null): Drawing {
  if (intervals.length === 0) return drawWord('none');
  const all = [...intervals, ...(above ?? [])];
  const [low, high] = [Math.min(...all.map(({ from }) => from)), Math.max(...all.map(({ to }) => to))];
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

function drawGrid({ rows, at, path }: GridCell, above: GridCell | null): Drawing {
  const width = Math.max(20, boxWidth(rows.flat()) - 6);
  const height = 20;
  const shapes: Shape[] = rows.flatMap((row, y) =>
    row.flatMap((item, x) => {
      const isHere = at?.row === y && at.column === x;
      const isChanged = above !== null && above.rows[y]?.[x] !== item;
      return box(item, x * width, y * height, width, isHere ? 'here' : isChanged ? 'changed' : 'plain', height);
    }),
  );
  if (path.length > 1) {
    const points = path.map(({ row, column }) => [(column + 0.5) * width, (row + 0.5) * height] as const);
    shapes.push({ shape: 'line', points, tone: 'path' });
  }
  return {
    width: Math.max(1, ...rows.map((row) => row.length)) * width,
    height: Math.max(rows.length, 1) * height,
    shapes,
  };
}

function box(text: string, x: number, y: number, width: number, tone: BoxTone, height = boxHeight): Shape[] {
  return [
    { shape: 'box', x, y, width, height, tone },
    { shape: 'text', x: x + width / 2, y: y + height / 2 + 4.5, text, anchor: 'middle', tone: 'item' },
  ];
}

function boxWidth(items: readonly string[]): number {
  return Math.max(26, ...items.map((item) => item.length * letter + pad));
}

function hasAny({ pointers, windows }: Marks): boolean {
  return pointers.length > 0 || windows.some(({ name }) => name !== '');
}

function shifted(drawing: Drawing, by: number): Drawing {
  if (by === 0) return drawing;
  const shapes = drawing.shapes.map((it): Shape => {
    if (it.shape === 'line') return { ...it, points: it.points.map(([x, y]) => [x + by, y] as const) };
    return { ...it, x: it.x + by };
  });
  return { ...drawing, shapes };
}
