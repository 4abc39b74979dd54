import type { SeededRandom } from '@lernen/core/random';

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
