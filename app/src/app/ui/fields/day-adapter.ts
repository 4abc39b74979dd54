import { Injectable, type Provider, type Signal, inject, linkedSignal } from '@angular/core';
import { DateAdapter, MAT_DATE_FORMATS, MAT_DATE_LOCALE, type MatDateFormats } from '@angular/material/core';
import { DateFnsAdapter } from '@angular/material-date-fns-adapter';
import { type Cell, type Day, readClockCell, readDateCell } from '@lernen/core/model';
import { enGB } from 'date-fns/locale/en-GB';
import { enUS } from 'date-fns/locale/en-US';
import { FIRST_DAY_OF_WEEK } from './first-day';

/** Reads days and times of day as all of Lernen does, and shows the calendar in the person's English. */
@Injectable()
class DayAdapter extends DateFnsAdapter {
  private readonly firstDayOfWeek = inject(FIRST_DAY_OF_WEEK);

  override getFirstDayOfWeek(): number {
    return this.firstDayOfWeek();
  }

  override parse(value: unknown): Date | null {
    const cell = readDay(typeof value === 'string' ? value : '');
    if ('reason' in cell) return this.invalid();
    return cell.value === null ? null : dateOf(cell.value);
  }

  override parseTime(value: unknown): Date | null {
    const cell = readClockCell(typeof value === 'string' ? value : '');
    if ('reason' in cell) return this.invalid();
    return cell.value === null ? null : timeOf(cell.value);
  }
}

const formats: MatDateFormats = {
  parse: { dateInput: 'd MMM y', timeInput: 'HH:mm' },
  display: {
    dateInput: 'EEE d MMM y',
    monthYearLabel: 'LLL y',
    dateA11yLabel: 'PPPP',
    monthYearA11yLabel: 'LLLL y',
    timeInput: 'HH:mm',
    timeOptionLabel: 'HH:mm',
  },
};

/** For fields of days and times. */
export const dayProviders: Provider[] = [
  { provide: DateAdapter, useClass: DayAdapter },
  { provide: MAT_DATE_LOCALE, useFactory: () => (isAmerican() ? enUS : enGB) },
  { provide: MAT_DATE_FORMATS, useValue: formats },
];

/** Reads a day as one writes it, with or without its weekday, months before days only where that is usual. */
export function readDay(text: string): Cell<Day> {
  const withoutWeekday = text.replace(/^\s*[a-z]{3,9},?\s+(?=\d)/i, '');
  return readDateCell(withoutWeekday, isAmerican() ? 'month-first' : 'day-first');
}

function isAmerican(): boolean {
  return navigator.language === 'en-US';
}

/**
 * The date of a field's text. What was typed stays as it is while it says the same: given back as another date it would be
 * written over under the cursor.
 */
export function dateOfText(
  text: Signal<string>,
  typed: Signal<string | null>,
  read: (text: string) => Date,
): Signal<Date | null> {
  return linkedSignal<string, Date | null>({
    source: text,
    computation: (now, before) => (now === typed() && before ? before.value : now === '' ? null : read(now)),
  });
}

/** A calendar day as Material's parts hold it: its midnight in the browser's zone. */
export function dateOf(day: Day): Date {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(year, month - 1, date);
}

/** @returns `YYYY-MM-DD` */
export function dayIn(date: Date): Day {
  return `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

/** A time of day, `HH:MM`, as Material's parts hold it: on whatever day. */
export function timeOf(clock: string): Date {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number);
  return new Date(2000, 0, 1, hours, minutes);
}

/** @returns `HH:MM` */
export function clockIn(date: Date): string {
  return `${two(date.getHours())}:${two(date.getMinutes())}`;
}

function two(number: number): string {
  return String(number).padStart(2, '0');
}
