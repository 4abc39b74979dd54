import * as z from 'zod/mini';
import { flag, line, listOf, numberWithin, orNull, text, wholeNumber } from './fields';
import type { Difficulty } from './problem';
import { type SittingKind, sittingKindFacts } from './sitting-kinds';
import { IdSchema, fieldwiseShape } from './record';
import { TechniqueIdSchema } from './technique';
import { DaySchema, type Day, weekdayOf, weekdays } from './time';

const minutes = wholeNumber(0, 960);
const target = wholeNumber(1, 480);

/** Code of the person's own that can be inserted; one that starts new versions of its language is a template. */
export const SnippetSchema = z.strictObject({
  name: text(80),
  language: text(40),
  /** The technique that it is for; null for any. */
  technique: orNull(TechniqueIdSchema),
  isTemplate: flag(),
  code: text(10_000),
});
export type Snippet = z.infer<typeof SnippetSchema>;

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
  /** Blanks that a step of indentation is wide, and the size of code in pixels. */
  tabWidth: z._default(wholeNumber(1, 8), 4),
  codeSize: z._default(wholeNumber(10, 24), 13),
  snippets: listOf(SnippetSchema, 200),
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

/** What new code of a language begins with; empty where there is no template. */
export function templateFor(language: string, { snippets }: Settings): string {
  return snippets.find((it) => it.isTemplate && isOfLanguage(it, language))?.code ?? '';
}

/** Snippets for a language, those of the techniques first. */
export function snippetsFor(language: string, techniques: readonly string[], { snippets }: Settings): Snippet[] {
  const own = snippets.filter((it) => isOfLanguage(it, language) && it.code.trim() !== '');
  const isNear = ({ technique }: Snippet): boolean => technique !== null && techniques.includes(technique);
  return [...own.filter(isNear), ...own.filter((it) => !isNear(it))];
}

function isOfLanguage(snippet: Snippet, language: string): boolean {
  const [own, wanted] = [snippet.language, language].map((it) => it.trim().toLowerCase());
  return own === '' || own === wanted;
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
