import fc from 'fast-check';
import {
  type Polynomial,
  type Powers,
  add,
  comparePowers,
  constant,
  logFactorial,
  monomial,
  multiply,
  nothing,
  numberOf,
  outgrows,
  raise,
  scale,
  subtract,
  zero,
} from './polynomial';

/** Sums of a few products of n and m with small whole numbers, so that nothing is lost to rounding. */
const polynomials = fc
  .array(
    fc.record({
      coefficient: fc.integer({ min: -5, max: 5 }),
      n: fc.integer({ min: 0, max: 3 }),
      logN: fc.integer({ min: 0, max: 2 }),
      m: fc.integer({ min: 0, max: 2 }),
    }),
    { maxLength: 4 },
  )
  .map((parts) =>
    add(
      ...parts.map(({ coefficient, n, logN, m }) => {
        const powers = [
          { name: 'n', place: 0, power: n },
          { name: 'n', place: 1, power: logN },
          { name: 'm', place: 0, power: m },
        ].filter(({ power }) => power > 0);
        const product = powers.reduce(
          (so, { name, place, power }) => multiply(so, monomial(name, place, power)) ?? zero,
          constant(1),
        );
        return scale(product, coefficient);
      }),
    ),
  );

const isSame = (a: Polynomial | null, b: Polynomial | null): boolean =>
  a !== null && b !== null && subtract(a, b).size === 0;

describe('sums of products of powers', () => {
  it('obey the laws of arithmetic', () => {
    fc.assert(
      fc.property(polynomials, polynomials, polynomials, (a, b, c) => {
        expect(isSame(add(a, b), add(b, a))).toBeTrue();
        expect(isSame(add(add(a, b), c), add(a, add(b, c)))).toBeTrue();
        expect(isSame(multiply(a, b), multiply(b, a))).toBeTrue();
        const [ab, ac] = [multiply(a, b), multiply(a, c)];
        expect(isSame(multiply(a, add(b, c)), ab && ac && add(ab, ac))).toBeTrue();
        expect(isSame(multiply(a, constant(1)), a)).toBeTrue();
        expect(multiply(a, zero)?.size).toBe(0);
        expect(subtract(a, a).size).toBe(0);
      }),
    );
  });

  it('are raised by multiplying, as far as that can be written', () => {
    fc.assert(
      fc.property(polynomials, fc.integer({ min: 0, max: 3 }), (a, power) => {
        let product: Polynomial | null = constant(1);
        for (let time = 0; time < power && product; time++) product = multiply(product, a);
        expect(isSame(raise(a, power), product)).toBeTrue();
      }),
    );
    const sum = add(monomial('n'), constant(1));
    expect(raise(sum, 0.5)).toBeNull();
    expect(raise(sum, -1)).toBeNull();
    expect(raise(sum, 9)).toBeNull();
    expect(isSame(raise(monomial('n', 0, 2), 0.5), monomial('n'))).toBeTrue();
    expect(raise(scale(monomial('n'), -1), 0.5)).toBeNull();
  });

  it('know the numbers among them', () => {
    expect([numberOf(zero), numberOf(constant(7)), numberOf(monomial('n'))]).toEqual([0, 7, null]);
    expect(numberOf(add(constant(7), monomial('n')))).toBeNull();
    expect(numberOf(multiply(monomial('n'), monomial('n', 0, -1)) ?? zero)).toBe(1);
  });

  it('cannot multiply the logarithm of a factorial by anything but a number', () => {
    const factorial = logFactorial(monomial('n'));
    expect(multiply(factorial, monomial('m'))).toBeNull();
    expect(isSame(multiply(factorial, constant(3)), scale(factorial, 3))).toBeTrue();
    expect(subtract(factorial, logFactorial(monomial('n'))).size).toBe(0);
    expect(subtract(factorial, logFactorial(monomial('m'))).size).toBe(2);
    expect(numberOf(factorial)).toBeNull();
  });
});

describe('the growth of products', () => {
  const only = (it: Polynomial) => {
    const [part] = it.values();
    if (!part) throw new Error('It has no part.');
    return part;
  };
  const product = (...some: readonly Polynomial[]) =>
    only(some.reduce((so, it) => multiply(so, it) ?? zero, constant(1)));
  const [n, m, logN, loglogN] = [monomial('n'), monomial('m'), monomial('n', 1), monomial('n', 2)];

  it('is by the first power in which they differ', () => {
    expect(outgrows(product(n, n), product(n, logN))).toBeTrue();
    expect(outgrows(product(n, logN), product(n))).toBeTrue();
    expect(outgrows(product(n, loglogN), product(n, logN))).toBeFalse();
    expect(outgrows(product(monomial('n', 0, 0.01)), product(logN, logN, logN))).toBeTrue();
    expect(outgrows(product(n), product(n))).toBeFalse();
  });

  it('has to be as fast in every variable', () => {
    expect(outgrows(product(n, n), product(m))).toBeFalse();
    expect(outgrows(product(n, m), product(m))).toBeTrue();
    expect(outgrows(product(n), product(constant(9)))).toBeTrue();
  });

  it('is an order', () => {
    const powers = fc
      .array(fc.integer({ min: -2, max: 2 }), { minLength: nothing.length, maxLength: nothing.length })
      .map((some) => some as unknown as Powers);
    fc.assert(
      fc.property(powers, powers, powers, (a, b, c) => {
        expect(Math.sign(comparePowers(a, b))).toBe(-Math.sign(comparePowers(b, a)) + 0);
        if (comparePowers(a, b) >= 0 && comparePowers(b, c) >= 0) expect(comparePowers(a, c)).toBeGreaterThanOrEqual(0);
        expect(comparePowers(a, a)).toBe(0);
      }),
    );
  });
});
