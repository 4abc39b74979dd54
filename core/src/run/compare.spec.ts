import type { Comparison } from '../model/entry';
import { differenceOf, printedDifference, usualRules } from './compare';
import { type Value, readValue } from './value';
import { formatValue } from './write-value';

const first = (expected: string, actual: string, comparison: Comparison = 'exact'): string => {
  const found = differenceOf(readValue(expected), readValue(actual), { ...usualRules, comparison });
  return found ? `${found.place}: ${found.actual} for ${found.expected}` : 'none';
};

describe('an answer beside the expected one', () => {
  it('is the same down to the dust of fractions, or first differs somewhere', () => {
    expect(first('[1, [2, 3]]', '[1, [2, 3]]')).toBe('none');
    expect(first('[1, [2, 3]]', '[1, [2, 4]]')).toBe('[1][1]: 4 for 3');
    expect(first('[1, 2]', '[1]')).toBe('[1]: nothing for 2');
    expect(first('[1]', '[1, 2]')).toBe('[1]: 2 for nothing');
    expect(first('{"a": 1}', '{"a": 1, "b": 2}')).toBe('.b: 2 for nothing');
    expect(first('0.3', '0.30000000000000004')).toBe('none');
    expect(first('NaN', 'NaN')).toBe('none');
    expect(first('"1"', '1')).toBe(': 1 for "1"');
    expect(first('yes', 'true')).toBe('none');
    expect(first('yes', 'false')).toBe(': false for "yes"');
    expect(first('9223372036854775808', '9223372036854775808')).toBe('none');
  });

  it('may come in any order, or within a tolerance', () => {
    expect(first('[[1, 2], [3]]', '[[3], [2, 1]]', 'unordered')).toBe('none');
    expect(first('[1, 1, 2]', '[1, 2, 2]', 'unordered')).toBe('[1]: 2 for 1');
    expect(first('1000000', '1000000.5', 'close')).toBe('none');
    expect(first('1', '1.1', 'close')).toBe(': 1.1 for 1');
  });

  it('is printed line by line, without blanks at the ends', () => {
    expect(printedDifference('1 2\n3\n', '1 2 \n3')).toBeNull();
    expect(printedDifference('1\n2', '1')).toEqual({ place: 'line 2', expected: '2', actual: 'nothing' });
    expect(printedDifference('1\n2', '1\n3')).toEqual({ place: 'line 2', expected: '2', actual: '3' });
  });

  it('is shown as it is read again', () => {
    const values: Value[] = [null, true, -1.5, 2n ** 70n, 'a"b', [1, [2]], { a: [Infinity] }];
    for (const value of values) expect(formatValue(readValue(formatValue(value)))).toBe(formatValue(value));
  });
});
