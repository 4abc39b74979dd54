import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { costFault } from '@lernen/core/cost';
import { BaseField, unreadIn } from './fields/base-field';
import { TextField } from './fields/text-field';

/** A cost as one writes it; says when it cannot be read, and keeps it all the same. */
@Component({
  selector: 'app-cost-field',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-text-field
      isMono
      placeholder="O(n log n)"
      [label]="label()"
      [maxLength]="120"
      [errors]="faults()"
      [(touched)]="touched"
      [value]="value() ?? ''"
      (valueChange)="write($event)"
    />
  `,
})
export class CostField extends BaseField {
  /** Null where nothing is written. */
  readonly value = model<string | null>(null);
  protected override readonly unread = unreadIn(this.value);

  protected write(text: string): void {
    this.value.set(text.trim() === '' ? null : text);
    this.unread.set(costFault(text));
  }
}
