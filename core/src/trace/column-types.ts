import { heapColumn, maxHeapColumn, multisetColumn, queueColumn, setColumn, stackColumn } from './columns/collection';
import type { ColumnType } from './columns/column-type';
import { graphColumn } from './columns/graph';
import { gridColumn } from './columns/grid';
import { intervalsColumn } from './columns/intervals';
import { type ListCell, listColumn, textColumn } from './columns/list';
import { mapColumn } from './columns/map';
import { treeColumn } from './columns/tree';
import { valueColumn } from './columns/value';

/** The kinds of columns of a trace, in the order in which they are offered. */
export const columnTypes = {
  value: valueColumn,
  list: listColumn,
  stack: stackColumn,
  queue: queueColumn,
  set: setColumn,
  multiset: multisetColumn,
  heap: heapColumn,
  'max-heap': maxHeapColumn,
  map: mapColumn,
  intervals: intervalsColumn,
  grid: gridColumn,
  tree: treeColumn,
  graph: graphColumn,
  text: textColumn,
} as const;
export type CellKind = keyof typeof columnTypes;

/** What a cell means, once its notation is read and what it carries from the row above is filled in. */
export type CellValue = { [K in CellKind]: (typeof columnTypes)[K] extends ColumnType<infer C> ? C : never }[CellKind];

/** Of a kind that this version does not know the cells are read as single words, and the kind is kept. */
export function columnTypeOf(kind: string): ColumnType<CellValue> {
  const known: Readonly<Record<string, unknown>> = columnTypes;
  return (Object.hasOwn(known, kind) ? known[kind] : valueColumn) as ColumnType<CellValue>;
}

export function isListCell(cell: CellValue | null | undefined): cell is ListCell {
  return cell?.kind === 'list' || cell?.kind === 'text';
}
