import * as z from 'zod/mini';
import { line, numberWithin, orNull, wholeNumber } from './fields';
import type { Difficulty } from './problem';
import { type SittingKind, sittingKindFacts } from './sitting-kinds';
import { IdSchema, fieldwiseShape } from './record';
import { DaySchema, type Day, weekdayOf, weekdays } from './time';

const minutes = wholeNumber(0, 960);
const target = wholeNumber(1, 480);

/**
 * What the person chose; one record, its revision decides between two copies. Fields that it does not know are kept: a
 * later version may have written them.
 */
export const SettingsSchema = z.looseObject({
  revision: orNull(IdSchema),
  changed: fieldwiseShape.changed,
  theme: z._default(z.enum(['light', 'dark', 'system']), 'system'),
  /** The strength to reach, as a chance of an unaided solve in time. */
  goal: z._default(numberWithin(0.3, 0.99), 0.75),
  /** Minutes within which a problem of each difficulty should be solved. */
  targetMinutes: z._default(z.strictObject({ easy: target, medium: target, hard: target }), {
    easy: 15,
    medium: 25,
    hard: 40,
  }),
  /** Minutes available by weekday. */
  week: z._default(
    z.strictObject({
      mon: minutes,
      tue: minutes,
      wed: minutes,
      thu: minutes,
      fri: minutes,
      sat: minutes,
      sun: minutes,
    }),
    { mon: 45, tue: 45, wed: 45, thu: 45, fri: 45, sat: 60, sun: 60 },
  ),
  /** Days that differ from their weekday; 0 is a day off. */
  exceptions: z._default(z.record(DaySchema, minutes), () => ({})),
  firstDayOfWeek: z._default(z.enum(weekdays), 'mon'),
  /** The language of the interviews; its rate says what the bounds allow. Null takes a usual one. */
  language: orNull(line(40)),
  /** Simple steps a second by language, where they differ from the shipped rates. */
  stepsPerSecond: z._default(z.record(z.string(), numberWithin(1, 1e12)), () => ({})),
  /** Single-key shortcuts; off for people whose tools send such keys by themselves. */
  singleKeys: z._default(z.boolean(), true),
  /** Keys that differ from the shipped ones, by command. */
  keys: z._default(z.record(z.string(), z.string().check(z.length(1))), () => ({})),
});
export type Settings = z.infer<typeof SettingsSchema>;

export const defaultSettings: Settings = SettingsSchema.parse({});

/** Settings as they were stored. A field that cannot be read has its default, and is named. */
export function readSettings(stored: object): { readonly settings: Settings; readonly unreadable: readonly string[] } {
  const whole = SettingsSchema.safeParse(stored);
  if (whole.success) return { settings: whole.data, unreadable: [] };
  const unreadable = [...new Set(whole.error.issues.map(({ path }) => String(path[0])))];
  const rest = Object.fromEntries(Object.entries(stored).filter(([name]) => !unreadable.includes(name)));
  return { settings: SettingsSchema.parse(rest), unreadable };
}

/** Minutes that the person has on a day. */
export function minutesOn(day: Day, settings: Settings): number {
  return settings.exceptions[day] ?? settings.week[weekdayOf(day)];
}

/** The target for a difficulty; an unknown difficulty counts as medium. */
export function targetFor(difficulty: Difficulty | null, settings: Settings): number {
  return settings.targetMinutes[difficulty ?? 'medium'];
}

/** The target for a sitting of a kind: fixed for a Spot and a Sketch, else that of the difficulty. */
export function sittingTarget(kind: SittingKind, difficulty: Difficulty | null, settings: Settings): number {
  return sittingKindFacts[kind].minutes ?? targetFor(difficulty, settings);
}
