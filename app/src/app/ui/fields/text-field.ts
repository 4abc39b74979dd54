import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  booleanAttribute,
  input,
  model,
  output,
  viewChild,
} from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { BaseField } from './base-field';
import { Labelled } from './labelled';
import { FaultOf } from './fault-of';

/** A line of text. */
@Component({
  selector: 'app-text-field',
  imports: [FaultOf, Labelled, MatFormField, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          #field
          autocomplete="off"
          [class.mono]="isMono()"
          [id]="id"
          [type]="type()"
          [attr.maxlength]="maxLength() ?? 2000"
          [placeholder]="placeholder()"
          [required]="required()"
          [attr.spellcheck]="isMono() ? false : null"
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          [value]="value()"
          (input)="value.set(field.value)"
          (change)="committed.emit(field.value)"
        />
      </mat-form-field>
    </app-labelled>
  `,
})
export class TextField extends BaseField {
  readonly value = model('');
  readonly type = input<'text' | 'url' | 'search'>('text');
  readonly maxLength = input<number>();
  readonly placeholder = input('');
  readonly isMono = input(false, { transform: booleanAttribute });
  /** What stands in it once it is left or Enter is pressed. */
  readonly committed = output<string>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  /** Shows this again, where what was committed is refused. */
  reset(value: string): void {
    this.value.set(value);
    this.field().nativeElement.value = value;
  }
}
