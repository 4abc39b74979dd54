import type { DateOrder } from '../model/cells';
import type { NewId } from '../model/record';
import type { Sitting } from '../model/sitting';
import type { Day, Instant, Zone } from '../model/time';
import type { CsvMapping, CsvRowsAre } from './csv-columns';
import type { CsvFault, RowCells } from './csv-row';

export interface CsvImportOptions {
  readonly mapping: CsvMapping;
  readonly dateOrder: DateOrder;
  /** The day given to rows without a date that can be read. */
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

/** A row that comes in. */
export interface CsvRow {
  /** Its place among the rows of the sheet, counting from 0. */
  readonly index: number;
  readonly line: number;
  readonly title: string;
  readonly isNewProblem: boolean;
  /** Null for a problem for later. */
  readonly sitting: CsvSitting | null;
  /** The title of the list that it goes on; null for none. */
  readonly list: string | null;
  /** Cells that could not be read and stand in the note instead. */
  readonly faults: readonly CsvFault[];
}

export interface CsvSitting {
  readonly day: Day;
  readonly isDayAssumed: boolean;
  readonly minutes: number | null;
  readonly sitting: Sitting;
}

/** A row that does not come in, with its cells as they stood. */
export interface CsvFailure {
  readonly index: number;
  readonly line: number;
  readonly cells: readonly string[];
  readonly reasons: readonly string[];
}

/** What became of a row: it comes in, is there already, or cannot come in. */
export type RowOutcome =
  | { readonly kind: 'row'; readonly row: Omit<CsvRow, 'index' | 'line' | 'faults'> }
  | { readonly kind: 'duplicate'; readonly reason: string }
  | { readonly kind: 'refused'; readonly reasons: readonly string[] };

/** Takes one row after the other. */
export type TakeRow = (cells: RowCells, line: number) => RowOutcome;
