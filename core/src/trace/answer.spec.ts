import { compareAnswer } from './answer';
import { readTrace } from './read-trace';

function compared(cells: readonly string[], expected: string, name = 'answer', kind = 'value'): string | null {
  const table = { columns: [{ name, kind, rule: '' }], rows: cells.map((cell) => [cell]) };
  const found = compareAnswer(table, readTrace(table), expected);
  return found && `${found.outcome} ${found.given}`.trim();
}

describe('the answer of a trace beside what its example expects', () => {
  it('is that of the last row, carried down as it may be', () => {
    expect(compared(['3', '8', ''], '8')).toBe('same 8');
    expect(compared(['8', '3'], '8')).toBe('other 3');
    expect(compared(['', ''], '8')).toBe('open');
  });

  it('is read as numbers, lists and truth, whatever brackets and quotes', () => {
    expect(compared(['0.30000000001'], '0.3')).toBe('same 0.30000000001');
    expect(compared(['1 2 3'], '[1, 2, 3]', 'Result', 'list')).toBe('same 1 2 3');
    expect(compared(['1 3 2'], '[1, 2, 3]', 'result', 'list')).toBe('other 1 3 2');
    expect(compared(['yes'], 'true')).toBe('same yes');
    expect(compared(['gull'], '"gull"')).toBe('same gull');
    expect(compared(['1 2'], '[1, 2, 3]')).toBe('other 1 2');
  });

  it('is that of each call, one after the other', () => {
    const columns = ['call', 'answer'].map((name) => ({ name, kind: 'value', rule: '' }));
    const table = {
      columns,
      rows: [
        ['push(5)', ''],
        ['lowest()', '5'],
        ['pop()', ''],
        ['lowest()', 'none'],
      ],
    };
    expect(compareAnswer(table, readTrace(table), '5 none')?.outcome).toBe('same');
    expect(compareAnswer(table, readTrace(table), '5 4')).toEqual({ outcome: 'other', given: '5 none', column: 1 });
  });

  it('is none without a column of that name, and where nothing is expected', () => {
    expect(compared(['8'], '8', 'best')).toBeNull();
    expect(compared(['8'], ' ')).toBeNull();
    expect(compared([], '8')).toBeNull();
  });
});
