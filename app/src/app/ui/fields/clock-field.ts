import { ChangeDetectionStrategy, Component, booleanAttribute, input, model, signal } from '@angular/core';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatTimepicker, MatTimepickerInput, MatTimepickerToggle } from '@angular/material/timepicker';
import { clockIn, dateOfText, dayProviders, timeOf } from './day-adapter';
import { BaseField } from './base-field';
import { Labelled } from './labelled';
import { afterPress } from '../press';
import { FaultOf } from './fault-of';

/** A time of day, typed or taken from a list of half hours. */
@Component({
  selector: 'app-clock-field',
  imports: [
    FaultOf,
    Labelled,
    MatFormField,
    MatInput,
    MatSuffix,
    MatTimepicker,
    MatTimepickerInput,
    MatTimepickerToggle,
  ],
  providers: dayProviders,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          #field
          autocomplete="off"
          maxlength="20"
          placeholder="18:00"
          [id]="id"
          [required]="required()"
          [matTimepicker]="times"
          [matTimepickerOpenOnClick]="false"
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          [value]="time()"
          (valueChange)="take($event)"
          (change)="leave(field.value)"
        />
        <mat-timepicker-toggle matIconSuffix [for]="times" />
        <mat-timepicker #times interval="30min" />
      </mat-form-field>
    </app-labelled>
  `,
})
export class ClockField extends BaseField {
  /** `HH:MM`; empty where there is none, or where what was typed is no time of day. */
  readonly value = model('');
  readonly required = input(false, { transform: booleanAttribute });
  private readonly typed = signal<string | null>(null);
  protected readonly time = dateOfText(this.value, this.typed, timeOf);
  protected readonly fault = signal<string | null>(null);

  protected take(time: Date | null): void {
    const isTime = time !== null && !Number.isNaN(time.getTime());
    const clock = isTime ? clockIn(time) : '';
    this.typed.set(clock);
    this.value.set(clock);
    if (isTime) this.fault.set(null);
  }

  protected leave(text: string): void {
    const isNone = this.value() === '' && text.trim() !== '';
    const fault = isNone ? `“${text.trim()}” is no time of day. Write 18:00 or 6:00 pm.` : null;
    // It moves what stands under it: not while a press on that is under way.
    afterPress(() => this.fault.set(fault));
  }
}
