import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { type CsvTableName, csvTableNames } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import { Clock } from '../store/clock';
import { Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { download } from '../ui/download';
import { capitalised, counted } from '../ui/words';
import { ArchiveIn } from './archive-in';
import { CsvWizard } from './csv-wizard';
import { mergedText } from './counts-text';
import { FailureReport } from './failure-report';
import { FileWork } from './file-work';

type Merged = Awaited<ReturnType<Files['importSheets']>>;

/** Records coming in and going out. */
@Component({
  selector: 'app-records-setup',
  imports: [ArchiveIn, CsvWizard, FailureReport, MatButton, MatProgressBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="records-title">
      <h2 id="records-title">Records</h2>
      <h3>Bring in</h3>
      <p class="second">
        Choose a Lernen archive (.json), or sheets and lists in Markdown (.md files, or a .zip of them). They are merged
        at once, and you can undo that. A spreadsheet (.csv) is shown first.
      </p>
      <p class="actions">
        <button type="button" matButton="outlined" (click)="file.click()">Choose a file</button>
        <!-- eslint-disable-next-line no-restricted-syntax -- unseen: the button before it opens the browser's own choice -->
        <input
          #file
          type="file"
          hidden
          multiple
          aria-label="Choose a file"
          accept=".json,.csv,.tsv,.txt,.md,.zip,application/json,text/csv,text/markdown,application/zip"
          (change)="choose($event)"
        />
        @if (work.progress() !== null) {
          <mat-progress-bar aria-label="Share done" [value]="100 * (work.progress() ?? 0)" />
          <button type="button" matButton="outlined" (click)="files.stop()">Stop</button>
        }
      </p>
      @if (work.failure(); as it) {
        <app-failure-report [failure]="it" />
      }
      @if (said(); as text) {
        <p class="said" role="status">{{ text }}</p>
      }
      @if (archive(); as it) {
        <app-archive-in [name]="it.name" [file]="it.file" mode="merge" (done)="archive.set(null)" />
      }
      @if (csv(); as it) {
        <app-csv-wizard [name]="csvName()" [guess]="it" (done)="csv.set(null)" />
      }
      <h3>Take out</h3>
      <p class="actions">
        <button type="button" matButton="outlined" (click)="exportArchive()">Everything, as a Lernen archive</button>
        <button type="button" matButton="outlined" (click)="exportSheets()">Sheets and lists, as Markdown</button>
        @for (name of csvTableNames; track name) {
          <button type="button" matButton="outlined" (click)="exportCsv(name)">{{ capitalised(name) }}, as CSV</button>
        }
      </p>
    </section>
  `,
  styles: `
    h3 {
      margin: 16px 0 6px;
    }
    .actions {
      margin-top: 8px;
    }
    .said {
      margin: 12px 0;
      font-weight: 600;
    }
  `,
})
export class RecordsSetup {
  protected readonly log = inject(LogStore);
  protected readonly files = inject(Files);
  protected readonly clock = inject(Clock);
  protected readonly csvTableNames = csvTableNames;
  protected readonly capitalised = capitalised;
  private readonly notices = inject(Notices);
  protected readonly work = new FileWork();
  protected readonly said = signal<string | null>(null);
  protected readonly csv = signal<Awaited<ReturnType<Files['openCsv']>> | null>(null);
  /** An archive that was chosen. */
  protected readonly archive = signal<{ readonly name: string; readonly file: File } | null>(null);
  protected readonly csvName = signal('');
  private readonly stamp = computed(() => this.clock.today());

  protected async choose(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    if (files.length === 0) return;
    this.work.failure.set(null);
    this.said.set(null);
    this.csv.set(null);
    this.archive.set(null);
    await this.work.run(() => this.bringIn(files));
  }

  private async bringIn(files: readonly File[]): Promise<void> {
    if (files.every(({ name }) => /\.(?:md|zip)$/i.test(name))) return this.importSheets(files);
    const [file] = files;
    if (!file || files.length > 1)
      throw new LernenError(
        'files',
        'Several files at once can only be Markdown, zipped or not. Bring an archive or a spreadsheet by itself; nothing was read.',
      );
    const isArchive = /\.json$/i.test(file.name) || /^\uFEFF?\s*\{/.test(await file.slice(0, 200).text());
    if (isArchive) this.archive.set({ name: file.name, file });
    else await this.openCsv(new Uint8Array(await file.arrayBuffer()), file.name);
  }

  protected exportArchive(): Promise<void> {
    return this.work.run(async () =>
      download(await this.files.exportArchive(), `lernen-${this.stamp()}.json`, 'application/json'),
    );
  }

  protected exportSheets(): Promise<void> {
    return this.work.run(async () =>
      download(await this.files.exportSheets(), `lernen-sheets-${this.stamp()}.zip`, 'application/zip'),
    );
  }

  protected exportCsv(which: CsvTableName): Promise<void> {
    return this.work.run(async () =>
      download((await this.files.exportCsv())[which], `lernen-${which}-${this.stamp()}.csv`, 'text/csv'),
    );
  }

  private async importSheets(files: readonly File[]): Promise<void> {
    const chosen = await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    );
    const name = files.length === 1 ? (files[0]?.name ?? '') : counted(files.length, 'file');
    const merged = await this.files.importSheets(chosen, `Imported ${name}`, this.work.report);
    await this.sayMerged(merged, name);
  }

  private async sayMerged({ counts, seq }: Merged, name: string): Promise<void> {
    await this.log.catchUp();
    this.said.set(mergedText(counts));
    if (seq === null) this.notices.say(`There was nothing new in ${name}.`);
    else this.notices.say(`Imported ${name}.`, { label: 'Undo', run: () => void this.undo(seq) });
  }

  private async undo(seq: number): Promise<void> {
    await this.log.undo(seq);
    this.said.set(null);
  }

  private async openCsv(bytes: Uint8Array, name: string): Promise<void> {
    this.csv.set(await this.files.openCsv(bytes));
    this.csvName.set(name);
  }
}
