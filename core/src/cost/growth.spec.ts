import fc from 'fast-check';
import { type Limit, type Term, dominant, isSameTerm, isWithin, isWithinSum, one, termOf } from './growth';
import { termText, termsText } from './growth-text';
import { add, constant, monomial, scale } from './polynomial';

/** Terms as their logarithms: n^a · (log n)^b · m^c · 2^(d·n). */
const term = (a: number, b = 0, c = 0, d = 0): Term =>
  add(monomial('n', 1, 1, a), monomial('n', 2, 1, b), monomial('m', 1, 1, c), monomial('n', 0, 1, d * Math.LN2));
const [n, m, square, logN, linearithmic, exponential] = [
  term(1),
  term(0, 0, 1),
  term(2),
  term(0, 1),
  term(1, 1),
  term(0, 0, 0, 1),
];
const terms = fc
  .tuple(fc.nat(3), fc.nat(2), fc.nat(2), fc.constantFrom(0, 0, 1))
  .map(([a, b, c, d]) => term(a, b, c, d));

describe('what grows no faster', () => {
  it('is what practitioners know', () => {
    for (const [small, large] of [
      [one, logN],
      [logN, n],
      [n, linearithmic],
      [linearithmic, square],
      [square, exponential],
    ] as const) {
      expect(isWithin(small, large, [])).toBeTrue();
      expect(isWithin(large, small, [])).toBeFalse();
    }
    expect(isWithin(n, m, [])).toBeFalse();
    expect(isWithin(m, n, [])).toBeFalse();
  });

  it('is reflexive and transitive, and kept by multiplying', () => {
    fc.assert(
      fc.property(terms, terms, terms, (a, b, c) => {
        expect(isWithin(a, a, [])).toBeTrue();
        if (isWithin(a, b, []) && isWithin(b, c, [])) expect(isWithin(a, c, [])).toBeTrue();
        if (isWithin(a, b, [])) expect(isWithin(add(a, c), add(b, c), [])).toBeTrue();
        if (isWithin(a, b, []) && isWithin(b, a, [])) expect(isSameTerm(a, b)).toBeTrue();
      }),
    );
  });

  it('does not mind numbers before a term', () => {
    const tripled = termOf(add(n, constant(Math.log(3))));
    expect(isSameTerm(tripled, n)).toBeTrue();
    expect(isWithin(tripled, n, [])).toBeTrue();
  });

  it('may follow from what is taken for granted', () => {
    const few: Limit = { variable: 'm', atMost: n };
    expect(isWithin(m, n, [few])).toBeTrue();
    expect(isWithin(add(n, m), square, [few])).toBeTrue();
    expect(isWithin(square, m, [few])).toBeFalse();
    expect(isWithin(m, one, [{ variable: 'm', atMost: 26 }])).toBeTrue();
    expect(isWithin(add(n, m), n, [{ variable: 'm', atMost: 26 }])).toBeTrue();
  });
});

describe('a sum', () => {
  it('keeps its largest terms, each left-out one with what covers it', () => {
    fc.assert(
      fc.property(fc.array(terms, { minLength: 1, maxLength: 5 }), (some) => {
        const { kept, covered } = dominant(some, []);
        expect(kept.length).toBeGreaterThan(0);
        expect(kept.length + covered.length).toBe(some.length);
        for (const { term: small, by } of covered) expect(isWithinSum(small, by, [])).toBeTrue();
        for (const it of some) expect(isWithinSum(it, kept, [])).toBeTrue();
        for (const a of kept) for (const b of kept) if (a !== b) expect(isWithin(a, b, [])).toBeFalse();
      }),
    );
  });

  it('covers a mean of two of its terms: n·m is within n² + m²', () => {
    const mixed = add(n, m);
    const squares = [square, term(0, 0, 2)];
    expect(isWithinSum(mixed, squares, [])).toBeTrue();
    expect(isWithinSum(mixed, [square], [])).toBeFalse();
    expect(isWithinSum(scale(mixed, 2), squares, [])).toBeFalse();
    expect(dominant([...squares, mixed], []).kept).toEqual(squares);
  });

  it('is written as one would say it', () => {
    expect([one, n, square, linearithmic, exponential].map(termText)).toEqual(['1', 'n', 'n^2', 'n·log n', '2^n']);
    expect(termsText([square, m]).split(' + ').sort()).toEqual(['m', 'n^2']);
  });
});
