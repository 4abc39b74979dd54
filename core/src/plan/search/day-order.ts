import type { MixUp } from '../../estimate/estimate';
import type { TechniqueId } from '../../model/technique';

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
    if (!last && waiting[0] && !startsWell(waiting)) {
      ordered.push(...waiting.splice(0, 1));
      continue;
    }
    const confused = last ? waiting.findIndex((it) => areMixedUp(it.technique, last.technique, mixUps)) : -1;
    const fitting = waiting.findIndex((item, index) => {
      const isAgain = last !== undefined && item.technique !== null && item.technique === last.technique;
      return !isAgain && canAlternate(waiting, index);
    });
    const chosen = [confused, fitting, mostOften(waiting, last?.technique ?? null)].find((index) => index >= 0);
    ordered.push(...waiting.splice(chosen ?? 0, 1));
  }
  return ordered;
}

/** Whether something that is worth nearly as much as the first lets the others alternate. */
function startsWell(items: readonly Orderable[]): boolean {
  const start = items.find((_, index) => canAlternate(items, index));
  return start !== undefined && start.worth >= nearly * (items[0]?.worth ?? 0);
}

const nearly = 0.7;

/** Where one technique is most of the day, it comes every second time. Gives −1 where only the last one is left. */
function mostOften(items: readonly Orderable[], last: TechniqueId | null): number {
  const countOf = (technique: TechniqueId | null): number => items.filter((it) => it.technique === technique).length;
  const others = items.filter(({ technique }) => technique === null || technique !== last);
  const max = Math.max(...others.map(({ technique }) => countOf(technique)));
  return items.findIndex((item) => others.includes(item) && countOf(item.technique) === max);
}

/** Whether what is left after one of the items can go on without the same technique twice running. */
function canAlternate(items: readonly Orderable[], chosen: number): boolean {
  const counts = new Map<TechniqueId, number>();
  items.forEach(({ technique }, index) => {
    if (index !== chosen && technique !== null) counts.set(technique, (counts.get(technique) ?? 0) + 1);
  });
  const left = items.length - 1;
  return [...counts].every(
    ([technique, count]) => 2 * count <= left + (technique === items[chosen]?.technique ? 0 : 1),
  );
}

function areMixedUp(a: TechniqueId | null, b: TechniqueId | null, mixUps: readonly MixUp[]): boolean {
  return mixUps.some(({ right, named }) => (right === a && named === b) || (right === b && named === a));
}
