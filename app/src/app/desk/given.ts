import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { isFilled, isOnSheet } from '@lernen/core/model';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';
import { StageFrame } from '../sheet/stages/stage-frame';
import { Markdown } from '../ui/markdown';
import { TextField } from '../ui/fields/text-field';

/** Of the sheet what a review shows: statement, bounds and examples, which give nothing away. */
@Component({
  selector: 'app-given',
  imports: [Markdown, StageFrame, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="read">
      @if (sheet.problem(); as it) {
        @if (statement() !== '') {
          <app-markdown class="statement" [text]="statement()" />
        } @else if (it.link === null && sheet.isLoaded()) {
          <p class="statement second">
            No statement is kept for this problem. Recall it from its title, or open it where you met it{{
              it.origin ? ': ' + it.origin : ''
            }}.
          </p>
        }
        @if (it.link; as link) {
          <p><a [href]="link" target="_blank" rel="noopener noreferrer">Open the problem’s page</a></p>
        }
      }
      @if (bounds().length > 0) {
        <h3>Bounds</h3>
        <ul class="bounds mono">
          @for (bound of bounds(); track $index) {
            <li>{{ bound }}</li>
          }
        </ul>
      }
      @if (examples().length > 0) {
        <h3>Examples</h3>
        <dl class="examples mono">
          @for (example of examples(); track example.id) {
            <dt>{{ example.input || ' ' }}</dt>
            <dd>→ {{ example.expected }}</dd>
          }
        </dl>
      }
      @if (running.running()?.kind === 'twist') {
        <app-text-field
          label="The change: solve it as it is with this"
          [maxLength]="500"
          [value]="running.running()?.twist ?? ''"
          (valueChange)="setTwist($event)"
        />
      }
    </app-stage-frame>
  `,
  styles: `
    .statement {
      display: block;
      max-width: 70ch;
      font-size: 15px;
    }
    h3 {
      margin: 12px 0 2px;
      font-size: 14px;
    }
    .bounds {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 24px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .examples {
      display: grid;
      grid-template-columns: minmax(0, auto) minmax(0, 1fr);
      gap: 4px 20px;
      margin: 0 0 12px;
      font-size: 13px;
      white-space: pre-wrap;
    }
    dd {
      margin: 0;
    }
  `,
})
export class Given {
  protected readonly running = inject(RunningStore);
  protected readonly sheet = inject(SheetStore);
  protected readonly statement = computed(() => this.sheet.single('statement').text);
  protected readonly bounds = computed(() => this.sheet.single('bounds').lines);
  protected readonly examples = computed(() =>
    this.sheet.of('example').filter((entry) => isOnSheet(entry) && isFilled(entry)),
  );

  protected setTwist(twist: string): void {
    void this.running.change({ twist });
  }
}
