import type { Trace } from '../model/entry';
import { cellWords } from './draw-cell';
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

function cellMarkdown({ cell, others, rule, isChanged }: TraceCell): string {
  if (rule) return ruleWord(rule);
  if (!cell) return '';
  const words = cellWords(cell);
  return [isChanged && words !== '' ? `**${words}**` : words, ...others.map(cellWords)].join(' or ');
}
