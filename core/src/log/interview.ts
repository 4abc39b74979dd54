import * as z from 'zod';
import { DifficultySchema } from './problem';
import { recordShape } from './record';
import { type Technique, type TechniqueId, TechniqueIdSchema, resolveTechnique } from './technique';
import { InstantSchema, ZoneSchema } from './time';

/** Weights by technique; `usual` leaves them to the catalogue. */
export const MixSchema = z.union([
  z.literal('usual'),
  z.record(TechniqueIdSchema, z.number().min(0).max(1000)).refine((mix) => Object.values(mix).some((it) => it > 0), {
    message: 'needs at least one technique with a weight above 0',
  }),
]);
export type Mix = z.infer<typeof MixSchema>;

export const InterviewSchema = z.strictObject({
  ...recordShape,
  employer: z.string().trim().min(1).max(120),
  round: z.string().trim().max(120).default(''),
  at: InstantSchema,
  /** The zone in which the time was announced. */
  zone: ZoneSchema,
  mix: MixSchema.default('usual'),
  /** What difficulty is expected. */
  difficulty: DifficultySchema.default('medium'),
  /** 1 (practice run) to 5 (the one that counts). */
  importance: z.number().int().min(1).max(5).default(3),
  status: z.enum(['planned', 'done', 'cancelled']).default('planned'),
  note: z.string().max(20_000).default(''),
});
export type Interview = z.infer<typeof InterviewSchema>;

/** Shares by technique that sum to 1. Empty when no technique has a weight. */
export type Shares = ReadonlyMap<TechniqueId, number>;

/** What share of an interview each technique is expected to have. */
export function sharesOf(mix: Mix, techniques: readonly Technique[]): Shares {
  const byId = new Map(techniques.map((technique) => [technique.id, technique]));
  const weights = new Map<TechniqueId, number>();
  const add = (id: TechniqueId, weight: number): void => {
    const target = resolveTechnique(id, byId);
    if (weight > 0) weights.set(target, (weights.get(target) ?? 0) + weight);
  };
  if (mix === 'usual') {
    for (const technique of techniques) {
      if (!technique.hidden && !technique.mergedInto) add(technique.id, technique.usualShare);
    }
  } else {
    for (const [id, weight] of Object.entries(mix)) add(id, weight);
  }
  const total = [...weights.values()].reduce((sum, weight) => sum + weight, 0);
  return new Map([...weights].map(([id, weight]) => [id, weight / total]));
}
