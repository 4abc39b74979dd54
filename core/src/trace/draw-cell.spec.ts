import fc from 'fast-check';
import type { CellValue } from './column-types';
import { drawCell, drawPossibilities, spanOfCells } from './draw-cell';
import type { Drawing, Shape } from './drawing';
import { readCell } from './read-cell';

type Kind = Parameters<typeof readCell>[0];

/** A cell, and the one that stands above it, from their notation. */
function cells(kind: Kind, ...texts: string[]): { cell: CellValue; above: CellValue | null } {
  let above: CellValue | null = null;
  let cell: CellValue | null = null;
  for (const text of texts) [above, cell] = [cell, readCell(kind, text, cell).cell];
  if (!cell) throw new Error(`nothing in “${texts.at(-1) ?? ''}”`);
  return { cell, above };
}

function draw(kind: Kind, ...texts: string[]): Drawing {
  const { cell, above } = cells(kind, ...texts);
  return drawCell(cell, above);
}

const boxes = ({ shapes }: Drawing, tone?: string): Extract<Shape, { shape: 'box' }>[] =>
  shapes.filter((it) => it.shape === 'box').filter((it) => tone === undefined || it.tone === tone);
const texts = ({ shapes }: Drawing, tone?: string): string[] =>
  shapes
    .filter((it) => it.shape === 'text')
    .filter((it) => tone === undefined || it.tone === tone)
    .map(({ text }) => text);

/** Every point of the shapes lies in the drawing, as far as letters can be counted. */
function expectInside({ width, height, shapes }: Drawing, what: string): void {
  for (const shape of shapes) {
    const points: (readonly [number, number])[] =
      shape.shape === 'line'
        ? [...shape.points]
        : shape.shape === 'box'
          ? [
              [shape.x, shape.y],
              [shape.x + shape.width, shape.y + shape.height],
            ]
          : [[shape.x, shape.y]];
    for (const [x, y] of points) {
      expect(Number.isFinite(x) && Number.isFinite(y))
        .withContext(what)
        .toBeTrue();
      expect(x).withContext(what).toBeGreaterThanOrEqual(-0.01);
      expect(x)
        .withContext(what)
        .toBeLessThanOrEqual(width + 0.01);
      expect(y).withContext(what).toBeGreaterThanOrEqual(-0.01);
      expect(y)
        .withContext(what)
        .toBeLessThanOrEqual(height + 0.01);
    }
  }
}

describe('the drawing of a cell', () => {
  it('of intervals is on the axis of its column', () => {
    const one = readCell('intervals', '2..4', null).cell;
    const all = [one, readCell('intervals', '0..10', null).cell];
    if (!one) throw new Error('no interval');
    const bar = (drawing: Drawing): readonly (readonly [number, number])[] =>
      drawing.shapes.flatMap((it) => (it.shape === 'line' && it.tone === 'bar' ? it.points : []));
    expect(bar(drawCell(one, null)).map(([x]) => x)).toEqual([8, 158]);
    expect(bar(drawCell(one, null, spanOfCells(all))).map(([x]) => x)).toEqual([38, 68]);
    expect(spanOfCells([readCell('list', '1 2', null).cell])).toBeNull();
  });

  it('of a tree and a graph marks where one is and what is new', () => {
    expect(boxes(draw('tree', '5 3 8 | 5', '+4'), 'changed').length).toBe(1);
    expect(boxes(draw('tree', '5 3 8 | 5 >3'), 'here').length).toBe(1);
    expect(boxes(draw('tree', '5 3 8 | 5 >3'), 'window').length).toBe(1);
    expect(texts(draw('graph', 'a>b:4 b-c'))).toEqual(['a', 'b', 'c', '4']);
    expect(texts(draw('tree', '='))).toEqual(['empty']);
  });

  it('of several possibilities has them beside each other', () => {
    const [left, right] = [readCell('stack', '5 2', null).cell, readCell('stack', '5', null).cell];
    if (!left || !right) throw new Error('no stack');
    const both = drawPossibilities([left, right], null);
    expect(both.width).toBe(drawCell(left, null).width + 34 + drawCell(right, null).width);
    expectInside(both, 'both');
  });

  it('of a value is the value', () => {
    expect(texts(draw('value', '42'))).toEqual(['42']);
    expect(boxes(draw('value', '42'))).toEqual([]);
  });

  it('of a list has a box for every item, side by side, with names under the places that are pointed at', () => {
    const drawing = draw('list', '5 12 4 | i:0 j:2 k:2');
    expect(texts(drawing, 'item')).toEqual(['5', '12', '4']);
    expect(texts(drawing, 'small').sort()).toEqual(['i', 'j,k']);
    const [first, second, third] = boxes(drawing);
    expect(second?.x).toBe((first?.x ?? 0) + (first?.width ?? 0));
    expect(third?.x).toBe((second?.x ?? 0) + (second?.width ?? 0));
    expect(drawing.height).toBeGreaterThan(draw('list', '5 12 4').height);
  });

  it('of a list marks the window, and what changed against the row above', () => {
    const windowed = draw('list', '5 2 4 7 | 1..2');
    expect(boxes(windowed, 'window').map(({ x }) => x)).toEqual(
      boxes(windowed)
        .slice(1, 3)
        .map(({ x }) => x),
    );
    const changed = draw('list', '5 2 4', '5 9 4');
    expect(boxes(changed, 'changed')).toHaveSize(1);
    expect(boxes(changed, 'changed')[0]?.x).toBe(boxes(changed)[1]?.x);
    expect(boxes(draw('list', '5 2 4'), 'changed')).toEqual([]);
  });

  it('of a list has room for pointers just outside of it', () => {
    const [outside, inside] = [draw('list', '5 2 4 | i:0 j:3', '| i:-1'), draw('list', '5 2 4 | i:0 j:2')];
    expect(outside.width).toBeGreaterThan(inside.width);
    expectInside(outside, 'pointers outside');
  });

  it('tells a stack, a queue and a set by their edges', () => {
    const edges = (kind: Kind): number => draw(kind, '5 2').shapes.filter((it) => it.shape === 'line').length;
    expect([edges('stack'), edges('queue'), edges('set')]).toEqual([1, 2, 2]);
    const upright = draw('stack', '5 2').shapes.find((it) => it.shape === 'line')?.points ?? [];
    expect(upright[0]?.[0]).toBe(upright[1]?.[0] ?? NaN);
    const level = draw('queue', '5 2').shapes.find((it) => it.shape === 'line')?.points ?? [];
    expect(level[0]?.[1]).toBe(level[1]?.[1] ?? NaN);
  });

  it('of a stack marks what was put on it, of a set what is new in it', () => {
    expect(boxes(draw('stack', '5 2', '+7'), 'changed')).toHaveSize(1);
    expect(boxes(draw('stack', '5 2', '-'), 'changed')).toEqual([]);
    expect(boxes(draw('set', '5 2', '+7'), 'changed')).toHaveSize(1);
  });

  it('of a map has every key over its value', () => {
    const drawing = draw('map', 'a:2 b:5', 'a:2 b:6');
    expect(texts(drawing, 'small')).toEqual(['a', 'b']);
    expect(texts(drawing, 'item')).toEqual(['2', '6']);
    expect(boxes(drawing, 'changed')).toHaveSize(1);
  });

  it('of intervals has bars to one scale, of a grid a box for every cell', () => {
    const bars = draw('intervals', '1..4 2..8').shapes.filter((it) => it.shape === 'line' && /bar/.test(it.tone));
    expect(bars).toHaveSize(2);
    const lengths = bars.map((it) => (it.shape === 'line' ? (it.points[1]?.[0] ?? 0) - (it.points[0]?.[0] ?? 0) : 0));
    expect((lengths[1] ?? 0) / (lengths[0] ?? 1)).toBeCloseTo(2, 1);
    expect(boxes(draw('grid', '1 2 / 3 4 / 5 6'))).toHaveSize(6);
  });

  it('is the same every time, and nothing of it lies outside', () => {
    const notations: readonly (readonly [Kind, fc.Arbitrary<string>])[] = [
      ['value', fc.string({ minLength: 1, maxLength: 12 }).map((it) => it.trim() || '7')],
      [
        'list',
        fc.tuple(fc.array(fc.integer({ min: -99, max: 9999 }), { minLength: 1, maxLength: 9 }), fc.nat(3)).map(marked),
      ],
      ['stack', words()],
      ['queue', words()],
      ['set', words()],
      ['map', fc.array(fc.tuple(fc.constantFrom('a', 'bb', 'ccc'), fc.nat(99)), { maxLength: 4 }).map(mapped)],
      ['intervals', fc.array(fc.tuple(fc.integer({ min: -20, max: 20 }), fc.nat(30)), { maxLength: 5 }).map(spans)],
      ['grid', fc.array(fc.array(fc.nat(9), { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 4 }).map(grid)],
    ];
    let drawn = 0;
    for (const [kind, notation] of notations)
      fc.assert(
        fc.property(notation, notation, (before, text) => {
          const above = readCell(kind, before, null).cell;
          const { cell } = readCell(kind, text, null);
          if (!cell) return;
          drawn++;
          const drawing = drawCell(cell, above);
          expect(drawing).toEqual(drawCell(cell, above));
          expect(drawing.width).toBeGreaterThan(0);
          expectInside(drawing, `${kind}: ${text}`);
        }),
        { numRuns: 60 },
      );
    expect(drawn).toBeGreaterThan(300);
  });
});

function words(): fc.Arbitrary<string> {
  return fc
    .array(fc.integer({ min: -9, max: 999 }), { minLength: 1, maxLength: 6 })
    .map((some) => `= ${some.join(' ')}`);
}

function marked([items, at]: [readonly number[], number]): string {
  const place = Math.min(at, items.length - 1);
  return `${items.join(' ')} | i:${place} ${place}..${items.length - 1}`;
}

function mapped(entries: readonly (readonly [string, number])[]): string {
  return entries.map(([key, value]) => `${key}:${value}`).join(' ');
}

function spans(some: readonly (readonly [number, number])[]): string {
  return some.map(([from, length]) => `${from}..${from + length}`).join(' ');
}

function grid(rows: readonly (readonly number[])[]): string {
  return rows.map((row) => row.join(' ')).join(' / ');
}
