import { grouped } from '../../cost/grouped';
import { type Token, textAt } from './tokens';

/** A number of a statement, exactly: an integer of any size, or a fraction. */
export interface Amount {
  /** As it is, or as near as a number of the language comes. */
  readonly value: number;
  /** All its digits. */
  readonly exact: string;
  readonly isInteger: boolean;
}

/** A fraction; the lower part is above zero. */
interface Fraction {
  readonly over: bigint;
  readonly under: bigint;
}

/** What was read of the tokens, and the index of the token behind it. */
export interface Read<Value> {
  readonly value: Value;
  readonly next: number;
}

/** Numbers with more digits than this are not read. */
const maxDigits = 400;

/**
 * Reads the longest number that begins at a token: `2·10^5`, `10⁹ + 7`, `2^31 - 1`, `-1.5·10^3`, `3 million`. Null when none
 * begins there.
 */
export function readAmount(tokens: readonly Token[], at: number): Read<Amount> | null {
  const first = readSigned(tokens, at);
  if (!first) return null;
  let { value, next } = first;
  for (;;) {
    const operator = tokens[next];
    if (operator?.kind !== 'operator' || !/^[+-]$/.test(operator.text)) break;
    const other = readProduct(tokens, next + 1);
    // `100 – 5 of them` is a dash, `10^9 - 1` a minus: between numbers both are read as one.
    if (!other) break;
    value = operator.text === '+' ? sum(value, other.value) : sum(value, negative(other.value));
    next = other.next;
  }
  return { value: amountFrom(value), next };
}

/** An amount that is one greater or smaller, for integers: what `<` leaves. Fractions stay as they are. */
export function shifted(amount: Amount, by: 1 | -1): Amount {
  return amount.isInteger ? amountFrom({ over: BigInt(amount.exact) + BigInt(by), under: 1n }) : amount;
}

/** The amount of a whole number. */
export function amountOf(value: number | bigint): Amount {
  return amountFrom({ over: BigInt(value), under: 1n });
}

export function negated(amount: Amount): Amount {
  return {
    ...amount,
    value: -amount.value,
    exact: amount.exact.startsWith('-') ? amount.exact.slice(1) : amount.exact === '0' ? '0' : `-${amount.exact}`,
  };
}

/** A whole number with its thousands apart: 150 000. */
export function amountText({ exact, isInteger }: Amount): string {
  const digits = exact.replace('-', '−');
  return isInteger ? grouped(digits) : digits;
}

function readSigned(tokens: readonly Token[], at: number): Read<Fraction> | null {
  const token = tokens[at];
  if (token?.kind === 'operator' && token.text === '-') {
    const read = readProduct(tokens, at + 1);
    return read && { value: negative(read.value), next: read.next };
  }
  return readProduct(tokens, at);
}

function readProduct(tokens: readonly Token[], at: number): Read<Fraction> | null {
  const first = readPower(tokens, at);
  if (!first) return null;
  let { value, next } = first;
  for (;;) {
    const operator = tokens[next];
    const isDivision = operator?.text === '/' && operator.isJoined && tokens[next + 1]?.isJoined === true;
    if (operator?.kind !== 'operator' || (operator.text !== '·' && !isDivision)) break;
    const other = readPower(tokens, next + 1);
    if (!other || (isDivision && other.value.over === 0n)) break;
    value = isDivision
      ? { over: value.over * other.value.under, under: value.under * other.value.over }
      : { over: value.over * other.value.over, under: value.under * other.value.under };
    next = other.next;
    if (isTooLong(value)) return null;
  }
  const scale = scales.get(textAt(tokens, next).toLowerCase());
  if (scale !== undefined && tokens[next]?.kind === 'word')
    return { value: { over: value.over * scale, under: value.under }, next: next + 1 };
  return { value, next };
}

const scales: ReadonlyMap<string, bigint> = new Map(
  Object.entries({
    thousand: 1000n,
    million: 1_000_000n,
    millions: 1_000_000n,
    billion: 1_000_000_000n,
  }),
);

function readPower(tokens: readonly Token[], at: number): Read<Fraction> | null {
  const base = readPlain(tokens, at);
  if (!base) return null;
  const raised = tokens[base.next];
  if (raised?.kind === 'raised' && raised.isJoined) return powered(base.value, Number(raised.text), base.next + 1);
  if (raised?.kind !== 'operator' || raised.text !== '^') return base;
  const isGrouped = textAt(tokens, base.next + 1) === '(';
  const exponent = tokens[base.next + (isGrouped ? 2 : 1)];
  if (exponent?.kind !== 'number' || !/^\d{1,6}$/.test(exponent.text)) return null;
  const next = base.next + (isGrouped ? 3 : 2);
  if (isGrouped && textAt(tokens, next) !== ')') return null;
  return powered(base.value, Number(exponent.text), isGrouped ? next + 1 : next);
}

function powered(base: Fraction, exponent: number, next: number): Read<Fraction> | null {
  if (digitsOf(base) * exponent > maxDigits + digitsOf(base)) return null;
  return { value: { over: base.over ** BigInt(exponent), under: base.under ** BigInt(exponent) }, next };
}

function readPlain(tokens: readonly Token[], at: number): Read<Fraction> | null {
  const token = tokens[at];
  if (token?.kind !== 'number') return null;
  const match = /^(\d+)(?:\.(\d+))?(?:[eE](\d+)|([kKM]))?$/.exec(token.text);
  if (!match) return null;
  const [, whole = '', decimals = '', exponent, suffix] = match;
  const power = exponent !== undefined ? Number(exponent) : suffix === undefined ? 0 : suffix === 'M' ? 6 : 3;
  if (whole.length + power > maxDigits) return null;
  return {
    value: { over: BigInt(whole + decimals) * 10n ** BigInt(power), under: 10n ** BigInt(decimals.length) },
    next: at + 1,
  };
}

function amountFrom({ over, under }: Fraction): Amount {
  if (over % under === 0n) {
    const whole = over / under;
    return { value: Number(whole), exact: whole.toString(), isInteger: true };
  }
  const value = Number(over) / Number(under);
  return { value, exact: String(value), isInteger: false };
}

function sum(a: Fraction, b: Fraction): Fraction {
  return { over: a.over * b.under + b.over * a.under, under: a.under * b.under };
}

function negative({ over, under }: Fraction): Fraction {
  return { over: -over, under };
}

function digitsOf({ over }: Fraction): number {
  return over.toString().length;
}

function isTooLong(value: Fraction): boolean {
  return digitsOf(value) > maxDigits;
}
