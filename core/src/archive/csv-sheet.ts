import Papa from 'papaparse';
import { CsvError } from '../errors';
import { unguarded } from './csv-guard';

export interface CsvSheet {
  readonly headings: readonly string[];
  /** Cells, without the headings; every row as long as the headings. */
  readonly rows: readonly (readonly string[])[];
  /** Line of the file on which each row begins, counting from 1. */
  readonly lines: readonly number[];
}

/**
 * Reads a CSV text: comma, semicolon, tab or bar, whichever parts the headings, or named by a first line `sep=;`; line ends of any
 * kind, also mixed.
 * @throws CsvError when there is no table in it, or a quote is never closed.
 */
export function readCsvSheet(text: string): CsvSheet {
  const source = text.replace(/^\uFEFF/, '');
  if (source.trim() === '') throw new CsvError('This file is empty.');
  if (source.includes('\u0000')) throw new CsvError('This is not a text file. Save the spreadsheet as CSV first.');
  const named = /^"?sep=([^\r\n"])"?(?:\r\n|\r|\n)/i.exec(source);
  const table = evenLineEnds(named ? source.slice(named[0].length) : source);
  const parsed = Papa.parse<string[]>(table, { newline: '\n', delimiter: named?.[1] ?? delimiterOf(table) });
  const starts = lineStarts(parsed.data, named ? 2 : 1);
  const open = parsed.errors.find(({ code }) => code === 'MissingQuotes');
  if (open)
    throw new CsvError(
      `A quote is never closed, from line ${starts[open.row ?? 0] ?? 1} on. Close it there, or remove it; nothing was read.`,
    );
  const records = parsed.data.map((cells, index) => ({ cells, index }));
  const [head, ...body] = records.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  if (!head || body.length === 0) throw new CsvError('This file has headings at most, but no rows below them.');
  const width = body.reduce((widest, { cells }) => Math.max(widest, cells.length), head.cells.length);
  const filled = (cells: readonly string[]): string[] =>
    Array.from({ length: width }, (_, column) => unguarded(cells[column] ?? ''));
  return {
    headings: filled(head.cells).map((heading, column) => heading.trim() || `column ${column + 1}`),
    rows: body.map(({ cells }) => filled(cells)),
    lines: body.map(({ index }) => starts[index] ?? index + 1),
  };
}

/** What parts the headings, which hold no prose: of comma, semicolon, tab and bar the one that stands there most often. */
function delimiterOf(table: string): string {
  const [headings = ''] = /^(?:"[^"]*"|[^"\n])*/.exec(table.trimStart()) ?? [];
  const plain = headings.replace(/"[^"]*"/g, '');
  const counted = [',', ';', '\t', '|'].map((sign) => ({ sign, count: plain.split(sign).length - 1 }));
  return counted.reduce((best, it) => (it.count > best.count ? it : best)).sign;
}

/** One kind of line end between rows; what stands between quotes stays as it is. */
function evenLineEnds(source: string): string {
  return source.replace(/"[^"]*"|\r\n?/g, (part) => (part.startsWith('"') ? part : '\n'));
}

/** Line on which each record starts: a record with line breaks in its cells takes several. */
function lineStarts(records: readonly string[][], first: number): number[] {
  let line = first;
  return records.map((cells) => {
    const start = line;
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n?|\n/g)?.length ?? 0), 0);
    return start;
  });
}
