import { type Bounds, type PropertyId, amountAt, isRange } from './bounds/bound';

/** Edge cases by what they are called on an example, with what to write for them. */
export const edgeCases = {
  empty: 'empty',
  one: 'one element',
  'all-equal': 'all equal',
  sorted: 'already sorted',
  reversed: 'sorted the other way',
  largest: 'as large as allowed',
  negative: 'negative numbers',
  zero: 'a zero',
  duplicates: 'duplicates',
  overflow: 'sums beyond 32 bits',
  'one-row': 'one row or one column',
  'no-path': 'nothing can be reached',
  cycle: 'a cycle',
  'no-edges': 'no edges',
  'one-letter': 'one letter only',
  'leading-zeros': 'leading zeros',
} as const;
export type EdgeCase = keyof typeof edgeCases;

/** What is looked at of an example. */
export interface ExampleFacts {
  readonly input: string;
  readonly tags: readonly string[];
}

/** What sort of thing goes in, as far as the statement and the bounds tell. */
export type InputShape = 'list' | 'text' | 'grid' | 'graph' | 'number' | 'intervals';

/** The edge cases usual for inputs of these shapes that no example covers yet, the commonest first. */
export function missingEdgeCases(statement: string, bounds: Bounds, examples: readonly ExampleFacts[]): EdgeCase[] {
  const covered = new Set(examples.flatMap(coveredBy));
  return usualEdgeCases(statement, bounds).filter((edge) => !covered.has(edge));
}

const usual: Readonly<Record<InputShape, readonly EdgeCase[]>> = {
  list: ['empty', 'one', 'all-equal', 'duplicates', 'sorted', 'reversed'],
  text: ['empty', 'one', 'one-letter'],
  grid: ['one', 'one-row', 'no-path'],
  graph: ['one', 'no-edges', 'no-path', 'cycle'],
  number: ['zero', 'one', 'largest'],
  intervals: ['empty', 'one', 'duplicates'],
};

export function usualEdgeCases(statement: string, bounds: Bounds): EdgeCase[] {
  const shapes = inputShapes(statement, bounds);
  const found = new Set<EdgeCase>(shapes.flatMap((shape) => usual[shape]));
  const values = bounds.all.flatMap((bound) =>
    isRange(bound) && bound.kind === 'value' ? [{ min: amountAt(bound.low), max: amountAt(bound.high) }] : [],
  );
  if (values.some(({ min }) => min !== null && min < 0)) found.add('negative');
  if (values.some(({ min, max }) => (min === null || min <= 0) && max !== null && max > 0)) found.add('zero');
  const largestValue = Math.max(0, ...values.map(({ max }) => max ?? 0));
  const largestSize = Math.max(1, ...Object.values(bounds.sizes));
  if (largestValue * largestSize > 2 ** 31) found.add('overflow');
  if (Object.keys(bounds.sizes).length > 0) found.add('largest');
  // What the bounds rule out needs no example.
  const size = bounds.all.find((bound) => isRange(bound) && bound.kind === 'size');
  const min = size && isRange(size) ? (amountAt(size.low) ?? 0) : 0;
  const is = (property: PropertyId): boolean =>
    bounds.all.some((bound) => bound.kind === 'property' && bound.property === property);
  if (min >= 1 || is('non-empty')) found.delete('empty');
  if (min >= 2) found.delete('one');
  if (is('distinct') || is('permutation')) for (const edge of ['duplicates', 'all-equal'] as const) found.delete(edge);
  return [...found];
}

export function inputShapes(statement: string, bounds: Bounds): InputShape[] {
  const says = (pattern: RegExp): boolean => pattern.test(statement);
  const shapes: InputShape[] = [];
  if (says(/\b(?:grid|matrix|board|chart|map of|cells?|rows? and columns?)\b/i)) shapes.push('grid');
  if (says(/\b(?:graph|tree|edges?|vert(?:ex|ices)|nodes?|roads?|lines? open|routes?)\b/i)) shapes.push('graph');
  if (says(/\b(?:intervals?|from .{1,20} to|hours? (?:in|it)|start(?:s|ing)? and end|overlap)\b/i))
    shapes.push('intervals');
  if (says(/\b(?:strings?|words?|letters?|text|characters?|palindromes?|substrings?)\b/i)) shapes.push('text');
  if (says(/\b(?:digits?|integers? (?:up )?to|numbers? (?:up )?to|decimal)\b/i)) shapes.push('number');
  const hasValues = bounds.all.some((bound) => bound.kind === 'value' && isRange(bound) && /[[_]/.test(bound.name));
  if (hasValues || shapes.length === 0 || says(/\b(?:list|array|row|sequence|heights|in order|log)\b/i))
    shapes.push('list');
  return [...new Set(shapes)];
}

/** What an example covers: what it is tagged with, and what its input shows. */
export function coveredBy({ input, tags }: ExampleFacts): EdgeCase[] {
  const covered = new Set<EdgeCase>(tags.filter((tag): tag is EdgeCase => tag in edgeCases));
  const text = input.trim().replace(/^\w+\s*=\s*/, '');
  if (/^(?:\[\s*\]|""|''|empty|0)?$/i.test(text)) covered.add('empty');
  const numbers = numbersOf(text);
  if (numbers !== null) {
    if (numbers.length === 1) covered.add('one');
    if (numbers.some((it) => it < 0)) covered.add('negative');
    if (numbers.includes(0)) covered.add('zero');
    if (numbers.some((it) => Math.abs(it) > 2 ** 31)) covered.add('overflow');
    if (numbers.length > 1) {
      const different = new Set(numbers).size;
      if (different === 1) covered.add('all-equal');
      if (different < numbers.length) covered.add('duplicates');
      const isSorted = (sign: number): boolean =>
        different > 1 && numbers.every((it, index) => index === 0 || sign * (it - (numbers[index - 1] ?? it)) >= 0);
      if (isSorted(1)) covered.add('sorted');
      if (isSorted(-1)) covered.add('reversed');
    }
  }
  const word = /^["']?([A-Za-z]+)["']?$/.exec(text)?.[1];
  if (word !== undefined) {
    if (word.length === 1) covered.add('one');
    if (new Set(word).size === 1) covered.add('one-letter');
  }
  if (/^["']?0\d/.test(text)) covered.add('leading-zeros');
  return [...covered];
}

/** A plain list of numbers, such as `5 2 4` or `[5, -2, 4]`; null for anything else. */
function numbersOf(text: string): number[] | null {
  const inner = text.replace(/^[[({]|[\])}]$/g, '').trim();
  if (!/^[-−+]?\d+(?:\.\d+)?(?:[\s,;]+[-−+]?\d+(?:\.\d+)?)*$/.test(inner)) return null;
  return inner.split(/[\s,;]+/).map((part) => Number(part.replace('−', '-')));
}
