/** A small seeded generator (mulberry32): the same seed gives the same numbers everywhere. */
export class SeededRandom {
  constructor(private state: number) {}

  /** In [0, 1). */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }

  /** An integer from `min` to `max`, both included. */
  between(min: number, max: number): number {
    return min + Math.floor(this.next() * (max - min + 1));
  }

  chance(probability: number): boolean {
    return this.next() < probability;
  }

  pick<T>(choices: readonly [T, ...T[]]): T {
    return choices[this.between(0, choices.length - 1)] ?? choices[0];
  }
}

/** A number of 32 bits that tells texts apart (FNV-1a); also a seed. */
export function textHash(text: string): number {
  let hash = 0x811c9dc5;
  for (const letter of text) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  return hash >>> 0;
}
