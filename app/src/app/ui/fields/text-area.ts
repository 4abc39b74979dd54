import { ChangeDetectionStrategy, Component, booleanAttribute, input, model } from '@angular/core';
import { CdkTextareaAutosize } from '@angular/cdk/text-field';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { BaseField } from './base-field';
import { FaultOf } from './fault-of';
import { Labelled } from './labelled';

/** Several lines of text; it grows with them. */
@Component({
  selector: 'app-text-area',
  imports: [CdkTextareaAutosize, FaultOf, Labelled, MatFormField, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <textarea
          matInput
          #field
          cdkTextareaAutosize
          [cdkAutosizeMinRows]="rows()"
          [cdkAutosizeMaxRows]="24"
          [class.mono]="isMono()"
          [attr.spellcheck]="isMono() ? false : null"
          [id]="id"
          [attr.maxlength]="maxLength() ?? 50_000"
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          [placeholder]="placeholder()"
          [value]="value()"
          (input)="value.set(field.value)"
        ></textarea>
      </mat-form-field>
    </app-labelled>
  `,
})
export class TextArea extends BaseField {
  readonly value = model('');
  readonly rows = input(3);
  readonly maxLength = input<number>();
  readonly placeholder = input('');
  readonly isMono = input(false, { transform: booleanAttribute });
}
