import type { Log } from '../model/log';
import { maxBoundLine, maxBoundLines } from '../model/entry';
import { maxListTitle } from '../model/problem-list';
import { problemColumns } from './csv-columns';
import type { CsvImportOptions, TakeRow } from './csv-outcome';
import type { CsvRecords } from './csv-records';
import { type RowCells, titleIn } from './csv-row';

const maxText = 50_000;

/** Rows that tell of problems for later: one that is known is only put on the list. */
export function plannedRows(records: CsvRecords, _log: Log, options: CsvImportOptions): TakeRow {
  return (row) => {
    const id = row.id('problem id') ?? row.id('id');
    const list = row.line('list', maxListTitle) ?? (options.listTitle.trim() || null);
    const listId = row.text('list id');
    const until = row.day('until');
    const { title, reasons } = titleIn(row);
    const known = records.known(id, row.text('title'));
    if (known === null && title === '' && list !== null && listId !== '') {
      records.lists.put(list, until, [], row);
      return { kind: 'row', row: { title: `the empty list “${list}”`, isNewProblem: false, sitting: null, list } };
    }
    if (known === null && reasons.length > 0) return { kind: 'refused', reasons };
    if (list === null && known) return { kind: 'duplicate', reason: 'is a problem that you have already' };
    const refusal = list === null ? null : records.lists.whyNot(list, known?.id ?? null);
    if (refusal) return refusal;
    const problem = known ?? records.add(row, id, title, options.now);
    if (known === null) {
      const bounds = linesOf(row);
      const statement = textOf(row, 'statement');
      records.write('statement', problem, { text: statement }, statement === '');
      records.write('bounds', problem, { lines: bounds }, bounds.length === 0);
      const note = row.note((field) => problemColumns.includes(field), maxText);
      records.write('notes', problem, { text: note }, note === '');
    }
    if (list !== null) records.lists.put(list, until, [problem.id], row);
    return { kind: 'row', row: { title: problem.title, isNewProblem: known === null, sitting: null, list } };
  };
}

function textOf(row: RowCells, field: string): string {
  const text = row.raw(field);
  if (text.length <= maxText) return text;
  row.fault(field, `has more than ${maxText} characters`);
  return '';
}

function linesOf(row: RowCells): string[] {
  const lines = row
    .raw('bounds')
    .split('\n')
    .filter((line) => line !== '');
  if (lines.length <= maxBoundLines && lines.every((line) => line.length <= maxBoundLine)) return lines;
  row.fault('bounds', `has more than ${maxBoundLines} lines, or one of more than ${maxBoundLine} characters`);
  return [];
}
