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
const pad = 9;
export const boxHeight = 24;

export function drawWord(text: string): Drawing {
  return {
    width: Math.max(text.length * letter, letter),
    height: boxHeight,
    shapes: [{ shape: 'text', x: 0, y: 16.5, text, anchor: 'start', tone: 'item' }],
  };
}

export function box(text: string, x: number, y: number, width: number, tone: BoxTone, height = boxHeight): Shape[] {
  return [
    { shape: 'box', x, y, width, height, tone },
    { shape: 'text', x: x + width / 2, y: y + height / 2 + 4.5, text, anchor: 'middle', tone: 'item' },
  ];
}

/** Two possibilities, with an “or” between them. */
export function beside(left: Drawing, right: Drawing): Drawing {
  const gap = 34;
  const by = left.width + gap;
  const word: Shape = { shape: 'text', x: left.width + gap / 2, y: 16, text: 'or', anchor: 'middle', tone: 'small' };
  return {
    width: by + right.width,
    height: Math.max(left.height, right.height),
    shapes: [...left.shapes, word, ...right.shapes.map((shape) => moved(shape, by))],
  };
}

/** A shape further to the right. */
export function moved(shape: Shape, by: number): Shape {
  if (shape.shape === 'line') return { ...shape, points: shape.points.map(([x, y]) => [x + by, y] as const) };
  return { ...shape, x: shape.x + by };
}

export function boxWidth(items: readonly string[]): number {
  return Math.max(26, ...items.map((item) => item.length * letter + pad));
}
