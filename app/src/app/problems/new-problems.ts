import {
  ChangeDetectionStrategy,
  Component,
  afterNextRender,
  computed,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { type Problem, type ProblemList, type Technique, maxListTitle } from '@lernen/core/model';
import { maxPlannedLines } from '@lernen/core/quick-line';
import { LogStore } from '../store/log-store';
import { counted } from '../ui/words';
import { DayField } from '../ui/fields/day-field';
import { type Option, SelectField } from '../ui/fields/select-field';
import { TextArea } from '../ui/fields/text-area';
import { TextField } from '../ui/fields/text-field';

/** Letters that are read at once. */
const maxLetters = 100_000;

/** Problems for later: a title is enough, and a whole list can be pasted, one a line. Each is read back as one types. */
@Component({
  selector: 'app-new-problems',
  imports: [DayField, MatButton, SelectField, TextArea, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); keep()">
      <app-text-area
        #area
        label="Problems for later, one a line: title, link, #technique, =hard, in any order"
        placeholder="Buoy Ring Order #heap =hard"
        isMono
        [rows]="2"
        [maxLength]="maxLetters"
        [(value)]="text"
        (keydown)="press($event)"
      />
      @if (list() === null) {
        <div class="onto">
          <app-select-field label="On a list" [options]="listOptions()" [value]="onto()" (chosen)="onto.set($event)" />
          @if (onto() === 'new') {
            <app-text-field
              label="Its title"
              placeholder="Tidewater Course, week 10"
              [maxLength]="maxListTitle"
              [(value)]="title"
            />
            <app-day-field label="Until, if it has a last day" [(value)]="until" />
          }
        </div>
      }
      @if (lines().length > 0) {
        <ul aria-live="polite">
          @for (line of shown(); track line.number) {
            <li [class.fault]="line.fault !== null">
              @if (line.records; as records) {
                <b>{{ records.title }}</b>
                <span class="second">{{
                  records.problem ? about(records.problem, records.techniques) : 'one that you have'
                }}</span>
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
        <p class="fault">At most {{ maxPlannedLines }} lines are read at once; keep these first.</p>
      }
      <p class="actions">
        <button
          matButton="filled"
          [disabled]="good().length === 0 || (onto() === 'new' && list() === null && title().trim() === '')"
        >
          {{ good().length > 1 ? 'Keep ' + counted(good().length, 'problem') + ' for later' : 'Keep it for later' }}
        </button>
        <button type="button" matButton="text" (click)="closed.emit()">Close</button>
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
    .onto {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      margin-top: 6px;
    }
    .onto > * {
      flex: 0 1 220px;
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
  protected readonly log = inject(LogStore);
  private readonly router = inject(Router);
  private readonly area = viewChild.required<TextArea>('area');
  /** The list that they go on; null where that is asked here. */
  readonly list = input<ProblemList | null>(null);
  readonly closed = output();
  protected readonly counted = counted;
  protected readonly maxLetters = maxLetters;
  protected readonly maxPlannedLines = maxPlannedLines;
  protected readonly maxListTitle = maxListTitle;
  /** The id of a list, `new`, or nothing. */
  protected readonly onto = signal('');
  protected readonly title = signal('');
  protected readonly until = signal('');
  protected readonly text = signal('');
  protected readonly listOptions = computed<readonly Option[]>(() => [
    { value: '', text: 'none' },
    ...this.log.log().lists.map(({ id, title }) => ({ value: id, text: title })),
    { value: 'new', text: 'a new one' },
  ]);
  protected readonly lines = computed(() =>
    this.log.plannedLines(this.text(), this.list() !== null || this.onto() !== ''),
  );
  protected readonly shown = computed(() => this.lines().slice(0, maxShown));
  protected readonly good = computed(() => this.lines().flatMap(({ records }) => records ?? []));
  protected readonly isCut = computed(() => this.text().split('\n').length > maxPlannedLines);

  constructor() {
    afterNextRender(() => this.area().focus());
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
    const list = this.chosenList();
    const what = good.length === 1 ? only.title : counted(good.length, 'problem');
    const label = list === null ? `Kept ${what} for later` : `Kept ${what} for later, on “${list.title}”`;
    if (!(await this.log.savePlanned(good, label, list))) return;
    if (this.onto() === 'new' && list !== null) this.onto.set(list.id);
    const rest = left.join('\n');
    this.text.set(rest);
    if (good.length === 1 && left.length === 0 && list === null)
      await this.router.navigateByUrl(`/problems/${only.problemId}`);
  }

  private chosenList(): ProblemList | null {
    const given = this.list();
    if (given !== null || this.onto() === '') return given;
    if (this.onto() === 'new') return this.log.newList(this.title(), this.until() || null);
    return this.log.log().lists.find(({ id }) => id === this.onto()) ?? null;
  }

  protected about({ techniques, difficulty, link }: Problem, added: readonly Technique[]): string {
    const names = techniques.map((id) => {
      const fresh = added.find((technique) => technique.id === id);
      return fresh ? `new technique “${fresh.name}”` : (this.log.techniquesById().get(id)?.name ?? id);
    });
    return [...names, difficulty, link].filter((part) => part !== null).join(' · ');
  }
}

const maxShown = 12;
