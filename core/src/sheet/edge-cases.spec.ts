import { readBounds } from './bounds/bounds';
import { coveredBy, inputShapes, missingEdgeCases, usualEdgeCases } from './edge-cases';

const covers = (input: string, tags: string[] = []): string[] => coveredBy({ input, tags }).sort();

describe('edge cases', () => {
  it('follow from the shape of the input and from the bounds', () => {
    const bounds = readBounds(['n ≤ 200 000', '-10^9 ≤ h[i] ≤ 10^9']);
    expect(usualEdgeCases('Heights stand in a row.', bounds)).toEqual([
      'empty',
      'one',
      'all-equal',
      'duplicates',
      'sorted',
      'reversed',
      'negative',
      'zero',
      'overflow',
      'largest',
    ]);
    expect(inputShapes('Walk over a grid of cells.', readBounds([]))).toEqual(['grid']);
    expect(inputShapes('Count the numbers up to n without the digit 4.', readBounds([]))).toEqual(['number']);
  });

  it('that the bounds rule out are not asked for', () => {
    expect(usualEdgeCases('A row of heights.', readBounds(['1 ≤ n ≤ 100']))).not.toContain('empty');
    expect(usualEdgeCases('A row of heights.', readBounds(['2 ≤ n ≤ 100']))).not.toContain('one');
    expect(usualEdgeCases('A row of heights.', readBounds(['n ≤ 100', '1 ≤ h[i] ≤ 50']))).not.toContain('zero');
  });

  it('are covered by tags and by what the input shows', () => {
    expect(covers('')).withContext('a blank one covers nothing').toEqual([]);
    expect(covers('[]')).toEqual(['empty']);
    expect(covers('heights = [7]')).toEqual(['one']);
    expect(covers('3 3 3')).toEqual(['all-equal', 'duplicates']);
    expect(covers('1, 2, 2, 9')).toEqual(['duplicates', 'sorted']);
    expect(covers('9 4 -1 0')).toEqual(['all-different', 'negative', 'zero']);
    expect(covers('3000000000 1')).toEqual(['all-different', 'overflow', 'reversed']);
    expect(covers('"aaaa"')).toEqual(['one-letter']);
    expect(covers('007')).toEqual(['leading-zeros', 'one']);
    expect(covers('three lights', ['largest', 'of my own'])).toEqual(['largest']);
  });

  it('that no example covers are what is left', () => {
    const bounds = readBounds(['n ≤ 10']);
    const examples = [
      { input: '5 2 4 2', tags: [] },
      { input: '[]', tags: [] },
    ];
    expect(missingEdgeCases('A row.', bounds, examples)).toEqual(['one', 'all-equal', 'sorted', 'reversed', 'largest']);
  });

  it('follow from the shape: intervals, grids, trees and calls have their own', () => {
    const none = readBounds([]);
    expect(usualEdgeCases('Merge the intervals that overlap.', none)).toContain('touching');
    expect(usualEdgeCases('A grid of cells.', none)).toEqual(['one', 'one-row', 'no-path', 'no-obstacle', 'corner']);
    expect(usualEdgeCases('The root of a tree.', none)).toContain('one-sided');
    const design = readBounds(['at most 10^4 calls to push and pop']);
    expect(usualEdgeCases('Design a stack of lamps.', design)).toEqual([
      'empty-structure',
      'at-the-limit',
      'same-moment',
      'largest',
    ]);
    expect(usualEdgeCases('Return any of them.', none)).toContain('several-answers');
    expect(usualEdgeCases('A row.', readBounds(['all distinct']))).not.toContain('duplicates');
  });

  it('are seen in intervals, grids, calls, counted lists', () => {
    expect(covers('[1,3] [3,5]')).toEqual(['touching']);
    expect(covers('[[1,9],[2,3],[2,3]]')).toEqual(['equal-intervals', 'nested']);
    expect(covers('1-4, 6-9')).toEqual([]);
    expect(covers('..#\n...\n...')).toEqual(['corner']);
    expect(covers('...\n...')).toEqual(['all-equal', 'no-obstacle']);
    expect(covers('[[1,1,1]]')).toContain('one-row');
    expect(covers('pop() push(5)')).toEqual(['empty-structure']);
    expect(covers('Harbour(2), open(7), open(7)')).toEqual(['same-moment']);
    expect(covers('3\n5 2 4')).toEqual(['all-different']);
    expect(covers('nums = [5, 2, 2], k = 2')).toEqual(['duplicates', 'reversed']);
    expect(covers('a story about lamps')).toEqual([]);
  });
});
