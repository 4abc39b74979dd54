/** A small seeded generator (mulberry32): the same seed gives the same demo everywhere. */
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

/** UUIDv7s counted up from a moment: valid, ordered, and the same every time. */
export function countingIds(from: number, random: SeededRandom): (at?: number) => string {
  let counter = 0;
  return (at = from) => {
    counter++;
    const time = Math.max(Math.floor(at), 0).toString(16).padStart(12, '0').slice(-12);
    const count = counter.toString(16).padStart(3, '0').slice(-3);
    const tail = Array.from({ length: 12 }, () => random.between(0, 15).toString(16)).join('');
    const variant = (8 + (Math.floor(counter / 4096) % 4)).toString(16);
    return `${time.slice(0, 8)}-${time.slice(8)}-7${count}-${variant}${tail.slice(0, 3)}-${tail}`;
  };
}
