import Papa from 'papaparse';
import type { Entry } from '../model/entry';
import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import type { ProblemList } from '../model/problem-list';
import type { Sitting } from '../model/sitting';
import type { Technique } from '../model/technique';
import { type Day, addDays } from '../model/time';
import { type DateOrder, isStopwatch } from '../model/cells';
import { type CsvMapping, earliestDay } from './csv-columns';
import { guardedCell } from './csv-guard';
import type { CsvFailure, CsvImportOptions, CsvRow } from './csv-outcome';
import { plannedRows } from './csv-planned';
import { CsvRecords } from './csv-records';
import { RowCells } from './csv-row';
import type { CsvSheet } from './csv-sheet';
import { sittingRows } from './csv-sittings';

/** What an import would write. Nothing is written by making it. */
export interface CsvImport {
  readonly rows: readonly CsvRow[];
  readonly failures: readonly CsvFailure[];
  /** Rows that say what the log, or an earlier row, says already. */
  readonly duplicates: readonly CsvFailure[];
  readonly problems: readonly Problem[];
  /** What stands on the sheets of new problems. */
  readonly entries: readonly Entry[];
  readonly sittings: readonly Sitting[];
  readonly lists: readonly ProblemList[];
  readonly techniques: readonly Technique[];
  readonly wasStopped: boolean;
}

const nothing: CsvImport = {
  rows: [],
  failures: [],
  duplicates: [],
  problems: [],
  entries: [],
  sittings: [],
  lists: [],
  techniques: [],
  wasStopped: true,
};

/**
 * Turns rows into records. A cell that cannot be read goes into the note and is named; only a row without a title, or one
 * that says what is known already, does not come in.
 */
export function importCsv(sheet: CsvSheet, log: Log, options: CsvImportOptions): CsvImport {
  const records = new CsvRecords(log, options);
  const take = (options.rowsAre === 'planned' ? plannedRows : sittingRows)(records, log, options);
  const columns = new Map(options.mapping.flatMap((field, column) => (field ? [[field, column] as const] : [])));
  const inMinutes = withStopwatchTimes(sheet, columns.get('minutes'));
  const rows: CsvRow[] = [];
  const failures: CsvFailure[] = [];
  const duplicates: CsvFailure[] = [];
  for (const [index, cells] of sheet.rows.entries()) {
    if (index % 100 === 0 && options.onProgress?.(index / sheet.rows.length) === false) return nothing;
    const line = sheet.lines[index] ?? index + 2;
    const row = new RowCells(inMinutes(cells), sheet.headings, options.mapping, columns, options.dateOrder);
    const outcome = take(row, line);
    if (outcome.kind === 'row') rows.push({ index, line, ...outcome.row, faults: row.faults });
    else if (outcome.kind === 'duplicate') duplicates.push({ index, line, cells, reasons: [outcome.reason] });
    else failures.push({ index, line, cells, reasons: outcome.reasons });
  }
  const { problems, entries, techniques, lists } = records;
  const sittings = rows.flatMap((row) => row.sitting?.sitting ?? []);
  return {
    rows,
    failures,
    duplicates,
    problems,
    entries,
    sittings,
    lists: lists.changed(),
    techniques,
    wasStopped: false,
  };
}

/** Where one time of a column is `19:30`, its `4:10` are minutes and seconds too. */
function withStopwatchTimes(
  sheet: CsvSheet,
  column: number | undefined,
): (cells: readonly string[]) => readonly string[] {
  const isOne = (cells: readonly string[]): boolean => column !== undefined && isStopwatch(cells[column] ?? '');
  if (!sheet.rows.some(isOne)) return (cells) => cells;
  return (cells) =>
    cells.map((cell, index) => (index === column ? cell.replace(/^\s*(?=\d{1,2}:\d{2}\s*$)/, '0:') : cell));
}

/** The day given to rows without a date unless the person says otherwise: the earliest of the column, or yesterday. */
export function fallbackDayFor(sheet: CsvSheet, mapping: CsvMapping, order: DateOrder, today: Day): Day {
  return earliestDay(sheet, mapping, order, today) ?? addDays(today, -1);
}

/** The rows that did not come in, or not whole, as a CSV of their own, with a last column that says why. */
export function failuresCsv(sheet: CsvSheet, made: Pick<CsvImport, 'failures' | 'rows'>): string {
  const refused = made.failures.map(({ line, cells, reasons }) => ({ line, cells, reasons }));
  const faulty = made.rows
    .filter(({ faults }) => faults.length > 0)
    .map(({ index, line, faults }) => ({
      line,
      cells: sheet.rows[index] ?? [],
      reasons: faults.map(({ heading, reason }) => `${heading}: ${reason}`),
    }));
  const rows = [...refused, ...faulty]
    .sort((a, b) => a.line - b.line)
    .map(({ cells, reasons }) => [...cells.map(guardedCell), reasons.join('; ')]);
  return `${Papa.unparse([[...sheet.headings, 'what cannot be read'], ...rows], { newline: '\r\n' })}\r\n`;
}
