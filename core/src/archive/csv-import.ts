import Papa from 'papaparse';
import { CsvError } from '../errors';
import { type Log, offeredTechniques } from '../log/log';
import { type Problem, ProblemSchema, titleKey } from '../log/problem';
import type { NewId } from '../log/record';
import { type Sitting, type Slip, SittingSchema, attemptsFrom, maxAttempts, slips } from '../log/sitting';
import { type Technique, TechniqueSchema, findTechnique, techniqueIdFrom } from '../log/technique';
import { type Day, type Instant, type Zone, addDays, dayOf, instantAt } from '../log/time';
import {
  type Cell,
  type DateOrder,
  readCountCell,
  readDateCell,
  readDifficultyCell,
  readHelpCell,
  readMinutesCell,
  readResultCell,
} from './csv-cells';

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

export interface CsvImportOptions {
  readonly mapping: CsvMapping;
  readonly dateOrder: DateOrder;
  /** The day given to rows without a date. */
  readonly fallbackDay: Day;
  readonly now: Instant;
  readonly zone: Zone;
  readonly newId: NewId;
  /** Called with the share of rows read; false stops and takes nothing. */
  readonly onProgress?: (share: number) => boolean;
}

/** A row that was understood. */
export interface CsvRow {
  readonly line: number;
  readonly title: string;
  readonly day: Day;
  readonly isDayAssumed: boolean;
  readonly isNewProblem: boolean;
  readonly minutes: number | null;
  readonly sitting: Sitting;
}

/** A row that was not, with its cells as they stood. */
export interface CsvFailure {
  readonly line: number;
  readonly cells: readonly string[];
  readonly reasons: readonly string[];
}

/** What an import would write. Nothing is written by making it. */
export interface CsvImport {
  readonly rows: readonly CsvRow[];
  readonly failures: readonly CsvFailure[];
  readonly problems: readonly Problem[];
  readonly sittings: readonly Sitting[];
  readonly techniques: readonly Technique[];
  readonly wasStopped: boolean;
}

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

/** Turns rows into records; rows that cannot be read are handed back with their reasons. */
export function importCsv(sheet: CsvSheet, log: Log, options: CsvImportOptions): CsvImport {
  return new CsvImporter(sheet, log, options).run();
}

/** The failed rows as a CSV of their own, with a last column that says why. */
export function failuresCsv(sheet: CsvSheet, failures: readonly CsvFailure[]): string {
  const rows = failures.map((failure) => [...failure.cells, failure.reasons.join('; ')]);
  return `${Papa.unparse([[...sheet.headings, 'not imported because'], ...rows], { newline: '\r\n' })}\r\n`;
}

class CsvImporter {
  private readonly columns: ReadonlyMap<CsvField, number>;
  private readonly problems = new Map<string, Problem>();
  private readonly known: ReadonlyMap<string, Problem>;
  private readonly added = new Map<string, Technique>();
  private readonly seen = new Map<string, string>();
  private readonly sat = new Set<string>();
  private readonly rows: CsvRow[] = [];
  private readonly failures: CsvFailure[] = [];

  constructor(
    private readonly sheet: CsvSheet,
    private readonly log: Log,
    private readonly options: CsvImportOptions,
  ) {
    this.columns = new Map(options.mapping.flatMap((field, column) => (field ? [[field, column] as const] : [])));
    this.known = new Map(log.problems.map((problem) => [titleKey(problem.title), problem]));
    const titles = new Map(log.problems.map((problem) => [problem.id, titleKey(problem.title)]));
    for (const sitting of log.sittings) {
      this.sat.add(sitting.problemId);
      const key = rowKey(titles.get(sitting.problemId) ?? '', dayOf(sitting.startedAt, options.zone), sitting.minutes);
      this.seen.set(key, 'is in the log already: same problem, day and minutes');
    }
  }

  run(): CsvImport {
    for (const [index, cells] of this.sheet.rows.entries()) {
      if (index % 100 === 0 && this.options.onProgress?.(index / this.sheet.rows.length) === false) {
        return { rows: [], failures: [], problems: [], sittings: [], techniques: [], wasStopped: true };
      }
      this.take(cells, this.sheet.lines[index] ?? index + 2);
    }
    return {
      rows: this.rows,
      failures: this.failures,
      problems: [...this.problems.values()],
      sittings: this.rows.map((row) => row.sitting),
      techniques: [...this.added.values()],
      wasStopped: false,
    };
  }

  private take(cells: readonly string[], line: number): void {
    const reasons: string[] = [];
    const read = <T>(cell: Cell<T>): T | null => {
      if ('value' in cell) return cell.value;
      reasons.push(cell.reason);
      return null;
    };
    const text = (field: CsvField): string => cells[this.columns.get(field) ?? -1]?.trim() ?? '';
    const title = text('title').replace(/\s+/g, ' ');
    if (title === '') reasons.push('has no title');
    if (title.length > 300) reasons.push('has a title of more than 300 characters');
    const today = dayOf(this.options.now, this.options.zone);
    const written = read(readDateCell(text('date'), this.options.dateOrder));
    const day = written ?? this.options.fallbackDay;
    if (written !== null && written > today) reasons.push(`“${text('date')}” is still to come`);
    const facts = {
      minutes: read(readMinutesCell(text('minutes'))),
      attempts: read(readCountCell(text('attempts'), maxAttempts)),
      result: read(readResultCell(text('result'))) ?? 'solved',
      help: read(readHelpCell(text('help'))) ?? 'none',
      felt: read(readCountCell(text('felt'), 5)),
      difficulty: read(readDifficultyCell(text('difficulty'))),
    };
    const link = text('link');
    if (link !== '' && !ProblemSchema.shape.link.safeParse(link).success)
      reasons.push(`“${link}” is not a web address`);
    const key = rowKey(titleKey(title), day, facts.minutes);
    const before = this.seen.get(key);
    if (before && reasons.length === 0) reasons.push(before);
    if (reasons.length > 0) {
      this.failures.push({ line, cells, reasons });
      return;
    }
    this.seen.set(key, `says the same as line ${line}: same problem, day and minutes`);
    const isNewProblem = !this.known.has(titleKey(title)) && !this.problems.has(titleKey(title));
    const problem = this.problemFor(title, facts.difficulty, text, day);
    const isFirst = !this.sat.has(problem.id);
    this.sat.add(problem.id);
    const sitting = SittingSchema.parse({
      id: this.options.newId(),
      revision: this.options.newId(),
      problemId: problem.id,
      kind: isFirst ? 'first-solve' : 'rebuild',
      startedAt: this.startOf(day, today),
      minutes: facts.minutes,
      attempts: attemptsFrom(facts.attempts ?? 0, facts.result),
      result: facts.result,
      help: facts.help,
      felt: facts.felt === 0 ? null : facts.felt,
      stated: { time: short(text('time cost'), 120), space: short(text('space cost'), 120) },
      slips: slipsFrom(text('slips')).known,
      language: short(text('language'), 40),
      note: this.noteFrom(cells, text),
    });
    this.rows.push({
      line,
      title: problem.title,
      day,
      isDayAssumed: written === null,
      isNewProblem,
      minutes: facts.minutes,
      sitting,
    });
  }

  private problemFor(
    title: string,
    difficulty: Problem['difficulty'],
    text: (field: CsvField) => string,
    day: Day,
  ): Problem {
    const key = titleKey(title);
    const known = this.known.get(key) ?? this.problems.get(key);
    if (known) return known;
    const { newId } = this.options;
    const problem = ProblemSchema.parse({
      id: newId(),
      revision: newId(),
      title,
      difficulty,
      techniques: [...new Set(this.techniquesFrom(text('techniques')))].slice(0, 12),
      cost: { time: short(text('time cost'), 120), space: short(text('space cost'), 120) },
      origin: short(text('origin'), 200),
      employer: short(text('employer'), 120),
      link: text('link') || null,
      createdAt: this.startOf(day, dayOf(this.options.now, this.options.zone)),
    });
    this.problems.set(key, problem);
    return problem;
  }

  private techniquesFrom(cell: string): string[] {
    return cell
      .split(/[,;/|\n]+/)
      .map((word) => word.trim().replace(/^#/, ''))
      .filter((word) => techniqueIdFrom(word) !== '')
      .map((word) => this.techniqueFrom(word.slice(0, 80)));
  }

  private techniqueFrom(word: string): string {
    const match = findTechnique(word, [...offeredTechniques(this.log.techniques), ...this.added.values()]);
    if (match.kind === 'one') return match.technique.id;
    const id = techniqueIdFrom(word);
    this.added.set(id, TechniqueSchema.parse({ id, revision: this.options.newId(), name: word, family: 'My own' }));
    return id;
  }

  /** The note, then every cell that has no place of its own, under its heading, so that nothing is lost. */
  private noteFrom(cells: readonly string[], text: (field: CsvField) => string): string {
    const unplaced = cells.flatMap((cell, column) => {
      const isPlaced = this.options.mapping[column] != null;
      return isPlaced || cell.trim() === '' ? [] : [`${this.sheet.headings[column]}: ${cell.trim()}`];
    });
    const unknownSlips = slipsFrom(text('slips')).unknown;
    if (unknownSlips.length > 0) unplaced.push(`slips: ${unknownSlips.join(', ')}`);
    return [text('note'), ...unplaced].filter((part) => part !== '').join('\n');
  }

  /** Noon of the day; a row of today must not lie in the future. */
  private startOf(day: Day, today: Day): Instant {
    return day >= today ? this.options.now : instantAt(day, '12:00', this.options.zone);
  }
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

function rowKey(title: string, day: Day, minutes: number | null): string {
  return `${title} ${day} ${minutes ?? ''}`;
}

function slipsFrom(cell: string): { known: Slip[]; unknown: string[] } {
  const words = cell
    .split(/[,;]+/)
    .map((word) => word.trim())
    .filter((word) => word !== '');
  const known: Slip[] = [];
  const unknown: string[] = [];
  for (const word of words) {
    const slip = slips.find((it) => it === techniqueIdFrom(word));
    if (slip) known.push(slip);
    else unknown.push(word);
  }
  return { known: [...new Set(known)], unknown };
}

function short(text: string, most: number): string | null {
  return text === '' ? null : text.slice(0, most);
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
