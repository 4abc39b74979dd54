import * as z from 'zod';
import type { Difficulty } from './problem';
import type { SittingKind } from './sitting';
import { IdSchema } from './record';
import { DaySchema, type Day, weekdayOf, weekdays } from './time';

const minutes = z.number().int().min(0).max(960);

/** What the person chose; one record, its revision decides between two copies. */
export const SettingsSchema = z.strictObject({
  revision: IdSchema.nullable().default(null),
  theme: z.enum(['light', 'dark', 'system']).default('system'),
  /** The strength to reach, as a chance of an unaided solve in time. */
  goal: z.number().min(0.3).max(0.99).default(0.75),
  /** Minutes within which a problem of each difficulty should be solved. */
  targetMinutes: z
    .strictObject({
      easy: z.number().int().min(1).max(480),
      medium: z.number().int().min(1).max(480),
      hard: z.number().int().min(1).max(480),
    })
    .default({ easy: 15, medium: 25, hard: 40 }),
  /** Minutes available by weekday. */
  week: z
    .strictObject({ mon: minutes, tue: minutes, wed: minutes, thu: minutes, fri: minutes, sat: minutes, sun: minutes })
    .default({ mon: 45, tue: 45, wed: 45, thu: 45, fri: 45, sat: 60, sun: 60 }),
  /** Days that differ from their weekday; 0 is a day off. */
  exceptions: z.record(DaySchema, minutes).default({}),
  firstDayOfWeek: z.enum(weekdays).default('mon'),
  /** Single-key shortcuts; off for people whose tools send such keys by themselves. */
  singleKeys: z.boolean().default(true),
  /** Keys that differ from the shipped ones, by command. */
  keys: z.record(z.string(), z.string().min(1).max(1)).default({}),
});
export type Settings = z.infer<typeof SettingsSchema>;

export const defaultSettings: Settings = SettingsSchema.parse({});

/** Minutes that the person has on a day. */
export function minutesOn(day: Day, settings: Settings): number {
  return settings.exceptions[day] ?? settings.week[weekdayOf(day)];
}

/** The target for a difficulty; an unknown difficulty counts as medium. */
export function targetFor(difficulty: Difficulty | null, settings: Settings): number {
  return settings.targetMinutes[difficulty ?? 'medium'];
}

/** Minutes of the kinds that do not depend on the problem. */
export const kindMinutes = { spot: 3, sketch: 8 } as const;

/** The target for a sitting of a kind: fixed for a Spot and a Sketch, else that of the difficulty. */
export function sittingTarget(kind: SittingKind, difficulty: Difficulty | null, settings: Settings): number {
  return kind === 'spot' || kind === 'sketch' ? kindMinutes[kind] : targetFor(difficulty, settings);
}
