import fc from 'fast-check';
import { type BestPrices, type Offer, Prices, bestPrices, usableMinutes } from './prices';

/** The most gain of any choice of one offer a track at most within the minutes, by trying all. */
function bestChoice(offers: readonly (readonly Offer[])[], minutes: readonly number[]): number {
  const [first, ...rest] = offers;
  if (!first) return 0;
  let best = bestChoice(rest, minutes);
  for (const { gain, loads } of first) {
    const left = [...minutes];
    for (const load of loads) left[load.days[0] ?? 0] = (left[load.days[0] ?? 0] ?? 0) - load.minutes;
    if (left.every((it) => it >= 0)) best = Math.max(best, gain + bestChoice(rest, left));
  }
  return best;
}

const offer = fc.record({
  gain: fc.double({ min: 0.01, max: 1, noNaN: true }),
  loads: fc.array(
    fc.record({ minutes: fc.integer({ min: 1, max: 20 }), days: fc.integer({ min: 0, max: 2 }).map((day) => [day]) }),
    { minLength: 1, maxLength: 2 },
  ),
});

/** One track for each of these lists of offers. */
function bestFor(offers: readonly (readonly Offer[])[], minutes: readonly number[]): BestPrices {
  return bestPrices(
    offers.map((it) => ({ offers: it, count: 1 })),
    minutes,
    0,
  );
}

describe('prices of minutes', () => {
  it('never give less than the best choice, whatever is offered', () => {
    const some = fc.record({
      offers: fc.array(fc.array(offer, { maxLength: 3 }), { maxLength: 5 }),
      minutes: fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 3 }),
    });
    fc.assert(
      fc.property(some, ({ offers, minutes }) => {
        expect(
          bestPrices(
            offers.map((it) => ({ offers: it, count: 1 })),
            minutes,
            0,
          ).most,
        ).toBeGreaterThanOrEqual(bestChoice(offers, minutes) - 1e-9);
      }),
      { numRuns: 200 },
    );
  });

  it('are nothing where there are minutes enough, and come near the best where they are short', () => {
    const offers = Array.from({ length: 6 }, (_, index): Offer[] => [
      { gain: 1 + index / 10, loads: [{ minutes: 10, days: [0] }] },
    ]);
    const rich = bestFor(offers, [100]);
    expect(rich.most).toBeCloseTo(7.5, 3);
    const poor = bestFor(offers, [30]);
    expect(poor.most).toBeCloseTo(1.5 + 1.4 + 1.3, 1);
    expect(poor.prices.byDay[0]).toBeGreaterThan(0.1);
  });

  it('are the same for many tracks with the same offers as for each of them', () => {
    const offers: Offer[] = [{ gain: 1, loads: [{ minutes: 1, days: [0, 1] }] }];
    const together = bestPrices([{ offers, count: 300 }], [100, 100], 0);
    const apart = bestFor(
      Array.from({ length: 300 }, () => offers),
      [100, 100],
    );
    expect(together.most).toBeCloseTo(apart.most, 9);
    expect(together.most).toBeGreaterThanOrEqual(200 - 1e-9);
  });

  it('take of several days the cheapest', () => {
    const prices = new Prices([3, 1, 2]);
    const [dear, cheap]: Offer[] = [
      { gain: 10, loads: [{ minutes: 4, days: [0] }] },
      { gain: 10, loads: [{ minutes: 4, days: [0, 1, 2] }] },
    ];
    if (!dear || !cheap) throw new Error('no offers');
    expect([prices.worth(dear), prices.worth(cheap), prices.cheapest([0, 2])]).toEqual([-2, 6, 2]);
    expect(prices.best([dear, cheap])).toEqual({ offer: cheap, worth: 6 });
    expect(prices.best([dear])).toEqual({ offer: null, worth: 0 });
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
