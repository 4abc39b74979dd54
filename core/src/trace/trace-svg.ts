import { at } from '../at';
import { type Trace, ruleColumn } from '../model/entry';
import { type Span, cellsOfColumn, drawCell, drawPossibilities, spanOfCells } from './draw-cell';
import type { Drawing, Shape } from './drawing';
import { type TraceCell, readTrace } from './read-trace';
import { ruleWord } from './rule-word';

const pad = 10;
const headHeight = 30;
const ink = '#1f2a30';
const inkSecond = '#56636b';
const boxFill = { plain: '#fbf9f4', window: '#d5e3e9', changed: '#f5e3c2', here: '#f0b04a' } as const;
const lineLook = {
  pointer: ['#c97b12', 3],
  edge: ['#56636b', 1.5],
  bar: ['#24556e', 4],
  'changed-bar': ['#c97b12', 4],
  path: ['#24556e', 2],
} as const;

/** A trace as a picture on its own: SVG with all colours inside, for light paper. */
export function traceSvg(trace: Pick<Trace, 'title' | 'columns' | 'rows'>): string {
  const { rows } = readTrace(trace);
  const spans = trace.columns.map((_, column) => spanOfCells(cellsOfColumn(rows, column)));
  const cells = rows.map((row) => row.map((cell, column) => drawingOf(cell, spans[column] ?? null)));
  const headings = trace.columns.map(({ name, rule, kind }) => name || (kind === ruleColumn ? rule : ''));
  const stepWidth = 44;
  const widths = trace.columns.map(
    (_, column) =>
      Math.max((headings[column] ?? '').length * 7.2, ...cells.map((row) => row[column]?.width ?? 0), 24) + 2 * pad,
  );
  const heights = cells.map((row) => Math.max(24, ...row.map(({ height }) => height)) + pad);
  const width = stepWidth + sum(widths);
  const height = headHeight + sum(heights);
  const parts = [
    `<rect width="${round(width)}" height="${round(height)}" fill="#f4f1ea"/>`,
    `<rect width="${round(width)}" height="${headHeight}" fill="#ece7db"/>`,
    text(pad, 20, 'step', inkSecond, 'start', 12),
  ];
  let x = stepWidth;
  widths.forEach((columnWidth, column) => {
    parts.push(text(x + pad, 20, headings[column] ?? '', inkSecond, 'start', 12));
    parts.push(`<path d="M${round(x)} 0V${round(height)}" stroke="#d9d2c3"/>`);
    x += columnWidth;
  });
  let y = headHeight;
  cells.forEach((row, index) => {
    parts.push(`<path d="M0 ${round(y)}H${round(width)}" stroke="#d9d2c3"/>`);
    parts.push(text(pad, y + 22, String(index + 1), inkSecond, 'start', 13));
    let left = stepWidth;
    row.forEach((drawing, column) => {
      const read = rows[index]?.[column];
      if (read?.isChanged)
        parts.push(
          `<rect x="${round(left + 1)}" y="${round(y + 1)}" width="${round(at(widths, column) - 1)}" height="${round(at(heights, index) - 1)}" fill="#f5e3c2" fill-opacity="0.45"/>`,
        );
      if (read?.rule?.outcome === 'breaks')
        parts.push(
          `<rect x="${round(left + 1)}" y="${round(y + 1)}" width="${round(at(widths, column) - 1)}" height="${round(at(heights, index) - 1)}" fill="#f2d8d2"/>`,
        );
      parts.push(
        `<g transform="translate(${round(left + pad)} ${round(y + pad / 2)})">${drawing.shapes.map(shapeText).join('')}</g>`,
      );
      left += at(widths, column);
    });
    y += at(heights, index);
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}" height="${round(height)}" viewBox="0 0 ${round(width)} ${round(height)}" font-family="IBM Plex Mono, ui-monospace, monospace"><title>${escaped(trace.title || 'Trace')}</title>${parts.join('')}</svg>\n`;
}

function drawingOf({ cell, others, above, rule }: TraceCell, span: Span | null): Drawing {
  if (rule) return drawCell({ kind: 'value', text: ruleWord(rule) }, null);
  return cell ? drawPossibilities([cell, ...others], above, span) : { width: 0, height: 0, shapes: [] };
}

function shapeText(shape: Shape): string {
  switch (shape.shape) {
    case 'box':
      return `<rect x="${round(shape.x)}" y="${round(shape.y)}" width="${round(shape.width)}" height="${round(shape.height)}" fill="${boxFill[shape.tone]}" stroke="#bfb8a8"/>`;
    case 'text':
      return text(
        shape.x,
        shape.y,
        shape.text,
        shape.tone === 'item' ? ink : inkSecond,
        shape.anchor,
        shape.tone === 'item' ? 13 : 10.5,
      );
    case 'line': {
      const [colour, width] = lineLook[shape.tone];
      return `<polyline points="${shape.points.map(([x, y]) => `${round(x)},${round(y)}`).join(' ')}" fill="none" stroke="${colour}" stroke-width="${width}"/>`;
    }
  }
}

function text(x: number, y: number, content: string, fill: string, anchor: 'start' | 'middle', size: number): string {
  return `<text x="${round(x)}" y="${round(y)}" fill="${fill}" font-size="${size}" text-anchor="${anchor}">${escaped(content)}</text>`;
}

function escaped(content: string): string {
  return content
    .replace(/[^\t\n\r\u{20}-\u{d7ff}\u{e000}-\u{fffd}\u{10000}-\u{10ffff}]/gu, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}
