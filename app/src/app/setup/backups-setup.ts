import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { LernenError } from '@lernen/core/errors';
import { Clock } from '../store/clock';
import { type DiskBackup, DiskBackups } from '../store/disk-backup';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { PROFILE, REPOSITORY, type UnreadableRow } from '../store/profile';
import { timeIn } from '../ui/dates';
import { download } from '../ui/download';
import { counted, kilobytes } from '../ui/words';
import { ArchiveIn } from './archive-in';
import { errorText } from '../ui/error-text';
import { type Option, SelectField } from '../ui/fields/select-field';

interface Opened {
  readonly name: string;
  readonly file: Blob;
  readonly mode: 'merge' | 'go-back';
}

interface Group {
  readonly title: string;
  readonly backups: readonly DiskBackup[];
}

/** Where the records are kept, and the backups on disk: whose they are, from when, and how much they hold. */
@Component({
  selector: 'app-backups-setup',
  imports: [ArchiveIn, MatButton, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="backups-title">
      <h2 id="backups-title">Backups</h2>
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
          <button type="button" matButton="text" (click)="persist()">Ask it to keep them</button>
        }
      </p>
      @if (unreadable().length > 0) {
        <div class="remark">
          <p>
            <b>{{ counted(unreadable().length, 'record') }} in this browser cannot be read.</b> Everything else works.
            What is in them can be saved as a file, and an earlier backup may still hold them.
          </p>
          <ul class="mono">
            @for (it of unreadable().slice(0, 5); track $index) {
              <li>{{ nameOf(it) }}: {{ it.faults[0]?.path }} {{ it.faults[0]?.reason }}</li>
            }
          </ul>
          <button type="button" matButton="outlined" (click)="saveUnreadable()">Save them as a file</button>
        </div>
      }
      @if (profile === 'own') {
        @if (failure(); as text) {
          <p class="second">{{ text }} Everything else works.</p>
        } @else if (backups(); as found) {
          <p class="second">
            After changes a backup is written to disk. Of this browser the last 20 are kept, ten minutes or more apart,
            and the last of each day for a month.
          </p>
          <p class="actions">
            <button type="button" matButton="outlined" (click)="backUp()">Back up now</button>
          </p>
          @if (found.length > 0) {
            <div class="actions chosen">
              <app-select-field
                label="A backup on disk"
                [options]="options()"
                [value]="chosen()"
                (chosen)="picked.set($event)"
              />
              <button type="button" matButton="outlined" (click)="open(chosen(), 'merge')">Merge it in</button>
              <button type="button" matButton="outlined" (click)="open(chosen(), 'go-back')">Go back to it …</button>
            </div>
            <p class="second">
              Merging keeps what is newer here; going back shows first what it changes. Both can be undone.
            </p>
          } @else {
            <p class="second">There is none yet.</p>
          }
        }
        @if (opened(); as it) {
          <app-archive-in [name]="it.name" [file]="it.file" [mode]="it.mode" (done)="opened.set(null)" />
        }
      }
    </section>
  `,
  styles: `
    .remark {
      margin: 12px 0;
    }
    .remark ul {
      margin: 4px 0 8px;
      padding-left: 18px;
      overflow-wrap: anywhere;
    }
    .actions,
    .second {
      margin-top: 8px;
    }
    .chosen {
      align-items: end;
    }
    .field {
      max-width: 100%;
    }
  `,
})
export class BackupsSetup {
  protected readonly log = inject(LogStore);
  protected readonly profile = inject(PROFILE);
  private readonly clock = inject(Clock);
  private readonly notices = inject(Notices);
  private readonly disk = inject(DiskBackups);
  protected readonly counted = counted;
  protected readonly backups = signal<readonly DiskBackup[] | null>(null);
  protected readonly failure = signal<string | null>(null);
  protected readonly opened = signal<Opened | null>(null);
  protected readonly isPersistent = signal<boolean | null>(null);
  private readonly ownCopy = signal('');
  private readonly repository = inject(REPOSITORY);
  protected readonly unreadable = signal<readonly UnreadableRow[]>([]);

  /** This browser's first, then those of each other, then those of nobody known. */
  protected readonly groups = computed<readonly Group[]>(() => {
    const all = this.backups() ?? [];
    const others = [...new Set(all.map(({ copy }) => copy))].filter((copy) => copy !== this.ownCopy());
    const groups = [this.ownCopy(), ...others].map((copy) => ({
      title: this.titleOf(
        copy,
        all.find((it) => it.copy === copy),
      ),
      backups: all.filter((it) => it.copy === copy),
    }));
    return groups.filter(({ backups }) => backups.length > 0);
  });

  protected readonly options = computed<readonly Option[]>(() =>
    this.groups().flatMap(({ title, backups }) =>
      backups.map((it) => ({ value: keyOf(it), text: this.textOf(it), group: title })),
    ),
  );
  protected readonly picked = signal('');
  /** The newest of this browser until another is picked. */
  protected readonly chosen = computed(() => this.picked() || (this.options()[0]?.value ?? ''));

  constructor() {
    void navigator.storage.persisted().then((isPersistent) => this.isPersistent.set(isPersistent));
    void this.attempt(async () => this.unreadable.set(await this.repository.unreadableRows()));
    if (this.profile === 'own') void this.refresh();
  }

  protected textOf({ writtenAt, bytes, problems, sittings, isDatedAhead }: DiskBackup): string {
    const held = `${counted(problems, 'problem')}, ${counted(sittings, 'sitting')}`;
    const ahead = isDatedAhead ? ', dated in the future' : '';
    return `${timeIn(writtenAt, this.clock.zone)}: ${held}, ${kilobytes(bytes)}${ahead}`;
  }

  protected async persist(): Promise<void> {
    this.isPersistent.set(await navigator.storage.persist());
  }

  /** What the record says of itself, where it says anything. */
  protected nameOf({ table, row }: UnreadableRow): string {
    const fields: Readonly<Record<string, unknown>> = { ...row };
    const name = [fields['title'], fields['name'], fields['employer']].find((it) => typeof it === 'string');
    return name === undefined ? table : `“${name}” of ${table}`;
  }

  protected saveUnreadable(): void {
    download(JSON.stringify(this.unreadable(), null, 2), 'lernen-unreadable.json', 'application/json');
  }

  protected backUp(): Promise<void> {
    return this.attempt(async () => {
      if (this.log.isEmpty()) {
        this.notices.say('There is nothing to back up yet.');
        return;
      }
      await this.disk.backUp();
      this.notices.say('Backed up to disk.');
      await this.refresh();
    });
  }

  protected open(key: string, mode: Opened['mode']): Promise<void> {
    return this.attempt(async () => {
      const backup = this.backups()?.find((it) => keyOf(it) === key);
      if (!backup) return;
      const name = `the backup of ${timeIn(backup.writtenAt, this.clock.zone)}`;
      this.opened.set({ name, mode, file: await this.disk.read(backup) });
    });
  }

  private titleOf(copy: string, newest: DiskBackup | undefined): string {
    if (copy === this.ownCopy()) return 'This browser';
    if (copy === 'earlier') return 'From an earlier version';
    return `Another browser or profile, last ${timeIn(newest?.writtenAt ?? this.clock.now(), this.clock.zone)}`;
  }

  private async refresh(): Promise<void> {
    try {
      this.ownCopy.set(await this.disk.copy());
      this.backups.set(await this.disk.list());
      this.failure.set(null);
    } catch (error) {
      this.failure.set(errorText(error));
    }
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      this.notices.fail(error);
      if (error instanceof LernenError && error.code !== 'refused') await this.refresh();
    }
  }
}

function keyOf({ copy, name }: DiskBackup): string {
  return `${copy}/${name}`;
}
