import type { TraceColumn } from '@lernen/core/model';
import {
  cellAfter,
  withCell,
  withColumn,
  withPasted,
  withRow,
  withRowMoved,
  withoutColumn,
  withoutRow,
} from './trace-edit';

describe('edits of a trace', () => {
  const column = (name: string): TraceColumn => ({ name, kind: 'value', rule: '' });
  const table = { columns: [column('a'), column('b')], rows: [['1', '2'], ['3']] };

  it('write a cell, rows growing to it and filled to the width', () => {
    expect(withCell(table, 1, 1, 'x')).toEqual([
      ['1', '2'],
      ['3', 'x'],
    ]);
    expect(withCell(table, 3, 0, 'x')).toEqual([
      ['1', '2'],
      ['3', ''],
      ['', ''],
      ['x', ''],
    ]);
  });

  it('add, remove and move rows', () => {
    expect(withRow(table, 1)).toEqual([['1', '2'], ['', ''], ['3']]);
    expect(withoutRow(table, 0)).toEqual([['3']]);
    expect(withRowMoved(table, 1, -1)).toEqual([['3'], ['1', '2']]);
    expect(withRowMoved(table, 0, -1)).toBe(table.rows);
  });

  it('add and remove columns with their cells', () => {
    expect(withColumn(table, column('c')).rows).toEqual([
      ['1', '2', ''],
      ['3', '', ''],
    ]);
    expect(withoutColumn(table, 0)).toEqual({ columns: [column('b')], rows: [['2'], ['']] });
  });

  it('know where Tab leads, over rules and below what is written', () => {
    const ruled = {
      columns: [column('a'), { name: 'ok', kind: 'rule', rule: 'a > 0' }, column('b')],
      rows: [['1'], ['']],
    };
    expect(cellAfter(ruled, { row: 0, column: 0 }, 1)).toEqual({ row: 0, column: 2 });
    expect(cellAfter(ruled, { row: 0, column: 2 }, 1)).toEqual({ row: 1, column: 0 });
    expect(cellAfter(ruled, { row: 1, column: 0 }, -1)).toEqual({ row: 0, column: 2 });
    expect(cellAfter(ruled, { row: 0, column: 0 }, -1)).toBeNull();
    expect(cellAfter(ruled, { row: 1, column: 2 }, 1)).toBeNull();
    expect(cellAfter({ ...ruled, rows: [['1']] }, { row: 0, column: 2 }, 1)).toEqual({ row: 1, column: 0 });
    expect(cellAfter({ columns: [], rows: [] }, { row: 0, column: 0 }, 1)).toBeNull();
  });

  it('lay pasted cells over the table, never beyond its columns', () => {
    expect(withPasted(table, 1, 1, 'x\ty\r\nz\n')).toEqual([
      ['1', '2'],
      ['3', 'x'],
      ['', 'z'],
    ]);
    expect(withPasted(table, 0, 0, 'p\tq')).toEqual([
      ['p', 'q'],
      ['3', ''],
    ]);
  });
});
