import { type Drawing, type Shape, box, boxHeight, boxWidth } from '../drawing';
import { type Token, tokensOf } from '../tokens';
import { type ColumnType, limited, stopAt } from './column-type';

type CollectionKind = 'stack' | 'queue' | 'set';

/** A stack, bottom first; a queue, front first; or a set. */
export interface CollectionCell {
  readonly kind: CollectionKind;
  readonly items: readonly string[];
}

export const stackColumn = collectionType('stack', '+5 pushes, - pops, -5 pops and checks; 5 2 sets it, = empties it');
export const queueColumn = collectionType('queue', '+5 joins, - leaves; ++5 and -- at the other end');
export const setColumn = collectionType('set', '+5 adds, -5 removes');

function collectionType(kind: CollectionKind, hint: string): ColumnType<CollectionCell> {
  return {
    hint,
    read: (text, before) => ({ kind, items: changedItems(kind, text, before?.items ?? []) }),
    draw: ({ items }, above) => drawCollection(kind, items, above?.items ?? null),
    words: ({ items }) => (kind === 'set' ? `{${items.join(', ')}}` : items.length === 0 ? 'empty' : items.join(' ')),
    value: ({ items }) => items,
  };
}

/** Items of a stack, a queue or a set, set outright or changed word by word. */
function changedItems(kind: CollectionKind, text: string, before: readonly string[]): readonly string[] {
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

function changeItems(kind: CollectionKind, items: string[], { text, at }: Token): void {
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

/** A stack is open at its right, where its top is; a queue at both ends; a set is closed. */
function drawCollection(kind: CollectionKind, items: readonly string[], above: readonly string[] | null): Drawing {
  const width = boxWidth(items);
  const start = 5;
  const end = start + Math.max(items.length, 1) * width;
  const isNew = (item: string, index: number): boolean =>
    above !== null && (kind === 'stack' ? above[index] !== item : !above.includes(item));
  const shapes: Shape[] = items.flatMap((item, index) =>
    box(item, start + index * width, 0, width, isNew(item, index) ? 'changed' : 'plain'),
  );
  const edge = (x: number): Shape => ({
    shape: 'line',
    points: [
      [x, 0],
      [x, boxHeight],
    ],
    tone: 'edge',
  });
  if (kind === 'stack') shapes.push(edge(2));
  if (kind === 'set') shapes.push(edge(2), edge(end + 3));
  if (kind === 'queue') {
    const rail = (y: number): Shape => ({
      shape: 'line',
      points: [
        [0, y],
        [end + 5, y],
      ],
      tone: 'edge',
    });
    shapes.push(rail(0), rail(boxHeight));
  }
  return { width: end + 5, height: boxHeight, shapes };
}
