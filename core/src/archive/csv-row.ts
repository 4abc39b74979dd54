import { type Cell, type DateOrder, readDateCell, readDifficultyCell } from '../model/cells';
import { type Difficulty, ProblemSchema, maxTitle } from '../model/problem';
import { slipsIn } from '../model/sitting';
import { type Id, IdSchema } from '../model/record';
import { type Day, type Instant, InstantSchema } from '../model/time';
import { type CsvField, type CsvMapping, leftOut } from './csv-columns';

/** A cell that cannot be read; its text goes into the note, and the rest of its row comes in. */
export interface CsvFault {
  readonly column: number;
  readonly heading: string;
  readonly text: string;
  readonly reason: string;
}

/** The cells of a row by what they mean, and what is wrong with them. */
export class RowCells {
  readonly faults: CsvFault[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly headings: readonly string[],
    private readonly mapping: CsvMapping,
    private readonly columns: ReadonlyMap<CsvField, number>,
    private readonly dateOrder: DateOrder,
  ) {}

  /** A cell as it stands; empty where there is no such column. */
  raw(field: CsvField): string {
    return this.cells[this.columns.get(field) ?? -1] ?? '';
  }

  text(field: CsvField): string {
    return this.raw(field).trim();
  }

  fault(field: CsvField, reason: string): void {
    const column = this.columns.get(field) ?? -1;
    this.faults.push({ column, heading: this.headings[column] ?? field, text: this.raw(field), reason });
  }

  /** What a reader makes of a cell; null where that is nothing, or not to be read. */
  read<T>(field: CsvField, reader: (text: string) => Cell<T>): T | null {
    const text = this.text(field);
    if (text === '') return null;
    const cell = reader(text);
    if ('value' in cell) return cell.value;
    this.fault(field, cell.reason);
    return null;
  }

  day(field: CsvField): Day | null {
    return this.read(field, (text) => readDateCell(text, this.dateOrder));
  }

  difficulty(): Difficulty | null {
    return this.read('difficulty', readDifficultyCell);
  }

  link(): string | null {
    return this.read('link', (text) =>
      ProblemSchema.shape.link.safeParse(text).success
        ? { value: text }
        : { reason: `“${shown(text)}” is not a web address` },
    );
  }

  id(field: CsvField): Id | null {
    return this.read(field, (text) =>
      IdSchema.safeParse(text).success ? { value: text } : { reason: `“${shown(text)}” is not an id of Lernen` },
    );
  }

  instant(field: CsvField): Instant | null {
    return this.read(field, (text) =>
      InstantSchema.safeParse(text).success
        ? { value: text }
        : { reason: `“${shown(text)}” is not a moment such as 2026-11-24T18:00:00.000Z` },
    );
  }

  /** One line of at most so many characters. */
  line(field: CsvField, max: number): string | null {
    return this.read(field, (text) =>
      text.length > max ? { reason: `has more than ${max} characters` } : { value: text.replace(/\s+/g, ' ') },
    );
  }

  /** The note, then every cell that has no place of its own or cannot be read, under its heading: nothing is lost. */
  note(hasPlace: (field: CsvField) => boolean, max: number): string {
    const faulty = new Set(this.faults.map(({ column }) => column));
    const unplaced = this.cells.flatMap((cell, column) => {
      const field = this.mapping[column] ?? null;
      const isPlaced = field !== null && (field === leftOut || hasPlace(field)) && !faulty.has(column);
      return isPlaced || cell.trim() === '' ? [] : [`${this.headings[column] ?? ''}: ${cell.trim()}`];
    });
    const unknownSlips = slipsIn(this.text('slips')).unknown;
    if (unknownSlips.length > 0) unplaced.push(`slips: ${unknownSlips.join(', ')}`);
    const own = this.raw('note');
    const note = [own, ...unplaced].filter((part) => part !== '').join('\n');
    if (note.length <= max) return note;
    this.fault('note', `has, with what else goes into it, more than ${max} characters`);
    return '';
  }
}

/** A cell may be megabytes long. */
export function shown(text: string): string {
  return text.length > 60 ? `${text.slice(0, 60)} …` : text;
}

/** The title of a row, and why it cannot be one; no reasons where it can. */
export function titleIn(row: RowCells): { readonly title: string; readonly reasons: readonly string[] } {
  const title = row.text('title').replace(/\s+/g, ' ');
  if (title === '') return { title, reasons: ['has no title'] };
  return { title, reasons: title.length > maxTitle ? [`has a title of more than ${maxTitle} characters`] : [] };
}
