import Papa from 'papaparse';
import { CsvError } from '../errors';
import { type Day, addDays } from '../model/time';
import { type DateOrder, readDateCell } from '../model/cells';
import type { CsvColumn } from '../model/field-table';
import { type SittingFieldName, sittingField, sittingFieldNames } from '../model/sitting';

/** A column of a sitting that a spreadsheet can fill, with its field. */
export interface SittingColumn {
  readonly field: SittingFieldName;
  readonly column: CsvColumn<unknown> & Required<Pick<CsvColumn<unknown>, 'read'>>;
}

export const sittingColumns: readonly SittingColumn[] = sittingFieldNames.flatMap((field) =>
  sittingField(field).csv.flatMap(({ read, ...column }) => (read ? [{ field, column: { ...column, read } }] : [])),
);

/** Columns of problem, day and list, with other headings that people give them. */
const ownColumns = {
  title: ['problem', 'name', 'question', 'task', 'exercise', 'aufgabe', 'titel'],
  date: ['day', 'when', 'solved on', 'datum', 'tag', 'fecha'],
  techniques: ['technique', 'pattern', 'topic', 'topics', 'tags', 'tag(s)', 'category', 'technik', 'thema'],
  difficulty: ['level', 'schwierigkeit', 'grade', 'stated difficulty'],
  origin: ['source', 'site', 'platform', 'book', 'contest', 'quelle'],
  employer: ['company', 'companies', 'firma'],
  link: ['url', 'address'],
  list: ['sheet', 'week', 'liste'],
  until: ['due', 'due date', 'deadline', 'bis'],
} as const satisfies Readonly<Record<string, readonly string[]>>;

/** What a column of a practice spreadsheet can mean: the heading of a column of ours. */
export type CsvField = string;

const headingWords: ReadonlyMap<CsvField, readonly string[]> = new Map<CsvField, readonly string[]>([
  ...Object.entries(ownColumns),
  ...sittingColumns.map(({ column }) => [column.heading, column.aliases ?? []] as const),
]);

export const csvFields: readonly CsvField[] = [...headingWords.keys()];

/** Columns that a problem for later has as well as a sitting. */
export const problemColumns: readonly CsvField[] = [
  ...Object.keys(ownColumns).filter((it) => it !== 'date'),
  'time cost',
  'space cost',
  'note',
];

/** For every column its meaning; null for a column that goes into the note, under its heading. */
export type CsvMapping = readonly (CsvField | null)[];

export interface CsvSheet {
  readonly headings: readonly string[];
  /** Cells, without the headings; every row as long as the headings. */
  readonly rows: readonly (readonly string[])[];
  /** Line of the file on which each row begins, counting from 1. */
  readonly lines: readonly number[];
}

/** What the rows of a spreadsheet tell of: sittings, or problems for later. */
export type CsvRowsAre = 'sittings' | 'planned';

/** Reads a CSV text: comma, semicolon, tab or bar, found by looking. @throws CsvError when there is no table in it. */
export function readCsvSheet(text: string): CsvSheet {
  const source = text.replace(/^\uFEFF/, '');
  if (source.trim() === '') throw new CsvError('This file is empty.');
  if (source.includes('\u0000')) throw new CsvError('This is not a text file. Save the spreadsheet as CSV first.');
  const parsed = Papa.parse<string[]>(source, { delimitersToGuess: [',', ';', '\t', '|'] });
  const quotes = parsed.errors.find((error) => error.type === 'Quotes');
  const records = parsed.data.map((cells, index) => ({ cells, index }));
  const [head, ...body] = records.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  if (!head || body.length === 0) throw new CsvError('This file has headings at most, but no rows below them.');
  if (quotes && body.length < 2) throw new CsvError(`A quote is never closed, from line ${(quotes.row ?? 0) + 1} on.`);
  const starts = lineStarts(parsed.data);
  const width = body.reduce((widest, { cells }) => Math.max(widest, cells.length), head.cells.length);
  const filled = (cells: readonly string[]): string[] =>
    Array.from({ length: width }, (_, column) => cells[column] ?? '');
  return {
    headings: filled(head.cells).map((heading, column) => heading.trim() || `column ${column + 1}`),
    rows: body.map(({ cells }) => filled(cells)),
    lines: body.map(({ index }) => starts[index] ?? index + 1),
  };
}

/** Guesses by heading what every column means; a meaning is given to one column only. */
export function guessMapping(sheet: CsvSheet): CsvMapping {
  const taken = new Set<CsvField>();
  return sheet.headings.map((heading) => {
    const wanted = heading
      .trim()
      .toLowerCase()
      .replace(/\s*[?!:*]+$/, '');
    const means = (it: CsvField): boolean => it === wanted || (headingWords.get(it) ?? []).includes(wanted);
    const field = csvFields.find((it) => !taken.has(it) && means(it)) ?? null;
    if (field) taken.add(field);
    return field;
  });
}

/** What the rows are where nobody says: without any word of how it went they are problems for later. */
export function guessRowsAre(mapping: CsvMapping): CsvRowsAre {
  const saysNothing = [...problemColumns, 'language'];
  return mapping.some((field) => field !== null && !saysNothing.includes(field)) ? 'sittings' : 'planned';
}

/** The earliest date of a column, or yesterday: what a row without a date is given unless the person says otherwise. */
export function fallbackDayFor(sheet: CsvSheet, mapping: CsvMapping, order: DateOrder, today: Day): Day {
  const column = mapping.indexOf('date');
  const days = sheet.rows.flatMap((cells) => {
    const cell = readDateCell(cells[column] ?? '', order);
    return 'value' in cell && cell.value !== null && cell.value <= today ? [cell.value] : [];
  });
  return days.sort()[0] ?? addDays(today, -1);
}

/** Line on which each record starts: a record with line breaks in its cells takes several. */
function lineStarts(records: readonly string[][]): number[] {
  let line = 1;
  return records.map((cells) => {
    const start = line;
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\n/g)?.length ?? 0), 0);
    return start;
  });
}
