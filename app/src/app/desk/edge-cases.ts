import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { isOnSheet } from '@lernen/core/model';
import { SheetFocus } from '../sheet/sheet-focus';
import { EntryRow } from '../sheet/stages/entry-row';
import { StageFrame } from '../sheet/stages/stage-frame';
import { SheetStore } from '../store/sheet-store';
import { MarkdownField } from '../ui/markdown-field';

/** The edge cases that one thinks of in a review. The code is run over them too. */
@Component({
  selector: 'app-edge-cases',
  imports: [EntryRow, MarkdownField, MatButton, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame folds stage="examples" heading="Edge cases">
      @for (example of own(); track example.id; let number = $index) {
        <app-entry-row
          [mark]="number + 1"
          [entry]="example"
          [label]="'edge case ' + (number + 1)"
          (next)="add(example.id)"
        >
          <div class="example">
            <app-markdown-field
              [mono]="true"
              [label]="'Input of edge case ' + (number + 1)"
              placeholder="what goes in"
              [value]="example.input"
              (valueChange)="sheet.change(example, { input: $event })"
            />
            <span class="second" aria-hidden="true">→</span>
            <app-markdown-field
              [mono]="true"
              [label]="'Expected of edge case ' + (number + 1)"
              placeholder="what must come out"
              [value]="example.expected"
              (valueChange)="sheet.change(example, { expected: $event })"
            />
          </div>
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" data-start (click)="add(null)">An edge case</button>
    </app-stage-frame>
  `,
  styles: `
    .example {
      display: grid;
      grid-template-columns: minmax(0, 1.4fr) auto minmax(0, 1fr);
      gap: 4px 8px;
      align-items: start;
      font-size: 13px;
    }
  `,
})
export class EdgeCases {
  protected readonly sheet = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  protected readonly own = computed(() => this.sheet.of('example').filter((entry) => !isOnSheet(entry)));

  protected add(after: string | null): void {
    this.focus.onEntry(this.sheet.add('example', {}, after));
  }
}
