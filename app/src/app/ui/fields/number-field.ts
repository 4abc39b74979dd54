import { ChangeDetectionStrategy, Component, booleanAttribute, input, model, output, signal } from '@angular/core';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { numberIn, valueOf } from '../value-of';
import { BaseField } from './base-field';
import { Labelled } from './labelled';
import { FaultOf } from './fault-of';

/** A number between two others, with its unit. What is none of them is said, and the number stays what it was. */
@Component({
  selector: 'app-number-field',
  imports: [FaultOf, Labelled, MatFormField, MatInput, MatSuffix],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          class="mono"
          type="number"
          [id]="id"
          [min]="min()"
          [max]="max()"
          [step]="step()"
          [disabled]="disabled()"
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          [value]="value()"
          (change)="take($event)"
        />
        @if (unit(); as text) {
          <span matTextSuffix class="second">{{ text }}</span>
        }
      </mat-form-field>
    </app-labelled>
  `,
})
export class NumberField extends BaseField {
  readonly value = model.required<number>();
  readonly min = input.required<number>();
  readonly max = input.required<number>();
  /** `any` where fractions are fine. */
  readonly step = input<number | 'any'>(1);
  readonly unit = input('');
  readonly disabled = input(false, { transform: booleanAttribute });
  /** Whether the field may be emptied; then `cleared` says that it was. */
  readonly canBeEmpty = input(false, { transform: booleanAttribute });
  readonly cleared = output();
  /** Why what was typed is not taken; the number that stood there stays. */
  protected override readonly unread = signal<string | null>(null);

  protected take(event: Event): void {
    if (this.canBeEmpty() && valueOf(event) === '') {
      this.unread.set(null);
      this.cleared.emit();
      return;
    }
    const read = numberIn(event, this.value());
    this.unread.set(typeof read === 'string' ? read : null);
    if (typeof read === 'string') this.leave();
    if (typeof read === 'number') this.value.set(read);
  }
}
