import { type BoxTone, type Drawing, type Shape, box, boxHeight, boxWidth } from '../drawing';
import { type Token, tokensOf, tupleOf } from '../tokens';
import { type ColumnType, limited, stopAt } from './column-type';

type CollectionKind = 'stack' | 'queue' | 'set' | 'multiset' | 'heap' | 'max-heap';

/** A stack, bottom first; a queue, front first; a set; a multiset, smallest first; or a heap, what comes out next first. */
export interface CollectionCell {
  readonly kind: CollectionKind;
  readonly items: readonly string[];
}

export const stackColumn = collectionType('stack', '+5 pushes, - pops, -5 pops and checks; 5 2 sets it, = empties it');
export const queueColumn = collectionType('queue', '+5 joins, - leaves; ++5 and -- at the other end');
export const setColumn = collectionType('set', '+5 adds, -5 removes');
export const multisetColumn = collectionType(
  'multiset',
  '+5 adds one, -5 removes one; equal ones stay beside each other',
);
export const heapColumn = collectionType(
  'heap',
  '+5 adds, - takes the smallest, -5 takes it and checks; +(2,b) adds a pair',
);
export const maxHeapColumn = collectionType('max-heap', '+5 adds, - takes the largest, -5 takes it and checks');

function collectionType(kind: CollectionKind, hint: string): ColumnType<CollectionCell> {
  return {
    hint,
    read: (text, before) => ({ kind, items: changedItems(kind, text, before?.items ?? []) }),
    draw: ({ items }, above) => drawCollection(kind, items, above?.items ?? null),
    words: ({ items }) => {
      if (kind === 'set' || kind === 'multiset') return `{${items.join(', ')}}`;
      return items.length === 0 ? 'empty' : items.join(' ');
    },
    value: ({ items }) => items,
  };
}

/** Items set outright or changed word by word. */
function changedItems(kind: CollectionKind, text: string, before: readonly string[]): readonly string[] {
  const outright = /^\s*=/.exec(text);
  const tokens = tokensOf(outright ? text.replace('=', ' ') : text);
  const isChanging = !outright && tokens.every(isChange);
  if (!isChanging) {
    if (!outright) noMixture(tokens);
    if (kind === 'set') noTwins(tokens);
    return inOrder(kind, limited(texts(tokens), 0));
  }
  const items = [...before];
  for (const token of tokens) changeItems(kind, items, token);
  return inOrder(kind, limited(items, 0));
}

function isChange({ text, isQuoted }: Token): boolean {
  return !isQuoted && /^[-+]/.test(text);
}

/** `+5 2` would set everything to “+5” and “2”, which nobody means. */
function noMixture(tokens: readonly Token[]): void {
  if (!tokens.some(({ text, isQuoted }) => !isQuoted && text.startsWith('+'))) return;
  const plain = tokens.find((token) => !isChange(token));
  if (plain) stopAt(plain.at, 'either changes, +5 and -5, or plain words; = before them takes signs as they are');
}

function noTwins(tokens: readonly Token[]): void {
  const seen = new Set<string>();
  for (const { text, at } of tokens) {
    if (seen.has(text)) stopAt(at, `${text} stands twice, and a set holds it once; a multiset holds both`);
    seen.add(text);
  }
}

function texts(tokens: readonly Token[]): string[] {
  return tokens.map(({ text }) => text);
}

function inOrder(kind: CollectionKind, items: readonly string[]): readonly string[] {
  if (kind === 'max-heap') return [...items].sort((a, b) => compareItems(b, a));
  return kind === 'heap' || kind === 'multiset' ? [...items].sort(compareItems) : items;
}

/** Numbers by their size, pairs by their first part that differs, all else by its letters. */
export function compareItems(a: string, b: string): number {
  const [first, second] = [tupleOf(a), tupleOf(b)];
  if (first && second) {
    for (const [index, { text }] of first.entries()) {
      const other = second[index];
      const order = other ? compareItems(text, other.text) : 1;
      if (order !== 0) return order;
    }
    return first.length - second.length;
  }
  const difference = Number(a) - Number(b);
  return Number.isNaN(difference) ? (a < b ? -1 : a > b ? 1 : 0) : difference;
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
  if (kind === 'set' || kind === 'multiset') {
    const index = items.indexOf(value);
    if (index < 0) stopAt(at, value === '' ? 'say what is removed: -5' : `${value} is not in the ${kind}`);
    items.splice(index, 1);
    return;
  }
  const gone = takeOut(kind, items, isDouble);
  if (gone === undefined) stopAt(at, `the ${kind} is empty`);
  if (value !== '' && value !== gone) stopAt(at, `${gone} comes out, not ${value}`);
}

function takeOut(kind: CollectionKind, items: string[], isOtherEnd: boolean): string | undefined {
  if (kind === 'stack' || isOtherEnd) return items.pop();
  if (kind === 'queue') return items.shift();
  const [next] = inOrder(kind, items);
  if (next !== undefined) items.splice(items.indexOf(next), 1);
  return next;
}

/** A stack is open at its right, where its top is; a queue at both ends; a heap at its left; sets are closed. */
function drawCollection(kind: CollectionKind, items: readonly string[], above: readonly string[] | null): Drawing {
  const width = boxWidth(items);
  const start = 5;
  const end = start + Math.max(items.length, 1) * width;
  const news = newOnes(kind, items, above);
  const isHeap = kind === 'heap' || kind === 'max-heap';
  const toneAt = (index: number): BoxTone => (news.has(index) ? 'changed' : isHeap && index === 0 ? 'window' : 'plain');
  const shapes: Shape[] = items.flatMap((item, index) => box(item, start + index * width, 0, width, toneAt(index)));
  const edge = (x: number): Shape => ({
    shape: 'line',
    points: [
      [x, 0],
      [x, boxHeight],
    ],
    tone: 'edge',
  });
  if (kind === 'stack') shapes.push(edge(2));
  if (isHeap) shapes.push(edge(end + 3));
  if (kind === 'set' || kind === 'multiset') shapes.push(edge(2), edge(end + 3));
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

/** Places of items that were not there in the row above; of equal ones only as many as came. */
function newOnes(kind: CollectionKind, items: readonly string[], above: readonly string[] | null): ReadonlySet<number> {
  if (above === null) return new Set();
  if (kind === 'stack') return new Set(items.flatMap((item, index) => (above[index] === item ? [] : [index])));
  const left = new Map<string, number>();
  for (const item of above) left.set(item, (left.get(item) ?? 0) + 1);
  return new Set(
    items.flatMap((item, index) => {
      const count = left.get(item) ?? 0;
      left.set(item, count - 1);
      return count > 0 ? [] : [index];
    }),
  );
}
