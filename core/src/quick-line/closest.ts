import { at } from '../at';

/** The one candidate within two typing errors (one for short words), or null when none or several are as near. */
export function closest(word: string, candidates: readonly string[]): string | null {
  const limit = word.length <= 4 ? 1 : 2;
  const near = candidates
    .map((candidate) => ({ candidate, distance: editDistance(word, candidate, limit) }))
    .filter(({ distance }) => distance <= limit)
    .sort((a, b) => a.distance - b.distance);
  const [first, second] = near;
  return first && (!second || second.distance > first.distance) ? first.candidate : null;
}

/** Insertions, removals, replacements and swapped neighbours from one word to the other; over the limit is `limit + 1`. */
function editDistance(from: string, to: string, limit: number): number {
  if (Math.abs(from.length - to.length) > limit) return limit + 1;
  let before: number[] = [];
  let row = Array.from({ length: to.length + 1 }, (_, index) => index);
  for (let i = 1; i <= from.length; i++) {
    const next = [i];
    for (let j = 1; j <= to.length; j++) {
      const replaced = at(row, j - 1) + (from[i - 1] === to[j - 1] ? 0 : 1);
      const isSwapped = i > 1 && j > 1 && from[i - 1] === to[j - 2] && from[i - 2] === to[j - 1];
      const swapped = isSwapped ? at(before, j - 2) + 1 : Infinity;
      next.push(Math.min(replaced, swapped, at(row, j) + 1, at(next, j - 1) + 1));
    }
    before = row;
    row = next;
  }
  return row[to.length] ?? limit + 1;
}
