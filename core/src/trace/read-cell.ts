import { type CellValue, columnTypeOf } from './column-types';
import { Unreadable } from './columns/column-type';
import { isLoop } from './is-loop';

/** What in a notation cannot be read. */
export interface CellFault {
  readonly message: string;
  /** From which letter on, counted from 0. */
  readonly at: number;
}

export type CellReading =
  | { readonly cell: CellValue; readonly fault: null }
  | { readonly cell: null; readonly fault: CellFault };

/**
 * Reads the notation of a cell; docs/trace.md describes it. `before` is what stands above it, which changes such as `+5`
 * are made to. Never throws.
 */
export function readCell(kind: string, text: string, before: CellValue | null): CellReading {
  if (isLoop(text)) return { cell: null, fault: { message: 'a loop: Enter in this cell makes its rows', at: 0 } };
  const above = before?.kind === kind ? before : null;
  try {
    return { cell: columnTypeOf(kind).read(text, above), fault: null };
  } catch (error) {
    if (error instanceof Unreadable) return { cell: null, fault: { message: error.message, at: error.at } };
    throw error;
  }
}
