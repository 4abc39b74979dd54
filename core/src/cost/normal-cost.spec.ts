import fc from 'fast-check';
import { CostError } from '../errors';
import { evaluateCost } from './evaluate-cost';
import { compareCosts, isSameCost, normalCost, readLimit, simplifyingSteps } from './normal-cost';
import { readCost } from './read-cost';
import spellings from './spellings.json';

/** Random costs of two variables, and of three where nothing is added. */
const variable = fc.constantFrom('n', 'm');
const factor = fc.oneof(
  { weight: 4, arbitrary: variable },
  variable.map((it) => `log ${it}`),
  variable.map((it) => `log log ${it}`),
  fc.tuple(variable, fc.integer({ min: 2, max: 4 })).map(([it, power]) => `${it}^${power}`),
  fc.tuple(fc.constantFrom(2, 3), variable).map(([base, it]) => `${base}^${it}`),
  variable.map((it) => `√${it}`),
  variable.map((it) => `${it}!`),
);
const product = fc.array(factor, { minLength: 1, maxLength: 3 }).map((it) => it.join('·'));
const sum = fc.array(product, { minLength: 1, maxLength: 3 }).map((it) => it.join(' + '));

describe('spellings of costs', () => {
  const all = Object.entries(spellings).flatMap(([normal, texts]) => texts.map((text) => ({ normal, text })));

  it('are at least three hundred', () => expect(all.length).toBeGreaterThanOrEqual(300));

  for (const [normal, texts] of Object.entries(spellings)) {
    it(`reads ${normal} in ${texts.length} of them`, () => {
      for (const text of texts) expect(normalCost(text).text).withContext(text).toBe(normal);
      expect(normalCost(normal).text).withContext('its own text').toBe(normal);
    });
  }

  const faults: readonly (readonly [text: string, at: number, expected: RegExp])[] = [
    ['O(n log', 7, /variable|number/],
    ['O(n ? m)', 4, /variable|operator/],
    ['n +', 3, /variable/],
    ['', 0, /variable/],
    ['n ^ ^ 2', 4, /variable/],
    ['min n', 4, /opening parenthesis/],
    ['C(n, k', 6, /closing parenthesis/],
    ['sqrt(n, m)', 10, /one argument/],
    ['n)', 1, /operator or the end/],
  ];
  for (const [text, at, expected] of faults) {
    it(`are refused where “${text}” stops making sense`, () => {
      try {
        readCost(text);
        fail('it was read');
      } catch (error) {
        if (!(error instanceof CostError)) throw error;
        expect(error.at).toBe(at);
        expect(error.expected).toMatch(expected);
      }
    });
  }

  it('are read or refused, never anything else: 100 000 random ones', () => {
    const signs = [...'nmkNV()^*+-!²√·/,αlog 20.O[]|'].concat([
      'log',
      'sqrt',
      'min(',
      'O(',
      'max(',
      '**',
      'C(',
      '½',
      'ⁿ',
      'constant',
    ]);
    const random = fc.oneof(
      { weight: 4, arbitrary: fc.array(fc.constantFrom(...signs), { maxLength: 16 }).map((it) => it.join('')) },
      { weight: 1, arbitrary: fc.string({ maxLength: 20 }) },
    );
    fc.assert(
      fc.property(random, (text) => {
        try {
          return normalCost(text).text.startsWith('O(');
        } catch (error) {
          return error instanceof CostError && error.at >= 0 && error.at <= text.length;
        }
      }),
      { numRuns: 100_000 },
    );
  });
});

describe('the simplified cost', () => {
  it('is the same when it is simplified again', () => {
    fc.assert(fc.property(sum, (text) => expect(normalCost(normalCost(text).text).text).toBe(normalCost(text).text)));
  });

  it('says by which steps it came about', () => {
    const why = (text: string): string[] => simplifyingSteps(text).map((step) => step.why);
    expect(why('3n')).toEqual(['3·n is n: a constant factor does not count']);
    expect(why('n log n + n')).toEqual(['n is dominated by n·log n']);
    expect(why('log_2 n')[0]).toContain('base changes a logarithm by a constant factor only');
    expect(simplifyingSteps('n² - n').map((step) => step.kind)).toEqual(['subtracted']);
    expect(simplifyingSteps('max(n, m)').map((step) => step.kind)).toEqual(['largest']);
    expect(why('n')).toEqual([]);
  });
});

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
      fc.property(sum, sum, (a, b) => {
        const [there, back] = [compareCosts(a, b), compareCosts(b, a)];
        expect(back as string).toBe(opposite[there] ?? there);
        if (normalCost(a).text === normalCost(b).text) expect(there).toBe('equal');
      }),
    );
  });

  it('is transitive', () => {
    const isAtMost = (a: string, b: string): boolean => /^(?:equal|smaller)$/.test(compareCosts(a, b));
    fc.assert(
      fc.property(sum, sum, sum, (a, b, c) => {
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
    const tame = sum.filter((text) => !/!|2\^|3\^|log log/.test(text));
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
