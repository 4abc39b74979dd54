import type { Trace } from '../model/entry';
import { readExampleInput } from '../sheet/example-input';
import type { CellKind } from './column-types';

type Beginning = Pick<Trace, 'columns' | 'rows'>;
interface Main {
  readonly kind: CellKind;
  readonly cell: string;
}

/** One part of an input: `k = 2`, or what stands there without a name. */
interface Part {
  readonly name: string;
  readonly text: string;
}

/**
 * What to begin the trace of an example with, told by how its input is written: single values in columns of their own, then
 * what is walked through, with the mark at its first place, then the answer. Calls get a row each and are carried out on what
 * they are calls of. An input that tells nothing leaves a list empty.
 */
export function traceOfExample(input: string): Beginning {
  const read = readExampleInput(input);
  if (read.shape === 'calls') return ofCalls(read.calls);
  const parts = partsOfInput(input.trim());
  const drawn = gridOfPlaces(parts);
  const rest = drawn ? drawn.rest : parts;
  const isValue = (part: Part): boolean => part.name !== '' && /^-?[\w.]+$/.test(part.text) && !isMask(part, rest);
  const values = rest.filter((part, index) => isValue(part) && (index < rest.length - 1 || isNumber(part.text)));
  const walked = rest.filter((part) => !values.includes(part));
  const mains = [
    ...(drawn ? [{ name: drawn.name, ...drawn.main }] : []),
    ...walked.map((part) => ({
      name: part.name,
      ...(isMask(part, rest) ? maskOf(part) : mainOf(part.text, part.name)),
    })),
  ];
  if (mains.length === 0) mains.push({ name: '', kind: 'list', cell: '' });
  const columns = [
    ...values.map(({ name }) => ({ name, kind: 'value' as CellKind })),
    ...mains.map(({ name, kind }, index) => ({ name: name || nameOfKind(kind, index), kind })),
    { name: 'answer', kind: 'value' as CellKind },
  ];
  // One mark is enough to begin with: that of what comes first.
  const cells = mains.map(({ cell }, index) => (index === 0 ? cell : cell.replace(/ \| (?:i:0|0,0)$/, '')));
  return {
    columns: columns.map((column) => ({ ...column, rule: '' })),
    rows: [[...values.map(({ text }) => text), ...cells, '']],
  };
}

function nameOfKind(kind: CellKind, index: number): string {
  return index === 0 ? kind : `${kind} ${index + 1}`;
}

function isNumber(text: string): boolean {
  return /^-?\d+(?:\.\d+)?$/.test(text);
}

/** Parts begin at `name =`, behind a comma, a semicolon or a line's end that stands in no brackets. */
function partsOfInput(input: string): Part[] {
  const name = /[,;\n]\s*(?=[A-Za-z]\w*\s*=(?!=))/y;
  const texts: string[] = [];
  let [start, depth, isQuoted] = [0, 0, false];
  for (let at = 0; at < input.length; at++) {
    const sign = input.charAt(at);
    if (sign === '"') isQuoted = !isQuoted;
    if (isQuoted) continue;
    if (/[[({]/.test(sign)) depth++;
    if (/[\])}]/.test(sign)) depth--;
    name.lastIndex = at;
    const end = depth <= 0 ? name.exec(input) : null;
    if (!end) continue;
    texts.push(input.slice(start, at));
    start = at + end[0].length;
    at = start - 1;
  }
  texts.push(input.slice(start));
  return texts.flatMap((text) => {
    const [, named = '', value = ''] = /^\s*(?:([A-Za-z]\w*)\s*=(?!=)\s*)?(.*)$/s.exec(text) ?? [];
    // What stands behind a named single value, without a name of its own, is another part: `k = 2, [1,6) [3,8)`.
    const [, single, rest] = (named !== '' && /^(-?[\w.]+)\s*(?:[,;]\s*|\n\s*)(\S.*)$/s.exec(value)) || [];
    if (single !== undefined && rest !== undefined)
      return [
        { name: named, text: single },
        { name: '', text: rest },
      ];
    return value.trim() === '' ? [] : [{ name: named, text: value.trim() }];
  });
}

/** Zeros and ones for the letters of a text or the items of a list beside it. */
function isMask({ name, text }: Part, all: readonly Part[]): boolean {
  if (!/^[01]{2,}$/.test(text)) return false;
  return (
    /mask|bits/i.test(name) ||
    all.some((it) => it.text.replace(/"/g, '').length === text.length && /[a-z]/i.test(it.text))
  );
}

function maskOf({ text }: Part): Main {
  return { kind: 'text', cell: text };
}

function mainOf(text: string, name: string): Main {
  return (
    graph(text, name) ??
    tree(text) ??
    intervals(text) ??
    drawnRows(text) ??
    grid(text) ??
    letters(text) ??
    list(text) ?? { kind: 'list', cell: '' }
  );
}

const pairs = /[[(]\s*(\w+)\s*,\s*(\w+)\s*(?:,\s*(-?[\d.]+)\s*)?[\])]/g;

/** Pairs, or triples with a weight, under a name such as edges or roads. */
function graph(text: string, name: string): Main | null {
  if (!/edge|road|link|bridge|connection|route|rail/i.test(name)) return null;
  const edges = [...text.matchAll(pairs)].map(([, from, to, weight]) => `${from}-${to}${weight ? `:${weight}` : ''}`);
  return edges.length > 0 ? { kind: 'graph', cell: edges.join(' ') } : null;
}

/** Rows of a drawing, each a text of its own: `["..#", "#.."]`. Words in quotes are none. */
function drawnRows(text: string): Main | null {
  const rows = [...text.matchAll(/"([^"]*)"/g)].map(([, row = '']) => row);
  const isAll = /^[\s,;[\](){}]*$/.test(text.replace(/"[^"]*"/g, ''));
  const [first = ''] = rows;
  const isDrawing = rows.length > 1 && first.length > 1 && rows.every((row) => row.length === first.length);
  if (!isAll || !isDrawing || rows.every((row) => /^[a-z]+$/i.test(row)) || rows.some((row) => /[\s/|,]/.test(row)))
    return null;
  return { kind: 'grid', cell: `${rows.join('/')} | 0,0` };
}

/** Level by level, with `null` where nothing is. */
function tree(text: string): Main | null {
  const words = text.replace(/^\[|\]$/g, '').split(/[\s,]+/);
  const isTree = words.length > 1 && words.includes('null') && words.every((word) => /^-?\w+$/.test(word));
  return isTree ? { kind: 'tree', cell: words.map((word) => (word === 'null' ? '-' : word)).join(' ') } : null;
}

/** A grid that is given by its size and the places at which something stands: `rows = 2, cols = 3, rocks = (0,1) (1,2)`. */
function gridOfPlaces(
  parts: readonly Part[],
): { readonly main: Main; readonly name: string; readonly rest: readonly Part[] } | null {
  const sizes = parts.filter(
    ({ name, text }) => /^(?:rows?|cols?|columns?|height|width|h|w|r|c|n|m)$/i.test(name) && /^\d{1,2}$/.test(text),
  );
  const [rows, columns] = sizes.map(({ text }) => Number(text));
  if (rows === undefined || columns === undefined || rows * columns === 0) return null;
  for (const part of parts) {
    const places = [...part.text.matchAll(pairs)].map(([, row, column]) => [Number(row), Number(column)] as const);
    const isInside = places.every(([row, column]) => row < rows && column < columns);
    if (places.length === 0 || !isInside || part.text.replace(pairs, '').replace(/[\s,;[\]]/g, '') !== '') continue;
    if (/edge|road|interval/i.test(part.name)) continue;
    const cells = Array.from({ length: rows }, () => Array.from({ length: columns }, () => '.'));
    for (const [row, column] of places) cells[row]?.splice(column, 1, '#');
    const cell = `${cells.map((row) => row.join('')).join('/')} | 0,0`;
    const rest = parts.filter((it) => it !== part && !sizes.slice(0, 2).includes(it));
    return { main: { kind: 'grid', cell }, name: part.name || 'grid', rest };
  }
  return null;
}

type Call = Extract<ReturnType<typeof readExampleInput>, { shape: 'calls' }>['calls'][number];

/** What calls change, and how each is written in a cell. */
const structures: readonly {
  readonly kind: CellKind;
  readonly name: RegExp;
  readonly adds: RegExp;
  readonly takes: RegExp;
}[] = [
  { kind: 'stack', name: /^(?:push|pop)/i, adds: /^push/i, takes: /^pop/i },
  { kind: 'queue', name: /^(?:enqueue|dequeue|offer|poll)/i, adds: /^(?:enqueue|offer)/i, takes: /^(?:dequeue|poll)/i },
  { kind: 'map', name: /^(?:put|set)/i, adds: /^(?:put|set)/i, takes: /^(?:remove|delete|erase)/i },
  { kind: 'multiset', name: /^(?:add|insert)/i, adds: /^(?:add|insert)/i, takes: /^(?:remove|delete|erase)/i },
];

/** A row for each call, on the structure that the calls tell: pushed and popped is a stack. */
function ofCalls(calls: readonly Call[]): Beginning {
  const structure = structures.find(({ name }) => calls.some((call) => name.test(call.name)));
  const kind = structure?.kind ?? 'list';
  const change = ({ name, given }: Call): string => {
    if (!structure) return '';
    const word = given.includes(',') && kind !== 'map' ? `(${given})` : given;
    if (kind === 'map' && structure.adds.test(name)) return given.replace(/\s*,\s*/, ':');
    if (structure.adds.test(name)) return given === '' ? '' : `+${word}`;
    return structure.takes.test(name) ? `-${kind === 'stack' || kind === 'queue' ? '' : word}` : '';
  };
  const columns: { name: string; kind: CellKind }[] = [
    { name: 'call', kind: 'value' },
    { name: kind, kind },
    { name: 'answer', kind: 'value' },
  ];
  return {
    columns: columns.map((column) => ({ ...column, rule: '' })),
    rows: calls.map((call, index) => {
      const cell = change(call);
      return [`${call.name}(${call.given})`, cell === '' && index === 0 && kind !== 'list' ? '=' : cell, ''];
    }),
  };
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
  return longest && longest.length > 1 && longest.every((item) => /^(?:-?[\w.']+|"[^"]*")$/.test(item))
    ? { kind: 'list', cell: `${longest.join(' ')} | i:0` }
    : null;
}
