import type { Trace } from '../model/entry';
import type { CellValue, Interval, Marks } from './cells';
import { type TraceCell, readTrace } from './read-trace';
import { ruleWord } from './rule-word';

/** A trace as a Markdown table for people: what every cell says, carried values and all; what changed is bold. */
export function traceMarkdown(trace: Pick<Trace, 'columns' | 'rows'>): string {
  const { rows } = readTrace(trace);
  const headings = ['step', ...trace.columns.map(({ name, rule }) => name || rule || ' ')];
  return [
    tableRow(headings),
    tableRow(headings.map(() => '---')),
    ...rows.map((row, index) => tableRow([String(index + 1), ...row.map(cellMarkdown)])),
  ].join('\n');
}

/** One row of a table; bars and line breaks inside a cell are kept by what stands for them. */
export function tableRow(cells: readonly string[]): string {
  const kept = cells.map((cell) => cell.replace(/[\\|]/g, '\\$&').replace(/<br>/g, '\\<br>').replace(/\n/g, '<br>'));
  return `| ${kept.join(' | ')} |`;
}

function cellMarkdown({ cell, rule, isChanged }: TraceCell): string {
  if (rule) return ruleWord(rule);
  if (!cell) return '';
  const words = cellWords(cell);
  return isChanged && words !== '' ? `**${words}**` : words;
}

/** What a cell says, in words and signs. */
export function cellWords(cell: CellValue): string {
  switch (cell.kind) {
    case 'value':
      return cell.text;
    case 'list':
      return [cell.items.join(' '), marksWords(cell)].filter((part) => part !== '').join(' · ');
    case 'text':
      return [cell.items.join(''), marksWords(cell)].filter((part) => part !== '').join(' · ');
    case 'stack':
    case 'queue':
      return cell.items.length === 0 ? 'empty' : cell.items.join(' ');
    case 'set':
      return `{${cell.items.join(', ')}}`;
    case 'map':
      return cell.entries.length === 0 ? 'empty' : cell.entries.map(([key, value]) => `${key}: ${value}`).join(', ');
    case 'intervals':
      return cell.intervals.length === 0 ? 'none' : cell.intervals.map(intervalWords).join(' ');
    case 'grid':
      return [
        cell.rows.map((row) => row.join(' ')).join(' / '),
        ...(cell.at ? [`at ${cell.at.row},${cell.at.column}`] : []),
      ].join(' · ');
  }
}

function marksWords({ pointers, windows }: Marks): string {
  return [
    ...pointers.map(({ name, at }) => `${name} at ${at}`),
    ...windows.map(({ name, from, to }) => `${name || 'window'} ${from} to ${to}`),
  ].join(', ');
}

function intervalWords({ from, to }: Interval): string {
  return `${from}–${to}`;
}
