import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatTooltip } from '@angular/material/tooltip';
import { type EdgeCase, coveredBy, edgeCases, missingEdgeCases } from '@lernen/core/sheet';
import { type CheckGroup, type Example, checkGroups } from '@lernen/core/model';
import { type RulePreview, groupOf, largeInput, previewOf } from '@lernen/core/run';
import { SheetStore } from '../../store/sheet-store';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { optionsOf } from '../../ui/fields/select-field';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { newTraceFor } from '../new-trace';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';

/** Examples with what must come out, and the edge cases that none of them covers yet. */
@Component({
  selector: 'app-examples-stage',
  imports: [MatTooltip, EntryRow, MarkdownField, MatButton, MatButtonToggle, QuietSelect, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame folds stage="examples">
      @for (example of examples(); track example.id; let index = $index) {
        <app-entry-row
          [mark]="index + 1"
          [entry]="example"
          [label]="'example ' + (index + 1)"
          (next)="add([], example.id)"
        >
          <div class="example">
            <app-markdown-field
              class="mono"
              [mono]="true"
              [label]="'Input of example ' + (index + 1)"
              placeholder="what goes in"
              [value]="example.input"
              (valueChange)="write(example, { input: $event })"
              (erased)="removeIfEmpty(example)"
            />
            <span class="arrow" aria-hidden="true">→</span>
            <app-markdown-field
              class="mono"
              [mono]="true"
              [label]="'Expected of example ' + (index + 1)"
              placeholder="what must come out"
              [value]="example.expected"
              (valueChange)="write(example, { expected: $event, isTaken: false })"
            />
            <div class="beside">
              <mat-button-toggle
                matTooltip="kept as a check that every version of the code must pass"
                [checked]="example.isCheck"
                (change)="store.change(example, { isCheck: !example.isCheck })"
                >check<span class="unseen">: example {{ index + 1 }}</span></mat-button-toggle
              >
              <button type="button" matButton="text" class="small" (click)="trace(example, index)">
                Trace it<span class="unseen">: example {{ index + 1 }}</span>
              </button>
            </div>
          </div>
          @if (previews()[index]; as preview) {
            <p class="made mono" [class.risk]="preview.isFault">
              <span class="second">{{ preview.isFault ? '' : 'makes ' }}</span
              >{{ preview.text }}
            </p>
          }
          <div class="below">
            @if (example.input !== '') {
              <app-quiet-select
                [label]="'Group of example ' + (index + 1)"
                [options]="groupOptions"
                [value]="groups()[index] ?? 'normal'"
                (chosen)="store.change(example, { group: groupFrom($event) })"
              />
            }
            @if (example.isTaken) {
              <span class="covers" matTooltip="Nobody said that it is right: it shows only whether others give the same"
                >expected was taken from a version</span
              >
            }
            @for (edge of covered()[index] ?? []; track edge) {
              <span class="covers">{{ words(edge) }}</span>
            }
            <app-markdown-field
              class="note"
              [label]="'Note on example ' + (index + 1)"
              placeholder="why it is worth keeping"
              [value]="example.note"
              (valueChange)="store.change(example, { note: $event })"
            />
          </div>
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" data-start (click)="add([], null)">An example</button>
      @if (large(); as input) {
        <button type="button" matButton="text" class="add" [matTooltip]="input" (click)="addLarge(input)">
          A large one, from the bounds
        </button>
      }
      @if (missing().length > 0) {
        <p class="missing">
          <span class="label">Not covered yet</span>
          @for (edge of missing(); track edge) {
            <button type="button" matButton="outlined" class="offer" (click)="add([edge], null)">
              {{ words(edge) }}
            </button>
          }
        </p>
      }
    </app-stage-frame>
  `,
  styles: `
    .example {
      display: grid;
      grid-template-columns: minmax(0, 1.4fr) auto minmax(0, 1fr) auto;
      gap: 4px 8px;
      align-items: start;
      font-size: 13px;
    }
    .beside {
      display: flex;
      gap: 4px;
      align-items: center;
    }
    .arrow {
      padding-top: 3px;
      color: var(--ink-2);
    }
    .below {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: baseline;
      font-size: 13px;
    }
    .below .note {
      flex: 1 1 160px;
      color: var(--ink-2);
    }
    .covers {
      margin-left: 6px;
      color: var(--moss);
      font-size: 12px;
    }
    .below app-quiet-select {
      width: 96px;
    }
    .made {
      margin: 2px 0 0;
      padding-left: 6px;
      overflow-wrap: anywhere;
      font-size: 12px;
    }
    .missing {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      align-items: baseline;
      margin-top: 8px;
    }
    @media (width < 600px) {
      .example {
        grid-template-columns: auto minmax(0, 1fr) auto;
      }
      .example > :first-child {
        grid-column: 1 / -1;
      }
    }
    @media print {
      .missing,
      .beside {
        display: none;
      }
    }
  `,
})
export class ExamplesStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly limits = inject(SheetLimits);
  protected readonly examples = computed(() => this.store.of('example'));
  protected readonly covered = computed(() => this.examples().map(coveredBy));
  protected readonly missing = computed(() =>
    missingEdgeCases(this.store.single('statement').text, this.limits.bounds(), this.examples()),
  );

  protected readonly groups = computed(() => this.examples().map(groupOf));
  protected readonly groupOptions = optionsOf(checkGroups, (it) => it);
  /** What the rules in the inputs make, once for each input: a large one takes its time. */
  protected readonly previews = computed(() => {
    const previews = this.inputs().map((input) => this.known.get(input) ?? previewOf(input));
    this.known = new Map(this.inputs().map((input, index) => [input, previews[index] ?? null]));
    return previews;
  });
  private known = new Map<string, RulePreview | null>();
  private readonly inputs = computed(() => this.examples().map(({ input }) => input), {
    equal: (a, b) => a.join('\0') === b.join('\0'),
  });
  /** An input as large as the bounds allow, where there is none yet. */
  protected readonly large = computed(() => {
    if (this.groups().includes('large')) return null;
    const [input] = this.inputs().flatMap((it) => largeInput(it, this.limits.bounds()) ?? []);
    return input ?? null;
  });

  protected groupFrom(value: string): CheckGroup | null {
    return checkGroups.find((it) => it === value) ?? null;
  }

  protected addLarge(input: string): void {
    this.focus.onEntry(this.store.add('example', { input, tags: ['largest'], group: 'large' }));
  }

  protected words(edge: EdgeCase): string {
    return edgeCases[edge];
  }

  protected add(tags: readonly EdgeCase[], after: string | null): void {
    this.focus.onEntry(this.store.add('example', { tags: [...tags] }, after));
  }

  /** What goes in or must come out is another: no version has passed that yet. */
  protected write(example: Example, part: Partial<Example>): void {
    this.store.change(example, part);
    for (const version of this.store.of('version'))
      if (version.passed.includes(example.id))
        this.store.change(version, ({ passed }) => ({ passed: passed.filter((id) => id !== example.id) }));
  }

  protected removeIfEmpty(example: Example): void {
    if (example.expected === '' && example.note === '') this.store.remove(example);
  }

  protected trace(example: Example, index: number): void {
    this.focus.onEntry(this.store.add('trace', newTraceFor(example, index)));
  }
}
