import { withLoop } from './loop';

interface Trial {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** Where the loop stands; the first cell where nothing is said. */
  readonly at?: readonly [row: number, column: number];
}

/** The rows that a loop makes, cells parted by commas; or its fault, with the place. */
function made({ columns, rows, at: [row, column] = [0, 0] }: Trial): string[] | string {
  const table = {
    columns: columns.map((text) => {
      const [name = '', kind = 'value', rule = ''] = text.split(':');
      return { name, kind, rule };
    }),
    rows: rows.map((cells) => [...cells]),
  };
  const outcome = withLoop(table, row, column);
  return outcome.fault
    ? `${outcome.fault.at}: ${outcome.fault.message}`
    : outcome.rows.map((cells) => cells.join(', '));
}

describe('a loop in a cell', () => {
  it('makes a row each time round', () => {
    expect(made({ columns: ['i'], rows: [['for i in 0..3']] })).toEqual(['0', '1', '2', '3']);
    expect(made({ columns: ['i'], rows: [['for i in 5..1 by -2']] })).toEqual(['5', '3', '1']);
    expect(made({ columns: ['x'], rows: [['for x in 2..2']] })).toEqual(['2']);
  });

  it('points into the list, whose length is n', () => {
    expect(made({ columns: ['p:list', 'best'], rows: [['5 2 4 | for i in 0..n-1', '']] })).toEqual([
      '5 2 4 | i:0, ',
      '| i:1, ',
      '| i:2, ',
    ]);
    const below = { columns: ['p:list', 'n'], at: [1, 0] as const };
    expect(
      made({
        ...below,
        rows: [
          ['5 2 4', '2'],
          ['for i in 1..n', ''],
        ],
      }),
    ).toEqual(['5 2 4, 2', '| i:1, ', '| i:2, ']);
    expect(
      made({
        ...below,
        columns: ['p:list', 'm'],
        rows: [
          ['5 2 4', ''],
          ['for i in 0..size(p)-2', ''],
        ],
      }),
    ).toEqual(['5 2 4, ', '| i:0, ', '| i:1, ']);
  });

  it('fills columns called like its names, one inside of another', () => {
    const rows = [['for i in 0..2 for j in i+1..2', '', 'first']];
    expect(made({ columns: ['i', 'j', 'note'], rows })).toEqual(['0, 1, first', '0, 2, ', '1, 2, ']);
    expect(made({ columns: ['g:grid'], rows: [['ab/cd | for r in 0..1 for c in 0..1']] })).toEqual([
      'ab/cd | 0,0',
      '| 0,1',
      '| 1,0',
      '| 1,1',
    ]);
  });

  it('goes over the items of a list, a stack or the keys of a map', () => {
    const at = [1, 1] as const;
    expect(
      made({
        columns: ['p:list', 'x'],
        at,
        rows: [
          ['7 9', ''],
          ['', 'for x in p'],
        ],
      }),
    ).toEqual(['7 9, ', ', 7', ', 9']);
    expect(
      made({
        columns: ['m:map', 'k'],
        at,
        rows: [
          ['a:1 b:2', ''],
          ['', 'for k in m'],
        ],
      }),
    ).toEqual(['a:1 b:2, ', ', a', ', b']);
  });

  it('uses empty rows below and makes new ones where something stands', () => {
    const rows = [
      ['for i in 0..2', ''],
      ['', ''],
      ['9', 'kept'],
    ];
    expect(made({ columns: ['i', 'note'], rows })).toEqual(['0, ', '1, ', '2, ', '9, kept']);
  });

  it('says where it cannot be carried out, and changes nothing', () => {
    const faultOf = (text: string, ...columns: string[]): string[] | string =>
      made({ columns: ['i', ...columns], rows: [[text, ...columns.map(() => '')]] });
    expect(faultOf('for i in 3..0')).toBe('9: i would go from 3 to 0: by -1 counts down');
    expect(faultOf('for i in 0..n-1')).toBe('12: nothing here is called n');
    expect(faultOf('for i in 0..')).toBe('12: expected a column, a pointer or a number');
    expect(faultOf('for i in p')).toBe('9: expected a range, 0..n-1, or a list, and p is none');
    expect(faultOf('for i in 0..5 by 0')).toBe('17: a step of 0 leads nowhere');
    expect(faultOf('for i in 0..1000000')).toBe('9: a trace has up to 2000 rows');
    expect(faultOf('for i in 0..1/2')).toBe('12: 1/2 is no whole number here');
    expect(faultOf('for a in 0..1 for b in 0..1 for c in 0..1 for d in 0..1')).toBe(
      '0: up to 3 loops stand inside of each other',
    );
    expect(made({ columns: ['s:stack'], rows: [['for i in 0..1']] })).toBe(
      '0: a loop goes into a column of values, a list, a text or a grid',
    );
    expect(made({ columns: ['p:list'], rows: [['for i in 0..1']] })).toEqual(['| i:0', '| i:1']);
  });
});
