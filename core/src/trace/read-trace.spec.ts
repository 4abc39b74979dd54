import fc from 'fast-check';
import type { TraceColumn } from '../model/entry';
import { readTrace } from './read-trace';
import { cellWords } from './draw-cell';
import { traceMarkdown } from './trace-markdown';
import { traceSvg } from './trace-svg';

const column = (name: string, kind: TraceColumn['kind'], rule = ''): TraceColumn => ({ name, kind, rule });

/** What a rule comes to on rows of `list` (a list), `stack` and `best` (a value). */
function outcomes(rule: string, ...rows: string[][]): (string | undefined)[] {
  const columns = [column('list', 'list'), column('stack', 'stack'), column('best', 'value'), column('', 'rule', rule)];
  return readTrace({ columns, rows }).rows.map((row) => {
    const outcome = row[3]?.rule;
    return outcome?.outcome === 'faulty' ? outcome.message : outcome?.outcome;
  });
}

const ruleFault = (rule: string): string | undefined =>
  readTrace({ columns: [column('', 'rule', rule)], rows: [] }).ruleFaults[0]?.message;

describe('a trace', () => {
  const columns = [column('heights', 'list'), column('waiting', 'stack'), column('falls', 'rule', 'waiting falls')];
  const rows = [
    ['5 2 4 | i:0', '+5', ''],
    ['| i:1', '+2', ''],
    ['| i:2', '+4', ''],
    ['', '- -2 +4'],
    ['', '', ''],
  ];

  it('shows possibilities beside each other and goes on with the first', () => {
    const table = {
      columns: [column('waiting', 'stack'), column('sum', 'value')],
      rows: [
        ['5', '0'],
        ['+2 || -', '+= 2 || 0'],
        ['', ''],
        ['+1 || -9', ' || 3'],
      ],
    };
    const { rows: read } = readTrace(table);
    const said = (row: number, at: number): string[] => {
      const cell = read[row]?.[at];
      return [cell?.cell, ...(cell?.others ?? [])].map((it) => (it ? cellWords(it) : ''));
    };
    expect(said(1, 0)).toEqual(['5 2', 'empty']);
    expect(said(1, 1)).toEqual(['2', '0']);
    expect(said(2, 0)).toEqual(['5 2']);
    expect(read[3]?.[0]?.fault).toEqual({ message: '2 comes out, not 9', at: 6 });
    expect(read[3]?.[1]?.fault?.message).toBe('expected a possibility before ||');
    expect(traceMarkdown(table)).toContain('| 2 | **5 2** or empty | **2** or 0 |');
    expect(traceSvg({ title: '', ...table })).toContain('>or<');
  });

  it('knows pairs in rules, and what is on top of a heap', () => {
    const table = {
      columns: [
        column('h', 'heap'),
        column('next', 'value', 'top(h)[0]'),
        column('', 'rule', 'len(h) == 2 and top(h)[1] == "z"'),
      ],
      rows: [['(4,a) (1,z)', '', '']],
    };
    const [row] = readTrace(table).rows;
    expect(row?.[1]?.cell).toEqual({ kind: 'value', text: '1' });
    expect(row?.[2]?.rule?.outcome).toBe('holds');
  });

  it('carries values down until they change, and marks what changed', () => {
    const reading = readTrace({ columns, rows });
    expect(reading.rows.map((row) => row[0]?.cell && cellWords(row[0].cell))).toEqual([
      '5 2 4 · i at 0',
      '5 2 4 · i at 1',
      '5 2 4 · i at 2',
      '5 2 4 · i at 2',
      '5 2 4 · i at 2',
    ]);
    expect(reading.rows.map((row) => row.map((cell) => cell.isChanged))).toEqual([
      [true, true, false],
      [true, true, false],
      [true, true, false],
      [false, true, false],
      [false, false, false],
    ]);
  });

  it('checks its rules on every row and names the first that breaks', () => {
    const reading = readTrace({ columns, rows });
    expect(reading.rows.map((row) => row[2]?.rule?.outcome)).toEqual(['holds', 'holds', 'breaks', 'holds', 'holds']);
    expect(reading.firstBreaks).toEqual([null, null, 2]);
  });

  it('keeps what stood above where a cell cannot be read, and says why', () => {
    const reading = readTrace({ columns: [column('s', 'stack')], rows: [['1 2'], ['-7'], ['+3']] });
    expect(reading.rows[1]?.[0]?.fault?.message).toBe('2 comes out, not 7');
    expect(reading.rows.map((row) => row[0]?.cell && cellWords(row[0].cell))).toEqual(['1 2', '1 2', '1 2 3']);
  });

  it('reads again only what changed, and the same as from the beginning', () => {
    const cell = fc.constantFrom('', '', '+1', '-', '5 2', '= 3', '| i:0', '4 4 | i:1', 'x');
    const table = fc.array(fc.tuple(cell, cell, fc.constant('')), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(table, fc.nat(), fc.nat(1), cell, (before, at, column, text) => {
        const reading = readTrace({ columns, rows: before });
        const after = before.map((cells, index) =>
          index === at % before.length ? cells.map((it, place) => (place === column ? text : it)) : [...cells],
        );
        const again = readTrace({ columns, rows: after }, { table: { columns, rows: before }, reading });
        expect(again).toEqual(readTrace({ columns, rows: after }));
        const untouched = again.rows.slice(0, at % before.length);
        expect(untouched.every((row, index) => row === reading.rows[index])).toBeTrue();
      }),
    );
    const reading = readTrace({ columns, rows });
    const changed = rows.map((cells, index) => (index === 1 ? ['| i:2', '+2', ''] : cells));
    const again = readTrace({ columns, rows: changed }, { table: { columns, rows }, reading });
    expect(again.rows.map((row, index) => row === reading.rows[index])).toEqual([true, false, false, true, true]);
  });

  it('is a Markdown table, and a picture in which nothing typed can do harm', () => {
    expect(traceMarkdown({ columns, rows: rows.slice(0, 3) }).split('\n')).toEqual([
      '| step | heights | waiting | falls |',
      '| --- | --- | --- | --- |',
      '| 1 | **5 2 4 · i at 0** | **5** | yes |',
      '| 2 | **5 2 4 · i at 1** | **5 2** | yes |',
      '| 3 | **5 2 4 · i at 2** | **5 2 4** | no |',
    ]);
    const hostile = '<script>alert(1)</script>" & |';
    const svg = traceSvg({ title: hostile, columns: [column(hostile, 'value')], rows: [[hostile]] });
    expect(svg).not.toContain('<script');
    expect(svg).toContain('&lt;script&gt;alert(1)&lt;/script&gt;&quot; &amp; |');
    expect(traceMarkdown({ columns: [column('a|b', 'value')], rows: [['x|y']] })).toContain('| 1 | **x\\|y** |');
  });
});

describe('a rule', () => {
  it('counts, compares and joins', () => {
    expect(outcomes('best == total(window)', ['1 2 3 | 0..1', '', '3'], ['| 1..2', '', '4'])).toEqual([
      'holds',
      'breaks',
    ]);
    expect(outcomes('size(stack) <= 2 and not stack is empty', ['', '1 2', ''], ['', '+3', ''])).toEqual([
      'holds',
      'breaks',
    ]);
    expect(outcomes('list[i] > top(stack) or best in list', ['5 2 | i:0', '3', '9'], ['| i:1', '', '2'])).toEqual([
      'holds',
      'holds',
    ]);
    expect(outcomes('2 + 3 * 2 - 1 = 7 and -best % 4 = -1', ['', '', '5'])).toEqual(['holds']);
    expect(outcomes('largest(list) - smallest(list) ≥ best', ['9 4', '', '5'])).toEqual(['holds']);
  });

  it('looks at the row above, and is open in the first', () => {
    expect(outcomes('best >= old best', ['', '', '3'], ['', '', '3'], ['', '', '1'])).toEqual([
      'open',
      'holds',
      'breaks',
    ]);
  });

  it('says how things run', () => {
    const rows = [
      ['', '5 3 1', ''],
      ['', '= 5 5 1', ''],
      ['', '= 1 2 2', ''],
    ];
    expect(outcomes('stack falls', ...rows)).toEqual(['holds', 'breaks', 'breaks']);
    expect(outcomes('stack never rises', ...rows)).toEqual(['holds', 'holds', 'breaks']);
    expect(outcomes('stack never falls', ...rows)).toEqual(['breaks', 'breaks', 'holds']);
    expect(outcomes('stack is distinct', ...rows)).toEqual(['holds', 'breaks', 'breaks']);
  });

  it('is open while something it speaks of is not written, and says what it does not know', () => {
    expect(outcomes('best > 0', ['', '', ''])).toEqual(['open']);
    expect(outcomes('bets > 0', ['', '', '1'])).toEqual(['nothing here is called bets']);
    expect(outcomes('list[9] > 0', ['1 2', '', ''])).toEqual(['there is no place 9']);
    expect(outcomes('best + 1', ['', '', '1'])).toEqual(['a rule says something that is true or not']);
    expect(outcomes('best > 0', ['', '', 'many'])).toEqual(['“many” is no number']);
  });

  it('that cannot be read says where', () => {
    expect(ruleFault('sum == ')).toBe('Cannot read the rule at position 8: expected a column, a pointer or a number.');
    expect(ruleFault('a > 1 b')).toBe(
      'Cannot read the rule at position 7: expected the end of the rule, a comparison, “and” or “or”.',
    );
    expect(ruleFault('tally(a) > 1')).toContain('position 1: expected one of size, total');
    expect(ruleFault('a # b')).toContain('position 3');
    expect(ruleFault('(a > 1')).toContain('“)”');
    expect(ruleFault('a > 1')).toBeUndefined();
  });
});

describe('a column with a formula', () => {
  const columns = [
    column('p', 'list'),
    column('low', 'value', 'min(old low, p[i])'),
    column('gain', 'value', 'p[i] - low'),
    column('best', 'value', 'max(old best, gain)'),
  ];
  const texts = (rows: string[][]): string[][] =>
    readTrace({ columns, rows }).rows.map((row) => row.map(({ cell }) => (cell ? cellWords(cell) : '–')).slice(1));

  it('fills itself where nothing is written, whatever the order of the columns', () => {
    const rows = [['6 2 9 4 | i:0', '6', '', '0'], ['| i:1'], ['| i:2'], ['| i:3']];
    expect(texts(rows)).toEqual([
      ['6', '0', '0'],
      ['2', '0', '0'],
      ['2', '7', '7'],
      ['2', '2', '7'],
    ]);
    const turned = {
      columns: [...columns].reverse(),
      rows: rows.map((row) => [...Array(4 - row.length).fill(''), ...[...row].reverse()]),
    };
    expect(
      readTrace(turned)
        .rows.at(-1)
        ?.map(({ cell }) => cell && cellWords(cell))
        .slice(0, 3),
    ).toEqual(['7', '2', '2']);
  });

  it('can be overwritten by hand, and both are known', () => {
    const { rows } = readTrace({
      columns,
      rows: [
        ['6 2 9 | i:0', '6', '', '0'],
        ['| i:1', '5'],
      ],
    });
    const low = rows[1]?.[1];
    expect(low?.cell && cellWords(low.cell)).toBe('5');
    expect(low?.overwrites).toBe('2');
    expect(low?.formula).toEqual({ outcome: 'computed', text: '2' });
    expect(rows[0]?.[1]?.overwrites).toBeNull();
  });

  it('stays open where what it needs is not there, and says what is wrong', () => {
    const { rows, ruleFaults } = readTrace({ columns, rows: [['6 2 | i:0'], ['| i:5']] });
    expect(rows[0]?.[1]?.formula?.outcome).toBe('open');
    expect(rows[0]?.[1]?.cell).toBeNull();
    expect(rows[1]?.[1]?.formula?.outcome).not.toBe('computed');
    expect(ruleFaults).toEqual([null, null, null, null]);
    expect(readTrace({ columns: [column('x', 'value', 'min(')], rows: [['']] }).ruleFaults[0]?.message).toBeTruthy();
  });

  it('reads on from an earlier reading as from nothing', () => {
    const rows = [['6 2 9 4 | i:0', '6', '', '0'], ['| i:1'], ['| i:2'], ['| i:3']];
    const earlier = { table: { columns, rows }, reading: readTrace({ columns, rows }) };
    const changed = rows.map((row, index) => (index === 1 ? ['| i:1', '', '', '4'] : row));
    const onward = readTrace({ columns, rows: changed }, earlier);
    expect(onward).toEqual(readTrace({ columns, rows: changed }));
    expect(onward.rows[0]).toBe(earlier.reading.rows[0] ?? []);
  });
});
