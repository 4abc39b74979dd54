import { type Trace, type TraceColumn, ruleColumn } from '@lernen/core/model';

/** A trace's columns and the texts of its cells. */
export type Table = Pick<Trace, 'columns' | 'rows'>;

/** Changes to a trace's table, each giving a new one. */

export function withCell({ columns, rows }: Table, row: number, column: number, text: string): Table['rows'] {
  const width = columns.length;
  return Array.from({ length: Math.max(rows.length, row + 1) }, (_, index) => {
    const cells = filled(rows[index] ?? [], width);
    if (index === row) cells[column] = text;
    return cells;
  });
}

export function withRow({ columns, rows }: Table, at: number): Table['rows'] {
  return [...rows.slice(0, at), filled([], columns.length), ...rows.slice(at)];
}

export function withoutRow({ rows }: Table, at: number): Table['rows'] {
  return rows.filter((_, index) => index !== at);
}

export function withRowMoved({ rows }: Table, from: number, by: -1 | 1): Table['rows'] {
  const to = from + by;
  const [moved, other] = [rows[from], rows[to]];
  if (!moved || !other) return rows;
  return rows.map((row, index) => (index === from ? other : index === to ? moved : row));
}

export function withColumn({ columns, rows }: Table, column: TraceColumn): Table {
  return { columns: [...columns, column], rows: rows.map((row) => [...filled(row, columns.length), '']) };
}

export function withoutColumn({ columns, rows }: Table, at: number): Table {
  return {
    columns: columns.filter((_, index) => index !== at),
    rows: rows.map((row) => filled(row, columns.length).filter((_, index) => index !== at)),
  };
}

/**
 * Where Tab leads from a cell: to the next that can be written, in reading order, and below the last row where something
 * stands to a new one. Null where it leads out of the table.
 */
export function cellAfter(
  { columns, rows }: Table,
  { row, column }: { readonly row: number; readonly column: number },
  by: 1 | -1,
): { readonly row: number; readonly column: number } | null {
  const written = columns.flatMap(({ kind }, index) => (kind === ruleColumn ? [] : [index]));
  const [first] = written;
  const last = written.at(-1);
  if (first === undefined || last === undefined) return null;
  const next = by > 0 ? written.find((it) => it > column) : written.findLast((it) => it < column);
  if (next !== undefined) return { row, column: next };
  const to = row + by;
  const isBelow = to >= rows.length && (rows[row] ?? []).every((cell) => cell.trim() === '');
  return to < 0 || isBelow ? null : { row: to, column: by > 0 ? first : last };
}

/** Cells copied from a spreadsheet, laid over the table from a place on; it grows downwards, never to the right. */
export function withPasted(table: Table, row: number, column: number, text: string): Table['rows'] {
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
  return lines.reduce(
    (rows, line, index) =>
      line
        .split('\t')
        .slice(0, table.columns.length - column)
        .reduce(
          (known, cell, offset) =>
            withCell({ ...table, rows: known }, row + index, column + offset, cell.slice(0, 2000)),
          rows,
        ),
    table.rows,
  );
}

function filled(cells: readonly string[], width: number): string[] {
  return Array.from({ length: width }, (_, index) => cells[index] ?? '');
}
