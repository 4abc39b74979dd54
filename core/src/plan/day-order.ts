import type { MixUp } from '../estimate/estimate';
import type { TechniqueId } from '../log/technique';

interface Orderable {
  readonly technique: TechniqueId | null;
  /** Readiness that it gains. */
  readonly worth: number;
}

/**
 * Orders a day: what is worth most first, for it is the one to do if only one is done; then never the same technique
 * twice running where it can be helped (Rohrer & Taylor 2007), and techniques that were mixed up next to each other, to
 * be told apart.
 */
export function orderDay<I extends Orderable>(items: readonly I[], mixUps: readonly MixUp[]): I[] {
  const waiting = [...items].sort((a, b) => b.worth - a.worth);
  const ordered: I[] = [];
  while (waiting.length > 0) {
    const last = ordered.at(-1);
    let chosen = 0;
    if (last) {
      const confused = waiting.findIndex((item) => areMixedUp(item.technique, last.technique, mixUps));
      const different = waiting.findIndex((item) => item.technique === null || item.technique !== last.technique);
      chosen = confused >= 0 ? confused : Math.max(different, 0);
    }
    ordered.push(...waiting.splice(chosen, 1));
  }
  return ordered;
}

function areMixedUp(a: TechniqueId | null, b: TechniqueId | null, mixUps: readonly MixUp[]): boolean {
  return mixUps.some(({ right, named }) => (right === a && named === b) || (right === b && named === a));
}
