import fc from 'fast-check';
import { readExampleInput } from './example-input';

describe('the input of an example', () => {
  it('is a list of numbers in the usual spellings, counted or not', () => {
    for (const text of ['5 2 4', '[5, 2, 4]', 'a = [5,2,4]', '3\n5 2 4', '5, 2, 4', '(5; 2; 4)'])
      expect(readExampleInput(text))
        .withContext(text)
        .toEqual({ shape: 'numbers', numbers: [5, 2, 4] });
    expect(readExampleInput('[]')).toEqual({ shape: 'numbers', numbers: [] });
    expect(readExampleInput('-1.5 −2')).toEqual({ shape: 'numbers', numbers: [-1.5, -2] });
    expect(readExampleInput('nums = [7], k = 3')).toEqual({ shape: 'numbers', numbers: [7] });
  });

  it('is a text, intervals, a grid or calls', () => {
    expect(readExampleInput('"gull"')).toEqual({ shape: 'text', text: 'gull' });
    expect(readExampleInput('s = "gull"')).toEqual({ shape: 'text', text: 'gull' });
    expect(readExampleInput('""')).toEqual({ shape: 'text', text: '' });
    expect(readExampleInput('[1,3] (2;5)')).toEqual({
      shape: 'intervals',
      intervals: [
        [1, 3],
        [2, 5],
      ],
    });
    expect(readExampleInput('1-3, 5-8')).toEqual(jasmine.objectContaining({ shape: 'intervals' }));
    expect(readExampleInput('.#\n..')).toEqual({
      shape: 'grid',
      rows: [
        ['.', '#'],
        ['.', '.'],
      ],
    });
    expect(readExampleInput('[[1,2,3],[4,5,6]]')).toEqual(jasmine.objectContaining({ shape: 'grid' }));
    expect(readExampleInput('push(5), pop()')).toEqual({
      shape: 'calls',
      calls: [
        { name: 'push', given: '5' },
        { name: 'pop', given: '' },
      ],
    });
  });

  it('is nothing in particular where it is none of these, and never fails', () => {
    expect(readExampleInput('   ')).toEqual({ shape: 'blank' });
    expect(readExampleInput('two lamps, one of them broken')).toEqual({ shape: 'other' });
    expect(readExampleInput('7 '.repeat(5000))).toEqual({ shape: 'other' });
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        expect(() => readExampleInput(text)).not.toThrow();
      }),
    );
  });
});
