import { DifficultySchema } from '@lernen/core/model';
import * as z from 'zod/mini';
import planned from './planned.json';

/** What the engineer of the demo means to work yet, and the lists that it stands on beside problems that were sat. */
const PlannedSchema = z.strictObject({
  problems: z.array(
    z.strictObject({
      title: z.string(),
      techniques: z.array(z.string()),
      difficulty: z.nullable(DifficultySchema),
      origin: z.string(),
      bounds: z.array(z.string()),
      statement: z.string(),
    }),
  ),
  lists: z.array(
    z.strictObject({
      title: z.string(),
      /** Days from today to its last one. */
      days: z.nullable(z.int()),
      problems: z.array(z.string()),
    }),
  ),
});

export const { problems: plannedProblems, lists: plannedLists } = PlannedSchema.parse(planned);
