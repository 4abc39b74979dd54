import { readLimit } from '../../cost/compare-costs';
import type { Limit } from '../../cost/growth';
import { CostError } from '../../errors';
import { type Bound, type Bounds, amountAt, isRange, isSymbol } from './bound';
import { boundsIn } from './read-bounds';

/** Reads the lines of a sheet's bounds together: what one says of a name holds for the others. */
export function readBounds(lines: readonly string[]): Bounds {
  return boundsOf(boundsIn(lines.join('\n')));
}

/** What bounds say together. */
export function boundsOf(all: readonly Bound[]): Bounds {
  const sizes = new Map<string, number>();
  const values = new Map<string, number>();
  for (const bound of all) {
    const max = isRange(bound) ? amountAt(bound.high) : null;
    if (!isRange(bound) || max === null || bound.kind === 'sum') continue;
    const isCount = bound.kind !== 'value' && bound.kind !== 'moment';
    const known = isCount ? sizes : values;
    if (isCount || /^[A-Za-z]$/.test(bound.name))
      known.set(bound.variable, Math.max(max, known.get(bound.variable) ?? 0));
  }
  const largest = new Map([...values, ...sizes]);
  const sameAs = sameNames(all, largest);
  for (const [name, other] of sameAs) largest.set(name, largest.get(other) ?? 0);
  return {
    all,
    sizes: Object.fromEntries(sizes),
    largest: Object.fromEntries(largest),
    sameAs: Object.fromEntries(sameAs),
    limits: all.flatMap(limitsOf),
    seconds: all.find((bound) => bound.kind === 'time')?.seconds ?? null,
    bytes: all.find((bound) => bound.kind === 'memory')?.bytes ?? null,
    conditions: all.flatMap((bound) =>
      bound.kind === 'condition' && bound.condition !== null ? [bound.condition] : [],
    ),
    required: all.flatMap((bound) =>
      bound.kind === 'cost' && !bound.isEach ? [{ resource: bound.resource, cost: bound.cost }] : [],
    ),
  };
}

/** What a comparison of costs may take for granted: `m ≤ n`. */
function limitsOf(bound: Bound): Limit[] {
  if (bound.kind !== 'relation' && !(isRange(bound) && bound.name === bound.variable)) return [];
  const above = isSymbol(bound.high) ? [limitFrom(bound.name, bound.high.symbol)] : [];
  const below = isSymbol(bound.low) ? [limitFrom(bound.low.symbol, bound.name)] : [];
  return [...above, ...below].filter((limit) => limit !== null);
}

function limitFrom(left: string, right: string): Limit | null {
  try {
    return readLimit(`${left.replace(/ \+ 1$/, '')} ≤ ${right.replace(/ - 1$/, '')}`);
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

/**
 * Names that a cost may use for a size which the bounds call otherwise: what the person said is the same, the other letter
 * case, and `n` for the length of the only sequence.
 */
function sameNames(all: readonly Bound[], known: ReadonlyMap<string, number>): Map<string, string> {
  const same = new Map<string, string>();
  const add = (name: string, other: string): void => {
    if (!known.has(name) && known.has(other) && !same.has(name)) same.set(name, other);
  };
  for (const bound of all) {
    if (bound.kind !== 'same') continue;
    const [one, other] = [bound.name, bound.as].map((name) => name.replace(/\|/g, ''));
    if (one === undefined || other === undefined) continue;
    add(one, other);
    add(other, one);
  }
  for (const name of known.keys()) {
    const other = name === name.toUpperCase() ? name.toLowerCase() : name.toUpperCase();
    if (/^[A-Za-z]$/.test(name)) add(other, name);
  }
  const lengths = [...new Set(all.flatMap((bound) => (isLength(bound) ? [bound.variable] : [])))];
  const [only] = lengths;
  if (only !== undefined && lengths.length === 1) add('n', only);
  return same;
}

/** Whether a bound is of the length of a sequence: `|s|`, `len(a)`, `nums.length`. */
function isLength(bound: Bound): bound is Extract<Bound, { variable: string }> {
  return isRange(bound) && bound.kind === 'size' && bound.name !== bound.variable && /^[|]|[(.]/.test(bound.name);
}
