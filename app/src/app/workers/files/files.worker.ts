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
  archiveFrom,
  csvTables,
  failuresCsv,
  fallbackDayFor,
  formatArchive,
  guessMapping,
  guessRowsAre,
  importCsv,
  markdownFiles,
  mergeRecords,
  readArchive,
  readCsvSheet,
  recordsFromMarkdown,
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
import { LernenDatabase, type Profile } from '../../data/database';
import { Repository } from '../../data/repository';
import { carryErrors } from '../errors';
import { type ChosenFile, markdownIn } from './markdown-in';

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

/** What an import would do, without the records. */
export interface CsvPreview {
  readonly rows: readonly (Omit<CsvRow, 'sitting'> & { readonly sitting: Omit<CsvSitting, 'sitting'> | null })[];
  readonly failures: CsvImport['failures'];
  readonly newProblems: number;
  readonly newTechniques: readonly string[];
}

type Progress = (share: number) => void;

/** What a merge did, and the journal entry to undo it by; null when there was nothing to write. */
export interface Merged {
  readonly counts: Merge['counts'];
  readonly seq: number | null;
}

/** Reads and writes files beside the page. Ending the worker stops what it does; a transaction under way is rolled back. */
class FilesWorker {
  private repository: Repository | null = null;
  private sheet: CsvSheet | null = null;
  private prepared: CsvImport | null = null;

  async exportArchive(profile: Profile, now: Instant): Promise<string> {
    return formatArchive(archiveFrom(await this.open(profile).everything(), now));
  }

  async exportCsv(profile: Profile, zone: Zone): Promise<CsvTables> {
    const stored = await this.open(profile).everything();
    return csvTables({ ...logFrom(stored), entries: stored.entries }, zone);
  }

  /** Merges an archive in. */
  importArchive(profile: Profile, text: string, label: string, onProgress: Progress): Promise<Merged> {
    return this.merge(profile, readArchive(text), label, onProgress);
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
    if (isEmpty) return { counts: merge.counts, seq: null };
    const changes = { ...merge.write, ...(merge.settings ? { settings: merge.settings } : {}) };
    const seq = await this.open(profile).write(changes, label, { onProgress: reporting(onProgress) });
    return { counts: merge.counts, seq };
  }

  openCsv(text: string, now: Instant, zone: Zone): CsvGuess {
    const sheet = readCsvSheet(text);
    this.sheet = sheet;
    const mapping = guessMapping(sheet);
    const column = mapping.indexOf('date');
    const dateOrder = guessDateOrder(sheet.rows.map((cells) => cells[column] ?? ''));
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
    return {
      rows: prepared.rows.map(({ sitting, ...row }) => ({
        ...row,
        sitting: sitting && { day: sitting.day, isDayAssumed: sitting.isDayAssumed, minutes: sitting.minutes },
      })),
      failures: prepared.failures,
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
    return failuresCsv(this.openSheet(), this.prepared?.failures ?? []);
  }

  private openSheet(): CsvSheet {
    if (!this.sheet) throw new Error('No spreadsheet is open.');
    return this.sheet;
  }

  private open(profile: Profile): Repository {
    return (this.repository ??= new Repository(new LernenDatabase(profile)));
  }

  private async log(profile: Profile): Promise<Log> {
    const repository = this.open(profile);
    await repository.catchUp();
    return repository.log();
  }
}

export type FilesApi = Pick<
  FilesWorker,
  | 'exportArchive'
  | 'exportSheets'
  | 'exportCsv'
  | 'importArchive'
  | 'importSheets'
  | 'openCsv'
  | 'previewCsv'
  | 'applyCsv'
  | 'failedRows'
>;

/** A listener on the page answers with a promise, which nobody waits for: stopping ends the worker instead. */
function reporting(onProgress: Progress): (share: number) => boolean {
  return (share) => {
    onProgress(share);
    return true;
  };
}

carryErrors();
expose(new FilesWorker());
