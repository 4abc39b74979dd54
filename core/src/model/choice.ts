import * as z from 'zod/mini';
import { orNull } from './fields';
import { IdSchema, recordShape } from './record';
import { ReviewKindSchema } from './sitting-kinds';
import { TechniqueIdSchema } from './technique';
import { DaySchema } from './time';

/** What a choice is about: a problem, or the fresh-problem slot of a technique. */
export const ChoiceTargetSchema = z.union([
  z.strictObject({ problemId: IdSchema }),
  z.strictObject({ technique: TechniqueIdSchema }),
]);
export type ChoiceTarget = z.infer<typeof ChoiceTargetSchema>;

/**
 * Where the person overrules the plan: pinned to a day, not before a day (put off), or dropped for good. The newest
 * choice about a target counts.
 */
export const ChoiceSchema = z.strictObject({
  ...recordShape,
  target: ChoiceTargetSchema,
  choice: z.union([
    z.strictObject({ pin: DaySchema, kind: orNull(ReviewKindSchema) }),
    z.strictObject({ notBefore: DaySchema }),
    z.strictObject({ dropped: z.literal(true) }),
  ]),
});
export type Choice = z.infer<typeof ChoiceSchema>;

/** A key that is equal for equal targets. */
export function targetKey(target: ChoiceTarget): string {
  return 'problemId' in target ? `problem:${target.problemId}` : `technique:${target.technique}`;
}

/** One choice a target: the one written last. */
export function newestChoices(choices: readonly Choice[]): Choice[] {
  const newest = new Map<string, Choice>();
  for (const choice of choices) {
    const key = targetKey(choice.target);
    const known = newest.get(key);
    if (!known || choice.revision > known.revision) newest.set(key, choice);
  }
  return [...newest.values()];
}
