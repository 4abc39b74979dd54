import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatInput } from '@angular/material/input';
import type { Trace } from '@lernen/core/model';
import { traceMarkdown, traceSvg } from '@lernen/core/trace';
import { Notices } from '../../store/notices';
import { SheetStore } from '../../store/sheet-store';
import { download } from '../../ui/download';
import { valueOf } from '../../ui/value-of';
import { newTraceFor } from '../new-trace';
import { SheetFocus } from '../sheet-focus';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';
import { TraceGrid } from './trace-grid';

/** Examples worked by hand, a row a step. */
@Component({
  selector: 'app-trace-stage',
  imports: [EntryRow, MatButton, MatInput, StageFrame, TraceGrid],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame folds stage="trace">
      @for (trace of traces(); track trace.id; let index = $index) {
        <app-entry-row #row [entry]="trace" [label]="'trace ' + (index + 1)" (next)="add()">
          @if (row.isWhole()) {
            <div class="title">
              <input
                matInput
                class="paper"
                [attr.aria-label]="'Title of trace ' + (index + 1)"
                placeholder="what is traced"
                maxlength="500"
                [value]="trace.title"
                (input)="store.change(trace, { title: valueOf($event) })"
              />
              @if (playing()?.id === trace.id) {
                <div
                  class="player"
                  tabindex="0"
                  role="slider"
                  aria-label="Step"
                  aria-valuemin="1"
                  [attr.aria-valuemax]="trace.rows.length"
                  [attr.aria-valuenow]="(playing()?.step ?? 0) + 1"
                  (keydown)="playKey($event, trace)"
                >
                  step <b class="mono">{{ (playing()?.step ?? 0) + 1 }}</b> of {{ trace.rows.length }}
                  <span class="second">← →</span>
                </div>
                <button type="button" matButton="text" class="small" (click)="step(trace, -1)">Back</button>
                <button type="button" matButton="text" class="small" (click)="step(trace, 1)">On</button>
                <button type="button" matButton="text" class="small" (click)="playing.set(null)">All steps</button>
              } @else {
                <button
                  type="button"
                  matButton="text"
                  class="small"
                  [disabled]="trace.rows.length < 2"
                  (click)="play(trace)"
                >
                  Step through
                </button>
                <button type="button" matButton="text" class="small" (click)="copyMarkdown(trace)">
                  Copy as Markdown
                </button>
                <button type="button" matButton="text" class="small" (click)="saveSvg(trace)">Save as SVG</button>
              }
            </div>
            <app-trace-grid
              [opened]="trace"
              [label]="trace.title || 'Trace ' + (index + 1)"
              [playing]="playing()?.id === trace.id ? (playing()?.step ?? null) : null"
            />
          } @else {
            <p class="unmade">{{ trace.title }}</p>
          }
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" data-start (click)="add()">A trace</button>
    </app-stage-frame>
  `,
  styles: `
    .title {
      display: flex;
      flex-wrap: wrap;
      gap: 0 4px;
      align-items: center;
      margin-bottom: 4px;
    }
    .title input {
      flex: 1 1 200px;
      min-width: 0;
      padding: 3px 6px;
      border: 0;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font: 600 14px/1.4 var(--text);
    }
    .title input:hover,
    .title input:focus {
      background: var(--sheet);
    }
    .player {
      padding: 3px 10px;
      border-radius: 3px;
      background: var(--lamp-soft);
      font-size: 13px;
    }
    @media print {
      .title button {
        display: none;
      }
    }
  `,
})
export class TraceStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly notices = inject(Notices);
  protected readonly valueOf = valueOf;
  protected readonly traces = computed(() => this.store.of('trace'));
  protected readonly playing = signal<{ readonly id: string; readonly step: number } | null>(null);

  protected add(): void {
    this.focus.onEntry(this.store.add('trace', newTraceFor(this.store.of('example')[0] ?? null, 0)));
  }

  protected play(trace: Trace): void {
    this.playing.set({ id: trace.id, step: 0 });
    this.focus.onSelector(`[data-entry="${trace.id}"] .player`);
  }

  protected step(trace: Trace, by: number): void {
    const step = Math.max(0, Math.min((this.playing()?.step ?? 0) + by, trace.rows.length - 1));
    this.playing.set({ id: trace.id, step });
  }

  protected playKey(event: KeyboardEvent, trace: Trace): void {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const by = {
      ArrowRight: 1,
      ArrowDown: 1,
      ArrowLeft: -1,
      ArrowUp: -1,
      Home: -trace.rows.length,
      End: trace.rows.length,
    }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      this.step(trace, by);
    } else if (event.key === 'Escape') this.playing.set(null);
  }

  protected async copyMarkdown(trace: Trace): Promise<void> {
    try {
      await navigator.clipboard.writeText(traceMarkdown(trace));
      this.notices.say('The trace is in the clipboard, as a Markdown table.');
    } catch {
      download(`${traceMarkdown(trace)}\n`, 'trace.md', 'text/markdown');
    }
  }

  protected saveSvg(trace: Trace): void {
    const name = trace.title.replace(/[^\w-]+/g, '-').toLowerCase() || 'trace';
    download(traceSvg(trace), `${name}.svg`, 'image/svg+xml');
  }
}
