import { Injectable, inject } from '@angular/core';
import type { CsvTables, RestoreScope } from '@lernen/core/archive';
import { type Remote, proxy } from 'comlink';
import type { CsvGuess, CsvPreview, FilesApi } from '../workers/files/files.worker';
import { startFiles } from '../workers/files/start';
import { WorkerHost } from '../workers/host';
import { Clock } from './clock';
import { PROFILE } from './profile';

export type { CsvGuess, CsvPreview };

/** Long work on files, in a worker; `stop` ends it and rolls back what was under way. */
@Injectable({ providedIn: 'root' })
export class Files {
  readonly profile = inject(PROFILE);
  private readonly clock = inject(Clock);
  private readonly host = new WorkerHost<FilesApi>(startFiles);

  exportArchive(): Promise<string> {
    return this.run((api) => api.exportArchive(this.profile, this.clock.now()));
  }

  /** Writes a backup of the database with this identity to disk. @throws LernenError when the server does not take it. */
  backUp(copy: string): Promise<void> {
    return this.run((api) => api.backUp(this.profile, copy, this.clock.now()));
  }

  exportCsv(): Promise<CsvTables> {
    return this.run((api) => api.exportCsv(this.profile, this.clock.zone));
  }

  importArchive(file: Blob, label: string, onProgress: (share: number) => void): ReturnType<FilesApi['importArchive']> {
    return this.run((api) => api.importArchive(this.profile, file, label, proxy(onProgress)));
  }

  /** What going back to an archive would change; null where nothing would. */
  previewRestore(file: Blob): ReturnType<FilesApi['previewRestore']> {
    return this.run((api) => api.previewRestore(this.profile, file));
  }

  restore(
    file: Blob,
    scope: RestoreScope,
    label: string,
    onProgress: (share: number) => void,
  ): ReturnType<FilesApi['restore']> {
    return this.run((api) => api.restore(this.profile, file, scope, label, proxy(onProgress)));
  }

  /** A zip with a Markdown file for each problem. */
  exportSheets(): Promise<Uint8Array<ArrayBuffer>> {
    return this.run((api) => api.exportSheets(this.profile));
  }

  importSheets(
    files: Parameters<FilesApi['importSheets']>[1],
    label: string,
    onProgress: (share: number) => void,
  ): ReturnType<FilesApi['importSheets']> {
    return this.run((api) => api.importSheets(this.profile, files, label, proxy(onProgress)));
  }

  openCsv(bytes: Uint8Array): ReturnType<FilesApi['openCsv']> {
    return this.run((api) => api.openCsv(this.profile, bytes, this.clock.now(), this.clock.zone));
  }

  /** Writes another text into a cell of the open spreadsheet. */
  mendCsv(index: number, column: number, text: string): Promise<void> {
    return this.run((api) => api.mendCsv(index, column, text));
  }

  previewCsv(
    choices: Parameters<FilesApi['previewCsv']>[1],
    onProgress: (share: number) => void,
  ): ReturnType<FilesApi['previewCsv']> {
    return this.run((api) =>
      api.previewCsv(this.profile, choices, this.clock.now(), this.clock.zone, proxy(onProgress)),
    );
  }

  applyCsv(label: string, onProgress: (share: number) => void): Promise<number> {
    return this.run((api) => api.applyCsv(this.profile, label, proxy(onProgress)));
  }

  failedRows(): Promise<string> {
    return this.run((api) => api.failedRows());
  }

  /** Ends what is under way; whoever waits for it is told. */
  stop(): void {
    this.host.stop('Stopped. Nothing was written.');
  }

  private run<T>(work: (api: Remote<FilesApi>) => Promise<T>): Promise<T> {
    return this.host.run(work);
  }
}
