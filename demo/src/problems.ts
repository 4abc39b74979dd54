import * as z from 'zod/mini';
import { DifficultySchema } from '@lernen/core/model';
import problems from './problems.json';

const DemoProblemSchema = z.strictObject({
  title: z.string(),
  techniques: z.array(z.string()),
  difficulty: DifficultySchema,
  time: z.string(),
  space: z.string(),
  bounds: z.array(z.string()),
  statement: z.string(),
});

/** A problem of the archipelago. */
export type DemoProblem = z.infer<typeof DemoProblemSchema>;

/** Made up for this demo: lighthouses, tide gauges and islets that exist nowhere. */
export const demoProblems: readonly DemoProblem[] = z.array(DemoProblemSchema).parse(problems);

export const origins = [
  "Keeper's Cup",
  'Tidewater Course',
  'Skerry Problem Book',
  'Archipelago Open',
  'a friend at Fennmark',
] as const;
export const employers = ['Otterbridge', 'Fennmark Signals', 'Halden & Reef'] as const;
