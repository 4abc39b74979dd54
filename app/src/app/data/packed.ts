/**
 * Many things as the text of some hundred each: a browser hands text on at once, and copies things one by one. An import
 * writes tens of thousands, and most who meet its entry of the journal ask only how many there were.
 */
export interface Packed {
  readonly length: number;
  /** JSON of lists, in order. */
  readonly parts: readonly string[];
}

/** A list, packed where it is long. */
export type Kept<T> = readonly T[] | Packed;

const partLength = 100;
/** Shorter lists are kept as they are. */
const packedFrom = 500;

export function pack<T>(all: readonly T[]): Kept<T> {
  if (all.length < packedFrom) return all;
  return { length: all.length, parts: [...partsOf(all)].map((part) => JSON.stringify(part)) };
}

export function unpack<T>(kept: Kept<T> | undefined): readonly T[] {
  return [...partsOf(kept)].flat();
}

/** The same in parts of some hundred, each made when it is asked for. */
export function* partsOf<T>(kept: Kept<T> | undefined): Generator<readonly T[]> {
  if (kept === undefined) return;
  if ('parts' in kept) for (const part of kept.parts) yield JSON.parse(part) as T[];
  else yield* chunksOf(kept, partLength);
}

/** A list in pieces of a length, the last of which may be shorter. */
export function* chunksOf<T>(all: readonly T[], length: number): Generator<readonly T[]> {
  for (let start = 0; start < all.length; start += length) yield all.slice(start, start + length);
}
