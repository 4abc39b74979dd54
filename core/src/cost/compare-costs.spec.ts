import fc from 'fast-check';
import { CostError } from '../errors';
import { randomCost } from '../testing/random-costs';
import { compareCosts, isSameCost, readLimit } from './compare-costs';
import { evaluateCost } from './evaluate-cost';
import { normalCost } from './normal-cost';

describe('comparing costs', () => {
  const cases: readonly (readonly [a: string, b: string, relation: string, limits?: string])[] = [
    ['n log n', 'n', 'larger'],
    ['log^9 n', '√n', 'smaller'],
    ['n^100', '1.001^n', 'smaller'],
    ['2^n', '2^(2n)', 'smaller'],
    ['2^n', '3^n', 'smaller'],
    ['n!', 'n^n', 'smaller'],
    ['(2n)!', 'n^n', 'larger'],
    ['α(n)', 'log log n', 'smaller'],
    ['n + m', 'n', 'larger'],
    ['n log n', 'n log m', 'incomparable'],
    ['n m', 'n^2', 'incomparable'],
    ['n m', 'n^2', 'smaller', 'm <= n'],
    ['n m', 'n^2 + m^2', 'smaller'],
    ['n + m', 'n', 'equal', 'm ≤ n'],
    ['n k', 'n', 'equal', 'k <= 26'],
    ['n^k', 'n^3', 'equal', 'k ≤ 3'],
    ['E log E', 'E log V', 'equal', 'E ≤ V^2; V ≤ E'],
    ['E log V', 'V^2 log V', 'smaller', 'E <= V^2'],
    ['V + E', 'E', 'equal', 'V <= E'],
    ['m^2', 'n k', 'smaller', 'm <= n; m <= k'],
    ['2^m', '2^n', 'smaller', 'm <= n'],
    ['min(n, m)', 'n', 'smaller'],
    ['min(n, m)', 'm', 'smaller'],
    ['C(n, k)', '2^n', 'smaller'],
    ['n/k', 'n', 'smaller'],
  ];
  const opposite: Readonly<Record<string, string>> = { smaller: 'larger', larger: 'smaller' };
  for (const [a, b, relation, given] of cases) {
    it(`finds ${a} ${relation} to ${b}${given ? ` where ${given}` : ''}, and the other way round`, () => {
      const limits = (given ?? '').split(';').flatMap((text) => (text === '' ? [] : [readLimit(text)]));
      expect(compareCosts(a, b, limits)).toBe(relation as ReturnType<typeof compareCosts>);
      expect(compareCosts(b, a, limits)).toBe((opposite[relation] ?? relation) as ReturnType<typeof compareCosts>);
    });
  }

  it('is antisymmetric and agrees with equal texts', () => {
    fc.assert(
      fc.property(randomCost, randomCost, (a, b) => {
        const [there, back] = [compareCosts(a, b), compareCosts(b, a)];
        expect(back as string).toBe(opposite[there] ?? there);
        if (normalCost(a).text === normalCost(b).text) expect(there).toBe('equal');
      }),
    );
  });

  it('is transitive', () => {
    const isAtMost = (a: string, b: string): boolean => /^(?:equal|smaller)$/.test(compareCosts(a, b));
    fc.assert(
      fc.property(randomCost, randomCost, randomCost, (a, b, c) => {
        const [low, middle, high] = [a, `${a} + ${b}`, `${a} + ${b} + ${c}`];
        expect(isAtMost(low, middle) && isAtMost(middle, high))
          .withContext('sums only grow')
          .toBeTrue();
        expect(isAtMost(low, high)).toBeTrue();
        if (isAtMost(a, b) && isAtMost(b, c)) expect(isAtMost(a, c)).withContext(`${a} ≤ ${b} ≤ ${c}`).toBeTrue();
      }),
      { numRuns: 600 },
    );
  });

  it('agrees with evaluating at growing sizes', () => {
    // Factorials apart: they leave polynomials behind at any size, and hide nothing of the rule.
    const tame = randomCost.filter((text) => !/!|2\^|3\^|log log/.test(text));
    const sizes = [2 ** 60, 2 ** 120, 2 ** 240].map((n) => ({ n, m: n }));
    const growing = [
      ...sizes,
      ...[50, 100, 200].map((power) => ({ n: 2 ** power, m: 2 ** 30 })),
      ...[50, 100, 200].map((power) => ({ n: 2 ** 30, m: 2 ** power })),
    ];
    fc.assert(
      fc.property(tame, tame, (a, b) => {
        if (compareCosts(a, b) !== 'smaller') return;
        for (const at of growing) {
          const [left, right] = [evaluateCost(a, at)?.log10 ?? 0, evaluateCost(b, at)?.log10 ?? 0];
          // A constant factor, such as that of a sum of three terms, is no disagreement; a growing one would be.
          expect(left)
            .withContext(`${a} against ${b} at ${at.n}, ${at.m}`)
            .toBeLessThan(right + 8);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('is null for what cannot be read', () => expect(isSameCost('O(n', 'O(n)')).toBeNull());

  it('refuses an assumption that limits no variable', () => {
    for (const text of ['n*m <= k', 'm', 'm <= ', 'm <= n + k']) expect(() => readLimit(text)).toThrowError(CostError);
  });
});
