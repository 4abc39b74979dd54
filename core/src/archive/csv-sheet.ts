import Papa from 'papaparse';
import { CsvError } from '../errors';
import { type Day, addDays } from '../model/time';
import { type DateOrder, readDateCell } from './csv-cells';

/** What a column of a practice spreadsheet can mean. */
export const csvFields = [
  'title',
  'date',
  'techniques',
  'difficulty',
  'minutes',
  'attempts',
  'result',
  'help',
  'time cost',
  'space cost',
  'slips',
  'felt',
  'origin',
  'employer',
  'link',
  'language',
  'note',
  'list',
  'until',
] as const;
export type CsvField = (typeof csvFields)[number];

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
  const width = Math.max(head.cells.length, ...body.map(({ cells }) => cells.length));
  const filled = (cells: readonly string[]): string[] =>
    Array.from({ length: width }, (_, column) => cells[column] ?? '');
  return {
    headings: filled(head.cells).map((heading, column) => heading.trim() || `column ${column + 1}`),
    rows: body.map(({ cells }) => filled(cells)),
    lines: body.map(({ index }) => starts[index] ?? index + 1),
  };
}

const headingWords: Readonly<Record<CsvField, readonly string[]>> = {
  title: ['title', 'problem', 'name', 'question', 'task', 'exercise', 'aufgabe', 'titel'],
  date: ['date', 'day', 'when', 'solved on', 'datum', 'tag', 'fecha'],
  techniques: [
    'technique',
    'techniques',
    'pattern',
    'topic',
    'topics',
    'tags',
    'tag(s)',
    'category',
    'technik',
    'thema',
  ],
  difficulty: ['difficulty', 'level', 'schwierigkeit', 'grade', 'stated difficulty'],
  minutes: [
    'minutes',
    'min',
    'mins',
    'time',
    'time taken',
    'duration',
    'solve time',
    'time (min)',
    'dauer',
    'zeit',
    'minuten',
  ],
  attempts: ['attempts', 'tries', 'submissions', 'versuche', '# attempts'],
  result: ['result', 'solved', 'status', 'outcome', 'done', 'ergebnis', 'gelöst'],
  help: ['help', 'hint', 'hints', 'assistance', 'hilfe', 'looked at solution'],
  'time cost': ['time cost', 'time complexity', 'complexity', 'big o', 'big-o', 'runtime', 'laufzeit'],
  'space cost': ['space cost', 'space complexity', 'space', 'memory', 'speicher'],
  slips: ['slips', 'slip', 'mistake', 'mistakes', 'error', 'fehler'],
  felt: ['felt', 'felt difficulty', 'feeling', 'perceived', 'gefühlt'],
  origin: ['origin', 'source', 'site', 'platform', 'book', 'contest', 'quelle'],
  employer: ['employer', 'company', 'companies', 'firma'],
  link: ['link', 'url', 'address'],
  language: ['language', 'lang', 'sprache'],
  note: ['note', 'notes', 'comment', 'comments', 'remarks', 'lesson', 'notiz', 'notizen', 'bemerkung'],
  list: ['list', 'sheet', 'week', 'liste'],
  until: ['until', 'due', 'due date', 'deadline', 'bis'],
};

/** Guesses by heading what every column means; a meaning is given to one column only. */
export function guessMapping(sheet: CsvSheet): CsvMapping {
  const taken = new Set<CsvField>();
  return sheet.headings.map((heading) => {
    const wanted = heading
      .trim()
      .toLowerCase()
      .replace(/\s*[?!:*]+$/, '');
    const field = csvFields.find((it) => !taken.has(it) && headingWords[it].includes(wanted)) ?? null;
    if (field) taken.add(field);
    return field;
  });
}

/** What the rows are where nobody says: without any word of how it went they are problems for later. */
export function guessRowsAre(mapping: CsvMapping): CsvRowsAre {
  const tells: readonly CsvField[] = ['date', 'minutes', 'attempts', 'result', 'help', 'felt', 'slips'];
  return mapping.some((field) => field !== null && tells.includes(field)) ? 'sittings' : 'planned';
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
