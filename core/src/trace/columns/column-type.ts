import type { Drawing } from '../drawing';

/** What a column holds: how its cells are typed, drawn, told in words, and seen by a rule. */
export interface ColumnType<C> {
  /** How its cells are typed, in a line; docs/trace.md has all of it. */
  readonly hint: string;
  /** `before` is what stands above, which changes such as `+5` are made to. Calls `stopAt` where it cannot be read. */
  readonly read: (text: string, before: C | null) => C;
  /** `above` is what stands above it; what differs is marked. `span` is what the cells of its column reach over together. */
  readonly draw: (cell: C, above: C | null, span: Span | null) => Drawing;
  /** What a cell reaches over, for columns whose cells are drawn on one axis; null for an empty one. */
  readonly span?: (cell: C) => Span | null;
  readonly words: (cell: C) => string;
  /** What a rule sees: one word, or a list of them. */
  readonly value: (cell: C) => string | readonly string[];
}

/** From the lowest to the highest number of something. */
export interface Span {
  readonly low: number;
  readonly high: number;
}

/** What several reach over together; null for none. */
export function spanOf(spans: readonly (Span | null)[]): Span | null {
  return spans.reduce<Span | null>(
    (all, it) => (all && it ? { low: Math.min(all.low, it.low), high: Math.max(all.high, it.high) } : (all ?? it)),
    null,
  );
}

/**
 * Thrown by `stopAt` and caught by `readCell`: the first word that cannot be read. No Error: while a cell is being
 * written, hundreds below it may be unreadable, and to note where each was thrown takes ten times as long as to read it.
 */
export class Unreadable {
  constructor(
    readonly message: string,
    readonly at: number,
  ) {}
}

export function stopAt(at: number, message: string): never {
  // eslint-disable-next-line @typescript-eslint/only-throw-error -- see above
  throw new Unreadable(message, at);
}

export const longestList = 400;

export function limited(items: readonly string[], at: number): readonly string[] {
  if (items.length > longestList) stopAt(at, `up to ${longestList} items can be shown`);
  return items;
}

/** Without the dust of binary fractions. */
export function numberText(value: number): string {
  return String(Math.round(value * 1e9) / 1e9);
}
