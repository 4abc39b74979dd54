import { type Drawing, type Shape, box, boxHeight, boxWidth, moved } from '../drawing';
import { type Token, partsOf, tokensOf } from '../tokens';
import { type ColumnType, limited, stopAt } from './column-type';

/** A list, or a text with its letters as items, with what points into it. */
export interface ListCell extends Marks {
  readonly kind: 'list' | 'text';
  readonly items: readonly string[];
}

export interface Marks {
  /** Index from 0; -1 and the length stand just outside. */
  readonly pointers: readonly { readonly name: string; readonly at: number }[];
  /** Both ends belong to it; the one without a name is the window. */
  readonly windows: readonly { readonly name: string; readonly from: number; readonly to: number }[];
}

export const listColumn = listType(
  'list',
  '5 2 4 | i:0 | 1..3 — then | i:+1 moves i, [2]=9 changes an item, +7 adds one',
  ' ',
);
export const textColumn = listType('text', 'gull | i:0 | 1..2', '');

function listType(kind: 'list' | 'text', hint: string, between: string): ColumnType<ListCell> {
  return {
    hint,
    read: (text, before) => readList(kind, text, before),
    draw: drawList,
    words: (cell) => [cell.items.join(between), marksWords(cell)].filter((part) => part !== '').join(' · '),
    value: ({ items }) => items,
  };
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
  const isOutright = /^\s*=/.test(text);
  if (!isOutright) noMixture(tokens);
  if (isOutright || !isChange(text))
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

/** `[2]=9 5` and `+7 9` would be lists of those words, which nobody means; `-1 +3 4` are numbers with their signs. */
function noMixture(tokens: readonly Token[]): void {
  const [first] = tokens;
  if (!first || !isOfChange(first)) return;
  const plain = tokens.find((token) => !isOfChange(token));
  if (plain) stopAt(plain.at, 'either changes, [2]=9 and +7, or the items; = before them takes signs as they are');
}

function isOfChange({ text, isQuoted }: Token): boolean {
  return !isQuoted && /^(?:\[-?\d+\]=|\+.)/.test(text);
}

/** Whether every word of it changes what stands above: `[2]=9` or `+9`. */
function isChange(text: string): boolean {
  return text.trim() !== '' && tokensOf(text).every(isOfChange);
}

function withMarks(known: Marks, tokens: readonly Token[], length: number): Marks {
  const { pointers, windows } = tokens.reduce((marks, token) => withMark(marks, token, length), known);
  return { pointers: [...pointers].sort((a, b) => (a.name < b.name ? -1 : 1)), windows };
}

function withMark({ pointers, windows }: Marks, { text, at }: Token, length: number): Marks {
  const removed = /^-([A-Za-z_]\w*)?$/.exec(text);
  if (removed) {
    const [, name] = removed;
    const isKept = (it: { readonly name: string }): boolean => name !== undefined && it.name !== name;
    return { pointers: pointers.filter(isKept), windows: windows.filter(isKept) };
  }
  const [, name = '', value = text] = /^([A-Za-z_]\w*):(.*)$/.exec(text) ?? [];
  const range = /^([-+]?\d*)\.\.([-+]?\d*)$/.exec(value);
  if (range && value !== '..') {
    const [from, to] = endsOf(
      [range[1] ?? '', range[2] ?? ''],
      windows.find((it) => it.name === name),
      at,
    );
    if (from < 0 || to >= length || from > to + 1) stopAt(at, `a window lies between 0 and ${length - 1}`);
    return { pointers, windows: [...windows.filter((it) => it.name !== name), { name, from, to }] };
  }
  if (name === '' || !/^[-+=]*-?\d+$/.test(value))
    stopAt(at, 'expected a pointer such as i:2, or a window such as 1..3');
  const to = placeOf(value, name, pointers.find((it) => it.name === name)?.at, at);
  if (!Number.isInteger(to) || to < -1 || to > length)
    stopAt(at, `${name} would point outside: 0 to ${length - 1} are there`);
  return { pointers: [...pointers.filter((it) => it.name !== name), { name, at: to }], windows };
}

/** The ends of a window: `1..3`; `+1..+1` moves both, `..+1` the right one alone, `+1..` the left one. */
function endsOf(
  [left, right]: readonly [string, string],
  before: Marks['windows'][number] | undefined,
  at: number,
): readonly [number, number] {
  const isMoved = (end: string): boolean => end === '' || /^[-+]/.test(end);
  if (!isMoved(left) && /^-?\d/.test(right)) return [Number(left), Number(right)];
  if (!isMoved(left) || !isMoved(right)) stopAt(at, 'expected both ends, 1..3, or how far each moves, +1..+1');
  if (!before) stopAt(at, 'there is no window yet that could move');
  return [before.from + Number(left), before.to + Number(right)];
}

/** Where a pointer goes: `2`, or `+1` from where it was. */
function placeOf(value: string, name: string, before: number | undefined, at: number): number {
  if (!/^[-+]\d/.test(value)) return Number(value.replace(/^=/, ''));
  if (before === undefined) stopAt(at, `${name} does not point anywhere yet`);
  return before + Number(value);
}

function drawList(list: ListCell, above: ListCell | null): Drawing {
  const { items, pointers, windows } = list;
  const width = boxWidth(items);
  const shapes: Shape[] = items.flatMap((item, index) => {
    const isInWindow = windows.some(({ from, to }) => index >= from && index <= to);
    const isChanged = above !== null && above.items[index] !== item;
    return box(item, index * width, 0, width, isChanged ? 'changed' : isInWindow ? 'window' : 'plain');
  });
  const left = pointers.some(({ at }) => at < 0) ? width : 0;
  const at = (index: number): number => index * width;
  for (const place of new Set(pointers.map((pointer) => pointer.at))) {
    const names = pointers.filter((pointer) => pointer.at === place).map(({ name }) => name);
    shapes.push({
      shape: 'line',
      points: [
        [at(place) + 2, boxHeight + 2],
        [at(place) + width - 2, boxHeight + 2],
      ],
      tone: 'pointer',
    });
    shapes.push({
      shape: 'text',
      x: at(place) + width / 2,
      y: boxHeight + 14,
      text: names.join(','),
      anchor: 'middle',
      tone: 'small',
    });
  }
  for (const { name, from, to } of windows) {
    if (name === '' || to < from) continue;
    shapes.push({ shape: 'text', x: at(from) + 2, y: boxHeight + 14, text: name, anchor: 'start', tone: 'small' });
  }
  const hasMarks = hasAny(list) || (above !== null && hasAny(above));
  const right = pointers.some((pointer) => pointer.at >= items.length) ? width : 0;
  return shifted(
    { width: left + Math.max(items.length, 1) * width + right, height: boxHeight + (hasMarks ? 17 : 0), shapes },
    left,
  );
}

function marksWords({ pointers, windows }: Marks): string {
  return [
    ...pointers.map(({ name, at }) => `${name} at ${at}`),
    ...windows.map(({ name, from, to }) => `${name || 'window'} ${from} to ${to}`),
  ].join(', ');
}

function hasAny({ pointers, windows }: Marks): boolean {
  return pointers.length > 0 || windows.some(({ name }) => name !== '');
}

function shifted(drawing: Drawing, by: number): Drawing {
  if (by === 0) return drawing;
  return { ...drawing, shapes: drawing.shapes.map((shape) => moved(shape, by)) };
}
