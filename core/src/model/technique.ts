import * as z from 'zod/mini';
import { flag, line, listOf, numberWithin, orNull, text } from './fields';
import { findNamed, isCalled } from './named';
import { recordShape } from './record';

/** A short stable word such as `sliding-window`; the same in every copy, so that two logs merge by meaning. */
export const TechniqueIdSchema = z
  .string()
  .check(
    z.regex(/^[a-z0-9]+(?:-[a-z0-9]+)*$/, { error: 'must be lower-case words joined by hyphens' }),
    z.maxLength(60),
  );
export type TechniqueId = z.infer<typeof TechniqueIdSchema>;

/** Characters of the name of a technique. */
export const maxName = 80;

/** A pattern that solves problems, with what points to it and what goes wrong with it. */
export const TechniqueSchema = z.strictObject({
  ...recordShape,
  id: TechniqueIdSchema,
  name: line(maxName),
  /** Related techniques share a family and evidence. */
  family: line(60),
  aliases: listOf(line(60)),
  /** What in a statement points here. */
  cues: listOf(z.string()),
  /** Costs that are typical of it, as text for people. */
  costs: z._default(z.string(), ''),
  pitfalls: listOf(z.string()),
  /** The person's own code to begin with. */
  template: text(20_000),
  templateLanguage: text(40),
  /** How often an interview asks for it, relative to the others, where nothing better is known. 0 leaves it out. */
  usualShare: z._default(numberWithin(0, 100), 1),
  /** Hidden techniques are not offered; what was logged with them stays. */
  hidden: flag(),
  /** Set when this technique was merged into another: whatever names it means the other. */
  mergedInto: orNull(TechniqueIdSchema),
});
export type Technique = z.infer<typeof TechniqueSchema>;

/** A technique as a person adds it. */
export const TechniqueFormSchema = z.object({ name: TechniqueSchema.shape.name, family: TechniqueSchema.shape.family });

/** Turns a name into an id: “Two pointers” becomes `two-pointers`. Empty when nothing of it is left. */
export function techniqueIdFrom(name: string): TechniqueId {
  return name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60)
    .replace(/-+$/, '');
}

/** How a technique word was understood. */
export type TechniqueMatch =
  | { readonly kind: 'one'; readonly technique: Technique }
  | { readonly kind: 'several'; readonly techniques: readonly Technique[] }
  | { readonly kind: 'none' };

/**
 * Finds techniques by id, name, alias or an unambiguous beginning of one, ignoring case, spaces and hyphens. One that is
 * hidden or merged away is found by its whole name only: whoever writes that means it.
 */
export function findTechnique(word: string, techniques: readonly Technique[]): TechniqueMatch {
  const isOffered = ({ hidden, mergedInto }: Technique): boolean => !hidden && mergedInto === null;
  const exact = techniques.filter((technique) => isCalled(technique, word));
  const offered = (exact.length > 0 ? exact : techniques).filter(isOffered);
  if (offered.length === 0) return matchOf(exact, techniques);
  const match = findNamed(word, offered);
  return matchOf(match.kind === 'one' ? [match.found] : match.kind === 'several' ? match.found : [], techniques);
}

/** Follows merges to the technique that stands for this one now. A circle of merges ends where it was entered. */
export function resolveTechnique(id: TechniqueId, techniques: ReadonlyMap<TechniqueId, Technique>): TechniqueId {
  const seen = new Set<TechniqueId>();
  let current = id;
  for (;;) {
    const next = techniques.get(current)?.mergedInto;
    if (!next || seen.has(next)) return current;
    seen.add(current);
    current = next;
  }
}

function matchOf(found: readonly Technique[], all: readonly Technique[]): TechniqueMatch {
  const byId = new Map(all.map((technique) => [technique.id, technique]));
  const ids = new Set(found.map((technique) => resolveTechnique(technique.id, byId)));
  const resolved = [...ids].flatMap((id) => byId.get(id) ?? []);
  const [first] = resolved;
  if (!first) return { kind: 'none' };
  return resolved.length === 1 ? { kind: 'one', technique: first } : { kind: 'several', techniques: resolved };
}
