import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { type HelpStep, helpStepsOf } from '@lernen/core/desk';
import type { Entry } from '@lernen/core/model';
import { liveSignal } from '../store/live-signal';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';
import { Markdown } from '../ui/markdown';
import { keysText } from '../ui/shortcut-registry';

/** Help, one step at a time: the cue of the sheet, then one of its observations after the other. Each is recorded. */
@Component({
  selector: 'app-help-ladder',
  imports: [Markdown, MatButton, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Help, a step at a time</h2>
    @for (step of shown(); track step.id) {
      <div class="step">
        <span class="label">{{ step.kind === 'cue' ? 'the cue' : 'an observation' }}</span>
        <app-markdown [text]="step.text" />
      </div>
    }
    @if (left() > 0) {
      <p class="actions">
        <button type="button" matButton="outlined" [matTooltip]="keysText('next-help')" (click)="showNext()">
          {{ shown().length === 0 ? 'Show the first step' : 'Show the next step' }}
        </button>
      </p>
      <p class="second">{{ left() }} left. Each one shown is recorded as help.</p>
    } @else {
      <p class="second">
        {{
          steps().length === 0
            ? 'The sheet holds no cue and no observation that could help.'
            : 'That is all that the sheet holds but the answer.'
        }}
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .step {
      margin: 6px 0;
      padding-left: 10px;
      border-left: 3px solid var(--lamp);
      animation: come 0.2s;
    }
    p {
      margin-top: 4px;
    }
    @keyframes come {
      from {
        opacity: 0;
      }
    }
    @media (prefers-reduced-motion: reduce) {
      .step {
        animation: none;
      }
    }
  `,
})
export class HelpLadder {
  private readonly running = inject(RunningStore);
  private readonly sheet = inject(SheetStore);
  protected readonly keysText = keysText;
  private readonly entries = liveSignal<readonly Entry[]>(() => {
    const id = this.sheet.problemId();
    return (repository) => (id === null ? Promise.resolve([]) : repository.entriesOfProblems([id]));
  }, []);
  protected readonly steps = computed(() => helpStepsOf(this.entries()));
  protected readonly shown = computed(() => {
    const ids = this.running.running()?.shownHelp ?? [];
    return this.steps().filter(({ id }) => ids.includes(id));
  });
  protected readonly left = computed(() => this.steps().length - this.shown().length);

  /** Shows one step more, and records it. */
  showNext(): void {
    const running = this.running.running();
    const next: HelpStep | undefined = this.steps().find(({ id }) => !(running?.shownHelp ?? []).includes(id));
    if (!running || !next || running.step !== 'working') return;
    void this.running.change({
      shownHelp: [...running.shownHelp, next.id],
      ...(running.help === 'none' && { help: 'hint' }),
    });
    void this.running.note('help', next.text.replace(/\s+/g, ' '));
  }
}
