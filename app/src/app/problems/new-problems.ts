import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterNextRender,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { type Problem, type Technique, mostPlannedLines } from '@lernen/core/log';
import { LogStore } from '../store/log-store';
import { counted } from '../ui/words';

/** Letters that are read at once. */
const mostLetters = 100_000;

/** Problems for later: a title is enough, and a whole list can be pasted, one a line. Each is read back as one types. */
@Component({
  selector: 'app-new-problems',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); keep()">
      <label class="field"
        ><span>Problems for later, one a line: title, link, #technique, =hard, in any order</span
        ><textarea
          #area
          class="box"
          [rows]="rows()"
          [attr.maxlength]="mostLetters"
          placeholder="Buoy Ring Order #heap =hard"
          spellcheck="false"
          (input)="text.set(area.value)"
          (keydown)="press($event)"
        ></textarea>
      </label>
      @if (lines().length > 0) {
        <ul aria-live="polite">
          @for (line of shown(); track line.number) {
            <li [class.fault]="line.fault !== null">
              @if (line.records?.problem; as problem) {
                <b>{{ problem.title }}</b>
                <span class="second">{{ about(problem, line.records?.techniques ?? []) }}</span>
              } @else {
                <span>Line {{ line.number }}: {{ line.fault }}</span>
              }
            </li>
          }
        </ul>
        @if (lines().length > shown().length) {
          <p class="second">and {{ lines().length - shown().length }} more</p>
        }
      }
      @if (isCut()) {
        <p class="fault">At most {{ mostPlannedLines }} lines are read at once; keep these first.</p>
      }
      <p class="actions">
        <button class="button main" [disabled]="good().length === 0">
          {{ good().length > 1 ? 'Keep ' + counted(good().length, 'problem') + ' for later' : 'Keep it for later' }}
        </button>
        <button type="button" class="button plain" (click)="closed.emit()">Close</button>
      </p>
    </form>
  `,
  styles: `
    form {
      max-width: 860px;
      margin: 8px 0 14px;
      padding-left: 12px;
      border-left: 3px solid var(--lamp);
    }
    textarea {
      width: 100%;
      font: 400 14px/1.5 var(--mono);
      resize: vertical;
    }
    ul {
      margin: 6px 0;
      padding: 0;
      list-style: none;
      font-size: 13px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0 10px;
      padding: 2px 0;
    }
  `,
})
export class NewProblems {
  private readonly log = inject(LogStore);
  private readonly router = inject(Router);
  private readonly area = viewChild.required<ElementRef<HTMLTextAreaElement>>('area');
  readonly closed = output();
  protected readonly counted = counted;
  protected readonly mostLetters = mostLetters;
  protected readonly mostPlannedLines = mostPlannedLines;
  protected readonly text = signal('');
  protected readonly rows = computed(() => Math.min(Math.max(this.text().split('\n').length, 2), 12));
  protected readonly lines = computed(() => this.log.plannedLines(this.text()));
  protected readonly shown = computed(() => this.lines().slice(0, mostShown));
  protected readonly good = computed(() => this.lines().flatMap(({ records }) => records ?? []));
  protected readonly isCut = computed(() => this.text().split('\n').length > mostPlannedLines);

  constructor() {
    afterNextRender(() => this.area().nativeElement.focus());
  }

  /** Control with Enter keeps them, as Enter alone begins a new line. */
  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.closed.emit();
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    void this.keep();
  }

  /** What could not be understood stays to be mended. One problem leads to its sheet. */
  protected async keep(): Promise<void> {
    const good = this.good();
    const [only] = good;
    if (!only) return;
    const left = this.lines().flatMap(({ text, fault }) => (fault === null ? [] : [text]));
    const label = good.length === 1 ? `Kept ${only.title} for later` : `Kept ${good.length} problems for later`;
    if (!(await this.log.savePlanned(good, label))) return;
    const rest = left.join('\n');
    this.text.set(rest);
    this.area().nativeElement.value = rest;
    if (good.length === 1 && left.length === 0) await this.router.navigateByUrl(`/problems/${only.problemId}`);
  }

  protected about({ techniques, difficulty, link }: Problem, added: readonly Technique[]): string {
    const names = techniques.map((id) => {
      const fresh = added.find((technique) => technique.id === id);
      return fresh ? `new technique “${fresh.name}”` : (this.log.techniquesById().get(id)?.name ?? id);
    });
    return [...names, difficulty, link].filter((part) => part !== null).join(' · ');
  }
}

const mostShown = 12;
