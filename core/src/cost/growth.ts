import {
  type Part,
  type Polynomial,
  type Powers,
  add,
  isNumber,
  monomial,
  multiply,
  nothing,
  outgrows,
  polynomial,
  raise,
  scale,
  subtract,
  zero,
} from './polynomial';

/**
 * A product of growths, kept as its natural logarithm without constants: n² log n is 2·ln n + ln ln n, and 2^n is
 * 0.69·n. Multiplying is adding, a power is a multiple, and of two terms the one whose logarithm runs away is larger.
 */
export type Term = Polynomial;

/** What the person takes for granted: a variable is at most a term, or at most a number. */
export interface Limit {
  readonly variable: string;
  readonly atMost: Term | number;
}

export const one: Term = zero;

export function termOf(logarithm: Polynomial): Term {
  if (!logarithm.has('')) return logarithm;
  const term = new Map(logarithm);
  term.delete('');
  return term;
}

export function isSameTerm(a: Term, b: Term): boolean {
  return subtract(a, b).size === 0;
}

const deepest = 5;

/**
 * Whether a grows no faster than b, for all large values of the variables that keep the limits. A yes is proven; a no
 * may mean that no proof was found.
 */
export function isWithin(a: Term, b: Term, limits: readonly Limit[]): boolean {
  return isBounded(expanded(termOf(subtract(a, b))), limits, deepest);
}

/** Whether what a logarithm says stays under some number: every rising part is outgrown by a falling one. */
function isBounded(logarithm: Polynomial, limits: readonly Limit[], depth: number): boolean {
  const parts = [...logarithm.values()].filter((part) => !isNumber(part));
  const falling = parts.filter((part) => part.coefficient < 0);
  const rising = parts.filter(
    (part) => part.coefficient > 0 && !falling.some((other) => outgrows(other, part)) && !isVanishing(part),
  );
  if (rising.length === 0) return true;
  if (depth === 0) return false;
  for (const part of rising) {
    for (const limit of limits) {
      const powers = part.factors.get(limit.variable);
      if (!powers) continue;
      for (const relaxed of relaxations(part, powers, limit, falling)) {
        if (isBounded(add(logarithm, relaxed), limits, depth - 1)) return true;
      }
    }
  }
  return false;
}

/** A part such as 1/n that only falls. */
function isVanishing({ factors }: Part): boolean {
  return [...factors.values()].every((powers) => (powers.find((power) => power !== 0) ?? 0) < 0);
}

/** What can be added to a logarithm when one of its rising parts is exchanged for the larger one that the limit allows. */
function relaxations(part: Part, powers: Powers, limit: Limit, falling: readonly Part[]): Polynomial[] {
  const exchanged = exchange(part, powers, limit);
  if (!exchanged) return [];
  const whole = subtract(exchanged, polynomial([part]));
  // Exchanging only as much as a falling part can take leaves the rest for another limit.
  const shares = [...exchanged].flatMap(([key, { coefficient }]) =>
    falling
      .filter((it) => polynomial([{ ...it, coefficient: 1 }]).has(key))
      .map((it) => -it.coefficient / coefficient)
      .filter((share) => share > 0 && share < 1),
  );
  return [whole, ...shares.map((share) => scale(whole, share))];
}

function exchange(part: Part, powers: Powers, { variable, atMost }: Limit): Polynomial | null {
  const rest = polynomial([
    { coefficient: part.coefficient, factors: new Map([...part.factors].filter(([name]) => name !== variable)) },
  ]);
  if (powers.some((power) => power < 0)) return null;
  if (typeof atMost === 'number') {
    const value = Math.max(atMost, 2);
    const [base, log] = powers;
    return multiply(rest, polynomial([{ coefficient: value ** base * Math.log(value) ** log, factors: new Map() }]));
  }
  const isLog = powers.every((power, index) => power === (index === 1 ? 1 : 0));
  if (isLog) return multiply(rest, atMost);
  return replaced(rest, powers, atMost);
}

/** v^a·(ln v)^b·(ln ln v)^c, where v is at most w^p: w^(p·a)·(p·ln w)^b·(ln ln w)^c. */
function replaced(rest: Polynomial, powers: Powers, atMost: Term): Polynomial | null {
  const [only] = atMost.values();
  const [[name, own] = ['', nothing]] = [...(only?.factors ?? [])];
  const isPower = own.every((power, index) => power === (index === 1 ? 1 : 0));
  if (atMost.size !== 1 || !only || only.factors.size !== 1 || !isPower || only.coefficient <= 0) return null;
  return powers.reduce<Polynomial | null>((product, power, place) => {
    if (!product || power === 0) return product;
    const factor =
      place === 0
        ? monomial(name, 0, power * only.coefficient)
        : place === 1
          ? raise(monomial(name, 1, 1, only.coefficient), power)
          : monomial(name, place, power);
    return factor && multiply(product, factor);
  }, rest);
}

/** Logarithms of factorials written out: ln x! grows as x ln x − x. */
function expanded(logarithm: Polynomial): Polynomial {
  const parts = [...logarithm.values()];
  if (!parts.some((part) => part.factorialOf)) return logarithm;
  return parts.reduce((sum, part) => {
    if (!part.factorialOf) return add(sum, polynomial([part]));
    const of = part.factorialOf;
    const [largest] = [...of.values()].sort((a, b) => (outgrows(a, b) ? -1 : outgrows(b, a) ? 1 : 0));
    const written = largest && multiply(of, logarithmOf(largest));
    return written ? add(sum, scale(subtract(written, of), part.coefficient)) : sum;
  }, zero);
}

/** The logarithm of one part, its number included. */
export function logarithmOf(part: Part): Polynomial {
  const parts = [...part.factors].flatMap(([name, powers]) =>
    powers
      .slice(0, 4)
      .flatMap((power, place) => (power === 0 ? [] : [...monomial(name, place + 1, 1, power).values()])),
  );
  return polynomial([...parts, { coefficient: Math.log(Math.abs(part.coefficient)), factors: new Map() }]);
}

/** Why a term was left out of a sum. */
export interface Covered {
  readonly term: Term;
  readonly by: readonly Term[];
}

/** The terms that no other outgrows or equals, and what was left out for which. */
export function dominant(terms: readonly Term[], limits: readonly Limit[]): { kept: Term[]; covered: Covered[] } {
  if (terms.length < 2) return { kept: [...terms], covered: [] };
  const kept: Term[] = [];
  const covered: Covered[] = [];
  for (const term of terms) {
    const larger = kept.find((other) => isWithin(term, other, limits));
    if (larger) {
      covered.push({ term, by: [larger] });
      continue;
    }
    for (let index = kept.length - 1; index >= 0; index--) {
      const other = kept[index];
      if (other && isWithin(other, term, limits)) {
        kept.splice(index, 1);
        covered.push({ term: other, by: [term] });
      }
    }
    kept.push(term);
  }
  for (const term of [...kept]) {
    const pair = meanAbove(
      term,
      kept.filter((other) => other !== term),
      limits,
    );
    if (pair) {
      kept.splice(kept.indexOf(term), 1);
      covered.push({ term, by: pair });
    }
  }
  return { kept, covered };
}

/** Whether a term grows no faster than a sum: than one of its terms, or than a weighted mean of two of them. */
export function isWithinSum(term: Term, sum: readonly Term[], limits: readonly Limit[]): boolean {
  return sum.some((other) => isWithin(term, other, limits)) || meanAbove(term, sum, limits) !== null;
}

/**
 * Two terms whose weighted geometric mean, and so their sum, is at least this one: n·m is within n² + m². The weights
 * worth trying are those at which the mean and the term meet in some monomial.
 */
function meanAbove(term: Term, among: readonly Term[], limits: readonly Limit[]): readonly Term[] | null {
  for (const [index, a] of among.entries()) {
    for (const b of among.slice(index + 1)) {
      for (const weight of meetingWeights(term, a, b)) {
        if (isWithin(term, add(scale(a, weight), scale(b, 1 - weight)), limits)) return [a, b];
      }
    }
  }
  return null;
}

function meetingWeights(term: Term, a: Term, b: Term): number[] {
  const meetings = [...new Set([...a.keys(), ...b.keys()])]
    .map((key) => {
      const [left, right, wanted] = [a, b, term].map((it) => it.get(key)?.coefficient ?? 0) as [number, number, number];
      return (wanted - right) / (left - right);
    })
    .filter((weight) => weight > 0 && weight < 1)
    .sort((x, y) => x - y);
  const ends = [0, ...meetings, 1];
  const between = ends.slice(1).map((weight, index) => (weight + (ends[index] ?? weight)) / 2);
  return [...new Set([...meetings, ...between])];
}
