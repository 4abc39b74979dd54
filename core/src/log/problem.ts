import * as z from 'zod';
import { IdSchema, recordShape } from './record';
import { TechniqueIdSchema } from './technique';
import { InstantSchema } from './time';

export const difficulties = ['easy', 'medium', 'hard'] as const;
export const DifficultySchema = z.enum(difficulties);
export type Difficulty = z.infer<typeof DifficultySchema>;

/** Time and space as a person writes them, such as `O(n log n)`; null where nothing was stated. */
export const CostPairSchema = z.strictObject({
  time: z.string().trim().min(1).max(120).nullable().default(null),
  space: z.string().trim().min(1).max(120).nullable().default(null),
});
export type CostPair = z.infer<typeof CostPairSchema>;

export const noCost: CostPair = { time: null, space: null };

/** One exercise, with everything known about it. */
export const ProblemSchema = z.strictObject({
  ...recordShape,
  title: z.string().trim().min(1).max(300),
  /** Stated difficulty; the felt one belongs to a sitting. */
  difficulty: DifficultySchema.nullable().default(null),
  /** The main technique first, further ones beside it. */
  techniques: z.array(TechniqueIdSchema).max(12).default([]),
  /** The recorded right answer about its cost. */
  cost: CostPairSchema.default(noCost),
  /** Where it was met: a contest, a course, a book. */
  origin: z.string().trim().max(200).nullable().default(null),
  /** Whose round it was asked in, or is expected in. */
  employer: z.string().trim().max(120).nullable().default(null),
  link: z
    .url({ protocol: /^https?$/ })
    .max(2000)
    .nullable()
    .default(null),
  /** The statement in Markdown, kept for this person alone. */
  statement: z.string().max(50_000).default(''),
  /** Limits and conditions as text, one each: `n ≤ 200 000`, `one pass`. */
  bounds: z.array(z.string().trim().min(1).max(200)).max(40).default([]),
  note: z.string().max(50_000).default(''),
  createdAt: InstantSchema,
});
export type Problem = z.infer<typeof ProblemSchema>;

export const ProblemIdSchema = IdSchema;
export type ProblemId = z.infer<typeof ProblemIdSchema>;

/** Titles are the same problem when they differ in case, accents or spacing only. */
export function titleKey(title: string): string {
  return title.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');
}
