import type { Term } from './growth';
import { type Part, type Polynomial, type Powers, isNumber, nothing } from './polynomial';

/** A sum of terms as text that reads back as itself. */
export function termsText(terms: readonly Term[]): string {
  return terms.map(termText).sort(inOrder).join(' + ');
}

/** A term as text: powers, logarithms, then exponentials and factorials. */
export function termText(term: Term): string {
  const factors = [...term.values()]
    .map((part) => ({ text: factorText(part), rank: rankOf(part), name: [...part.factors.keys()][0] ?? '' }))
    .sort((a, b) => a.rank - b.rank || inOrder(a.name, b.name) || inOrder(a.text, b.text));
  return factors.length === 0 ? '1' : factors.map(({ text }) => text).join('·');
}

/** A polynomial as it stands in an exponent or a factorial. */
export function polynomialText(it: Polynomial): string {
  const parts = [...it.values()].map((part) => {
    const factors = [...part.factors].flatMap(([name, powers]) => powersTexts(name, powers));
    const number = rounded(part.coefficient);
    const inner = part.factorialOf ? [`ln(${factorialText(part.factorialOf)})`] : factors.sort(inOrder);
    if (inner.length === 0) return number;
    return [...(number === '1' ? [] : [number]), ...inner].join('·');
  });
  return parts.sort(inOrder).join(' + ').replaceAll('+ -', '- ') || '0';
}

/** Vertices stand before edges, as everybody writes them; else by the alphabet, capitals behind small letters. */
function inOrder(a: string, b: string): number {
  const [left = '', right = ''] = [a, b].map((it) => it.replaceAll('V', 'D~').toLowerCase());
  if (left !== right) return left < right ? -1 : 1;
  return a === b ? 0 : a < b ? 1 : -1;
}

/** e to the power of one part of a logarithm. */
function factorText(part: Part): string {
  const { coefficient, factorialOf } = part;
  if (factorialOf) return superscript(factorialText(factorialOf), coefficient);
  const [[name = '', powers = nothing] = []] = part.factors;
  const place = onlyPlace(powers);
  if (part.factors.size === 1 && place !== null && place > 0) {
    if (place === 1) return coefficient === 0.5 ? `√${name}` : superscript(name, coefficient);
    const logarithm = place === 2 ? 'log' : place === 3 ? 'log log' : 'log log log';
    if (place <= 4)
      return place === 2 || coefficient === 1
        ? `${superscript(logarithm, coefficient)} ${name}`
        : `(${logarithm} ${name})^${rounded(coefficient)}`;
    return superscript(place === 5 ? `log*(${name})` : `α(${name})`, coefficient);
  }
  return exponentialText(part);
}

/** A growth with variables in its exponent: n^k, n^n, 3^n, 2^(n·m). */
function exponentialText(part: Part): string {
  for (const [name, powers] of part.factors) {
    if (powers[1] !== 1 || powers.slice(2).some((power) => power !== 0)) continue;
    const rest = new Map(part.factors);
    const left = powers.map((power, index) => (index === 1 ? 0 : power)) as unknown as Powers;
    if (left[0] === 0) rest.delete(name);
    else rest.set(name, left);
    return `${name}^${wrapped(polynomialText(new Map([['', { coefficient: part.coefficient, factors: rest }]])))}`;
  }
  const base = Math.exp(part.coefficient);
  const whole = Math.round(base);
  const isWhole = whole >= 2 && Math.abs(base - whole) < 1e-6 * whole && whole <= 1000;
  const exponent = { ...part, coefficient: isWhole ? 1 : part.coefficient / Math.LN2 };
  return `${isWhole ? whole : 2}^${wrapped(polynomialText(new Map([['', exponent]])))}`;
}

function powersTexts(name: string, powers: Powers): string[] {
  return powers.flatMap((power, place) => {
    if (power === 0) return [];
    if (place === 0) return [power === 0.5 ? `√${name}` : superscript(name, power)];
    const word = ['', 'log', 'log log', 'log log log', 'log log log log'][place];
    if (word === undefined) return [`ln(${place === 5 ? 'log*' : 'α'}(${name}))`];
    return [place === 1 || power === 1 ? `${superscript(word, power)} ${name}` : `(${word} ${name})^${rounded(power)}`];
  });
}

function factorialText(of: Polynomial): string {
  return `${wrapped(polynomialText(of))}!`;
}

function onlyPlace(powers: Powers): number | null {
  const place = powers.findIndex((power) => power !== 0);
  return powers[place] === 1 && !powers.some((power, at) => power !== 0 && at !== place) ? place : null;
}

function rankOf(part: Part): number {
  if (part.factorialOf || isNumber(part)) return 3;
  const [powers = nothing] = part.factors.values();
  const place = part.factors.size === 1 ? onlyPlace(powers) : null;
  return place === null || place === 0 ? 2 : place > 1 ? 1 : part.coefficient < 1 ? 0.5 : 0;
}

function superscript(text: string, power: number): string {
  return power === 1 ? text : `${text}^${wrapped(rounded(power))}`;
}

function wrapped(text: string): string {
  return /^[\w.]+$/.test(text) ? text : `(${text})`;
}

/** A number with at most six decimals; thirds, sixths, sevenths and ninths as fractions, so that they read back exactly. */
function rounded(value: number): string {
  const decimal = Math.round(value * 1e6) / 1e6;
  if (Math.abs(decimal - value) < 1e-12) return String(decimal);
  const by = [3, 6, 7, 9].find((it) => Math.abs(value * it - Math.round(value * it)) < 1e-9);
  return by === undefined ? String(decimal) : `${Math.round(value * by)}/${by}`;
}
