import {
  type CsvImport,
  type CsvImportOptions,
  type CsvMapping,
  type CsvRow,
  type CsvRowsAre,
  type CsvSitting,
  type CsvSheet,
  type CsvTables,
  type Merge,
  type Restoration,
  type RestoreScope,
  archiveFrom,
  csvTables,
  failuresCsv,
  fallbackDayFor,
  formatArchive,
  guessMapping,
  guessRowsAre,
  importCsv,
  isNothingRestored,
  markdownFiles,
  mergeRecords,
  readCsvSheet,
  recordsFromMarkdown,
  restoration,
} from '@lernen/core/archive';
import {
  type DateOrder,
  type Instant,
  type Log,
  type StoredRecords,
  type Zone,
  dayOf,
  guessDateOrder,
  logFrom,
} from '@lernen/core/model';
import { expose } from 'comlink';
import { strToU8, zipSync } from 'fflate';
import { v7 as newId } from 'uuid';
import { sendBackup } from '../../data/backup-client';
import { LernenDatabase, type Profile } from '../../data/database';
import { Repository } from '../../data/repository';
import { nextTask } from '../../data/turns';
import { carryErrors } from '../errors';
import { showLife } from '../life';
import { archiveIn } from './archive-in';
import { type ChosenFile, markdownIn } from './markdown-in';
import { textOf } from './text-of';

export interface CsvGuess {
  readonly headings: readonly string[];
  readonly sample: readonly (readonly string[])[];
  readonly rowCount: number;
  readonly mapping: CsvMapping;
  readonly dateOrder: DateOrder;
  readonly fallbackDay: string;
  readonly rowsAre: CsvRowsAre;
}

export type CsvChoices = Pick<CsvImportOptions, 'mapping' | 'dateOrder' | 'fallbackDay' | 'rowsAre' | 'listTitle'>;

/** What an import would do, without the records, and with the first of each kind of row. */
export interface CsvPreview {
  readonly rowCount: number;
  readonly sittingCount: number;
  /** Rows without a date that can be read. */
  readonly undatedCount: number;
  readonly rows: readonly ShownRow[];
  /** Rows with cells that cannot be read and go into the note. */
  readonly faultyCount: number;
  readonly faulty: readonly ShownRow[];
  readonly refusedCount: number;
  readonly refused: CsvImport['failures'];
  readonly duplicateCount: number;
  readonly duplicates: CsvImport['duplicates'];
  readonly newProblems: number;
  readonly newTechniques: readonly string[];
}

export type ShownRow = Omit<CsvRow, 'sitting'> & { readonly sitting: Omit<CsvSitting, 'sitting'> | null };

/** Of each kind of row so many are shown. */
const shown = 12;
const mendable = 50;

type Progress = (share: number) => void;

/** What a merge did, and the journal entry to undo it by; null when there was nothing to write. */
export interface Merged {
  readonly counts: Merge['counts'];
  readonly clashes: Merge['clashes'];
  readonly seq: number | null;
}

/** What going back did, and the journal entry to undo it by; null when nothing was to be changed. */
export interface Restored {
  readonly counts: Restoration['counts'];
  readonly seq: number | null;
}

/** Reads and writes files beside the page. Ending the worker stops what it does; a transaction under way is rolled back. */
class FilesWorker {
  private repository: Repository | null = null;
  private sheet: (Omit<CsvSheet, 'rows'> & { readonly rows: string[][] }) | null = null;
  private prepared: CsvImport | null = null;

  async exportArchive(profile: Profile, now: Instant): Promise<string> {
    return formatArchive(archiveFrom(await this.open(profile).everything(), now));
  }

  /** Sends an archive to the server as a backup: megabytes of text that never cross the page. @throws ServerFailure */
  async backUp(profile: Profile, copy: string, now: Instant): Promise<void> {
    await sendBackup(copy, await this.exportArchive(profile, now));
  }

  async exportCsv(profile: Profile, zone: Zone): Promise<CsvTables> {
    const stored = await this.open(profile).everything();
    return csvTables({ ...logFrom(stored), entries: stored.entries }, zone);
  }

  /** Merges an archive in. */
  async importArchive(profile: Profile, file: Blob, label: string, onProgress: Progress): Promise<Merged> {
    return this.merge(profile, await archiveIn(file), label, onProgress);
  }

  /** What going back to an archive would change. */
  async previewRestore(profile: Profile, file: Blob): Promise<Restoration['counts'] | null> {
    const planned = restoration(await this.open(profile).everything(), await archiveIn(file), 'everything', newId);
    return isNothingRestored(planned) ? null : planned.counts;
  }

  /** Goes back to an archive, or brings only what was removed since back. @returns the journal entry to undo it by. */
  async restore(
    profile: Profile,
    file: Blob,
    scope: RestoreScope,
    label: string,
    onProgress: Progress,
  ): Promise<Restored> {
    const planned = restoration(await this.open(profile).everything(), await archiveIn(file), scope, newId);
    const { write, settings, counts } = planned;
    if (isNothingRestored(planned)) return { counts, seq: null };
    const changes = { ...write, ...(settings ? { settings } : {}) };
    return { counts, seq: await this.open(profile).write(changes, label, { onProgress: reporting(onProgress) }) };
  }

  /** A zip with a Markdown file for each problem and each list. */
  async exportSheets(profile: Profile): Promise<Uint8Array<ArrayBuffer>> {
    const files = markdownFiles(await this.open(profile).everything()).map(({ name, text }) => [name, strToU8(text)]);
    return new Uint8Array(zipSync(Object.fromEntries(files) as Record<string, Uint8Array>));
  }

  /** Merges sheets and lists in that are written in Markdown, zipped or not: all or, when one cannot be read, none. */
  async importSheets(
    profile: Profile,
    files: readonly ChosenFile[],
    label: string,
    onProgress: Progress,
  ): Promise<Merged> {
    return this.merge(profile, recordsFromMarkdown(markdownIn(files), newId), label, onProgress);
  }

  private async merge(profile: Profile, incoming: StoredRecords, label: string, onProgress: Progress): Promise<Merged> {
    const merge = mergeRecords(await this.open(profile).everything(), incoming);
    const isEmpty = Object.values(merge.write).every((records) => records.length === 0) && !merge.settings;
    const { counts, clashes } = merge;
    if (isEmpty) return { counts, clashes, seq: null };
    const changes = { ...merge.write, ...(merge.settings ? { settings: merge.settings } : {}) };
    const seq = await this.open(profile).write(changes, label, {
      onProgress: reporting(onProgress),
      keepsRevisions: true,
    });
    return { counts, clashes, seq };
  }

  /** Reads a spreadsheet and guesses what it means. */
  async openCsv(profile: Profile, bytes: Uint8Array, now: Instant, zone: Zone): Promise<CsvGuess> {
    const read = readCsvSheet(textOf(bytes));
    const sheet = { ...read, rows: read.rows.map((cells) => [...cells]) };
    this.sheet = sheet;
    const { techniques } = await this.log(profile);
    const mapping = guessMapping(sheet, techniques);
    const column = mapping.indexOf('date');
    const dateOrder = guessDateOrder(sheet.rows.slice(0, 10_000).map((cells) => cells[column] ?? ''));
    return {
      headings: sheet.headings,
      sample: sheet.rows.slice(0, 3),
      rowCount: sheet.rows.length,
      mapping,
      dateOrder,
      fallbackDay: fallbackDayFor(sheet, mapping, dateOrder, dayOf(now, zone)),
      rowsAre: guessRowsAre(mapping),
    };
  }

  /** Writes what the person mended into a cell. */
  mendCsv(index: number, column: number, text: string): void {
    const row = this.openSheet().rows[index];
    if (row) row[column] = text;
  }

  async previewCsv(
    profile: Profile,
    choices: CsvChoices,
    now: Instant,
    zone: Zone,
    onProgress: Progress,
  ): Promise<CsvPreview> {
    const log = await this.log(profile);
    const prepared = importCsv(this.openSheet(), log, {
      ...choices,
      now,
      zone,
      newId,
      onProgress: reporting(onProgress),
    });
    this.prepared = prepared;
    const { rows, failures, duplicates } = prepared;
    const faulty = rows.filter(({ faults }) => faults.length > 0);
    return {
      rowCount: rows.length,
      sittingCount: prepared.sittings.length,
      undatedCount: rows.filter(({ sitting }) => sitting?.isDayAssumed).length,
      rows: rows.slice(0, shown).map(shownRow),
      faultyCount: faulty.length,
      faulty: faulty.slice(0, mendable).map(shownRow),
      refusedCount: failures.length,
      refused: failures.slice(0, mendable),
      duplicateCount: duplicates.length,
      duplicates: duplicates.slice(0, shown),
      newProblems: prepared.problems.length,
      newTechniques: prepared.techniques.map((technique) => technique.name),
    };
  }

  /** Writes what the last preview showed. @returns the journal entry to undo it by. */
  async applyCsv(profile: Profile, label: string, onProgress: Progress): Promise<number> {
    if (!this.prepared) throw new Error('No spreadsheet was shown.');
    const { problems, entries, sittings, lists, techniques } = this.prepared;
    const changes = { problems, entries, sittings, lists, techniques };
    return this.open(profile).write(changes, label, { onProgress: reporting(onProgress) });
  }

  /** The rows of the last preview that could not be read, as a CSV with the reasons. */
  failedRows(): string {
    return failuresCsv(this.openSheet(), this.prepared ?? { rows: [], failures: [] });
  }

  private openSheet(): NonNullable<typeof this.sheet> {
    if (!this.sheet) throw new Error('No spreadsheet is open.');
    return this.sheet;
  }

  private open(profile: Profile): Repository {
    return (this.repository ??= new Repository(new LernenDatabase(profile)));
  }

  private async log(profile: Profile): Promise<Log> {
    const repository = this.open(profile);
    await repository.catchUp();
    // What is done with it takes long: the reading is to be over by then.
    await nextTask();
    return repository.log();
  }
}

export type FilesApi = Pick<
  FilesWorker,
  | 'exportArchive'
  | 'backUp'
  | 'exportSheets'
  | 'exportCsv'
  | 'importArchive'
  | 'previewRestore'
  | 'restore'
  | 'importSheets'
  | 'openCsv'
  | 'mendCsv'
  | 'previewCsv'
  | 'applyCsv'
  | 'failedRows'
>;

function shownRow({ sitting, ...row }: CsvRow): ShownRow {
  return {
    ...row,
    sitting: sitting && { day: sitting.day, isDayAssumed: sitting.isDayAssumed, minutes: sitting.minutes },
  };
}

/** A listener on the page answers with a promise, which nobody waits for: stopping ends the worker instead. */
function reporting(onProgress: Progress): (share: number) => boolean {
  return (share) => {
    onProgress(share);
    return true;
  };
}

carryErrors();
showLife();
expose(new FilesWorker());
