import type { ColumnKind } from '../model/entry';
import {
  type CellValue,
  type CellReading,
  type GridCell,
  type Interval,
  type ListCell,
  type Marks,
  type Position,
  isListCell,
} from './cells';
import { type Token, partsOf, tokensOf } from './tokens';

/**
 * Thrown and caught within this file: the first word that cannot be read. No Error: while a cell is being written, hundreds
 * below it may be unreadable, and to note where each was thrown takes ten times as long as to read it.
 */
class Unreadable {
  constructor(
    readonly message: string,
    readonly at: number,
  ) {}
}

function stopAt(at: number, message: string): never {
  // eslint-disable-next-line @typescript-eslint/only-throw-error -- see above
  throw new Unreadable(message, at);
}

const longestList = 400;
const longestGrid = 60;

/**
 * Reads the notation of a cell; docs/trace.md describes it. `before` is what stands above it, which changes such as `+5`
 * are made to. Never throws.
 */
export function readCell(kind: Exclude<ColumnKind, 'rule'>, text: string, before: CellValue | null): CellReading {
  const above = before?.kind === kind ? before : null;
  try {
    return { cell: reader(kind)(text, above), fault: null };
  } catch (error) {
    if (error instanceof Unreadable) return { cell: null, fault: { message: error.message, at: error.at } };
    throw error;
  }
}

function reader(kind: Exclude<ColumnKind, 'rule'>): (text: string, before: CellValue | null) => CellValue {
  switch (kind) {
    case 'value':
      return readValue;
    case 'list':
    case 'text':
      return (text, before) => readList(kind, text, isListCell(before) ? before : null);
    case 'stack':
    case 'queue':
    case 'set':
      return (text, before) => ({
        kind,
        items: changedItems(kind, text, before && 'items' in before ? before.items : []),
      });
    case 'map':
      return readMap;
    case 'intervals':
      return readIntervals;
    case 'grid':
      return readGrid;
  }
}

function readValue(text: string, before: CellValue | null): CellValue {
  const change = /^\s*([-+])=\s*(\d+(?:\.\d+)?)\s*$/.exec(text);
  if (!change) return { kind: 'value', text: text.trim().replace(/^"(.*)"$/s, '$1') };
  const [, sign, amount] = change;
  const known = Number(before?.kind === 'value' ? before.text : '');
  if (before === null || !Number.isFinite(known)) stopAt(0, 'there is no number above to change');
  return { kind: 'value', text: numberText(known + Number(amount) * (sign === '-' ? -1 : 1)) };
}

function readList(kind: 'list' | 'text', text: string, before: ListCell | null): ListCell {
  const [first, ...more] = partsOf(text);
  const written = first ?? { text: '', at: 0 };
  const items = kind === 'text' ? lettersOf(written, before) : itemsOf(written, before);
  const isNewList = written.text.trim() !== '' && !isChange(written.text);
  const kept = isNewList ? { pointers: [], windows: [] } : (before ?? { pointers: [], windows: [] });
  const marks = more.reduce<Marks>((known, part) => withMarks(known, tokensOf(part.text, part.at), items.length), kept);
  return { kind, items, pointers: marks.pointers, windows: marks.windows };
}

function itemsOf({ text, at }: { text: string; at: number }, before: ListCell | null): readonly string[] {
  const tokens = tokensOf(
    text.replace(/^\s*=/, (sign) => ' '.repeat(sign.length)),
    at,
  );
  if (text.trim() === '') {
    if (before) return before.items;
    stopAt(at, 'there is no list above');
  }
  if (/^\s*=/.test(text) || !isChange(text))
    return limited(
      tokens.map((token) => token.text),
      at,
    );
  const items = [...(before?.items ?? [])];
  for (const token of tokens) {
    const set = /^\[(-?\d+)\]=(.*)$/.exec(token.text);
    if (set) {
      const index = Number(set[1]);
      if (index < 0 || index >= items.length) stopAt(token.at, `there is no place ${index}`);
      items[index] = set[2] ?? '';
    } else items.push(token.text.slice(1));
  }
  return limited(items, at);
}

function lettersOf({ text, at }: { text: string; at: number }, before: ListCell | null): readonly string[] {
  if (text.trim() === '') {
    if (before) return before.items;
    stopAt(at, 'there is no text above');
  }
  const plain = text
    .trim()
    .replace(/^=\s*/, '')
    .replace(/^"(.*)"$/s, '$1');
  if (plain.startsWith('+') && plain.length > 1 && before) return limited([...before.items, ...plain.slice(1)], at);
  return limited([...plain], at);
}

/** Whether every word of it changes what stands above: `[2]=9` or `+9`. */
function isChange(text: string): boolean {
  return (
    text.trim() !== '' &&
    tokensOf(text).every(({ text: word, isQuoted }) => !isQuoted && /^(?:\[-?\d+\]=|\+.)/.test(word))
  );
}

function withMarks(known: Marks, tokens: readonly Token[], length: number): Marks {
  let { pointers, windows } = known;
  for (const { text, at } of tokens) {
    const [, name = '', value = text] = /^([A-Za-z_]\w*):(.*)$/.exec(text) ?? [];
    const range = /^(-?\d+)\.\.(-?\d+)$/.exec(value);
    const removed = /^-([A-Za-z_]\w*)?$/.exec(text);
    if (removed) {
      const gone = removed[1];
      pointers = gone === undefined ? [] : pointers.filter((it) => it.name !== gone);
      windows = gone === undefined ? [] : windows.filter((it) => it.name !== gone);
    } else if (range) {
      const [from, to] = [Number(range[1]), Number(range[2])];
      if (from < 0 || to >= length || from > to + 1) stopAt(at, `a window lies between 0 and ${length - 1}`);
      windows = [...windows.filter((it) => it.name !== name), { name, from, to }];
    } else if (name !== '' && /^[-+=]*-?\d+$/.test(value)) {
      const where = pointers.find((it) => it.name === name)?.at;
      const isMove = /^[-+]\d/.test(value);
      if (isMove && where === undefined) stopAt(at, `${name} does not point anywhere yet`);
      const to = isMove ? (where ?? 0) + Number(value) : Number(value.replace(/^=/, ''));
      if (!Number.isInteger(to) || to < -1 || to > length)
        stopAt(at, `${name} would point outside: 0 to ${length - 1} are there`);
      pointers = [...pointers.filter((it) => it.name !== name), { name, at: to }];
    } else stopAt(at, 'expected a pointer such as i:2, or a window such as 1..3');
  }
  return { pointers: [...pointers].sort((a, b) => (a.name < b.name ? -1 : 1)), windows };
}

/** Items of a stack, a queue or a set, set outright or changed word by word. */
function changedItems(kind: 'stack' | 'queue' | 'set', text: string, before: readonly string[]): readonly string[] {
  const outright = /^\s*=/.exec(text);
  const tokens = tokensOf(outright ? text.replace('=', ' ') : text);
  const isChanging = !outright && tokens.every((token) => !token.isQuoted && /^[-+]/.test(token.text));
  if (!isChanging) {
    const items = tokens.map((token) => token.text);
    return limited(kind === 'set' ? [...new Set(items)] : items, 0);
  }
  const items = [...before];
  for (const token of tokens) changeItems(kind, items, token);
  return limited(items, 0);
}

function changeItems(kind: 'stack' | 'queue' | 'set', items: string[], { text, at }: Token): void {
  const isDouble = kind === 'queue' && /^(?:\+\+|--)/.test(text);
  const value = text.slice(isDouble ? 2 : 1);
  if (text.startsWith('+')) {
    if (value === '') stopAt(at, 'say what is added: +5');
    if (isDouble) items.unshift(value);
    else if (kind !== 'set' || !items.includes(value)) items.push(value);
    return;
  }
  if (kind === 'set') {
    const index = items.indexOf(value);
    if (index < 0) stopAt(at, value === '' ? 'say what is removed: -5' : `${value} is not in the set`);
    items.splice(index, 1);
    return;
  }
  const isFromEnd = kind === 'stack' ? true : isDouble;
  const gone = isFromEnd ? items.pop() : items.shift();
  if (gone === undefined) stopAt(at, `the ${kind} is empty`);
  if (value !== '' && value !== gone) stopAt(at, `${gone} comes out, not ${value}`);
}

function readMap(text: string, before: CellValue | null): CellValue {
  const isOutright = /^\s*=/.test(text);
  const entries = new Map(before?.kind === 'map' && !isOutright ? before.entries : []);
  for (const { text: word, at } of tokensOf(isOutright ? text.replace('=', ' ') : text)) {
    const removed = /^-([^:]+)$/.exec(word)?.[1];
    const [, key, value] = /^([^:]+):(.*)$/.exec(word) ?? [];
    if (removed !== undefined) {
      if (!entries.delete(removed)) stopAt(at, `${removed} is not in the map`);
    } else if (key === undefined || value === undefined || value === '') {
      stopAt(at, 'expected a:3 to set, a:+1 to add, -a to remove');
    } else if (/^[-+]\d+(?:\.\d+)?$/.test(value)) {
      const known = Number(entries.get(key) ?? '0');
      if (!Number.isFinite(known)) stopAt(at, `${key} is no number`);
      entries.set(key, numberText(known + Number(value)));
    } else entries.set(key, value.replace(/^=/, ''));
  }
  return { kind: 'map', entries: [...entries] };
}

function readIntervals(text: string, before: CellValue | null): CellValue {
  const known = before?.kind === 'intervals' ? before.intervals : [];
  const isOutright = /^\s*=/.test(text);
  const tokens = tokensOf(isOutright ? text.replace('=', ' ') : text);
  // `-3..5` begins below zero, unless just this interval, 3..5, stands above and can go.
  const isThere = (word: string): boolean => known.some(({ from, to }) => `-${from}..${to}` === word);
  const isChanging = !isOutright && tokens.every(({ text: word }) => word.startsWith('+') || isThere(word));
  let intervals: readonly Interval[] = isChanging ? known : [];
  for (const { text: word, at } of tokens) {
    const match = /^(-?\d+(?:\.\d+)?)\.\.(-?\d+(?:\.\d+)?)$/.exec(isChanging ? word.slice(1) : word);
    if (!match) stopAt(at, 'expected an interval such as 2..5');
    const [from, to] = [Number(match[1]), Number(match[2])];
    if (from > to) stopAt(at, `${from} is after ${to}`);
    intervals =
      isChanging && word.startsWith('-')
        ? intervals.filter((it) => it.from !== from || it.to !== to)
        : [...intervals, { from, to }];
  }
  return { kind: 'intervals', intervals: intervals.slice(0, longestList) };
}

function readGrid(text: string, before: CellValue | null): GridCell {
  const known = before?.kind === 'grid' ? before : null;
  const [first, ...more] = partsOf(text);
  const written = first ?? { text: '', at: 0 };
  const rows = gridRows(written, known);
  const isNewGrid = written.text.trim() !== '' && !(known && cellChange.test(written.text));
  let [at, path] = isNewGrid || !known ? [null as Position | null, [] as readonly Position[]] : [known.at, known.path];
  for (const part of more) {
    for (const match of part.text.matchAll(/\S+/g)) {
      const place = part.at + match.index;
      const [, step, row, column] = /^(>?)(\d+),(\d+)$/.exec(match[0]) ?? [];
      if (match[0] === '-') [at, path] = [null, []];
      else if (row === undefined || column === undefined)
        stopAt(place, 'expected a position such as 1,2, or a step such as >1,2');
      else {
        at = { row: Number(row), column: Number(column) };
        if (rows[at.row]?.[at.column] === undefined) stopAt(place, `there is no cell ${row},${column}`);
        path = step === '>' ? [...path, at] : [at];
      }
    }
  }
  return { kind: 'grid', rows, at, path };
}

const cellChange = /\[\d+,\d+\]=/;

function gridRows({ text, at }: { text: string; at: number }, before: GridCell | null): readonly (readonly string[])[] {
  if (text.trim() === '') {
    if (before) return before.rows;
    stopAt(at, 'there is no grid above');
  }
  const changes = [...text.matchAll(/\[(\d+),(\d+)\]=(\S+)/g)];
  if (changes.length > 0 && before) {
    const rows = before.rows.map((row) => [...row]);
    for (const change of changes) {
      const [row, column] = [Number(change[1]), Number(change[2])];
      if (rows[row]?.[column] === undefined) stopAt(at + change.index, `there is no cell ${row},${column}`);
      rows[row][column] = change[3] ?? '';
    }
    return rows;
  }
  const rows = text
    .replace(/^\s*=/, '')
    .split('/')
    .map((row) => row.trim())
    .map((row) => (/\s|,/.test(row) ? tokensOf(row).map((token) => token.text) : [...row]));
  if (rows.length > longestGrid || rows.some((row) => row.length > longestGrid))
    stopAt(at, `a grid has up to ${longestGrid} rows and columns`);
  return rows;
}

function limited(items: readonly string[], at: number): readonly string[] {
  if (items.length > longestList) stopAt(at, `up to ${longestList} items can be shown`);
  return items;
}

/** Without the dust of binary fractions. */
function numberText(value: number): string {
  return String(Math.round(value * 1e9) / 1e9);
}
