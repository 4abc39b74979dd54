import { type CellValue, columnTypeOf } from './column-types';
import type { Drawing } from './drawing';

/** Draws a cell. `above` is what stands above it; what differs is marked. */
export function drawCell(cell: CellValue, above: CellValue | null): Drawing {
  return columnTypeOf(cell.kind).draw(cell, above?.kind === cell.kind ? above : null);
}

/** What a cell says, in words and signs. */
export function cellWords(cell: CellValue): string {
  return columnTypeOf(cell.kind).words(cell);
}
