import fc from 'fast-check';
import { type BestPrices, type ReviewColumn, Prices, bestPrices, usableMinutes } from './prices';

/** The most gain of any choice of one column a candidate at most within the minutes, by trying all. */
function bestChoice(columns: readonly (readonly ReviewColumn[])[], minutes: readonly number[]): number {
  const [first, ...rest] = columns;
  if (!first) return 0;
  let best = bestChoice(rest, minutes);
  for (const { gain, loads } of first) {
    const left = [...minutes];
    for (const load of loads) left[load.days[0] ?? 0] = (left[load.days[0] ?? 0] ?? 0) - load.minutes;
    if (left.every((it) => it >= 0)) best = Math.max(best, gain + bestChoice(rest, left));
  }
  return best;
}

const column = fc.record({
  gain: fc.double({ min: 0.01, max: 1, noNaN: true }),
  loads: fc.array(
    fc.record({ minutes: fc.integer({ min: 1, max: 20 }), days: fc.integer({ min: 0, max: 2 }).map((day) => [day]) }),
    { minLength: 1, maxLength: 2 },
  ),
});

/** One candidate for each of these lists of columns. */
function bestFor(columns: readonly (readonly ReviewColumn[])[], minutes: readonly number[]): BestPrices {
  return bestPrices(
    columns.map((it) => ({ columns: it, count: 1 })),
    minutes,
    0,
  );
}

describe('prices of minutes', () => {
  it('never give less than the best choice, whatever is offered', () => {
    const some = fc.record({
      columns: fc.array(fc.array(column, { maxLength: 3 }), { maxLength: 5 }),
      minutes: fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 3 }),
    });
    fc.assert(
      fc.property(some, ({ columns, minutes }) => {
        expect(
          bestPrices(
            columns.map((it) => ({ columns: it, count: 1 })),
            minutes,
            0,
          ).max,
        ).toBeGreaterThanOrEqual(bestChoice(columns, minutes) - 1e-9);
      }),
      { numRuns: 200 },
    );
  });

  it('are nothing where there are minutes enough, and come near the best where they are short', () => {
    const columns = Array.from({ length: 6 }, (_, index): ReviewColumn[] => [
      { gain: 1 + index / 10, loads: [{ minutes: 10, days: [0] }] },
    ]);
    const rich = bestFor(columns, [100]);
    expect(rich.max).toBeCloseTo(7.5, 3);
    const poor = bestFor(columns, [30]);
    expect(poor.max).toBeCloseTo(1.5 + 1.4 + 1.3, 1);
    expect(poor.prices.byDay[0]).toBeGreaterThan(0.1);
  });

  it('are the same for many tracks with the same offers as for each of them', () => {
    const columns: ReviewColumn[] = [{ gain: 1, loads: [{ minutes: 1, days: [0, 1] }] }];
    const together = bestPrices([{ columns, count: 300 }], [100, 100], 0);
    const apart = bestFor(
      Array.from({ length: 300 }, () => columns),
      [100, 100],
    );
    expect(together.max).toBeCloseTo(apart.max, 9);
    expect(together.max).toBeGreaterThanOrEqual(200 - 1e-9);
  });

  it('take of several days the cheapest', () => {
    const prices = new Prices([3, 1, 2]);
    const [dear, cheap]: ReviewColumn[] = [
      { gain: 10, loads: [{ minutes: 4, days: [0] }] },
      { gain: 10, loads: [{ minutes: 4, days: [0, 1, 2] }] },
    ];
    if (!dear || !cheap) throw new Error('no offers');
    expect([prices.worth(dear), prices.worth(cheap), prices.cheapest([0, 2])]).toEqual([-2, 6, 2]);
    expect(prices.best([dear, cheap])).toEqual({ column: cheap, worth: 6 });
    expect(prices.best([dear])).toEqual({ column: null, worth: 0 });
    expect(prices.ofAll([10, 20, 30])).toBe(110);
  });
});

describe('usable minutes', () => {
  it('are what can be filled with things of given lengths', () => {
    const usable = usableMinutes(new Set([3, 8]), 12);
    expect(usable).toEqual([0, 0, 0, 3, 3, 3, 6, 6, 8, 9, 9, 11, 12]);
    expect(usableMinutes(new Set(), 4)).toEqual([0, 0, 0, 0, 0]);
    expect(usableMinutes(new Set([0, 2]), 3)).toEqual([0, 0, 2, 2]);
  });
});
