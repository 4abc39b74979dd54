/** What a cell of a trace means, once its notation is read and what it carries from the row above is filled in. */
export type CellValue =
  | { readonly kind: 'value'; readonly text: string }
  | ListCell
  /** Bottom first. */
  | { readonly kind: 'stack'; readonly items: readonly string[] }
  /** Front first. */
  | { readonly kind: 'queue'; readonly items: readonly string[] }
  | { readonly kind: 'set'; readonly items: readonly string[] }
  | { readonly kind: 'map'; readonly entries: readonly (readonly [key: string, value: string])[] }
  | { readonly kind: 'intervals'; readonly intervals: readonly Interval[] }
  | GridCell;

/** A list, or a text with its letters as items, with what points into it. */
export interface ListCell extends Marks {
  readonly kind: 'list' | 'text';
  readonly items: readonly string[];
}

export interface Marks {
  /** Index from 0; -1 and the length stand just outside. */
  readonly pointers: readonly { readonly name: string; readonly at: number }[];
  /** Both ends belong to it; the one without a name is the window. */
  readonly windows: readonly { readonly name: string; readonly from: number; readonly to: number }[];
}

export function isListCell(cell: CellValue | null | undefined): cell is ListCell {
  return cell?.kind === 'list' || cell?.kind === 'text';
}

export interface Interval {
  readonly from: number;
  readonly to: number;
}

export interface GridCell {
  readonly kind: 'grid';
  readonly rows: readonly (readonly string[])[];
  readonly at: Position | null;
  /** In the order in which it was walked. */
  readonly path: readonly Position[];
}

export interface Position {
  readonly row: number;
  readonly column: number;
}

/** What in a notation cannot be read. */
export interface CellFault {
  readonly message: string;
  /** From which letter on, counted from 0. */
  readonly at: number;
}

export type CellReading =
  | { readonly cell: CellValue; readonly fault: null }
  | { readonly cell: null; readonly fault: CellFault };
