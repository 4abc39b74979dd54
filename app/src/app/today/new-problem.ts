import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Problem } from '@lernen/core/model';
import { type Offer, newProblemAdvice } from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { liveSignal } from '../store/live-signal';
import { LogStore } from '../store/log-store';
import { shortDay } from '../ui/dates';
import { DifficultyNotches } from '../ui/difficulty-notches';
import { Picker } from '../ui/picker';
import { TextField } from '../ui/fields/text-field';

/** Something new of a technique: what was kept for later, or what to look for elsewhere and a field for what was found. */
@Component({
  selector: 'app-new-problem',
  imports: [DifficultyNotches, MatButton, Picker, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (advice().offers.length > 0) {
      <h3>Kept for later</h3>
      <ul>
        @for (offer of advice().offers; track offer.problem.id) {
          <li>
            <span>
              <b>{{ offer.problem.title }}</b
              >&ngsp;<span class="second">
                <app-difficulty [difficulty]="offer.problem.difficulty" /> {{ offer.why
                }}{{ offer.problem.origin ? ', from ' + offer.problem.origin : '' }}{{ listText(offer) }}</span
              >
            </span>
            <button
              type="button"
              matButton="outlined"
              [disabled]="isRunning()"
              [attr.aria-label]="'Solve ' + offer.problem.title"
              (click)="chosen.emit(offer.problem.id)"
            >
              Solve it
            </button>
          </li>
        }
      </ul>
    }
    @if (advice().unnamed; as offer) {
      <h3>Or a Spot first</h3>
      <div class="spot">
        <span>
          <b>{{ offer.problem.title }}</b
          >&ngsp;<span class="second">has no technique yet. Read it, then name one.</span>
          @if (statement(); as text) {
            <span class="statement">{{ text }}</span>
          } @else if (offer.problem.link; as link) {
            <a [href]="link" target="_blank" rel="noopener noreferrer">{{ link }}</a>
          }
        </span>
        <app-picker
          [options]="log.offered()"
          isLabelHidden
          [label]="'Technique of ' + offer.problem.title"
          placeholder="its technique"
          [adds]="true"
          (valueChange)="name(offer.problem, $event)"
          unknownText="No technique is called that."
        />
      </div>
    }
    <h3>{{ advice().offers.length > 0 ? 'Or find another one' : 'Find one that you have not seen' }}</h3>
    <p class="second">
      {{ advice().why }}
      @if (advice().cues.length > 0) {
        Look for: {{ advice().cues.join('; ') }}.
      }
    </p>
    <form (submit)="$event.preventDefault(); solve()">
      <app-text-field label="Its title, or its link" placeholder="Buoy Ring Order, or https://…" [(value)]="found" />
      <button matButton="filled" [disabled]="isRunning() || found().trim() === ''">Solve it</button>
      <button type="button" matButton="outlined" [disabled]="found().trim() === ''" (click)="keep()">
        Keep it for later
      </button>
      <button type="button" matButton="text" (click)="closed.emit()">Close</button>
    </form>
    @if (isRunning()) {
      <p class="second">A sitting is under way; end it before you start another.</p>
    }
    @if (fault(); as text) {
      <p class="fault" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 0 0 12px;
      padding: 4px 0 8px 12px;
      border-left: 3px solid var(--lamp);
    }
    h3 {
      margin: 6px 0 2px;
      font-size: 14px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li,
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
      justify-content: space-between;
      padding: 4px 0;
    }
    form {
      align-items: flex-end;
      justify-content: flex-start;
    }
    .spot {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 12px;
      align-items: center;
    }
    .spot > span {
      flex: 1 1 320px;
    }
    .statement {
      display: block;
      max-width: 80ch;
      max-height: 9em;
      overflow: auto;
      font-size: 13px;
      white-space: pre-wrap;
    }
    .field {
      flex: 1 1 240px;
    }
    p {
      max-width: 80ch;
      font-size: 13px;
    }
  `,
})
export class NewProblem {
  protected readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  private readonly derived = inject(DerivedStore);
  readonly technique = input.required<string>();
  readonly isRunning = input(false);
  /** A problem that is to be solved now. */
  readonly chosen = output<string>();
  readonly closed = output();
  protected readonly found = signal('');
  protected readonly fault = signal<string | null>(null);
  protected readonly advice = computed(() =>
    newProblemAdvice(
      this.technique(),
      this.derived.techniques().get(this.technique()) ?? null,
      this.log.log(),
      this.clock.today(),
    ),
  );

  private readonly unnamedId = computed(() => this.advice().unnamed?.problem.id ?? null);
  /** Of the problem that has no technique yet. */
  protected readonly statement = liveSignal(() => {
    const id = this.unnamedId();
    return async (repository) => {
      const entries = id === null ? [] : await repository.entriesOfProblems([id]);
      return entries.find((entry) => entry.kind === 'statement')?.text ?? '';
    };
  }, '');

  protected async solve(): Promise<void> {
    const problemId = await this.save();
    if (problemId !== null) this.chosen.emit(problemId);
  }

  protected async keep(): Promise<void> {
    await this.save();
  }

  /** Of this technique it is offered above at once; of another one it waits for that. */
  protected name(problem: Problem, technique: string | null): void {
    if (technique === null) return;
    const name = this.log.techniquesById().get(technique)?.name ?? technique;
    void this.log.saveProblem({ ...problem, techniques: [technique] }, `${problem.title}: ${name}`);
  }

  protected listText({ list }: Offer): string {
    if (list === null) return '';
    return `, on “${list.title}”${list.until === null ? '' : ` until ${shortDay(list.until)}`}`;
  }

  /** Keeps what was found, of this technique unless it says another; nothing more is known of it. */
  private async save(): Promise<string | null> {
    const text = this.found().trim();
    const [line] = this.log.plannedLines(text.includes('#') ? text : `${text} #${this.technique()}`);
    const records = line?.records;
    const wasSat = records !== null && records !== undefined && this.log.sittingsOf().has(records.problemId);
    this.fault.set(wasSat ? 'You have this problem already.' : (line?.fault ?? null));
    if (!records || wasSat || !(await this.log.savePlanned([records], `Kept ${records.title} for later`))) return null;
    this.found.set('');
    return records.problemId;
  }
}
