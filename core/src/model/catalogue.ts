import * as z from 'zod/mini';
import shipped from './catalogue.json';
import { oldestRevision } from './record';
import { type Technique, TechniqueSchema } from './technique';

/**
 * The shipped techniques, in the order of their families. Their usual shares are our own rough guess of a general
 * interview's mix.
 */
export const catalogue: readonly Technique[] = z
  .array(TechniqueSchema)
  .parse(shipped.map((technique) => ({ ...technique, revision: oldestRevision })));

/** Shipped techniques with the person's changes laid over them, then the person's own. */
export function allTechniques(own: readonly Technique[]): Technique[] {
  const changed = new Map(own.map((technique) => [technique.id, technique]));
  const shipped = catalogue.map((technique) => changed.get(technique.id) ?? technique);
  const shippedIds = new Set(catalogue.map((technique) => technique.id));
  return [...shipped, ...[...changed.values()].filter((technique) => !shippedIds.has(technique.id))];
}
