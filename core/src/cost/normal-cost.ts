import { CostError } from '../errors';
import type { CostExpression } from './expression';
import { readCost } from './read-cost';

/**
 * One dominant term: for every base the exponents of its exponential, power and logarithm, compared in that order.
 * A base is a variable, or a whole expression that cannot be taken apart.
 */
type Term = ReadonlyMap<string, Growth>;

interface Growth {
  /** Natural logarithm of b in b^x; a factorial counts as infinite. */
  readonly exponential: number;
  readonly power: number;
  readonly logarithm: number;
}

/** A cost without constants, bases of logarithms and dominated terms. Equal costs have equal texts. */
export interface NormalCost {
  readonly text: string;
}

/** Reads and simplifies a cost. @throws CostError */
export function normalCost(text: string): NormalCost {
  let normal = remembered.get(text);
  if (!normal) {
    normal = { text: `O(${textOf(dominant(termsOf(readCost(text))))})` };
    if (remembered.size >= mostRemembered) remembered.clear();
    remembered.set(text, normal);
  }
  return normal;
}

/** A log states the same few costs thousands of times. */
const remembered = new Map<string, NormalCost>();
const mostRemembered = 2000;

/** Whether two costs grow alike; null when one of them cannot be read. */
export function isSameCost(a: string, b: string): boolean | null {
  try {
    return normalCost(a).text === normalCost(b).text;
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

const noGrowth: Growth = { exponential: 0, power: 0, logarithm: 0 };
const one: Term = new Map();
const mostTerms = 64;

function termsOf(expression: CostExpression): Term[] {
  switch (expression.kind) {
    case 'number':
      return [one];
    case 'variable':
      return [single(expression.name, { power: 1 })];
    case 'sum':
      return dominant(expression.terms.flatMap(termsOf));
    case 'product':
      return expression.factors
        .map(termsOf)
        .reduce((left, right) => dominant(left.flatMap((a) => right.map((b) => times(a, b)))), [one]);
    case 'factorial': {
      const text = textOf(termsOf(expression.of));
      return [isFree(text) ? one : single(text, { exponential: Infinity })];
    }
    case 'power':
      return powerOf(expression.base, expression.exponent);
    case 'call':
      return callOf(expression.name, expression.args.map(termsOf));
  }
}

function powerOf(base: CostExpression, exponent: CostExpression): Term[] {
  const value = numberOf(exponent);
  if (value !== null) {
    const terms = termsOf(base);
    const [only] = terms;
    if (terms.length === 1 && only) return [scaled(only, value)];
    if (Number.isInteger(value) && value >= 0 && value <= 6) {
      return Array.from({ length: value }).reduce<Term[]>(
        (left) => dominant(left.flatMap((a) => terms.map((b) => times(a, b)))),
        [one],
      );
    }
    return [single(`(${textOf(terms)})`, { power: value })];
  }
  const bottom = numberOf(base);
  if (isFree(exponentText(exponent))) return [one];
  if (bottom !== null) return bottom <= 1 ? [one] : [single(exponentText(exponent), { exponential: Math.log(bottom) })];
  return [single(`${textOf(termsOf(base))}^${exponentText(exponent)}`, { power: 1 })];
}

/** Whether a text holds no variable: what is raised to it is constant. */
function isFree(text: string): boolean {
  return /^[\d.·^]*$/.test(text);
}

/** 2^(n+1) grows as 2^n, but 2^(2n) does not: constants are dropped from sums only. */
function exponentText(exponent: CostExpression): string {
  if (exponent.kind === 'product') {
    const scale = exponent.factors.reduce((product, factor) => product * (numberOf(factor) ?? 1), 1);
    const rest = textOf(termsOf(exponent));
    return scale === 1 ? rest : `${scale}·${rest}`;
  }
  return textOf(termsOf(exponent));
}

function callOf(name: string, args: readonly Term[][]): Term[] {
  const [first = [one]] = args;
  const [only] = first;
  switch (name) {
    case 'sqrt':
      return first.length === 1 && only ? [scaled(only, 0.5)] : [single(`(${textOf(first)})`, { power: 0.5 })];
    case 'log':
      return first.length === 1 && only ? logarithmOf(only) : [single(`log(${textOf(first)})`, { power: 1 })];
    case 'max':
      return dominant(args.flat());
    default: {
      const texts = [...new Set(args.map(textOf))].sort();
      return [
        single(texts.length === 1 && name === 'min' ? `${texts[0]}` : `${name}(${texts.join(', ')})`, { power: 1 }),
      ];
    }
  }
}

/** The logarithm of a product is a sum: log(n·m) grows as log n + log m, log n² as log n, log 2^n as n. */
function logarithmOf(term: Term): Term[] {
  const parts = [...term].map(([base, growth]): Term => {
    if (growth.exponential === Infinity) return times(single(base, { power: 1 }), single(base, { logarithm: 1 }));
    if (growth.exponential !== 0) return single(base, { power: 1 });
    return growth.power === 0 ? single(`log log ${base}`, { power: 1 }) : single(base, { logarithm: 1 });
  });
  return parts.length === 0 ? [one] : dominant(parts);
}

function numberOf(expression: CostExpression): number | null {
  if (expression.kind === 'number') return expression.value;
  if (expression.kind === 'product') {
    return expression.factors.reduce<number | null>((product, factor) => {
      const value = numberOf(factor);
      return product === null || value === null ? null : product * value;
    }, 1);
  }
  if (expression.kind === 'power') {
    const base = numberOf(expression.base);
    const exponent = numberOf(expression.exponent);
    return base === null || exponent === null ? null : base ** exponent;
  }
  return null;
}

function single(base: string, growth: Partial<Growth>): Term {
  return new Map([[base, { ...noGrowth, ...growth }]]);
}

function times(a: Term, b: Term): Term {
  const product = new Map(a);
  for (const [base, growth] of b) {
    const known = product.get(base) ?? noGrowth;
    const sum = {
      exponential: known.exponential + growth.exponential,
      power: known.power + growth.power,
      logarithm: known.logarithm + growth.logarithm,
    };
    if (sum.exponential === 0 && sum.power === 0 && sum.logarithm === 0) product.delete(base);
    else product.set(base, sum);
  }
  return product;
}

function scaled(term: Term, by: number): Term {
  if (by === 0) return one;
  return new Map(
    [...term].map(([base, { exponential, power, logarithm }]) => [
      base,
      { exponential: exponential * by, power: power * by, logarithm: logarithm * by },
    ]),
  );
}

/** Leaves out every term that another one outgrows or equals. */
function dominant(terms: readonly Term[]): Term[] {
  const kept: Term[] = [];
  for (const term of terms.slice(0, mostTerms)) {
    if (kept.some((other) => isWithin(term, other))) continue;
    for (let i = kept.length - 1; i >= 0; i--) if (isWithin(kept[i] ?? one, term)) kept.splice(i, 1);
    kept.push(term);
  }
  return kept;
}

/** Whether a grows no faster than b in every variable. */
function isWithin(a: Term, b: Term): boolean {
  for (const base of new Set([...a.keys(), ...b.keys()])) {
    const left = a.get(base) ?? noGrowth;
    const right = b.get(base) ?? noGrowth;
    const order = left.exponential - right.exponential || left.power - right.power || left.logarithm - right.logarithm;
    if (order > 0) return false;
  }
  return true;
}

function textOf(terms: readonly Term[]): string {
  return terms.map(termText).sort().join(' + ');
}

function termText(term: Term): string {
  const factors = [...term].sort(([a], [b]) => (a < b ? -1 : 1)).flatMap(([base, growth]) => growthTexts(base, growth));
  return factors.length === 0 ? '1' : factors.join('·');
}

function growthTexts(base: string, { exponential, power, logarithm }: Growth): string[] {
  const texts: string[] = [];
  if (exponential === Infinity) texts.push(`${base}!`);
  else if (exponential !== 0)
    texts.push(`${rounded(Math.exp(exponential))}^${/^\w+$/.test(base) ? base : `(${base})`}`);
  if (power !== 0) texts.push(power === 1 ? base : `${base}^${rounded(power)}`);
  if (logarithm !== 0) texts.push(logarithm === 1 ? `log ${base}` : `log^${rounded(logarithm)} ${base}`);
  return texts;
}

function rounded(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}
