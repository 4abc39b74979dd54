import { type Bounds, type PropertyId, amountAt, isRange } from './bounds/bound';
import { type ExampleInput, readExampleInput } from './example-input';

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
  'all-different': 'all different',
  'several-answers': 'several right answers',
  touching: 'touching intervals',
  nested: 'one interval inside another',
  'equal-intervals': 'two equal intervals',
  corner: 'something in a corner',
  'no-obstacle': 'nothing in the way',
  'one-sided': 'a tree that is one long path',
  'empty-structure': 'asked while it is empty',
  'at-the-limit': 'exactly at the limit',
  'same-moment': 'two calls at the same moment',
} as const;
export type EdgeCase = keyof typeof edgeCases;

/** What is looked at of an example. */
export interface ExampleFacts {
  readonly input: string;
  readonly tags: readonly string[];
}

/** What sort of thing goes in, as far as the statement and the bounds tell. */
export type InputShape = 'list' | 'text' | 'grid' | 'graph' | 'tree' | 'number' | 'intervals' | 'calls';

/** The edge cases usual for inputs of these shapes that no example covers yet, the commonest first. */
export function missingEdgeCases(statement: string, bounds: Bounds, examples: readonly ExampleFacts[]): EdgeCase[] {
  const covered = new Set(examples.flatMap(coveredBy));
  return usualEdgeCases(statement, bounds).filter((edge) => !covered.has(edge));
}

const usual: Readonly<Record<InputShape, readonly EdgeCase[]>> = {
  list: ['empty', 'one', 'all-equal', 'duplicates', 'sorted', 'reversed'],
  text: ['empty', 'one', 'one-letter', 'all-different'],
  grid: ['one', 'one-row', 'no-path', 'no-obstacle', 'corner'],
  graph: ['one', 'no-edges', 'no-path', 'cycle'],
  tree: ['one', 'one-sided'],
  number: ['zero', 'one', 'largest', 'leading-zeros'],
  intervals: ['empty', 'one', 'touching', 'nested', 'equal-intervals'],
  calls: ['empty-structure', 'at-the-limit', 'same-moment'],
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
  if (/\bany (?:of them|one|such|valid|order)\b|\bif (?:there are )?several\b/i.test(statement))
    found.add('several-answers');
  if (is('distinct') || is('permutation')) for (const edge of ['duplicates', 'all-equal'] as const) found.delete(edge);
  return [...found];
}

export function inputShapes(statement: string, bounds: Bounds): InputShape[] {
  const says = (pattern: RegExp): boolean => pattern.test(statement);
  const shapes: InputShape[] = [];
  const isDesign = bounds.all.some((bound) => isRange(bound) && bound.kind === 'operations' && bound.isChanging);
  if (isDesign || says(/\b(?:design|implement) (?:a|an|the) \b|\bsupports? (?:these|the following|two|three|four) /i))
    shapes.push('calls');
  if (says(/\b(?:grid|matrix|board|chart|map of|cells?|rows? and columns?)\b/i)) shapes.push('grid');
  if (says(/\b(?:graph|edges?|vert(?:ex|ices)|roads?|bridges|lines? open|routes?)\b/i)) shapes.push('graph');
  if (says(/\b(?:tree|root|leaf|leaves|parent of each)\b/i)) shapes.push('tree');
  if (says(/\b(?:intervals?|from .{1,20} to|hours? (?:in|it)|start(?:s|ing)? and end|overlap)\b/i))
    shapes.push('intervals');
  if (says(/\b(?:strings?|words?|letters?|text|characters?|palindromes?|substrings?)\b/i)) shapes.push('text');
  if (says(/\b(?:digits?|integers? (?:up )?to|numbers? (?:up )?to|decimal)\b/i)) shapes.push('number');
  const hasValues = bounds.all.some((bound) => bound.kind === 'value' && isRange(bound) && /[[_]/.test(bound.name));
  const isList = hasValues || says(/\b(?:list|array|row|sequence|heights|in order|log)\b/i);
  if (shapes.length === 0 || (isList && !isDesign)) shapes.push('list');
  return [...new Set(shapes)];
}

/** What an example covers: what it is tagged with, and what its input shows. A blank one covers nothing. */
export function coveredBy({ input, tags }: ExampleFacts): EdgeCase[] {
  const tagged = tags.filter((tag): tag is EdgeCase => tag in edgeCases);
  return [...new Set([...tagged, ...shownBy(readExampleInput(input), input)])];
}

function shownBy(read: ExampleInput, input: string): EdgeCase[] {
  switch (read.shape) {
    case 'numbers':
      return [...shownByNumbers(read.numbers), ...(/^\W*0\d/.test(input) ? (['leading-zeros'] as const) : [])];
    case 'text':
      return shownByText(read.text);
    case 'intervals':
      return shownByIntervals(read.intervals);
    case 'grid':
      return shownByGrid(read.rows);
    case 'calls':
      return shownByCalls(read.calls);
    case 'blank':
    case 'other':
      return [];
  }
}

function shownByNumbers(numbers: readonly number[]): EdgeCase[] {
  if (numbers.length === 0) return ['empty'];
  const different = new Set(numbers).size;
  const isSorted = (sign: number): boolean =>
    different > 1 && numbers.every((it, index) => index === 0 || sign * (it - (numbers[index - 1] ?? it)) >= 0);
  const isMany = numbers.length > 1;
  return chosen({
    one: !isMany,
    negative: numbers.some((it) => it < 0),
    zero: numbers.includes(0),
    overflow: numbers.some((it) => Math.abs(it) > 2 ** 31),
    'all-equal': isMany && different === 1,
    duplicates: isMany && different < numbers.length,
    'all-different': isMany && different === numbers.length,
    sorted: isMany && isSorted(1),
    reversed: isMany && isSorted(-1),
  });
}

function shownByText(text: string): EdgeCase[] {
  const letters = [...text];
  const different = new Set(letters).size;
  return chosen({
    empty: text === '',
    one: letters.length === 1,
    'one-letter': letters.length > 0 && different === 1,
    'all-different': letters.length > 1 && different === letters.length,
    'leading-zeros': /^0\d/.test(text),
  });
}

function shownByIntervals(intervals: readonly (readonly [number, number])[]): EdgeCase[] {
  const pairs = intervals.flatMap((a, index) => intervals.slice(index + 1).map((b) => [a, b] as const));
  const isInside = ([from, to]: readonly [number, number], [start, end]: readonly [number, number]): boolean =>
    start <= from && to <= end && (start < from || to < end);
  return chosen({
    one: intervals.length === 1,
    touching: pairs.some(([a, b]) => a[1] === b[0] || b[1] === a[0]),
    nested: pairs.some(([a, b]) => isInside(a, b) || isInside(b, a)),
    'equal-intervals': pairs.some(([a, b]) => a[0] === b[0] && a[1] === b[1]),
  });
}

/** Cells that block: a wall, water, a zero. */
const blocked = /^[#0xX*]$/;

function shownByGrid(rows: readonly (readonly string[])[]): EdgeCase[] {
  const cells = rows.flat();
  const [first, last] = [rows[0] ?? [], rows.at(-1) ?? []];
  const corners = [first[0], first.at(-1), last[0], last.at(-1)];
  const isCellsAlike = new Set(cells).size === 1;
  return chosen({
    one: cells.length === 1,
    'one-row': cells.length > 1 && (rows.length === 1 || first.length === 1),
    'all-equal': cells.length > 1 && isCellsAlike,
    'no-obstacle': cells.length > 1 && !cells.some((cell) => blocked.test(cell)),
    corner: cells.length > 1 && corners.some((cell) => cell !== undefined && !/^[.0]$/.test(cell)),
  });
}

/** The first call that asks while nothing was put in. */
function shownByCalls(calls: readonly { readonly name: string; readonly given: string }[]): EdgeCase[] {
  const isPutting = (name: string): boolean =>
    /^(?:push|add|put|insert|set|open|enqueue|append|create|book|log)/i.test(name);
  const [first, second] = calls;
  const isMade = first !== undefined && /^[A-Z]/.test(first.name);
  const asked = isMade ? second : first;
  const moments = calls.flatMap(({ given }) => /(?:^|,)\s*(\d+)\s*$/.exec(given)?.[1] ?? []);
  return chosen({
    'empty-structure': asked !== undefined && !isPutting(asked.name),
    'same-moment': moments.some((moment, index) => index > 0 && moment === moments[index - 1]),
  });
}

function chosen(cases: Partial<Record<EdgeCase, boolean>>): EdgeCase[] {
  return (Object.entries(cases) as [EdgeCase, boolean][]).flatMap(([edge, isShown]) => (isShown ? [edge] : []));
}
