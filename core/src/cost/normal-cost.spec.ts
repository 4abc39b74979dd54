import fc from 'fast-check';
import { CostError } from '../errors';
import { randomCost } from '../testing/random-costs';
import { normalCost, simplifyingSteps } from './normal-cost';
import { readCost } from './read-cost';
import spellings from './spellings.json';

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
    const signs = [...Array.from('nmkNV()^*+-!²√·/,αlog 20.O[]|')].concat([
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
    fc.assert(
      fc.property(randomCost, (text) => expect(normalCost(normalCost(text).text).text).toBe(normalCost(text).text)),
    );
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
