import { ChangeDetectionStrategy, Component, ElementRef, computed, inject, signal, viewChild } from '@angular/core';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatInput } from '@angular/material/input';
import { magnitude } from '@lernen/core/cost';
import { maxBoundLine, maxBoundLines } from '@lernen/core/model';
import {
  type Bound,
  type ConditionId,
  approximately,
  bytesText,
  conditions,
  readBoundLine,
  readBounds,
} from '@lernen/core/sheet';
import { SheetStore } from '../../store/sheet-store';
import { SheetLimits } from '../sheet-limits';
import { Clipped } from '../../ui/clipped';
import { StageFrame } from './stage-frame';

/** Bounds and conditions as lines of text, each with what was understood of it beside it. */
@Component({
  selector: 'app-bounds-stage',
  imports: [Clipped, MatButtonToggle, MatInput, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="bounds">
      <div class="lines">
        <textarea
          #area
          matInput
          data-start
          class="mono"
          aria-label="Bounds and conditions, one a line"
          placeholder="n ≤ 3·10^5&#10;0 ≤ a[i] ≤ 10^9&#10;2 s, one pass …"
          spellcheck="false"
          [rows]="rowCount()"
          [value]="shown()"
          (input)="write(area.value)"
          (blur)="leave()"
        ></textarea>
        <ol aria-label="As understood">
          @for (line of understood(); track $index) {
            <li [class.unknown]="line.isUnknown" [class.empty]="line.text === ''" appClipped>
              {{ line.text || ' ' }}
            </li>
          }
        </ol>
      </div>
      @if (fault(); as text) {
        <p class="fault">{{ text }}</p>
      }
      <div class="conditions" role="group" aria-label="Conditions">
        @for (condition of conditionList(); track condition.id) {
          <mat-button-toggle [checked]="condition.isSet" (change)="toggle(condition.id)">{{
            condition.words
          }}</mat-button-toggle>
        }
      </div>
    </app-stage-frame>
  `,
  styles: `
    .lines {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 0 20px;
    }
    textarea {
      width: 100%;
      padding: 3px 6px;
      border: 0;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font-size: 13px;
      line-height: 22px;
      white-space: pre;
      resize: none;
      overflow-x: auto;
      overflow-y: hidden;
    }
    textarea::placeholder {
      color: var(--ink-2);
      opacity: 1;
    }
    textarea:hover,
    textarea:focus {
      background: var(--sheet);
    }
    ol {
      margin: 0;
      padding: 3px 0;
      color: var(--ink-2);
      font-size: 13px;
      line-height: 22px;
      list-style: none;
    }
    li {
      min-height: 22px;
      padding-left: 14px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    li:not(.empty) {
      border-left: 2px solid var(--sea);
    }
    li.unknown:not(.empty) {
      border-left-style: dotted;
      border-color: var(--ink-2);
      font-style: italic;
    }
    .conditions {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-top: 8px;
    }
    @media (width < 600px) {
      .lines {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    @media print {
      .condition[aria-pressed='false'] {
        display: none;
      }
    }
  `,
})
export class BoundsStage {
  private readonly store = inject(SheetStore);
  private readonly limits = inject(SheetLimits);
  private readonly bounds = computed(() => this.store.single('bounds'));
  private readonly area = viewChild.required<ElementRef<HTMLTextAreaElement>>('area');
  /** The text as it is being typed, blank lines and all; null while nobody types. */
  protected readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => this.typed() ?? this.bounds().lines.join('\n'));
  protected readonly rowCount = computed(() => Math.max(this.shown().split('\n').length, this.shown() === '' ? 3 : 2));
  protected readonly understood = computed(() =>
    this.shown()
      .split('\n')
      .map((line) => {
        const bounds = readBoundLine(line);
        return {
          text: bounds.map(meaningOf).join('; '),
          isUnknown: bounds.some(({ kind }) => kind === 'remark'),
        };
      }),
  );
  protected readonly fault = computed(() => {
    const lines = linesOf(this.shown());
    if (lines.length > maxBoundLines)
      return `Not saved: these are ${lines.length} lines, and ${maxBoundLines} can be kept.`;
    const long = lines.find((line) => line.length > maxBoundLine);
    return long === undefined
      ? null
      : `Not saved: a line can have up to ${maxBoundLine} characters; “${long.slice(0, 30)}…” has ${long.length}.`;
  });
  protected readonly conditionList = computed(() => {
    const set = new Set(this.limits.bounds().conditions);
    return (Object.entries(conditions) as [ConditionId, string][]).map(([id, words]) => ({
      id,
      words,
      isSet: set.has(id),
    }));
  });

  protected write(text: string): void {
    this.typed.set(text);
    if (this.fault() === null) this.store.change(this.bounds(), { lines: linesOf(text) });
  }

  /** What could not be saved stays as it was typed; the beginnings of the lines come into sight again. */
  protected leave(): void {
    this.area().nativeElement.scrollLeft = 0;
    if (this.fault() === null) this.typed.set(null);
  }

  protected toggle(id: ConditionId): void {
    const lines = linesOf(this.shown());
    const without = lines.filter((line) => !readBounds([line]).conditions.includes(id));
    this.write((without.length < lines.length ? without : [...lines, conditions[id]]).join('\n'));
    this.leave();
  }
}

function linesOf(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
}

function meaningOf(bound: Bound): string {
  const number = (value: number): string =>
    value < 0 ? `−${approximately(magnitude(-value))}` : approximately(magnitude(value));
  const range = (min: number | null, max: number): string =>
    min === null ? `up to ${number(max)}` : `${number(min)} to ${number(max)}`;
  switch (bound.kind) {
    case 'size':
      return `${bound.isOperations ? 'operations' : bound.variable === 'q' ? 'queries' : `size ${bound.variable}`}: ${range(bound.min, bound.max)}`;
    case 'value':
      return `values of ${bound.of}: ${range(bound.min, bound.max)}`;
    case 'limit':
      return `${bound.text}, for comparing costs`;
    case 'time':
      return `time limit ${bound.seconds} s`;
    case 'memory':
      return `memory limit ${bytesText(magnitude(bound.bytes))}`;
    case 'condition':
      return bound.condition === null
        ? 'a condition that only you can check'
        : `condition: ${conditions[bound.condition]}`;
    case 'remark':
      return 'kept as a remark';
  }
}
