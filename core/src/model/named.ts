/** Something that people call by a name. */
export interface Named {
  readonly id: string;
  readonly name: string;
  readonly aliases?: readonly string[];
  /** What it belongs to. */
  readonly family?: string;
}

/** How a word was understood. */
export type NamedMatch<T> =
  | { readonly kind: 'one'; readonly found: T }
  | { readonly kind: 'several'; readonly found: readonly T[] }
  | { readonly kind: 'none' };

/** A label without what people leave out or spell in several ways: case, accents, and whatever parts its words. */
export function labelKey(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
}

function labelsOf({ id, name, aliases = [] }: Named): string[] {
  return [id, name, ...aliases].map(labelKey);
}

/** Whether that is its whole id, name or an alias. */
export function isCalled(it: Named, word: string): boolean {
  const wanted = labelKey(word);
  return wanted !== '' && labelsOf(it).includes(wanted);
}

/** Finds things by id, name, alias or an unambiguous beginning of one. */
export function findNamed<T extends Named>(word: string, some: readonly T[]): NamedMatch<T> {
  const wanted = labelKey(word);
  if (wanted === '') return { kind: 'none' };
  const labelled = some.map((it) => ({ it, labels: labelsOf(it) }));
  const exact = labelled.filter(({ labels }) => labels.includes(wanted));
  const found = exact.length > 0 ? exact : labelled.filter(({ labels }) => labels.some((it) => it.startsWith(wanted)));
  const [first] = found;
  if (!first) return { kind: 'none' };
  return found.length === 1 ? { kind: 'one', found: first.it } : { kind: 'several', found: found.map(({ it }) => it) };
}

/**
 * Things whose id, name or an alias holds the text: first what is called just that, then what begins with it, then what has
 * a word that does, then the rest. All of them for an empty text.
 */
export function likeNamed<T extends Named>(text: string, some: readonly T[]): T[] {
  const wanted = labelKey(text);
  if (wanted === '') return text.trim() === '' ? [...some] : [];
  const rankOf = (label: string): number => {
    if (label === wanted) return 0;
    if (label.startsWith(wanted)) return 1;
    return label.includes(`-${wanted}`) ? 2 : label.includes(wanted) ? 3 : Infinity;
  };
  return some
    .map((it) => ({ it, rank: Math.min(...labelsOf(it).map(rankOf)) }))
    .filter(({ rank }) => rank < Infinity)
    .sort((a, b) => a.rank - b.rank)
    .map(({ it }) => it);
}
