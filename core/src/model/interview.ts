import * as z from 'zod/mini';
import { line, numberWithin, text, wholeNumber } from './fields';
import { DifficultySchema } from './problem';
import { fieldwiseShape } from './record';
import { type Technique, type TechniqueId, TechniqueIdSchema, resolveTechnique } from './technique';
import { InstantSchema, ZoneSchema } from './time';

/** Weights by technique; `usual` leaves them to the catalogue. */
export const MixSchema = z.union([
  z.literal('usual'),
  z.record(TechniqueIdSchema, numberWithin(0, 1000)).check(
    z.refine((mix) => Object.values(mix).some((it) => it > 0), {
      error: 'needs at least one technique with a weight above 0',
    }),
  ),
]);
export type Mix = z.infer<typeof MixSchema>;

export const InterviewSchema = z.strictObject({
  ...fieldwiseShape,
  employer: line(120),
  round: text(120),
  at: InstantSchema,
  /** The zone in which the time was announced. */
  zone: ZoneSchema,
  mix: z._default(MixSchema, 'usual'),
  /** What difficulty is expected. */
  difficulty: z._default(DifficultySchema, 'medium'),
  /** 1 (practice run) to 5 (the one that counts). */
  importance: z._default(wholeNumber(1, 5), 3),
  status: z._default(z.enum(['planned', 'done', 'cancelled']), 'planned'),
  note: text(20_000),
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
