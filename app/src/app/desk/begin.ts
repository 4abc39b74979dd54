import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { singleEntry, titleKey } from '@lernen/core/model';
import { emptyDraft } from '@lernen/core/quick-line';
import { DeskLock } from './desk-lock';
import { LogStore } from '../store/log-store';
import { StartSitting } from '../store/start-sitting';
import { TextArea } from '../ui/fields/text-area';
import { Picker } from '../ui/picker';

/** The desk with nothing on it: what one wants to work on, known or new. */
@Component({
  selector: 'app-begin',
  imports: [MatButton, Picker, RouterLink, TextArea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <h1>The desk</h1>
      <p class="second">
        No sitting is under way. <a routerLink="/today">Today</a> says what to start; or begin with any problem here.
        The clock starts when you do.
      </p>
      <form (submit)="$event.preventDefault(); start()">
        <app-picker
          label="Problem"
          placeholder="Its title"
          [options]="log.titled()"
          [takesOther]="true"
          [(value)]="title"
        />
        @if (known(); as problem) {
          <p class="second">You know it already: its sheet opens at the desk.</p>
        } @else {
          <app-text-area
            label="Statement, if you have it at hand; bounds and examples are found in it"
            [rows]="6"
            [maxLength]="50000"
            [(value)]="statement"
          />
        }
        <p class="actions">
          <button matButton="filled" [disabled]="(title() ?? '').trim() === '' || isStarting()">Start the clock</button>
        </p>
      </form>
    </div>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
      max-width: 720px;
    }
  `,
})
export class Begin {
  protected readonly log = inject(LogStore);
  private readonly starting = inject(StartSitting);
  protected readonly title = signal<string | null>(null);
  protected readonly statement = signal('');
  private readonly lock = inject(DeskLock);
  protected readonly isStarting = signal(false);
  protected readonly known = computed(() => {
    const title = titleKey(this.title() ?? '');
    return this.log.head().problems.find((problem) => titleKey(problem.title) === title) ?? null;
  });

  protected async start(): Promise<void> {
    const title = (this.title() ?? '').trim();
    if (title === '' || this.isStarting()) return;
    this.isStarting.set(true);
    const known = this.known();
    if (known) await this.starting.of(known.id, 'first-solve');
    else await this.startNew(title);
    this.lock.claim();
    this.isStarting.set(false);
  }

  private async startNew(title: string): Promise<void> {
    const { problem } = this.log.plannedFor({ ...emptyDraft, title }, null);
    if (!problem) return;
    const text = this.statement().trim();
    const entries = text === '' ? [] : [singleEntry('statement', problem.id, this.log.newId(), { text })];
    const changes = { problems: [problem], entries };
    if (await this.log.saveAndSay(changes, `Added ${problem.title}`)) await this.starting.of(problem.id, 'first-solve');
  }
}
