import fc from 'fast-check';
import { now } from '../../testing/make';
import { orderDay } from './day-order';

const items = fc.array(
  fc.record({
    technique: fc.constantFrom('heap', 'greedy', 'trie', null),
    worth: fc.double({ min: 0, max: 1, noNaN: true }),
  }),
  { maxLength: 9 },
);

describe('the order of an evening', () => {
  it('keeps every item, and no technique follows itself where that can be helped', () => {
    fc.assert(
      fc.property(items, (some) => {
        const ordered = orderDay(some, []);
        expect(ordered).toHaveSize(some.length);
        expect(new Set(ordered)).toEqual(new Set(some));
        const counts = new Map<string, number>();
        for (const { technique } of some)
          if (technique !== null) counts.set(technique, (counts.get(technique) ?? 0) + 1);
        const max = Math.max(...counts.values(), 0);
        const repeats = ordered
          .slice(1)
          .filter(({ technique }, index) => technique !== null && technique === ordered[index]?.technique).length;
        // What is worth most by far comes first, even where another start would alternate better.
        expect(repeats).toBeLessThanOrEqual(Math.max(2 * max - some.length - 1, 0) + 1);
        const best = Math.max(...some.map(({ worth }) => worth), 0);
        expect(ordered[0]?.worth ?? 0).toBeGreaterThanOrEqual(0.7 * best);
      }),
      { numRuns: 500 },
    );
  });

  it('begins with what is worth most, or nearly, where that lets the others alternate', () => {
    const day = [
      { technique: 'heap', worth: 3 },
      { technique: 'greedy', worth: 5 },
      { technique: 'heap', worth: 2 },
    ];
    expect(orderDay(day, []).map(({ worth }) => worth)).toEqual([5, 3, 2]);
    const near = day.map((it) => ({ ...it, worth: it.worth + 5 }));
    expect(orderDay(near, []).map(({ worth }) => worth)).toEqual([8, 10, 7]);
    expect(orderDay(day.slice(0, 2), []).map(({ worth }) => worth)).toEqual([5, 3]);
  });

  it('puts techniques that were mixed up side by side', () => {
    const day = ['heap', 'trie', 'greedy', 'sort-first'].map((technique, index) => ({ technique, worth: 9 - index }));
    const mixUps = [{ right: 'heap', named: 'sort-first', count: 1, lastAt: now, waiting: [] }];
    expect(orderDay(day, mixUps).map(({ technique }) => technique)).toEqual(['heap', 'sort-first', 'trie', 'greedy']);
  });
});
