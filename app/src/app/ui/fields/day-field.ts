import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { MatDatepicker, MatDatepickerInput, MatDatepickerToggle } from '@angular/material/datepicker';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { dateOf, dateOfText, dayIn, dayProviders, readDay } from './day-adapter';
import { BaseField } from './base-field';
import { Labelled } from './labelled';
import { afterPress } from '../press';
import { FaultOf } from './fault-of';

/** A calendar day, typed or taken from a calendar. */
@Component({
  selector: 'app-day-field',
  imports: [
    FaultOf,
    Labelled,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatFormField,
    MatInput,
    MatSuffix,
  ],
  providers: dayProviders,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <input
          matInput
          autocomplete="off"
          maxlength="40"
          [id]="id"
          [placeholder]="placeholder()"
          [required]="required()"
          [matDatepicker]="calendar"
          [min]="first()"
          [max]="last()"
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          [value]="date()"
          (dateInput)="take($event.value)"
          (dateChange)="take($event.value); leave($event.targetElement)"
        />
        <mat-datepicker-toggle matIconSuffix [for]="calendar" />
        <mat-datepicker #calendar [startAt]="date() ?? first()" />
      </mat-form-field>
    </app-labelled>
  `,
})
export class DayField extends BaseField {
  /** `YYYY-MM-DD`; empty where there is none, or where what was typed is no day. */
  readonly value = model('');
  readonly min = input('');
  readonly max = input('');
  readonly placeholder = input('24 Nov 2026');
  readonly required = input(false, { transform: booleanAttribute });
  /** The day once it is chosen, or the field is left. */
  readonly committed = output<string>();
  private readonly typed = signal<string | null>(null);
  protected readonly first = computed(() => (this.min() === '' ? null : dateOf(this.min())));
  protected readonly last = computed(() => (this.max() === '' ? null : dateOf(this.max())));
  protected readonly date = dateOfText(this.value, this.typed, dateOf);
  protected readonly fault = signal<string | null>(null);

  protected take(date: Date | null): void {
    const day = date ? dayIn(date) : '';
    this.typed.set(day);
    this.value.set(day);
    if (date) this.fault.set(null);
  }

  protected leave(field: HTMLElement): void {
    const cell = readDay((field as HTMLInputElement).value);
    const fault = 'reason' in cell ? `${cell.reason}. Write 24 Nov 2026 or 2026-11-24.` : null;
    // It moves what stands under it: not while a press on that is under way.
    afterPress(() => this.fault.set(fault));
    if (fault === null) this.committed.emit(this.value());
  }
}
