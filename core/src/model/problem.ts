import * as z from 'zod/mini';
import { line, listOf, orNull } from './fields';
import { IdSchema, fieldwiseShape } from './record';
import { TechniqueIdSchema } from './technique';
import { InstantSchema } from './time';

export const difficulties = ['easy', 'medium', 'hard'] as const;
export const DifficultySchema = z.enum(difficulties);
export type Difficulty = z.infer<typeof DifficultySchema>;

/** Time and space as a person writes them, such as `O(n log n)`; null where nothing was stated. */
export const CostPairSchema = z.strictObject({
  time: orNull(line(120)),
  space: orNull(line(120)),
});
export type CostPair = z.infer<typeof CostPairSchema>;

export const noCost: CostPair = { time: null, space: null };

/** Characters of a title. */
export const maxTitle = 300;

/** The facts about one exercise: what estimates, plan and lists need. All else stands on its sheet, in entries. */
export const ProblemSchema = z.strictObject({
  ...fieldwiseShape,
  title: line(maxTitle),
  /** Stated difficulty; the felt one belongs to a sitting. */
  difficulty: orNull(DifficultySchema),
  /** The main technique first, further ones beside it. */
  techniques: listOf(TechniqueIdSchema, 12),
  /** The recorded right answer about its cost. */
  cost: z._default(CostPairSchema, noCost),
  /** Where it was met: a contest, a course, a book. */
  origin: orNull(line(200)),
  /** Whose round it was asked in, or is expected in. */
  employer: orNull(line(120)),
  link: orNull(z.url({ protocol: /^https?$/ }).check(z.maxLength(2000))),
  createdAt: InstantSchema,
});
export type Problem = z.infer<typeof ProblemSchema>;

export const ProblemIdSchema = IdSchema;
export type ProblemId = z.infer<typeof ProblemIdSchema>;

/** Titles are the same problem when they differ only in case, in spacing or in how their letters are encoded. */
export function titleKey(title: string): string {
  const known = titleKeys.get(title);
  if (known !== undefined) return known;
  const key = title.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
  if (titleKeys.size >= maxTitleKeys) titleKeys.clear();
  titleKeys.set(title, key);
  return key;
}

/** Remembered, because a line that is typed asks for all of them with every key. */
const titleKeys = new Map<string, string>();
const maxTitleKeys = 20_000;
