import { type Difficulty } from './problem';
import { type Help, type Result, maxMinutes } from './sitting-words';
import { type Day, DaySchema } from './time';

/** A cell that was read, or why not. Null stands for an empty one. */
export type Cell<T> = { readonly value: T | null } | { readonly reason: string };

/** Which of two numbers in `3/11/2026` is the day. */
export type DateOrder = 'day-first' | 'month-first';

/**
 * The order that fits the dates of a column. Where each of them could be read both ways, the order that puts more of
 * them between the column's other dates; day first where that says nothing either.
 */
export function guessDateOrder(cells: readonly string[]): DateOrder {
  const pairs = cells.flatMap((cell) => {
    const match = /^\s*(\d{1,2})[/-](\d{1,2})[/-]\d{2,4}/.exec(cell);
    return match ? [[Number(match[1]), Number(match[2])] as const] : [];
  });
  const monthFirst = pairs.filter(([, second]) => second > 12).length;
  const dayFirst = pairs.filter(([first]) => first > 12).length;
  if (monthFirst !== dayFirst) return monthFirst > dayFirst ? 'month-first' : 'day-first';
  return datesBetween(cells, 'month-first') > datesBetween(cells, 'day-first') ? 'month-first' : 'day-first';
}

/** How many dates, read in this order, lie between the first and the last of those that can be read in one way only. */
function datesBetween(cells: readonly string[], order: DateOrder): number {
  const read = (cell: string, by: DateOrder): Day => {
    const date = readDateCell(cell, by);
    return ('value' in date && date.value) || '';
  };
  const certain = cells
    .map((cell) => read(cell, 'day-first'))
    .filter((day, index) => day === read(cells[index] ?? '', 'month-first') && day !== '')
    .sort();
  const [first = '', last = ''] = [certain[0], certain.at(-1)];
  return cells.filter((cell) => read(cell, order) >= first && read(cell, order) <= last).length;
}

/** `2026-11-03`, `3.11.2026`, `11/3/26`, `3 Nov 2026`, `November 3, 2026`, with or without a time behind it. */
export function readDateCell(text: string, order: DateOrder): Cell<Day> {
  const cell = text.trim().replace(/[T ]\d{1,2}:\d{2}.*$/, '');
  if (cell === '') return { value: null };
  const parts = dateParts(cell, order);
  const day = parts && `${parts.year}-${pad(parts.month)}-${pad(parts.day)}`;
  const parsed = DaySchema.safeParse(day);
  if (parsed.success) return { value: parsed.data };
  const fault = parsed.error.issues.find((issue) => 'format' in issue && issue.format === 'regex');
  const reason = fault?.message ?? 'is not a date that can be read';
  return { reason: `“${text.trim()}” ${reason}` };
}

/** `18:00`, `7:30 pm`, `19.30`, as `HH:MM`. */
export function readClockCell(text: string): Cell<string> {
  const cell = text.trim();
  if (cell === '' || cell === '-') return { value: null };
  const match = /^(\d{1,2})[:.](\d{2})(?::\d{2})?\s*(?:([ap])\.?m\.?|uhr)?$/i.exec(cell);
  const [hour, minute, half] = [Number(match?.[1]), Number(match?.[2]), match?.[3]?.toLowerCase()];
  const isHour = half === undefined ? hour <= 23 : hour >= 1 && hour <= 12;
  if (!match || !isHour || minute > 59) return { reason: `“${cell}” is not a time of day` };
  const hours = half === undefined ? hour : (hour % 12) + (half === 'p' ? 12 : 0);
  return { value: `${pad(hours)}:${pad(minute)}` };
}

/**
 * `31`, `31 min`, `1:05` (hours and minutes), `19:30` (minutes and seconds, as nobody sits so many hours), `1:05:30`,
 * `1h05`, `1,5 h`. Rounded to whole minutes.
 */
export function readMinutesCell(text: string): Cell<number> {
  const cell = text.trim().toLowerCase().replace(',', '.');
  if (cell === '' || cell === '-' || cell === '–') return { value: null };
  const minutes = minutesFrom(cell);
  if (minutes === null) return { reason: `“${text.trim()}” is not a time that can be read` };
  if (minutes > maxMinutes) return { reason: `“${text.trim()}” is more than a day` };
  return { value: Math.round(minutes) };
}

/** Whether two numbers with a colon can only be minutes and seconds. */
export function isStopwatch(cell: string): boolean {
  const [, first] = /^\s*(\d{1,2}):\d{2}\s*$/.exec(cell) ?? [];
  return Number(first) > maxHours;
}

/** Of a sitting, as far as anybody writes them with a colon. */
const maxHours = 7;

/** `31`, `2 attempts`, `x2`. */
export function readCountCell(text: string, max: number): Cell<number> {
  const cell = text.trim();
  if (cell === '' || cell === '-') return { value: null };
  const match = /^x?\s*(\d{1,4})(?:\s*(?:x|times|attempts?|tries|versuche?))?$/i.exec(cell);
  const count = match ? Number(match[1]) : NaN;
  return count >= 0 && count <= max ? { value: count } : { reason: `“${cell}” is not a number from 0 to ${max}` };
}

export function readDifficultyCell(text: string): Cell<Difficulty> {
  return readWord(text, 'a difficulty', {
    easy: ['easy', 'e', 'simple', 'low', 'leicht', 'einfach', 'fácil', 'facile', '1'],
    medium: ['medium', 'm', 'med', 'mid', 'moderate', 'normal', 'mittel', 'medio', 'moyen', '2'],
    hard: ['hard', 'h', 'difficult', 'high', 'schwer', 'schwierig', 'difícil', 'difficile', '3'],
  });
}

export function readResultCell(text: string): Cell<Result> {
  return readWord(text, 'a result', {
    solved: [
      'solved',
      'yes',
      'y',
      'true',
      'done',
      'ok',
      'accepted',
      'ac',
      'pass',
      'passed',
      'ja',
      'gelöst',
      '✓',
      '✔',
      'x',
      '1',
    ],
    partly: ['partly', 'partial', 'partially', 'half', 'teilweise', '~'],
    unsolved: ['unsolved', 'no', 'n', 'false', 'failed', 'fail', 'not solved', 'nein', 'ungelöst', '✗', '0'],
    abandoned: ['abandoned', 'gave up', 'skipped', 'abgebrochen'],
  });
}

export function readHelpCell(text: string): Cell<Help> {
  return readWord(text, 'a kind of help', {
    none: ['none', 'no', 'n', 'false', 'alone', 'unaided', 'keine', 'nein', '0'],
    hint: ['hint', 'hints', 'nudge', 'yes', 'y', 'true', 'tipp', 'hinweis', 'ja', '1'],
    read: ['read', 'solution', 'answer', 'editorial', 'lösung', 'gelesen'],
    copied: ['copied', 'copy', 'abgeschrieben'],
  });
}

function readWord<W extends string>(
  text: string,
  what: string,
  spellings: Readonly<Record<W, readonly string[]>>,
): Cell<W> {
  const cell = text.trim().toLowerCase();
  if (cell === '' || cell === '-') return { value: null };
  const found = (Object.keys(spellings) as W[]).find((word) => spellings[word].includes(cell));
  return found ? { value: found } : { reason: `“${text.trim()}” is not ${what} that is known` };
}

interface DateParts {
  /** Four digits. */
  readonly year: string;
  readonly month: number;
  readonly day: number;
}

const monthNames = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const otherMonthNames: Readonly<Record<string, number>> = { mär: 3, mai: 5, okt: 10, dez: 12 };

function dateParts(cell: string, order: DateOrder): DateParts | null {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(cell);
  if (iso) return { year: iso[1] ?? '', month: Number(iso[2]), day: Number(iso[3]) };
  const numeric = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/.exec(cell);
  if (numeric) {
    const [first, second] = [Number(numeric[1]), Number(numeric[2])];
    const dayIsFirst = numeric[0].includes('.') || first > 12 || (second <= 12 && order === 'day-first');
    return { year: fullYear(numeric[3] ?? ''), month: dayIsFirst ? second : first, day: dayIsFirst ? first : second };
  }
  const dayName = /^(\d{1,2})\.?\s+(\p{L}+)\.?,?\s+(\d{4}|\d{2})$/u.exec(cell);
  if (dayName) return { day: Number(dayName[1]), month: monthFrom(dayName[2] ?? ''), year: fullYear(dayName[3] ?? '') };
  const nameDay = /^(\p{L}+)\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/u.exec(cell);
  if (nameDay) return { month: monthFrom(nameDay[1] ?? ''), day: Number(nameDay[2]), year: nameDay[3] ?? '' };
  return null;
}

function monthFrom(name: string): number {
  const start = name.toLowerCase().slice(0, 3);
  return otherMonthNames[start] ?? monthNames.indexOf(start) + 1;
}

function minutesFrom(cell: string): number | null {
  if (isStopwatch(cell)) return minutesFrom(`0:${cell}`);
  const clock = /^(\d{1,2}):(\d{2})$/.exec(cell) ?? /^(\d{1,2}):(\d{1,2}):(\d{2})$/.exec(cell);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]) + Number(clock[3] ?? 0) / 60;
  const plain = /^(\d+(?:\.\d+)?)\s*(?:m|min|mins|minutes?|minuten)?\.?$/.exec(cell);
  if (plain) return Number(plain[1]);
  const hours =
    /^(\d+(?:\.\d+)?)\s*(?:h|hrs?|hours?|std|stunden?)\.?\s*(?:(\d{1,2})\s*(?:m|min|mins|minutes?)?)?$/.exec(cell);
  return hours ? Number(hours[1]) * 60 + Number(hours[2] ?? 0) : null;
}

function fullYear(year: string): string {
  return year.length === 2 ? `20${year}` : year;
}

function pad(value: number): string {
  return String(value).padStart(2, '0');
}
