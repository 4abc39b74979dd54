import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import type { RestoreScope } from '@lernen/core/archive';
import { collectionNames } from '@lernen/core/model';
import { Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { counted } from '../ui/words';
import { mergedText, restoredText } from './counts-text';
import { FailureReport } from './failure-report';
import { FileWork } from './file-work';

type Merged = Awaited<ReturnType<Files['importArchive']>>;
type Clash = Merged['clashes'][number];
type Planned = NonNullable<Awaited<ReturnType<Files['previewRestore']>>>;

/**
 * An archive, from a file or a backup: merged at once, or gone back to after its changes were shown. Either can be undone,
 * and what a merge leaves removed can be brought back.
 */
@Component({
  selector: 'app-archive-in',
  imports: [FailureReport, MatButton, MatProgressBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (work.failure(); as it) {
      <app-failure-report [failure]="it" />
    }
    @if (said(); as text) {
      <p class="said" role="status">{{ text }}</p>
    }
    @if (work.progress() !== null) {
      <p class="actions">
        <mat-progress-bar aria-label="Share done" [value]="100 * (work.progress() ?? 0)" />
        <button type="button" matButton="outlined" (click)="files.stop()">Stop</button>
      </p>
    } @else if (planned(); as counts) {
      <p role="status">Going back to {{ name() }} changes {{ restoredText(counts) }} It can be undone.</p>
      <p class="actions">
        <button type="button" matButton="filled" (click)="restore('everything')">Go back to it</button>
        <button type="button" matButton="text" (click)="done.emit()">Cancel</button>
      </p>
    } @else if (merged()) {
      @if (removedHere() > 0) {
        <p>
          {{ counted(removedHere(), 'record') }} of it {{ removedHere() === 1 ? 'was' : 'were' }} removed here since,
          and stayed removed.
        </p>
      }
      @if (clashes().length > 0) {
        <h3>Changed here and there</h3>
        <p class="second">The value that was changed last stands. The other one can be taken.</p>
        <ul class="clashes">
          @for (it of clashes(); track it.id + it.field) {
            <li>
              <span
                ><b>{{ it.name }}</b
                >, {{ it.field }}</span
              >
              <span>{{ it.taken === 'here' ? 'Yours' : 'The file’s' }} stands: {{ shown(taken(it)) }}</span>
              <button type="button" matButton="outlined" (click)="take(it)">
                Take {{ it.taken === 'here' ? 'the file’s' : 'yours' }}: {{ shown(other(it)) }}
              </button>
            </li>
          }
        </ul>
      }
      <p class="actions">
        @if (removedHere() > 0) {
          <button type="button" matButton="outlined" (click)="restore('removed')">Bring them back</button>
        }
        <button type="button" matButton="text" (click)="plan()">Make everything as it is in this file</button>
        <button type="button" matButton="text" (click)="done.emit()">Done</button>
      </p>
    }
  `,
  styles: `
    .said {
      margin: 12px 0;
      font-weight: 600;
    }
    .actions {
      margin: 8px 0;
    }
    .clashes {
      max-width: 960px;
      margin: 4px 0 12px;
      padding: 0;
      list-style: none;
    }
    .clashes li {
      display: grid;
      grid-template-columns: minmax(0, 2fr) minmax(0, 2fr) minmax(0, 3fr);
      gap: 4px 16px;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    .clashes [matButton] {
      justify-self: start;
    }
    @media (width < 760px) {
      .clashes li {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class ArchiveIn {
  readonly name = input.required<string>();
  readonly file = input.required<Blob>();
  readonly mode = input.required<'merge' | 'go-back'>();
  readonly done = output();
  protected readonly files = inject(Files);
  private readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly counted = counted;
  protected readonly restoredText = restoredText;
  protected readonly work = new FileWork();
  protected readonly said = signal<string | null>(null);
  protected readonly merged = signal<Merged | null>(null);
  protected readonly planned = signal<Planned | null>(null);
  /** What is still to be looked at. */
  protected readonly clashes = signal<Merged['clashes']>([]);
  protected readonly removedHere = computed(() =>
    collectionNames.reduce((sum, name) => sum + (this.merged()?.counts[name].removedHere ?? 0), 0),
  );

  constructor() {
    effect(() => {
      this.file();
      const isMerge = this.mode() === 'merge';
      untracked(() => {
        this.merged.set(null);
        this.planned.set(null);
        this.clashes.set([]);
        void (isMerge ? this.merge() : this.plan());
      });
    });
  }

  /** Shows what going back would change. */
  protected plan(): Promise<void> {
    return this.attempt(async () => {
      const planned = await this.files.previewRestore(this.file());
      this.planned.set(planned);
      if (planned === null) this.said.set(`Everything is as in ${this.name()} already.`);
    });
  }

  protected restore(scope: RestoreScope): Promise<void> {
    return this.attempt(async () => {
      const label = scope === 'everything' ? `Went back to ${this.name()}` : `Brought back what ${this.name()} has`;
      const { counts, seq } = await this.files.restore(this.file(), scope, label, this.work.report);
      await this.log.catchUp();
      this.planned.set(null);
      this.merged.set(null);
      this.said.set(`${label}: ${restoredText(counts)}`);
      this.sayDone(label, seq);
    });
  }

  protected taken(clash: Clash): unknown {
    return clash.taken === 'here' ? clash.here : clash.there;
  }

  protected other(clash: Clash): unknown {
    return clash.taken === 'here' ? clash.there : clash.here;
  }

  protected shown(value: unknown): string {
    if (value === null || value === '') return 'nothing';
    if (Array.isArray(value)) return value.map((it) => this.shown(it)).join(', ') || 'nothing';
    return typeof value === 'string' ? (this.log.techniquesById().get(value)?.name ?? value) : JSON.stringify(value);
  }

  protected async take(clash: Clash): Promise<void> {
    if (await this.log.takeField(clash, this.other(clash)))
      this.clashes.update((all) => all.filter((it) => it !== clash));
  }

  private merge(): Promise<void> {
    return this.attempt(async () => {
      const label = `Imported ${this.name()}`;
      const merged = await this.files.importArchive(this.file(), label, this.work.report);
      await this.log.catchUp();
      this.said.set(mergedText(merged.counts));
      this.merged.set(merged);
      this.clashes.set(merged.clashes);
      if (merged.seq === null) this.notices.say(`There was nothing new in ${this.name()}.`);
      else this.sayDone(label, merged.seq);
    });
  }

  private sayDone(label: string, seq: number | null): void {
    if (seq !== null) this.notices.say(`${label}.`, { label: 'Undo', run: () => void this.undo(seq) });
  }

  private async undo(seq: number): Promise<void> {
    await this.log.undo(seq);
    this.said.set(null);
    this.merged.set(null);
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.work.failure.set(null);
    this.said.set(null);
    await this.work.run(work);
  }
}
