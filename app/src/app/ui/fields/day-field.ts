import { ChangeDetectionStrategy, Component, computed, input, model, output, signal } from '@angular/core';
import { MatDatepicker, MatDatepickerInput, MatDatepickerToggle } from '@angular/material/datepicker';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { dateOf, dateOfText, dayIn, dayProviders, readDay } from './day-adapter';
import { BaseField, unreadIn } from './base-field';
import { Labelled } from './labelled';
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
          #field
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
          (dateInput)="take($event.value, field.value)"
          (input)="read(field.value)"
          (dateChange)="take($event.value, field.value); commit()"
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
  /** The first and the last day that the calendar offers. */
  readonly firstDay = input('');
  readonly lastDay = input('');
  readonly placeholder = input('24 Nov 2026');
  /** The day once it is chosen, or the field is left. */
  readonly committed = output<string>();
  private readonly typed = signal<string | null>(null);
  protected readonly first = computed(() => (this.firstDay() === '' ? null : dateOf(this.firstDay())));
  protected readonly last = computed(() => (this.lastDay() === '' ? null : dateOf(this.lastDay())));
  protected readonly date = dateOfText(this.value, this.typed, dateOf);
  protected override readonly unread = unreadIn(this.value);

  protected take(date: Date | null, text: string): void {
    const day = date ? dayIn(date) : '';
    this.typed.set(day);
    this.value.set(day);
    this.read(text);
  }

  protected read(text: string): void {
    const cell = readDay(text);
    this.unread.set('reason' in cell ? `${cell.reason}. Write 24 Nov 2026 or 2026-11-24.` : null);
  }

  protected commit(): void {
    this.leave();
    if (this.unread() === null) this.committed.emit(this.value());
  }
}
