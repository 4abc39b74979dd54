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

  it('has what is named behind a list in columns of its own', () => {
    expect(begun('6 4 9 3, k = 2')).toBe('k value: 2; list list: 6 4 9 3 | i:0; answer value: ');
    expect(begun('s = "abca", mask = 0110')).toBe('s text: "abca" | i:0; mask text: 0110; answer value: ');
    expect(begun('a = [1, 2]\nb = [3, 4]')).toBe('a list: 1 2 | i:0; b list: 3 4; answer value: ');
  });

  it('has a drawing of texts as a grid, and words as a list', () => {
    expect(begun('["..#", "#.."]')).toBe('grid grid: ..#/#.. | 0,0; answer value: ');
    expect(begun('["ab", "cd"]')).toBe('list list: "ab" "cd" | i:0; answer value: ');
  });

  it('has a tree, a graph, or a grid of places', () => {
    expect(begun('[5,3,8,null,4]')).toBe('tree tree: 5 3 8 - 4; answer value: ');
    expect(begun('n = 3, edges = [[0,1],[1,2]]')).toBe('n value: 3; edges graph: 0-1 1-2; answer value: ');
    expect(begun('roads = [[a,b,4],[b,c,7]]')).toBe('roads graph: a-b:4 b-c:7; answer value: ');
    expect(begun('rows = 2, cols = 3, rocks = (0,1) (1,2)')).toBe('rocks grid: .#./..# | 0,0; answer value: ');
  });

  it('has a row for each call', () => {
    const { columns, rows } = traceOfExample('push(5) push(7) top() pop()');
    expect(columns.map(({ name, kind }) => `${name} ${kind}`)).toEqual(['call value', 'stack stack', 'answer value']);
    expect(rows).toEqual([
      ['push(5)', '+5', ''],
      ['push(7)', '+7', ''],
      ['top()', '', ''],
      ['pop()', '-', ''],
    ]);
    expect(traceOfExample('put(a, 3) get(a) put(a, 4)').rows.map(([, cell]) => cell)).toEqual(['a:3', '', 'a:4']);
    expect(traceOfExample('peek() peek()').rows.map(([, cell]) => cell)).toEqual(['', '']);
  });

  it('takes the longest line of several, and nothing where nothing is told', () => {
    expect(begun('6\n1 3 2 2 4 1\n2\n1 6')).toBe('list list: 1 3 2 2 4 1 | i:0; answer value: ');
    for (const input of ['', '7', 'every (odd) one!']) expect(begun(input)).toBe('list list: ; answer value: ');
  });
});
