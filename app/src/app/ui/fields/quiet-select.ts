import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { MatOption } from '@angular/material/core';
import { MatSelect } from '@angular/material/select';
import type { Option } from './select-field';

/** One of a few things that are known, in a line of text: without a frame, and named for those who cannot see where it stands. */
@Component({
  selector: 'app-quiet-select',
  imports: [MatOption, MatSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-select panelWidth="auto" [aria-label]="label()" [value]="value()" (selectionChange)="choose($event.value)">
      @for (it of options(); track it.value) {
        <mat-option [value]="it.value">{{ it.text }}</mat-option>
      }
    </mat-select>
  `,
  styles: `
    :host {
      display: inline-block;
      min-width: 0;
      padding: 0 6px;
      border-radius: 3px;
      color: var(--ink-2);
      line-height: 26px;
    }
    :host(:hover) {
      background: var(--sheet);
    }
  `,
})
export class QuietSelect {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  readonly value = model('');
  /** What the person chose. */
  readonly chosen = output<string>();

  protected choose(value: string): void {
    this.value.set(value);
    this.chosen.emit(value);
  }
}
