import { readBounds } from './bounds/bounds';
import {
  budgetFor,
  classFits,
  fitOf,
  isConstant,
  largestFitting,
  mainVariable,
  rateOf,
  tableBytes,
  usualRate,
} from './budget';
import { evaluateCost, variablesWithout } from '../cost/evaluate-cost';
import { magnitude } from '../cost/magnitude';
import { superscript } from '../cost/superscript';
import { approximately, bytesText } from './approach-check';

describe('evaluating a cost', () => {
  it('is exact where numbers hold it, and a logarithm beyond', () => {
    expect(evaluateCost('n^2', { n: 300_000 })?.value).toBe(9e10);
    expect(evaluateCost('3n + 7', { n: 10 })?.value).toBe(37);
    expect(evaluateCost('n log n', { n: 1024 })?.value).toBe(10_240);
    expect(evaluateCost('n!', { n: 5 })?.value).toBe(120);
    expect(evaluateCost('2^n', { n: 10_000 })?.value).toBe(Infinity);
    expect(evaluateCost('2^n', { n: 10_000 })?.log10).toBeCloseTo(3010.3, 1);
    expect(evaluateCost('n!', { n: 1e6 })?.log10).toBeCloseTo(5_565_708.9, 0);
    expect(evaluateCost('min(n, m)', { n: 7, m: 3 })?.value).toBe(3);
  });

  it('wants a size for every variable', () => {
    expect(evaluateCost('n·m', { n: 3 })).toBeNull();
    expect(variablesWithout('n·m + k', { n: 3 })).toEqual(['m', 'k']);
  });
});

describe('the budget', () => {
  it('takes what is stated, and says what is usual', () => {
    expect(budgetFor(readBounds(['2 s', '64 MB']), 1e7)).toEqual({
      seconds: 2,
      stepsPerSecond: 1e7,
      bytes: 64e6,
      isTimeStated: true,
      isMemoryStated: true,
    });
    expect(budgetFor(readBounds([]))).toEqual({
      seconds: 1,
      stepsPerSecond: usualRate,
      bytes: 256e6,
      isTimeStated: false,
      isMemoryStated: false,
    });
  });

  it('has a rate for each language, the own one before the shipped one', () => {
    expect([rateOf(null), rateOf('Python'), rateOf(' c++ '), rateOf('an island tongue')]).toEqual([1e8, 1e7, 2e8, 1e8]);
    expect(rateOf('Python', { python: 5e7 })).toBe(5e7);
  });

  it('calls a third of it fitting and three times of it too much', () => {
    expect([33, 34, 299, 301].map((needed) => fitOf(magnitude(needed), 100))).toEqual([
      'fits',
      'tight',
      'tight',
      'over',
    ]);
  });

  it('says which growth classes fit, in rising order, and up to which size', () => {
    const bounds = readBounds(['n ≤ 200 000', 'q ≤ 100 000', '1 s']);
    const fits = classFits(bounds, budgetFor(bounds));
    expect(fits.map(({ steps }) => steps.log10)).toEqual(fits.map(({ steps }) => steps.log10).sort((a, b) => a - b));
    const of = (cost: string) => fits.find((it) => it.cost === cost);
    expect([of('n·log n')?.fit, of('n·√n')?.fit, of('n^2')?.fit, of('n·q')?.fit]).toEqual([
      'fits',
      'tight',
      'over',
      'over',
    ]);
    expect([of('n^2')?.largest, of('n^3')?.largest, of('2^n')?.largest]).toEqual([10_000, 464, 26]);
    expect(of('log n')?.largest).toBe(Infinity);
    expect(classFits(readBounds([]), budgetFor(bounds))).toEqual([]);
  });

  it('finds the largest size by halving: it fits, one more does not', () => {
    const budget = budgetFor(readBounds(['1 s']));
    for (const cost of ['n', 'n·log n', 'n^2', 'n^3', '2^n', 'n!']) {
      const largest = largestFitting(cost, 'n', {}, budget);
      const steps = (n: number): number => evaluateCost(cost, { n })?.log10 ?? Infinity;
      expect(steps(largest)).withContext(cost).toBeLessThanOrEqual(8);
      expect(steps(largest * (1 + 2e-6) + 1))
        .withContext(cost)
        .toBeGreaterThan(8);
    }
  });

  it('takes n for the main variable, else the largest', () => {
    expect([mainVariable({ q: 9, n: 3 }), mainVariable({ V: 3, E: 9 }), mainVariable({})]).toEqual(['n', 'E', null]);
  });

  it('measures tables', () => {
    expect(tableBytes([1000, 1000], 8).value).toBe(8e6);
    expect(tableBytes([1e200, 1e200], 8).log10).toBeCloseTo(400.9, 1);
    expect([isConstant('O(7)'), isConstant('log n')]).toEqual([true, false]);
  });
});

describe('numbers for people', () => {
  it('are short', () => {
    expect([7, 3500, 12_345, 4e10, 1e8, 96_000].map((it) => approximately(magnitude(it)))).toEqual([
      '7',
      '3\u202f500',
      '10⁴',
      '4·10¹⁰',
      '10⁸',
      '10⁵',
    ]);
    expect(approximately({ value: Infinity, log10: 60_206.2 })).toBe('2·10⁶⁰²⁰⁶');
    expect([800, 1.6e6, 28.4e6, 2e12].map((it) => bytesText(magnitude(it)))).toEqual([
      '800 B',
      '1.6 MB',
      '28 MB',
      '2 TB',
    ]);
    expect(['n^2', 'n·2^n', '10^-3', 'n^(1/3)', 'O(n^k)', 'x^km'].map(superscript)).toEqual([
      'n²',
      'n·2ⁿ',
      '10⁻³',
      'n^(1/3)',
      'O(nᵏ)',
      'x^km',
    ]);
  });
});
