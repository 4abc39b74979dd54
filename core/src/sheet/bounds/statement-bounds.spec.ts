import { boundsInStatement } from './statement-bounds';

describe('bounds in a statement', () => {
  it('say the same on their own, and none comes from an example', () => {
    const statement =
      'The number of nodes is between 1 and 10^4.\n**Input**: oil = [3, 1], b = 5\n**Output**: 3\n1 <= b <= 10^9\n' +
      'Return the length of the longest run of lanterns whose oil together is at most b.';
    expect(boundsInStatement(statement)).toEqual(['number of nodes is between 1 and 10^4', '1 ≤ b ≤ 10^9']);
  });

  const statement = `Towers stand in a row. Their number n satisfies 1 ≤ n ≤ 2·10^5, and 0 <= h[i] <= 10^9.
There are up to 100 000 queries. Solve it in a single pass and do not modify the array.
It runs within 2 seconds and 256 MB. Give the number of gaps, at most 3.`;

  it('are as many as a sheet keeps at most', () => {
    const many = Array.from({ length: 60 }, (_, index) => `1 ≤ n ≤ ${index + 100}`).join('\n');
    expect(boundsInStatement(many)).toHaveSize(40);
    expect(boundsInStatement('1'.repeat(50_000))).toEqual([]);
    expect(boundsInStatement(`${'a'.repeat(50_000)} and 1 ≤ n ≤ 7`)).toEqual(['1 ≤ n ≤ 7']);
  });

  it('are found in their order', () => {
    expect(boundsInStatement(statement)).toEqual([
      '1 ≤ n ≤ 2·10^5',
      '0 ≤ h[i] ≤ 10^9',
      'up to 100 000 queries',
      'in a single pass',
      'do not modify the array',
      'within 2 seconds',
      '256 MB',
    ]);
  });

  it('are not offered again when the sheet says the same in other words', () => {
    const known = ['n ≤ 200 000', '0 ≤ h[i] ≤ 1000000000', 'q <= 1e5', 'one pass', 'do not change the input', '2 s'];
    expect(boundsInStatement(statement, known)).toEqual(['256 MB']);
  });

  it('are read out of formulas and out of HTML that was pasted', () => {
    expect(boundsInStatement('where $1 \\le n, m \\le 10^{5}$ and `k <= n`')).toEqual(['1 ≤ n, m ≤ 10^5', 'k ≤ n']);
    expect(boundsInStatement('with 1 &lt;= len(word) &lt;= 50')).toEqual(['1 ≤ len(word) ≤ 50']);
  });

  it('are found of cells in a grid and of operations', () => {
    expect(boundsInStatement('1 <= r, c <= 500; 0 <= h[i][j] <= 10^6.')).toEqual([
      '1 ≤ r, c ≤ 500',
      '0 ≤ h[i][j] ≤ 10^6',
    ]);
    expect(boundsInStatement('There are 1 ≤ q ≤ 2·10^5 operations.')).toEqual(['1 ≤ q ≤ 2·10^5 operations']);
  });

  it('are found in lists, each line for itself', () => {
    const list = ['- 1 ≤ L ≤ R ≤ 10^18', '- 2 ≤ m ≤ 50', '- time limit 1 s'].join('\n');
    expect(boundsInStatement(list)).toEqual(['1 ≤ L ≤ R ≤ 10^18', '2 ≤ m ≤ 50', 'time limit 1 s']);
    expect(boundsInStatement('n ≤ 100\n2 ≤ m ≤ 50')).toEqual(['n ≤ 100', '2 ≤ m ≤ 50']);
  });

  it('are found in chains and where something is counted', () => {
    const statement = 'Given up to 10^5 such spans with 0 ≤ a < b ≤ 10^9 and up to 200 000 operations.';
    expect(boundsInStatement(statement)).toEqual([
      'up to 10^5 such spans',
      '0 ≤ a < b ≤ 10^9',
      'up to 200 000 operations',
    ]);
  });

  it('are not made up', () => {
    expect(boundsInStatement('A keeper walks 3 miles in 2 hours; is a < b meant? No.')).toEqual(['a < b']);
    expect(boundsInStatement('')).toEqual([]);
    expect(boundsInStatement('Given the lengths of ropes, count the pairs that add up to k.')).toEqual([]);
  });
});
