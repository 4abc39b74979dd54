/**
 * A number that may be too large to write: `value` is exact up to 2^53 and Infinity above about 10^308, `log10` goes
 * on. Zero has the logarithm -Infinity.
 */
export interface Magnitude {
  readonly value: number;
  readonly log10: number;
}

export function magnitude(value: number): Magnitude {
  return { value, log10: Math.log10(value) };
}

/** 10 to this power. */
export function powerOfTen(log10: number): Magnitude {
  return { value: 10 ** log10, log10 };
}

export function sum(a: Magnitude, b: Magnitude): Magnitude {
  const value = a.value + b.value;
  if (value < Infinity) return magnitude(value);
  const [larger, smaller] = a.log10 > b.log10 ? [a.log10, b.log10] : [b.log10, a.log10];
  return powerOfTen(larger + Math.log10(1 + 10 ** (smaller - larger)));
}

/** What is left; at least zero. */
export function difference(a: Magnitude, b: Magnitude): Magnitude {
  return a.value < Infinity ? magnitude(Math.max(a.value - b.value, 0)) : a;
}

export function product(a: Magnitude, b: Magnitude): Magnitude {
  if (a.value === 0 || b.value === 0) return magnitude(0);
  const value = a.value * b.value;
  return value < Infinity && value > 0 ? magnitude(value) : powerOfTen(a.log10 + b.log10);
}

export function quotient(a: Magnitude, b: Magnitude): Magnitude {
  if (a.value === 0) return magnitude(0);
  const value = a.value / b.value;
  return a.value < Infinity && b.value < Infinity && value > 0 ? magnitude(value) : powerOfTen(a.log10 - b.log10);
}

export function power(base: Magnitude, exponent: Magnitude): Magnitude {
  const value = base.value ** exponent.value;
  if (value < Infinity && value > 0) return magnitude(value);
  if (base.value === 0) return magnitude(0);
  // Beyond this even the logarithm cannot be written.
  return powerOfTen(Math.min(base.log10 * Math.min(exponent.value, 1e300), 1e300));
}

/** n!, by Stirling's series above 170. */
export function factorial(of: Magnitude): Magnitude {
  const n = Math.round(of.value);
  if (n <= 170) {
    let product = 1;
    for (let i = 2; i <= n; i++) product *= i;
    return magnitude(product);
  }
  if (of.value > 1e297) return powerOfTen(1e300);
  return powerOfTen((n * Math.log(n) - n + 0.5 * Math.log(2 * Math.PI * n) + 1 / (12 * n)) / Math.LN10);
}

/** The largest of 1 and the logarithm: log 1 = 0 would make whole costs vanish. */
export function logarithm(of: Magnitude, base: number): Magnitude {
  return magnitude(Math.max(of.log10 / Math.log10(base), 1));
}

export function smaller(a: Magnitude, b: Magnitude): Magnitude {
  return a.log10 <= b.log10 ? a : b;
}

export function larger(a: Magnitude, b: Magnitude): Magnitude {
  return a.log10 >= b.log10 ? a : b;
}
