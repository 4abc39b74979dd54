import * as z from 'zod/mini';
import shipped from './catalogue.json';
import { type Technique, TechniqueSchema } from './technique';

/** A revision older than any that a person can make, so that every change of theirs wins over the shipped text. */
const revision = '00000000-0000-7000-8000-000000000000';

/**
 * The shipped techniques, in the order of their families. Their usual shares are our own rough guess of a general
 * interview's mix.
 */
export const catalogue: readonly Technique[] = z
  .array(TechniqueSchema)
  .parse(shipped.map((technique) => ({ ...technique, revision })));
