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
    expect(covers('')).toEqual(['empty']);
    expect(covers('[]')).toEqual(['empty']);
    expect(covers('heights = [7]')).toEqual(['one']);
    expect(covers('3 3 3')).toEqual(['all-equal', 'duplicates']);
    expect(covers('1, 2, 2, 9')).toEqual(['duplicates', 'sorted']);
    expect(covers('9 4 -1 0')).toEqual(['negative', 'zero']);
    expect(covers('3000000000 1')).toEqual(['overflow', 'reversed']);
    expect(covers('"aaaa"')).toEqual(['one-letter']);
    expect(covers('007')).toEqual(['leading-zeros', 'one']);
    expect(covers('three lights', ['largest', 'of my own'])).toEqual(['largest']);
  });

  it('that no example covers are what is left', () => {
    const bounds = readBounds(['n ≤ 10']);
    const examples = [
      { input: '5 2 4 2', tags: [] },
      { input: '', tags: [] },
    ];
    expect(missingEdgeCases('A row.', bounds, examples)).toEqual(['one', 'all-equal', 'sorted', 'reversed', 'largest']);
  });
});
