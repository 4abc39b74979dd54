import { mostCalls, readInput } from './read-input';
import { isMade } from './rule-text';
import { largeInput } from './large-input';
import { groupOf, byGroup } from './groups';
import { previewOf } from './input-preview';
import { readBounds } from '../sheet';
import { isList } from './value';

const pairs = {
  shape: 'call',
  name: 'f',
  parameters: [
    { name: 'a', type: '' },
    { name: 'k', type: '' },
  ],
} as const;

function given(text: string): readonly unknown[] {
  const input = readInput(text, pairs);
  return input.shape === 'call' ? input.given : [];
}

describe('an input with rules', () => {
  it('takes them as arguments, named or not, in lists and beside other words', () => {
    for (const text of ['<5 numbers from 1 to 1>, 3', 'k = 3, a = <5 numbers from 1 to 1>', '<5 times 1>\n3'])
      expect(given(text))
        .withContext(text)
        .toEqual([[1, 1, 1, 1, 1], 3]);
    expect(given('n = 4, a = <n numbers from n to n>')).toEqual([[4, 4, 4, 4], 4]);
    expect(given('[[7], <2 times 1>], 3')).toEqual([[[7], [1, 1]], 3]);
    const [first, second] = given('<50 numbers from 1 to 1000>\n<50 numbers from 1 to 1000>');
    expect(first).not.toEqual(second);
  });

  it('says of one that cannot be read what is wrong, and where', () => {
    expect(() => given('<5 numbrs from 1 to 9>, 3')).toThrowError(/numbrs/);
    expect(() => given('<5 numbers from 1 to 9, 3')).toThrowError(/“>” behind the rule/);
  });

  it('becomes text for a program that reads standard input, and leaves other signs alone', () => {
    const printed = (text: string): unknown => readInput(text, { shape: 'stdio' });
    expect(printed('3 2\n<3 times 5>\nif a < b or <b>')).toEqual({
      shape: 'stdio',
      text: '3 2\n5 5 5\nif a < b or <b>\n',
    });
    expect(() => printed('3\n<3 numbers>')).toThrowError(/expected “from”/);
  });

  it('repeats operations, each with numbers of its own', () => {
    const calls = (text: string): readonly (readonly [string, readonly unknown[]])[] => {
      const input = readInput(text, { shape: 'object', name: 'Shelf' });
      return input.shape === 'object' ? input.calls : [];
    };
    const all = calls('Shelf(5) <1000 times: put(<number from 1 to 1000>, 2) take()> size()');
    expect(all).toHaveSize(2002);
    expect(all[0]).toEqual(['Shelf', [5]]);
    expect(all.at(-1)).toEqual(['size', []]);
    expect(new Set(all.filter(([name]) => name === 'put').map(([, [number]]) => number)).size).toBeGreaterThan(100);
    expect(() => calls(`<${mostCalls + 1} times: size()>`)).toThrowError(/calls/);
    expect(calls('<999999999 times: >')).toEqual([]);
    expect(() => calls('<9999 times: <9999 times: size()>>')).toThrowError(/at most/);
    expect(() => calls('<3 times: size()')).toThrowError(/“>” behind them/);
  });

  it('is shown with what it makes, and what is wrong with it', () => {
    expect(previewOf('<9 times 7>, 3')).toEqual({ text: '[7, 7, 7, 7, 7, 7, … 9 in all]', isFault: false });
    expect(previewOf('<30 times "a">')?.text).toBe('aaaaaaaaaaaaaaaaaaaaaaaa… (30 letters)');
    expect(previewOf('2\n<2 rows of 9 numbers from 1 to 1>')?.text).toBe(
      '[[1, 1, 1, 1, 1, 1, "…"], [1, 1, 1, 1, 1, 1, "…"]]',
    );
    expect(previewOf('S() <50 times: put(<number from 4 to 4>) take()>')?.text).toBe(
      'put(4) take() put(4) … (100 calls)',
    );
    expect(previewOf('<5 numbers>')).toEqual({
      text: jasmine.stringContaining('expected “from”') as never,
      isFault: true,
    });
    expect(previewOf('<5 numbers from 1')?.isFault).toBe(true);
    expect(previewOf('<200 001 numbers from 1 to 9>')?.text).toMatch(
      /^more than 200.000 values, too many to show here$/,
    );
    expect(previewOf('<1000 rows of 1000 letters>')?.isFault).toBeFalse();
    expect(previewOf('<2 000 001 numbers from 1 to 9>')?.isFault).toBeTrue();
    expect(previewOf('1 2 3')).toBeNull();
  });

  it('is told from what only looks like one', () => {
    for (const text of ['<5 numbers from 1 to 9>', '2\n<n letters>', '<tree of 5 nodes>', '<9 times: x()>'])
      expect(isMade(text)).withContext(text).toBe(true);
    for (const text of ['a < b', '<div>', 'x <= 5', '1 2 3']) expect(isMade(text)).withContext(text).toBe(false);
  });
});

describe('a large input from the bounds', () => {
  const list = readBounds(['1 ≤ n ≤ 200 000', '1 ≤ a[i] ≤ 10^9']);

  it('has the shape of a small one and the sizes of the bounds', () => {
    expect(largeInput('[1, 3, 2], 4', list)).toBe('<200000 numbers from 1 to 1000000000>, 4');
    expect(largeInput('5 2 4, k = 2', list)).toBe('<200000 numbers from 1 to 1000000000>, k = 2');
    expect(largeInput('n = 3, a = [5, 1, 2]', list)).toBe('n = 200000, a = <200000 numbers from 1 to 1000000000>');
    expect(largeInput('4 2\n1 5 2 3', list)).toBe('200000 2\n<200000 numbers from 1 to 1000000000>');
    expect(largeInput('[[1,3],[2,5]]', list)).toBe('<200000 intervals from 1 to 1000000000>');
    expect(largeInput('abca', readBounds(['|s| ≤ 10^5']))).toBe('<100000 letters of "abc">');
    expect(largeInput('#../.##', readBounds(['1 ≤ n, m ≤ 1000']))).toBe('<1000 rows of 1000 letters of "#.">');
    expect(largeInput('Shelf(3) put(4) take() put(5)', readBounds(['at most 10^4 calls']))).toBe(
      'Shelf(3) <5000 times: put(<number from 1 to 9>) take()>',
    );
    expect(largeInput('3 1 2', readBounds(['n ≤ 1000', 'sorted']))).toBe('<1000 sorted numbers from 1 to 9>');
  });

  it('can be read for each of them, and is as large', () => {
    for (const input of ['[1, 3, 2], 4', '5 2 4, k = 2']) {
      const [numbers] = given(largeInput(input, list) ?? '');
      expect(isList(numbers as never) && (numbers as unknown[]).length).toBe(200_000);
    }
  });

  it('is not offered where nothing could grow', () => {
    expect(largeInput('', list)).toBeNull();
    expect(largeInput('7', list)).toBeNull();
    expect(largeInput('[1, 2], 3', readBounds([]))).toBeNull();
    expect(largeInput('[1, "', list)).toBeNull();
    expect(largeInput('<5 times 7>', list)).toBeNull();
  });
});

describe('groups of checks', () => {
  const example = (input: string, tags: string[] = []): Parameters<typeof groupOf>[0] => ({ input, tags, group: null });

  it('follow from what goes in, unless they are told', () => {
    expect(groupOf(example('1 2 3'))).toBe('normal');
    expect(groupOf(example('[]'))).toBe('edge');
    expect(groupOf(example('[], 5'))).toBe('edge');
    expect(groupOf(example('a = [1, 2, 3], k = 1'))).toBe('normal');
    expect(groupOf(example('k = 1, a = [7]'))).toBe('edge');
    expect(groupOf(example('4 2 3', ['touching']))).toBe('edge');
    expect(groupOf(example('<100 numbers from 1 to 9>'))).toBe('large');
    expect(groupOf({ ...example('[]'), group: 'normal' })).toBe('normal');
  });

  it('are run in their order: usual, edge, large', () => {
    const all = [example('<9 times 1>'), example('[]'), example('1 2 3'), example('5 5')];
    expect(byGroup(all).map(({ input }) => input)).toEqual(['1 2 3', '[]', '5 5', '<9 times 1>']);
  });
});
