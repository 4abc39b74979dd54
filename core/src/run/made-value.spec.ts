import * as fc from 'fast-check';
import { RuleMaker, mostMade, printedValue } from './made-value';
import { type Value, isList } from './value';
import { formatValue } from './write-value';

const made = (rule: string): unknown => new RuleMaker().make(rule);
const list = (rule: string): readonly Value[] => {
  const value = new RuleMaker().make(rule);
  if (!isList(value)) throw new TypeError(`${rule} makes no list`);
  return value;
};

describe('values made by a rule', () => {
  it('are the same for the same rule, and others for another seed', () => {
    expect(made('50 numbers from 1 to 1000')).toEqual(made('50 numbers from 1 to 1000'));
    expect(made('50 numbers from 1 to 1000')).not.toEqual(made('50 numbers from 1 to 1000 seed 2'));
    const maker = new RuleMaker();
    expect(printedValue(maker.make('50 letters'))).not.toBe(printedValue(maker.make('50 letters')));
  });

  it('keep to their count and range, also beyond what a number holds', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.bigInt(-(10n ** 18n), 10n ** 18n),
        fc.bigInt(0n, 10n ** 18n),
        (count, from, span) => {
          const all = list(`${count} numbers from ${from} to ${from + span}`);
          return (
            all.length === count &&
            all.every((it) => BigInt(it as number) >= from && BigInt(it as number) <= from + span)
          );
        },
      ),
      { numRuns: 200 },
    );
  });

  it('come sorted, falling, different and shuffled as asked', () => {
    const sorted = list('200 sorted numbers from -50 to 50').map(Number);
    expect(sorted).toEqual([...sorted].sort((a, b) => a - b));
    const falling = list('200 falling numbers from 1 to 10^18') as (number | bigint)[];
    expect(falling.every((it, index) => index === 0 || it <= (falling[index - 1] ?? 0))).toBe(true);
    expect(new Set(list('500 different numbers from 1 to 10^9')).size).toBe(500);
    expect([...(list('100 shuffled numbers from 1 to 100') as number[])].sort((a, b) => a - b)).toEqual(
      Array.from({ length: 100 }, (_, index) => index + 1),
    );
  });

  it('are texts, words, rows, pairs, intervals and one value again and again', () => {
    expect(made('300 letters of "ab"')).toMatch(/^[ab]{300}$/);
    expect(made('300 letters')).toMatch(/^[a-z]{300}$/);
    expect(
      list('5 words of 4 letters from b to d').every((it) => /^[b-d]{4}$/.test(formatValue(it).replaceAll(`"`, ''))),
    ).toBe(true);
    expect(
      list('3 rows of 7 letters of "#."').every((it) => /^[#.]{7}$/.test(formatValue(it).replaceAll(`"`, ''))),
    ).toBe(true);
    expect(list('3 rows of 7 numbers from 0 to 1').map((it) => isList(it) && it.length)).toEqual([7, 7, 7]);
    const intervals = list('200 intervals from 0 to 9') as [number, number][];
    expect(intervals.every(([a, b]) => a >= 0 && a <= b && b <= 9)).toBe(true);
    expect(made('4 pairs from 5 to 5')).toEqual([
      [5, 5],
      [5, 5],
      [5, 5],
      [5, 5],
    ]);
    expect(made('3 times 7')).toEqual([7, 7, 7]);
    expect(made('3 times "ab"')).toBe('ababab');
  });

  it('are trees and connected graphs, numbered from where one says', () => {
    const reached = (edges: readonly (readonly number[])[], first: number): number => {
      const seen = new Set([first]);
      for (let grew = true; grew; ) {
        const before = seen.size;
        for (const [a = 0, b = 0] of edges) if (seen.has(a) || seen.has(b)) seen.add(a).add(b);
        grew = seen.size > before;
      }
      return seen.size;
    };
    const tree = list('tree of 60 nodes') as number[][];
    expect(tree).toHaveSize(59);
    expect(reached(tree, 0)).toBe(60);
    const graph = list('a graph of 20 nodes and 50 edges numbered from 1') as number[][];
    expect(graph).toHaveSize(50);
    expect(reached(graph, 1)).toBe(20);
    expect(graph.every(([a = 0, b = 0]) => a !== b && Math.min(a, b) >= 1 && Math.max(a, b) <= 20)).toBe(true);
  });

  it('refuse what cannot be made, with the rule and what was expected', () => {
    expect(() => made('5 numbrs from 1 to 9')).toThrowError(
      /the rule <5 numbrs from 1 to 9> at position 3: expected a rule such as/,
    );
    expect(() => made('5 numbers')).toThrowError(/expected “from”/);
    expect(() => made('5 numbers from 9 to 1')).toThrowError(/begins with the smaller end/);
    expect(() => made('5 different numbers from 1 to 3')).toThrowError(/at most 3 numbers/);
    expect(() => made(`${mostMade + 1} numbers from 1 to 2`)).toThrowError(/a count from 0 to/);
    expect(() => made('5000 rows of 5000 numbers from 1 to 2')).toThrowError(/at most 2000000 values/);
    expect(() => made('a graph of 1 nodes and 2 edges')).toThrowError(/two nodes for an edge/);
    expect(() => made('5 letters of ""')).toThrowError(/at least one letter/);
    expect(() => made('5 numbers from 1 to 9 and more')).toThrowError(/the rule/);
  });

  it('never end in anything else than a value or a sentence', () => {
    const words = fc.constantFrom(
      '5',
      '10^3',
      'numbers',
      'from',
      'to',
      'of',
      'letters',
      '"ab"',
      'rows',
      'tree',
      'nodes',
      'seed',
      'a',
      'times',
      'n',
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 8 }), (parts) => {
        try {
          made(parts.join(' '));
        } catch (error) {
          return error instanceof Error && error.message.startsWith('Cannot read the rule');
        }
        return true;
      }),
      { numRuns: 2000 },
    );
  });

  it('are printed as programs read them: items beside, rows below each other', () => {
    expect(printedValue([1, 2, 3n])).toBe('1 2 3');
    expect(
      printedValue([
        [1, 2],
        [3, 4],
      ]),
    ).toBe('1 2\n3 4');
    expect(printedValue(['#.', '.#'])).toBe('#.\n.#');
  });
});
