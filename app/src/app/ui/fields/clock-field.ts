import { ChangeDetectionStrategy, Component, model, signal } from '@angular/core';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatTimepicker, MatTimepickerInput, MatTimepickerToggle } from '@angular/material/timepicker';
import { readClockCell } from '@lernen/core/model';
import { clockIn, dateOfText, dayProviders, timeOf } from './day-adapter';
import { BaseField, unreadIn } from './base-field';
import { Labelled } from './labelled';
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
          (valueChange)="take($event, field.value)"
          (input)="read(field.value)"
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
  private readonly typed = signal<string | null>(null);
  protected readonly time = dateOfText(this.value, this.typed, timeOf);
  protected override readonly unread = unreadIn(this.value);

  protected take(time: Date | null, text: string): void {
    const isTime = time !== null && !Number.isNaN(time.getTime());
    const clock = isTime ? clockIn(time) : '';
    this.typed.set(clock);
    this.value.set(clock);
    this.read(text);
  }

  protected read(text: string): void {
    const cell = readClockCell(text);
    this.unread.set('reason' in cell ? `${cell.reason}. Write 18:00 or 6:00 pm.` : null);
  }
}
