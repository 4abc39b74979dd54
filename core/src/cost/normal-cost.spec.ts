import fc from 'fast-check';
import { CostError } from '../errors';
import { isSameCost, normalCost } from './normal-cost';
import { readCost } from './read-cost';

describe('costs', () => {
  const spellings: Readonly<Record<string, readonly string[]>> = {
    'O(n·log n)': ['O(n log n)', 'nlogn', 'n*log2(n)', 'Θ(n lg n)', 'O(3 n log n + n)', 'log(n) · n', 'O(n log(n^2))'],
    'O(n^2)': ['n²', 'O(N^2)'.replace('N', 'n'), 'n*n', 'quadratic', 'n^2 + n log n', 'n^2/2', 'O(n**2)'],
    'O(1)': ['constant', 'O(42)', '1', 'O(2^3)'],
    'O(E + V)': ['V+E', 'O(E + V)', 'max(V, E)'],
    'O(n^0.5)': ['√n', 'sqrt n', 'n^(1/2)', 'sqrt(n)'],
    'O(2^n·n)': ['n·2^n', 'n * 2^(n)'],
    'O(n)': ['linear', 'O(n) amortised', 'expected O(n)', 'n + log n', 'O(n) worst case'],
    'O(log^2 n)': ['log^2 n', 'log n log n', '(log n)^2'],
    'O(n!)': ['n!'],
    'O(k·n)': ['k·n', 'n k'],
  };

  for (const [normal, texts] of Object.entries(spellings)) {
    it(`reads ${normal} in ${texts.length} spellings`, () => {
      for (const text of texts) expect(normalCost(text).text).withContext(text).toBe(normal);
    });
  }

  it('tells costs apart that look alike', () => {
    expect(isSameCost('2^n', '2^(2n)')).toBeFalse();
    expect(isSameCost('2^n', '3^n')).toBeFalse();
    expect(isSameCost('n + m', 'n')).toBeFalse();
    expect(isSameCost('O(n log n)', 'O(n log m)')).toBeFalse();
  });

  it('says where a text cannot be read, and does not compare it', () => {
    expect(() => readCost('O(n log')).toThrowMatching((error) => error instanceof CostError && error.at === 7);
    expect(() => readCost('O(n ? m)')).toThrowMatching((error) => error instanceof CostError && error.at === 4);
    expect(isSameCost('O(n', 'O(n)')).toBeNull();
  });

  it('is the same when it is simplified twice', () => {
    const variable = fc.constantFrom('n', 'm', 'k');
    const factor = fc.oneof(
      variable,
      variable.map((it) => `log ${it}`),
      fc.tuple(variable, fc.integer({ min: 2, max: 4 })).map(([it, power]) => `${it}^${power}`),
      variable.map((it) => `2^${it}`),
      variable.map((it) => `√${it}`),
    );
    const product = fc.array(factor, { minLength: 1, maxLength: 3 }).map((it) => it.join('·'));
    const sum = fc.array(product, { minLength: 1, maxLength: 4 }).map((it) => it.join(' + '));
    fc.assert(
      fc.property(sum, (text) => {
        const normal = normalCost(text).text;
        expect(normalCost(normal).text).toBe(normal);
      }),
    );
  });

  it('fails in one way only, whatever it is given', () => {
    const signs = fc.constantFrom(
      'n',
      'm',
      '(',
      ')',
      '^',
      '*',
      '+',
      'log',
      'sqrt',
      '!',
      '2',
      '²',
      ' ',
      '/',
      'O(',
      'min(',
      ',',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(signs, { maxLength: 14 }).map((it) => it.join('')),
        ),
        (text) => {
          try {
            expect(normalCost(text).text).toMatch(/^O\(.+\)$/);
          } catch (error) {
            expect(error).toBeInstanceOf(CostError);
          }
        },
      ),
      { numRuns: 1500 },
    );
  });
});
