import { examplesInStatement } from './statement-examples';

describe('examples in a statement', () => {
  it('are found by what goes in and what comes out', () => {
    const statement = `Example 1:
Input: heights = [5, 2, 4]
Output: [0, 1, 0]
Explanation: only 2 sees a taller one.

**Input**
\`\`\`
3
7 7 7
\`\`\`
**Output**
\`\`\`
0 0 0
\`\`\``;
    expect(examplesInStatement(statement)).toEqual([
      { input: 'heights = [5, 2, 4]', expected: '[0, 1, 0]' },
      { input: '3\n7 7 7', expected: '0 0 0' },
    ]);
  });

  it('are found beside an arrow', () => {
    expect(examplesInStatement('A row of towers. Example 2: 7 → 0')).toEqual([{ input: '7', expected: '0' }]);
    expect(examplesInStatement('Input: k = 2, [1,6) [3,8) → 3')).toEqual([
      { input: 'k = 2, [1,6) [3,8)', expected: '3' },
    ]);
    expect(examplesInStatement('For example: 5 2 4 → 0 1 0\nA way from here -> there is open.')).toEqual([
      { input: '5 2 4', expected: '0 1 0' },
    ]);
  });

  it('are offered once, and not when the sheet has them', () => {
    const statement = '1 2 → 3\n1  2 → 3\n4 5 → 9';
    expect(examplesInStatement(statement, [{ input: '4 5', expected: '9' }])).toEqual([
      { input: '1 2', expected: '3' },
    ]);
    expect(examplesInStatement('Input: an order of lenses.')).toEqual([]);
  });
});
