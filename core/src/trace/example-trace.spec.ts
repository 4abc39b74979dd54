import { traceOfExample } from './example-trace';
import { readTrace } from './read-trace';

describe('the trace that an example begins with', () => {
  const begun = (input: string): string => {
    const { columns, rows } = traceOfExample(input);
    const faults = readTrace({ columns, rows }).rows.flatMap((row) => row.flatMap(({ fault }) => fault ?? []));
    expect(faults).withContext(input).toEqual([]);
    return columns.map(({ name, kind }, at) => `${name} ${kind}: ${rows[0]?.[at]}`).join('; ');
  };

  it('has a list, in brackets or not, with a pointer to its first item', () => {
    for (const input of ['3 1 2', '[3, 1, 2]', '3,1,2']) {
      expect(begun(input)).toBe('list list: 3 1 2 | i:0; answer value: ');
    }
    expect(begun('heights = [3, -1, 2]')).toBe('heights list: 3 -1 2 | i:0; answer value: ');
  });

  it('has single values in columns of their own', () => {
    expect(begun('k = 2, a = [5, 6]')).toBe('k value: 2; a list: 5 6 | i:0; answer value: ');
  });

  it('has intervals, whatever their brackets', () => {
    expect(begun('k = 2, [1,6) [3,8) [5,9)')).toBe('k value: 2; intervals intervals: 1..6 3..8 5..9; answer value: ');
    expect(begun('[[1, 6], [3, 8]]')).toBe('intervals intervals: 1..6 3..8; answer value: ');
  });

  it('has a grid of rows with as many cells each', () => {
    const grid = 'grid grid: 0 1 9 / 3 2 9 | 0,0; answer value: ';
    for (const input of ['0 1 9 / 3 2 9', '0 1 9\n3 2 9', '[[0,1,9],[3,2,9]]', '019\n329']) {
      expect(begun(input)).withContext(input).toBe(grid);
    }
    expect(begun('#.#\n..#')).toBe('grid grid: # . # / . . # | 0,0; answer value: ');
  });

  it('has a text letter by letter', () => {
    expect(begun('"gull rock"')).toBe('text text: "gull rock" | i:0; answer value: ');
    expect(begun('gull')).toBe('text text: "gull" | i:0; answer value: ');
  });

  it('takes the longest line of several, and nothing where nothing is told', () => {
    expect(begun('6\n1 3 2 2 4 1\n2\n1 6')).toBe('list list: 1 3 2 2 4 1 | i:0; answer value: ');
    for (const input of ['', '7', 'every (odd) one!']) expect(begun(input)).toBe('list list: ; answer value: ');
  });
});
