import type { Trace } from '../model/entry';
import type { CellKind } from './column-types';

type Beginning = Pick<Trace, 'columns' | 'rows'>;
interface Main {
  readonly kind: CellKind;
  readonly cell: string;
}

/**
 * What to begin the trace of an example with, told by how its input is written: single values in columns of their own, then
 * a list, a text, intervals or a grid with the mark at its first place, then the answer. An input of another kind leaves the
 * list empty.
 */
export function traceOfExample(input: string): Beginning {
  const values: [name: string, value: string][] = [];
  let rest = input.trim();
  for (;;) {
    const [all, name, value] = /^([A-Za-z]\w*)\s*=\s*(-?[\w.]+)\s*(?:[,;]\s*|\n\s*)(?=\S)/.exec(rest) ?? [];
    if (all === undefined || name === undefined || value === undefined) break;
    values.push([name, value]);
    rest = rest.slice(all.length);
  }
  const [all = '', name] = /^([A-Za-z]\w*)\s*=\s*/.exec(rest) ?? [];
  const { kind, cell } = mainOf(rest.slice(all.length));
  const columns = [
    ...values.map(([of]) => ({ name: of, kind: 'value' as const })),
    { name: name ?? kind, kind },
    { name: 'answer', kind: 'value' as const },
  ];
  return {
    columns: columns.map((column) => ({ ...column, rule: '' })),
    rows: [[...values.map(([, value]) => value), cell, '']],
  };
}

function mainOf(text: string): Main {
  return intervals(text) ?? grid(text) ?? letters(text) ?? list(text) ?? { kind: 'list', cell: '' };
}

/** `[1,6) [3,8)`, two or more, each with its ends in order. */
function intervals(text: string): Main | null {
  const pair = /[[(]\s*(-?\d+(?:\.\d+)?)\s*[,;]\s*(-?\d+(?:\.\d+)?)\s*[\])]/g;
  const found = [...text.matchAll(pair)];
  const isAll = /^[\s,;[\]]*$/.test(text.replace(pair, ''));
  if (found.length < 2 || !isAll || found.some(([, from, to]) => Number(from) > Number(to))) return null;
  return { kind: 'intervals', cell: found.map(([, from, to]) => `${from}..${to}`).join(' ') };
}

/** Two rows or more with as many cells each, on lines of their own, between bars or in brackets. */
function grid(text: string): Main | null {
  const rows = text
    .trim()
    .replace(/^\[\s*(?=\[)|(?<=\])\s*\]$/g, '')
    .split(/\]\s*,?\s*\[|\s*\/\s*|\n/)
    .map(cellsOf);
  const [first] = rows;
  if (!first || rows.length < 2 || first.length < 2 || rows.some((row) => row.length !== first.length)) return null;
  return { kind: 'grid', cell: `${rows.map((row) => row.join(' ')).join(' / ')} | 0,0` };
}

function cellsOf(row: string): string[] {
  const plain = row.replace(/[[\]"']/g, ' ').trim();
  return /[\s,]/.test(plain) ? plain.split(/[\s,]+/) : [...plain];
}

function letters(text: string): Main | null {
  const [, word] = /^\s*"([^"]+)"\s*$|^$/.exec(text) ?? /^\s*([A-Za-z]{2,})\s*$/.exec(text) ?? [];
  return word === undefined ? null : { kind: 'text', cell: `"${word}" | i:0` };
}

/** The line with the most items: what else an input has are counts and questions. */
function list(text: string): Main | null {
  const lines = text.split('\n').map((line) => line.replace(/^[\s[({]+|[\s\])}]+$/g, '').split(/[\s,]+/));
  const [longest] = lines.sort((a, b) => b.length - a.length);
  return longest && longest.length > 1 && longest.every((item) => /^-?[\w."']+$/.test(item))
    ? { kind: 'list', cell: `${longest.join(' ')} | i:0` }
    : null;
}
