import { RuleError } from '../errors';
import type { Trace } from '../model/entry';
import { type CellValue, isListCell } from './column-types';
import { type NamedCells, evaluateFormula } from './evaluate-rule';
import type { CellFault } from './read-cell';
import { type TraceReading, namedCells, readTrace } from './read-trace';
import { readRule } from './rule';
import { partsOf } from './tokens';

type Table = Pick<Trace, 'columns' | 'rows'>;

/** What a loop in a cell comes to: the rows it makes, or why it makes none. */
export type LoopOutcome =
  | { readonly rows: Table['rows']; readonly count: number; readonly fault: null }
  | { readonly rows: null; readonly fault: CellFault };

/** A loop as it was read: `for i in 0..n-1`, with what stands before it in its cell, `5 2 4 |`. */
interface Loop {
  readonly before: string;
  readonly ranges: readonly Range[];
}

interface Range {
  readonly name: string;
  readonly from: Formula;
  /** Null where the loop goes over the items of a column. */
  readonly to: Formula | null;
  readonly by: Formula | null;
}

interface Formula {
  readonly text: string;
  readonly at: number;
}

/** A trace has no more rows than this. */
export const mostRows = 2000;
const mostRanges = 3;

/**
 * Carries out the loop in a cell: the first time round it fills the cell's own row, then as many more, rows below that are
 * still empty first, and new ones where something stands. `for i in 0..n-1`, `for i in n-1..0 by -1`, `for x in p`, one
 * inside of another: `for i in 0..n-2 for j in i+1..n-1`. In a list or text the names are pointers, in a grid row and column
 * of the place, in a column of values what it holds; a column of values that is called like one of the names is filled too.
 */
export function withLoop(table: Table, row: number, column: number): LoopOutcome {
  const text = table.rows[row]?.[column] ?? '';
  const rest = table.rows.map((cells, index) => (index === row ? cells.with(column, '') : cells));
  try {
    const loop = readLoop(text);
    const reading = readTrace({ ...table, rows: loop.before === '' ? rest : withText(rest, row, column, loop.before) });
    const rounds = roundsOf(loop, { table, reading, row, column });
    const cells = rounds.map((round, index) => cellsOf(round, table, column, index === 0 ? loop.before : ''));
    const added = cells.length - emptyBelow(rest, row, cells.length);
    if (rest.length + Math.max(added, 0) > mostRows) stop(0, `a trace has up to ${mostRows} rows`);
    return { rows: laidOver(rest, row, cells, table.columns.length), count: cells.length, fault: null };
  } catch (error) {
    if (error instanceof LoopFault) return { rows: null, fault: { message: error.message, at: error.at } };
    throw error;
  }
}

class LoopFault extends Error {
  constructor(
    readonly at: number,
    message: string,
  ) {
    super(message);
  }
}

function stop(at: number, message: string): never {
  throw new LoopFault(at, message);
}

function readLoop(text: string): Loop {
  const parts = partsOf(text);
  const last = parts.at(-1) ?? { text, at: 0 };
  const heads = [...last.text.matchAll(/(?<![\p{L}\p{N}_])for\s+([\p{L}_][\p{L}\p{N}_]*)\s+in\s+/gu)];
  if (heads.length === 0) stop(last.at, 'expected a loop such as for i in 0..n-1');
  if (heads.length > mostRanges) stop(last.at, `up to ${mostRanges} loops stand inside of each other`);
  const ranges = heads.map((head, index): Range => {
    const start = head.index + head[0].length;
    return { name: head[1] ?? '', ...boundsOf(last.text.slice(start, heads[index + 1]?.index), last.at + start) };
  });
  return { before: text.slice(0, last.at).replace(/\|$/, '').trim(), ranges };
}

function boundsOf(text: string, at: number): Omit<Range, 'name'> {
  const step = /\s(?:by|step)\s+(.+)$/.exec(text);
  const range = step ? text.slice(0, step.index) : text;
  const by = step ? { text: step[1] ?? '', at: at + step.index + step[0].length - (step[1] ?? '').length } : null;
  const dots = range.indexOf('..');
  if (dots < 0) return { from: { text: range, at }, to: null, by };
  return { from: { text: range.slice(0, dots), at }, to: { text: range.slice(dots + 2), at: at + dots + 2 }, by };
}

interface Place {
  readonly table: Table;
  readonly reading: TraceReading;
  readonly row: number;
  readonly column: number;
}

type Round = ReadonlyMap<string, string>;

/** What the names stand for, time after time. */
function roundsOf({ ranges }: Loop, place: Place): readonly Round[] {
  let rounds: readonly Round[] = [new Map()];
  for (const [index, range] of ranges.entries()) {
    rounds = rounds.flatMap((round) =>
      valuesOf(range, round, place, index === 0).map((value) => new Map([...round, [range.name, value]])),
    );
    if (rounds.length > mostRows) stop(0, `a trace has up to ${mostRows} rows`);
  }
  return rounds.length === 0 ? stop(0, 'this goes round no time') : rounds;
}

function valuesOf({ name, from, to, by }: Range, round: Round, place: Place, isOutermost: boolean): readonly string[] {
  const cells = place.reading.rows[place.row] ?? [];
  const row = new Map([...namedCells(place.table.columns, cells)]);
  for (const [known, text] of round) row.set(known, { kind: 'value', text });
  if (to === null) {
    const items = itemsOf(row, from);
    return items.length > 0 ? items : stop(from.at, `nothing stands in ${from.text.trim()}`);
  }
  const known = withLength(row, cells[place.column]?.cell ?? null);
  const [first, last] = [numberAt(from, known), numberAt(to, known)];
  const step = by ? numberAt(by, known) : 1;
  if (step === 0) stop(by?.at ?? 0, 'a step of 0 leads nowhere');
  if (isOutermost && (last - first) * step < 0)
    stop(from.at, `${name} would go from ${first} to ${last}: ${step > 0 ? 'by -1 counts down' : 'by 1 counts up'}`);
  const count = Math.floor((last - first) / step) + 1;
  if (count > mostRows) stop(from.at, `a trace has up to ${mostRows} rows`);
  return Array.from({ length: Math.max(count, 0) }, (_, index) => String(first + index * step));
}

function itemsOf(row: NamedCells, { text, at }: Formula): readonly string[] {
  const cell = row.get(text.trim());
  if (cell && 'items' in cell) return cell.items;
  if (cell?.kind === 'map') return cell.entries.map(([key]) => key);
  return stop(at, `expected a range, 0..n-1, or a list, and ${text.trim() || 'nothing'} is none`);
}

/** `n` is the length of the list that is looped over, or of the only one there is, where nothing else is called so. */
function withLength(row: NamedCells, own: CellValue | null): NamedCells {
  if (row.has('n')) return row;
  const lists = [...row.values()].filter(isListCell);
  const [list, ...others] = isListCell(own) ? [own] : lists;
  if (!list || others.length > 0) return row;
  return new Map([...row, ['n', { kind: 'value', text: String(list.items.length) }]]);
}

function numberAt({ text, at }: Formula, row: NamedCells): number {
  const rule = ((): ReturnType<typeof readRule> => {
    try {
      return readRule(text);
    } catch (error) {
      if (error instanceof RuleError) throw new LoopFault(at + error.at, `expected ${error.expected}`);
      throw error;
    }
  })();
  const found = evaluateFormula(rule, row, null, [...row.keys()]);
  if (found.outcome === 'faulty') stop(at, found.message);
  const value = found.outcome === 'computed' ? Number(found.text) : NaN;
  return Number.isInteger(value) ? value : stop(at, `${text.trim()} is no whole number here`);
}

/** What one time round writes, by column. */
function cellsOf(round: Round, { columns }: Table, column: number, before: string): ReadonlyMap<number, string> {
  const written = new Map(
    columns.flatMap(({ name, kind }, index) => {
      const value = kind === 'value' ? round.get(name) : undefined;
      return value === undefined ? [] : [[index, value] as const];
    }),
  );
  const kind = columns[column]?.kind;
  const values = [...round.values()];
  if (kind === 'value') {
    if (!written.has(column)) written.set(column, values.at(-1) ?? '');
  } else if (kind === 'list' || kind === 'text') {
    if (values.some((value) => !/^-?\d+$/.test(value))) stop(0, 'a pointer needs a number: for i in 0..n-1');
    written.set(column, `${before} | ${[...round].map(([name, value]) => `${name}:${value}`).join(' ')}`.trim());
  } else if (kind === 'grid') {
    if (values.length !== 2) stop(0, 'a place has a row and a column: for r in 0..1 for c in 0..2');
    written.set(column, `${before} | ${values.join(',')}`.trim());
  } else stop(0, 'a loop goes into a column of values, a list, a text or a grid');
  return written;
}

function withText(rows: Table['rows'], row: number, column: number, text: string): Table['rows'] {
  return rows.map((cells, index) => (index === row ? cells.with(column, text) : cells));
}

/** How many rows below, up to as many as are needed, are still empty; the cell's own counts as one. */
function emptyBelow(rows: Table['rows'], row: number, wanted: number): number {
  let count = 1;
  while (count < wanted && rows[row + count]?.every((cell) => cell.trim() === '')) count++;
  return count;
}

function laidOver(
  rows: Table['rows'],
  row: number,
  cells: readonly ReadonlyMap<number, string>[],
  width: number,
): Table['rows'] {
  const free = emptyBelow(rows, row, cells.length);
  const made = cells.map((written, index) =>
    Array.from({ length: width }, (_, column) => {
      const stands = index === 0 ? (rows[row]?.[column] ?? '') : '';
      return stands === '' ? (written.get(column) ?? '') : stands;
    }),
  );
  return [...rows.slice(0, row), ...made, ...rows.slice(row + free)];
}
