import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type CsvTableName, csvTableNames } from '@lernen/core/archive';
import { type Fault, LernenError } from '@lernen/core/errors';
import { collectionNames } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { type DiskBackup, DiskBackups } from '../store/disk-backup';
import { Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { PROFILE } from '../store/profile';
import { timeIn } from '../ui/dates';
import { download } from '../ui/download';
import { capitalised, counted, kilobytes } from '../ui/words';
import { CsvWizard } from './csv-wizard';

type Merged = Awaited<ReturnType<Files['importArchive']>>;

interface Failure {
  readonly text: string;
  readonly faults: readonly Fault[];
}

/** Records coming in and going out; where they are kept. */
@Component({
  selector: 'app-records-setup',
  imports: [CsvWizard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="records-title">
      <h2 id="records-title">Records</h2>
      <h3>Bring in</h3>
      <p class="second">
        A Lernen archive (.json) or sheets and lists in Markdown (.md, several at once, or the .zip of them) are merged
        at once and can be undone. A spreadsheet (.csv) is shown first.
      </p>
      <p class="actions">
        <label class="button">
          Choose a file
          <input
            type="file"
            class="unseen"
            multiple
            accept=".json,.csv,.tsv,.txt,.md,.zip,application/json,text/csv,text/markdown,application/zip"
            (change)="choose($event)"
          />
        </label>
        @if (progress() !== null) {
          <progress [value]="progress()" aria-label="Share done"></progress>
          <button type="button" class="button" (click)="files.stop()">Stop</button>
        }
      </p>
      @if (failure(); as it) {
        <div class="failure" role="alert">
          <p>
            <b>{{ it.text }}</b>
          </p>
          @if (it.faults.length > 0) {
            <ul class="mono">
              @for (fault of it.faults.slice(0, 12); track $index) {
                <li>{{ fault.path || 'the file' }}: {{ fault.reason }}</li>
              }
            </ul>
            @if (it.faults.length > 12) {
              <p>and {{ it.faults.length - 12 }} more</p>
            }
          }
        </div>
      }
      @if (said(); as text) {
        <p class="said" role="status">{{ text }}</p>
      }
      @if (csv(); as it) {
        <app-csv-wizard [name]="csvName()" [guess]="it" (done)="csv.set(null)" />
      }
      <h3>Take out</h3>
      <p class="actions">
        <button type="button" class="button" (click)="exportArchive()">Everything, as a Lernen archive</button>
        <button type="button" class="button" (click)="exportSheets()">Sheets and lists, as Markdown</button>
        @for (name of csvTableNames; track name) {
          <button type="button" class="button" (click)="exportCsv(name)">{{ capitalised(name) }}, as CSV</button>
        }
      </p>
      <h3>Kept</h3>
      <p>
        {{ counted(log.log().problems.length, 'problem') }} and {{ counted(log.log().sittings.length, 'sitting') }} in
        this browser{{
          isPersistent() === null
            ? ''
            : isPersistent()
              ? ', which promised to keep them'
              : ', which may clear them when the disk is full'
        }}.
        @if (isPersistent() === false) {
          <button type="button" class="button plain" (click)="persist()">Ask it to keep them</button>
        }
      </p>
      @if (profile === 'own') {
        @if (backups(); as found) {
          <p>
            {{ counted(found.length, 'backup') }} on disk{{
              found[0] ? ', the last of ' + timeIn(found[0].writtenAt, clock.zone) : ''
            }}. A backup is written after changes; the last 20 stay, and the last of each day for a month.
          </p>
          <p class="actions">
            <button type="button" class="button" (click)="backUp()">Back up now</button>
            @if (found.length > 0) {
              <select class="box backup" aria-label="Backup" #chosen>
                @for (it of found; track it.name) {
                  <option [value]="it.name">{{ timeIn(it.writtenAt, clock.zone) }}, {{ kilobytes(it.bytes) }}</option>
                }
              </select>
              <button type="button" class="button" [disabled]="progress() !== null" (click)="bringBack(chosen.value)">
                Bring it back
              </button>
            }
          </p>
          <p class="second">A backup is merged: what you changed or removed since stays so. It can be undone.</p>
        } @else {
          <p class="second">The server does not answer, so nothing is backed up to disk now. Everything else works.</p>
        }
      }
    </section>
  `,
  styles: `
    h3 {
      margin: 16px 0 6px;
    }
    label.button:focus-within {
      outline: 2px solid var(--lamp);
      outline-offset: 2px;
    }
    .actions {
      margin-top: 8px;
    }
    .actions + .second {
      margin-top: 6px;
    }
    .backup.box {
      width: auto;
    }
    .failure {
      margin: 12px 0;
      padding: 8px 14px;
      border-left: 4px solid var(--risk);
      background: var(--risk-soft);
    }
    .failure ul {
      margin: 4px 0 0;
      padding-left: 18px;
      overflow-wrap: anywhere;
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
  protected readonly profile = inject(PROFILE);
  private readonly notices = inject(Notices);
  private readonly diskBackups = inject(DiskBackups);
  protected readonly counted = counted;
  protected readonly kilobytes = kilobytes;
  protected readonly timeIn = timeIn;
  protected readonly progress = signal<number | null>(null);
  protected readonly failure = signal<Failure | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly csv = signal<Awaited<ReturnType<Files['openCsv']>> | null>(null);
  protected readonly csvName = signal('');
  protected readonly backups = signal<readonly DiskBackup[] | null>(null);
  protected readonly isPersistent = signal<boolean | null>(null);
  private readonly stamp = computed(() => this.clock.today());

  constructor() {
    void this.diskBackups.list().then((backups) => this.backups.set(backups));
    void navigator.storage.persisted().then((isPersistent) => this.isPersistent.set(isPersistent));
  }

  protected async choose(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    if (files.length === 0) return;
    this.failure.set(null);
    this.said.set(null);
    this.csv.set(null);
    await this.attempt(() => this.bringIn(files));
    void this.persist();
  }

  private async bringIn(files: readonly File[]): Promise<void> {
    if (files.every(({ name }) => /\.(?:md|zip)$/i.test(name))) return this.importSheets(files);
    const [file] = files;
    if (!file || files.length > 1)
      throw new LernenError(
        'files',
        'Several files at once can only be Markdown, zipped or not. Bring an archive or a spreadsheet by itself; nothing was read.',
      );
    const text = decode(await file.arrayBuffer());
    const isArchive = /\.json$/i.test(file.name) || text.trimStart().startsWith('{');
    return isArchive ? this.importArchive(text, file.name) : this.openCsv(text, file.name);
  }

  protected exportArchive(): Promise<void> {
    return this.attempt(async () =>
      download(await this.files.exportArchive(), `lernen-${this.stamp()}.json`, 'application/json'),
    );
  }

  protected exportSheets(): Promise<void> {
    return this.attempt(async () =>
      download(await this.files.exportSheets(), `lernen-sheets-${this.stamp()}.zip`, 'application/zip'),
    );
  }

  protected exportCsv(which: CsvTableName): Promise<void> {
    return this.attempt(async () =>
      download((await this.files.exportCsv())[which], `lernen-${which}-${this.stamp()}.csv`, 'text/csv'),
    );
  }

  protected async backUp(): Promise<void> {
    await this.attempt(async () => {
      const isTaken = await this.diskBackups.backUp();
      this.notices.say(isTaken ? 'Backed up to disk.' : 'The server did not take the backup. Is it still running?');
      this.backups.set(await this.diskBackups.list());
    });
  }

  protected bringBack(name: string): Promise<void> {
    return this.attempt(async () => {
      const merged = await this.diskBackups.bringBack(name, (share) => this.progress.set(share));
      await this.sayMerged(merged, 'a backup');
    });
  }

  protected async persist(): Promise<void> {
    this.isPersistent.set(await navigator.storage.persist());
  }

  private async importArchive(text: string, name: string): Promise<void> {
    const merged = await this.files.importArchive(text, `Imported ${name}`, (share) => this.progress.set(share));
    await this.sayMerged(merged, name);
  }

  private async importSheets(files: readonly File[]): Promise<void> {
    const chosen = await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    );
    const name = files.length === 1 ? (files[0]?.name ?? '') : counted(files.length, 'file');
    const merged = await this.files.importSheets(chosen, `Imported ${name}`, (share) => this.progress.set(share));
    await this.sayMerged(merged, name);
  }

  private async sayMerged({ counts, seq }: Merged, name: string): Promise<void> {
    await this.log.catchUp();
    const parts = collectionNames
      .filter((it) => counts[it].added + counts[it].changed + counts[it].left > 0)
      .map(
        (it) => `${it}: ${counts[it].added} added, ${counts[it].changed} changed, ${counts[it].left} left as they were`,
      );
    this.said.set(parts.length > 0 ? `${parts.join('; ')}.` : 'There is nothing in it.');
    if (seq === null) this.notices.say(`There was nothing new in ${name}.`);
    else this.notices.say(`Imported ${name}.`, { label: 'Undo', run: () => void this.undo(seq) });
  }

  private async undo(seq: number): Promise<void> {
    await this.log.undo(seq);
    this.said.set(null);
  }

  private async openCsv(text: string, name: string): Promise<void> {
    this.csv.set(await this.files.openCsv(text));
    this.csvName.set(name);
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.progress.set(0);
    try {
      await work();
    } catch (error) {
      const faults = error instanceof LernenError ? error.faults : [];
      this.failure.set({ text: error instanceof Error ? error.message : String(error), faults });
    } finally {
      this.progress.set(null);
    }
  }
}

/** UTF-8, or else the old Windows encoding that spreadsheets still write. */
function decode(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
