import { at } from '../at';

/**
 * Powers of one variable v in a monomial: of v, ln v, ln ln v, ln ln ln v, ln ln ln ln v, then of the logarithms of
 * log* v and α(v). The order is that of growth: whoever is larger at the first difference grows faster.
 */
export type Powers = readonly [number, number, number, number, number, number, number];
export const slowlogPlace = 5;
export const alphaPlace = 6;

/** A product of powers of variables with a number before it; without variables it is that number. */
export interface Part {
  readonly coefficient: number;
  readonly factors: ReadonlyMap<string, Powers>;
  /** Set for the logarithm of a factorial: what the factorial is of. It then has no factors. */
  readonly factorialOf?: Polynomial;
}

/** A sum of parts, by the text that names their monomial. No part is zero. */
export type Polynomial = ReadonlyMap<string, Part>;

export const nothing: Powers = [0, 0, 0, 0, 0, 0, 0];
export const zero: Polynomial = new Map();
const negligible = 1e-9;

export function constant(value: number): Polynomial {
  return polynomial([{ coefficient: value, factors: new Map() }]);
}

/** One variable to a power, at an index of `Powers`. */
export function monomial(name: string, exponent = 0, power = 1, coefficient = 1): Polynomial {
  const powers = nothing.map((_, index) => (index === exponent ? power : 0)) as unknown as Powers;
  return polynomial([{ coefficient, factors: new Map([[name, powers]]) }]);
}

/** The logarithm of the factorial of something. */
export function logFactorial(of: Polynomial): Polynomial {
  return polynomial([{ coefficient: 1, factors: new Map(), factorialOf: of }]);
}

/** Adds up parts of the same monomial and leaves out what cancels. */
export function polynomial(parts: Iterable<Part>): Polynomial {
  const sum = new Map<string, Part>();
  for (const part of parts) {
    const key = keyOf(part);
    const known = sum.get(key);
    const coefficient = part.coefficient + (known?.coefficient ?? 0);
    if (Math.abs(coefficient) < negligible) sum.delete(key);
    else sum.set(key, known ? { ...known, coefficient } : part);
  }
  return sum;
}

export function add(...all: readonly Polynomial[]): Polynomial {
  return polynomial(all.flatMap((it) => [...it.values()]));
}

export function scale(it: Polynomial, by: number): Polynomial {
  return polynomial([...it.values()].map((part) => ({ ...part, coefficient: part.coefficient * by })));
}

export function subtract(a: Polynomial, b: Polynomial): Polynomial {
  return add(a, scale(b, -1));
}

/** The product; null where it cannot be written as a polynomial. */
export function multiply(a: Polynomial, b: Polynomial): Polynomial | null {
  const parts: Part[] = [];
  for (const left of a.values()) {
    for (const right of b.values()) {
      const product = multiplyParts(left, right);
      if (!product) return null;
      parts.push(product);
    }
  }
  return polynomial(parts);
}

/** A single part to a power of any kind, a sum to a small whole one; null where that cannot be written. */
export function raise(it: Polynomial, power: number): Polynomial | null {
  const [only] = it.values();
  if (it.size === 1 && only && !only.factorialOf && (only.coefficient > 0 || Number.isInteger(power))) {
    // Whatever is raised to zero is the number one, and has no factors.
    const factors = new Map(
      power === 0 ? [] : [...only.factors].map(([name, powers]) => [name, scaled(powers, power)]),
    );
    return polynomial([{ coefficient: only.coefficient ** power, factors }]);
  }
  if (!Number.isInteger(power) || power < 0 || power > 4) return null;
  let product: Polynomial | null = constant(1);
  for (let i = 0; i < power && product; i++) product = multiply(product, it);
  return product;
}

/** The number that a polynomial without variables is; null where it has some. */
export function numberOf(it: Polynomial): number | null {
  if (it.size === 0) return 0;
  const [only] = it.values();
  return it.size === 1 && only && isNumber(only) ? only.coefficient : null;
}

export function isNumber(part: Part): boolean {
  return part.factors.size === 0 && !part.factorialOf;
}

/** Whether `a` grows at least as fast as `b` in every variable, and faster in one, whatever stands before them. */
export function outgrows(a: Part, b: Part): boolean {
  let isFaster = false;
  for (const name of new Set([...a.factors.keys(), ...b.factors.keys()])) {
    const order = comparePowers(a.factors.get(name) ?? nothing, b.factors.get(name) ?? nothing);
    if (order < 0) return false;
    if (order > 0) isFaster = true;
  }
  return isFaster;
}

export function comparePowers(a: Powers, b: Powers): number {
  for (let index = 0; index < a.length; index++) {
    const difference = at(a, index) - at(b, index);
    if (Math.abs(difference) > negligible) return difference;
  }
  return 0;
}

function multiplyParts(a: Part, b: Part): Part | null {
  if (isNumber(a)) return { ...b, coefficient: a.coefficient * b.coefficient };
  if (isNumber(b)) return { ...a, coefficient: a.coefficient * b.coefficient };
  if (a.factorialOf || b.factorialOf) return null;
  const factors = new Map(a.factors);
  for (const [name, powers] of b.factors) {
    const known = factors.get(name) ?? nothing;
    const sum = known.map((power, index) => power + at(powers, index)) as unknown as Powers;
    if (comparePowers(sum, nothing) === 0) factors.delete(name);
    else factors.set(name, sum);
  }
  return { coefficient: a.coefficient * b.coefficient, factors };
}

function scaled(powers: Powers, by: number): Powers {
  return powers.map((power) => power * by) as unknown as Powers;
}

/** Names a monomial. The powers of almost all are whole, and short to write. */
function keyOf({ factors, factorialOf }: Part): string {
  if (factorialOf) return `!${[...factorialOf].map(([key, part]) => `${part.coefficient}${key}`).join('+')}`;
  const keys: string[] = [];
  for (const [name, powers] of factors) {
    let key = name;
    for (const power of powers) key += Number.isInteger(power) ? `:${power}` : `:${Math.round(power * 1e6) / 1e6}`;
    keys.push(key);
  }
  return keys.length > 1 ? keys.sort().join(';') : (keys[0] ?? '');
}
