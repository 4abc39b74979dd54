import Papa from 'papaparse';
import { type Entry, singleEntry } from '../model/entry';
import { type Log, offeredTechniques } from '../model/log';
import { type Problem, ProblemSchema, maxTitle, titleKey } from '../model/problem';
import { type ProblemList, maxListTitle } from '../model/problem-list';
import type { NewId } from '../model/record';
import { withResult } from '../model/attempt';
import { type Sitting, type SittingFacts, type SittingFieldName, SittingSchema, slipsIn } from '../model/sitting';
import { type Technique, TechniqueSchema, findTechnique, techniqueIdFrom } from '../model/technique';
import { type Day, type Instant, type Zone, dayOf, instantAt } from '../model/time';
import { type Cell, type DateOrder, readDateCell, readDifficultyCell } from '../model/cells';
import { CsvLists } from './csv-lists';
import {
  type CsvField,
  type CsvMapping,
  type CsvRowsAre,
  type CsvSheet,
  problemColumns,
  sittingColumns,
} from './csv-sheet';

export interface CsvImportOptions {
  readonly mapping: CsvMapping;
  readonly dateOrder: DateOrder;
  /** The day given to rows without a date. */
  readonly fallbackDay: Day;
  /** Whether a row tells of a sitting, or of a problem for later. */
  readonly rowsAre: CsvRowsAre;
  /** The list for problems for later whose row names none; empty for no list. */
  readonly listTitle: string;
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
  readonly isNewProblem: boolean;
  /** Null for a problem for later. */
  readonly sitting: CsvSitting | null;
  /** The title of the list that it goes on; null for none. */
  readonly list: string | null;
}

export interface CsvSitting {
  readonly day: Day;
  readonly isDayAssumed: boolean;
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
  /** The notes of problems for later. */
  readonly entries: readonly Entry[];
  readonly sittings: readonly Sitting[];
  readonly lists: readonly ProblemList[];
  readonly techniques: readonly Technique[];
  readonly wasStopped: boolean;
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
  private readonly entries: Entry[] = [];
  private readonly lists: CsvLists;
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
    this.lists = new CsvLists(log.lists, options);
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
        return {
          rows: [],
          failures: [],
          problems: [],
          entries: [],
          sittings: [],
          lists: [],
          techniques: [],
          wasStopped: true,
        };
      }
      const line = this.sheet.lines[index] ?? index + 2;
      if (this.options.rowsAre === 'planned') this.takePlanned(cells, line);
      else this.takeSitting(cells, line);
    }
    return {
      rows: this.rows,
      failures: this.failures,
      problems: [...this.problems.values()],
      entries: this.entries,
      sittings: this.rows.flatMap((row) => row.sitting?.sitting ?? []),
      lists: this.lists.changed(),
      techniques: [...this.added.values()],
      wasStopped: false,
    };
  }

  /** A problem for later: one that is known is only put on the list. */
  private takePlanned(cells: readonly string[], line: number): void {
    const reasons: string[] = [];
    const text = this.textOf(cells);
    const title = this.titleFrom(text, reasons);
    const difficulty = valueIn(readDifficultyCell(text('difficulty')), reasons);
    this.checkLink(text('link'), reasons);
    const list = text('list').replace(/\s+/g, ' ').slice(0, maxListTitle) || this.options.listTitle.trim() || null;
    const until = valueIn(readDateCell(text('until'), this.options.dateOrder), reasons);
    const key = titleKey(title);
    const known = this.known.get(key) ?? this.problems.get(key) ?? null;
    const whyNot =
      list !== null ? this.lists.whyNot(list, known?.id ?? null) : known && 'is a problem that you have already';
    if (whyNot !== null) reasons.push(whyNot);
    if (reasons.length > 0) {
      this.failures.push({ line, cells, reasons });
      return;
    }
    const today = dayOf(this.options.now, this.options.zone);
    const problem = known ?? this.problemFor(title, difficulty, text, today);
    const note = this.noteFrom(cells, text);
    if (known === null && note !== '')
      this.entries.push(singleEntry('notes', problem.id, this.options.newId(), { text: note }));
    if (list !== null) this.lists.put(list, until, problem.id);
    this.rows.push({ line, title: problem.title, isNewProblem: known === null, sitting: null, list });
  }

  private textOf(cells: readonly string[]): (field: CsvField) => string {
    return (field) => cells[this.columns.get(field) ?? -1]?.trim() ?? '';
  }

  private titleFrom(text: (field: CsvField) => string, reasons: string[]): string {
    const title = text('title').replace(/\s+/g, ' ');
    if (title === '') reasons.push('has no title');
    if (title.length > maxTitle) reasons.push(`has a title of more than ${maxTitle} characters`);
    return title;
  }

  private checkLink(link: string, reasons: string[]): void {
    if (link !== '' && !ProblemSchema.shape.link.safeParse(link).success)
      reasons.push(`“${link}” is not a web address`);
  }

  private takeSitting(cells: readonly string[], line: number): void {
    const reasons: string[] = [];
    const read = <T>(cell: Cell<T>): T | null => valueIn(cell, reasons);
    const text = this.textOf(cells);
    const title = this.titleFrom(text, reasons);
    const today = dayOf(this.options.now, this.options.zone);
    const written = read(readDateCell(text('date'), this.options.dateOrder));
    const day = written ?? this.options.fallbackDay;
    if (written !== null && written > today) reasons.push(`“${text('date')}” is in the future`);
    const facts = this.factsFrom(text, reasons);
    const difficulty = read(readDifficultyCell(text('difficulty')));
    const minutes = facts.minutes ?? null;
    this.checkLink(text('link'), reasons);
    const key = rowKey(titleKey(title), day, minutes);
    const before = this.seen.get(key);
    if (before && reasons.length === 0) reasons.push(before);
    if (reasons.length > 0) {
      this.failures.push({ line, cells, reasons });
      return;
    }
    this.seen.set(key, `says the same as line ${line}: same problem, day and minutes`);
    const isNewProblem = !this.known.has(titleKey(title)) && !this.problems.has(titleKey(title));
    const problem = this.problemFor(title, difficulty, text, day);
    const result = facts.result ?? 'solved';
    const isFirst = !this.sat.has(problem.id);
    this.sat.add(problem.id);
    const sitting = SittingSchema.parse({
      id: this.options.newId(),
      revision: this.options.newId(),
      problemId: problem.id,
      kind: isFirst ? 'first-solve' : 'rebuild',
      startedAt: this.startOf(day, today),
      ...facts,
      result,
      attempts: withResult(facts.attempts ?? [], result),
      note: this.noteFrom(cells, text),
    });
    this.rows.push({
      line,
      title: problem.title,
      isNewProblem,
      sitting: { day, isDayAssumed: written === null, minutes, sitting },
      list: null,
    });
  }

  /** What the columns of the field table say of a sitting. */
  private factsFrom(text: (field: CsvField) => string, reasons: string[]): SittingFacts {
    const facts: Partial<Record<SittingFieldName, unknown>> = {};
    for (const { field, column } of sittingColumns) {
      const cell = text(column.heading);
      const value = cell === '' ? null : valueIn(column.read(cell, facts[field]), reasons);
      if (value !== null) facts[field] = value;
    }
    return facts as SittingFacts;
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
      const field = this.options.mapping[column];
      const isPlaced = field != null && this.hasPlace(field);
      return isPlaced || cell.trim() === '' ? [] : [`${this.sheet.headings[column]}: ${cell.trim()}`];
    });
    const unknownSlips = slipsIn(text('slips')).unknown;
    if (unknownSlips.length > 0) unplaced.push(`slips: ${unknownSlips.join(', ')}`);
    return [text('note'), ...unplaced].filter((part) => part !== '').join('\n');
  }

  /** How it went has no place at a problem for later, nor a list at a sitting: it goes into the note. */
  private hasPlace(field: CsvField): boolean {
    return this.options.rowsAre === 'planned' ? problemColumns.includes(field) : !listFields.includes(field);
  }

  /** Noon of the day; a row of today must not lie in the future. */
  private startOf(day: Day, today: Day): Instant {
    return day >= today ? this.options.now : instantAt(day, '12:00', this.options.zone);
  }
}

const listFields: readonly CsvField[] = ['list', 'until'];
function valueIn<T>(cell: Cell<T>, reasons: string[]): T | null {
  if ('value' in cell) return cell.value;
  reasons.push(cell.reason);
  return null;
}

function rowKey(title: string, day: Day, minutes: number | null): string {
  return `${title} ${day} ${minutes ?? ''}`;
}

function short(text: string, max: number): string | null {
  return text === '' ? null : text.slice(0, max);
}
