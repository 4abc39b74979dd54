import { TZDateMini } from '@date-fns/tz';
import * as z from 'zod/mini';
import { TimeError } from '../errors';

/** Outside of these years lie slips of the keyboard and broken clocks, not practice. */
export const withinYears = 'must lie between the years 1970 and 2199';
const within = z.regex(/^(?:19[7-9]\d|2[01]\d\d)-/, { error: withinYears });

/** A UTC instant, ISO 8601 with `Z`. */
export const InstantSchema = z.iso.datetime().check(within);
export type Instant = z.infer<typeof InstantSchema>;

/** A calendar day `YYYY-MM-DD` in the zone of whoever reads it. */
export const DaySchema = z.iso.date().check(within);
export type Day = z.infer<typeof DaySchema>;

/** A time of day `HH:MM`. */
export const ClockSchema = z
  .string()
  .check(z.regex(/^(?:[01]\d|2[0-3]):[0-5]\d$/, { error: 'must be a time of day such as 18:00' }));

/** An IANA time zone such as `Europe/Lisbon`. */
export const ZoneSchema = z.string().check(z.minLength(1), z.refine(isZone, { error: 'is not a known time zone' }));
export type Zone = z.infer<typeof ZoneSchema>;

export const millisecondsPerDay = 86_400_000;

const weekdayNames = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'] as const;
export type Weekday = (typeof weekdayNames)[number];

/** Days of the week as `Date.getUTCDay` counts them: Sunday is 0. */
export const weekdays: readonly Weekday[] = weekdayNames;

export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return zone.length > 0;
  } catch {
    return false;
  }
}

/** The calendar day on which an instant falls in a zone. */
export function dayOf(instant: Instant, zone: Zone): Day {
  return dayFormat(zone).format(Date.parse(instant));
}

/** The end of the calendar day on which an instant falls in a zone. */
export function endOfDay(instant: Instant, zone: Zone): Instant {
  return instantAt(addDays(dayOf(instant, zone), 1), '00:00', zone);
}

/** The clock time `HH:MM` of an instant in a zone. */
export function clockOf(instant: Instant, zone: Zone): string {
  const local = new TZDateMini(instant, zone);
  return `${twoDigits(local.getHours())}:${twoDigits(local.getMinutes())}`;
}

/** The instant at which a zone's clocks show this day and time; a time skipped by a clock change moves forward. */
export function instantAt(day: Day, clock: string, zone: Zone): Instant {
  const match = /^(\d{2}):(\d{2})$/.exec(clock);
  if (!isDay(day) || !match) throw new TimeError(`Cannot read the time “${day} ${clock}”: write 2026-12-21 and 14:30.`);
  const [year, month, date] = day.split('-').map(Number);
  const local = new TZDateMini(year ?? 0, (month ?? 1) - 1, date ?? 1, Number(match[1]), Number(match[2]), zone);
  return new Date(local.getTime()).toISOString();
}

/** Whether a text is a day that exists: 2026-02-30 is not. */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && DaySchema.safeParse(text).success;
}

export function addDays(day: Day, count: number): Day {
  return new Date(toUtc(day) + count * millisecondsPerDay).toISOString().slice(0, 10);
}

/** Whole days from one calendar day to another; negative when `to` is earlier. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((toUtc(to) - toUtc(from)) / millisecondsPerDay);
}

export function weekdayOf(day: Day): Weekday {
  return weekdays[new Date(toUtc(day)).getUTCDay()] ?? 'sun';
}

function toUtc(day: Day): number {
  const milliseconds = Date.parse(`${day}T00:00:00Z`);
  if (Number.isNaN(milliseconds)) throw new TimeError(`“${day}” is not a calendar day: write 2026-12-21.`);
  return milliseconds;
}

const formats = new Map<Zone, Intl.DateTimeFormat>();

/** Formatters are slow to make and quick to use; one is kept for each zone. The Swedish locale writes ISO days. */
function dayFormat(zone: Zone): Intl.DateTimeFormat {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' });
    formats.set(zone, format);
  }
  return format;
}

function twoDigits(value: number): string {
  return String(value).padStart(2, '0');
}
