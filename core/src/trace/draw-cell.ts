import { type CellValue, columnTypeOf } from './column-types';
import { type Span, spanOf } from './columns/column-type';
import { type Drawing, beside } from './drawing';
import type { TraceCell } from './read-trace';

export type { Span };

/**
 * Draws a cell. `above` is what stands above it; what differs is marked. `span` is that of its column, for those that are
 * drawn on one axis.
 */
export function drawCell(cell: CellValue, above: CellValue | null, span: Span | null = null): Drawing {
  return columnTypeOf(cell.kind).draw(cell, above?.kind === cell.kind ? above : null, span);
}

/** A cell with all its possibilities beside each other, what goes on first. */
export function drawPossibilities(
  cells: readonly [CellValue, ...CellValue[]],
  above: CellValue | null,
  span: Span | null = null,
): Drawing {
  return cells.map((cell) => drawCell(cell, above, span)).reduce(beside);
}

/** The cells of a column, whatever its rows say in them. */
export function cellsOfColumn(rows: readonly (readonly TraceCell[])[], column: number): CellValue[] {
  return rows.flatMap((row) => [...(row[column]?.cell ? [row[column].cell] : []), ...(row[column]?.others ?? [])]);
}

/** What the cells of a column reach over together; null where they are drawn on no axis. */
export function spanOfCells(cells: readonly (CellValue | null)[]): Span | null {
  return spanOf(cells.map((cell) => (cell ? (columnTypeOf(cell.kind).span?.(cell) ?? null) : null)));
}

/** What a cell says, in words and signs. */
export function cellWords(cell: CellValue): string {
  return columnTypeOf(cell.kind).words(cell);
}
