import { CostError } from '../errors';
import { evaluate, type Sizes } from '../cost/evaluate-cost';
import { variablesOf } from '../cost/expression';
import type { Limit } from '../cost/growth';
import { readLimit } from '../cost/compare-costs';
import { readCost } from '../cost/read-cost';

/** Rules a solution must keep that the machine knows something about; others are kept as text. */
export const conditions = {
  'no-extra-space': 'no extra space',
  'keep-input': 'do not change the input',
  'one-pass': 'one pass',
  'constant-operation': 'constant time per operation',
  online: 'online, each answer before the next question',
  'comparisons-only': 'only comparisons',
  'no-recursion': 'no recursion',
  'no-branching': 'no branching',
} as const;
export type ConditionId = keyof typeof conditions;

/** One line of what a statement limits, as it was understood. */
export type Bound =
  /** The size of something: n items, q queries. */
  | {
      readonly kind: 'size';
      readonly variable: string;
      readonly min: number | null;
      readonly max: number;
      /** Whether it counts operations, which may change things, and not mere queries. */
      readonly isOperations?: boolean;
    }
  /** The range of values: 0 ≤ a[i] ≤ 10^9. */
  | { readonly kind: 'value'; readonly of: string; readonly min: number | null; readonly max: number }
  /** One variable against another: m ≤ n. */
  | { readonly kind: 'limit'; readonly text: string; readonly limit: Limit }
  | { readonly kind: 'time'; readonly seconds: number }
  | { readonly kind: 'memory'; readonly bytes: number }
  | { readonly kind: 'condition'; readonly condition: ConditionId | null; readonly text: string }
  /** Words that limit nothing the machine knows; they are kept. */
  | { readonly kind: 'remark'; readonly text: string };

/** Everything that the lines of a problem limit. */
export interface Bounds {
  readonly all: readonly Bound[];
  /** The largest size of each variable. */
  readonly sizes: Sizes;
  /** The same, and the largest value of what a letter alone stands for: what a cost can be computed at. */
  readonly largest: Sizes;
  readonly limits: readonly Limit[];
  /** Seconds; null where none is given. */
  readonly seconds: number | null;
  /** Bytes; null where none is given. */
  readonly bytes: number | null;
  readonly conditions: readonly ConditionId[];
}

export function readBounds(lines: readonly string[]): Bounds {
  const all = lines.flatMap(readBoundLine);
  const sizes: Record<string, number> = {};
  const values: Record<string, number> = {};
  for (const bound of all) {
    if (bound.kind === 'size') sizes[bound.variable] = Math.max(bound.max, sizes[bound.variable] ?? 0);
    if (bound.kind === 'value' && /^[A-Za-z]$/.test(bound.of))
      values[bound.of] = Math.max(bound.max, values[bound.of] ?? 0);
  }
  return {
    all,
    sizes,
    largest: { ...values, ...sizes },
    limits: all.flatMap((bound) => (bound.kind === 'limit' ? [bound.limit] : [])),
    seconds: all.find((bound) => bound.kind === 'time')?.seconds ?? null,
    bytes: all.find((bound) => bound.kind === 'memory')?.bytes ?? null,
    conditions: all.flatMap((bound) =>
      bound.kind === 'condition' && bound.condition !== null ? [bound.condition] : [],
    ),
  };
}

/** Reads one line; a line such as `1 ≤ n, m ≤ 1000` limits several. Nothing is ever refused: what is not understood is a remark. */
export function readBoundLine(line: string): Bound[] {
  const text = line.trim().replace(/\s+/g, ' ');
  if (text === '') return [];
  const limit = readTimeOrMemory(text);
  if (limit) return [limit];
  const found = readConditions(text);
  if (found) return [found];
  const range = readRange(text) ?? [{ kind: 'remark', text }];
  return /\boperations$/i.test(text)
    ? range.map((bound) => (bound.kind === 'size' ? { ...bound, isOperations: true } : bound))
    : range;
}

const units: Readonly<Record<string, number>> = {
  kb: 1e3,
  mb: 1e6,
  gb: 1e9,
  kib: 1024,
  mib: 1024 ** 2,
  gib: 1024 ** 3,
};

function readTimeOrMemory(text: string): Bound | null {
  const time =
    /^(?:time(?: limit)?:? ?)?(\d+(?:[.,]\d+)?) ?(ms|milliseconds?|s|secs?|seconds?|min|minutes?)(?: per \w+)?$/i.exec(
      text,
    );
  if (time) {
    const [, number = '', unit = ''] = time;
    const scale = /^m(?:s|illi)/i.test(unit) ? 0.001 : /^min/i.test(unit) ? 60 : 1;
    return { kind: 'time', seconds: Number(number.replace(',', '.')) * scale };
  }
  const memory = /^(?:memory(?: limit)?:? ?)?(\d+(?:[.,]\d+)?) ?([kmg]i?b|megabytes?|gigabytes?)(?: of memory)?$/i.exec(
    text,
  );
  if (!memory) return null;
  const [, number = '', unit = ''] = memory;
  const short = unit
    .toLowerCase()
    .replace(/^mega.*/, 'mb')
    .replace(/^giga.*/, 'gb');
  return { kind: 'memory', bytes: Number(number.replace(',', '.')) * (units[short] ?? 1) };
}

const conditionSpellings: readonly (readonly [ConditionId, RegExp])[] = [
  [
    'constant-operation',
    /\b(?:constant time|O\(1\)(?: time)?|constant) (?:per|for each|each) \w+|each \w+ in (?:O\(1\)|constant time)/i,
  ],
  [
    'no-extra-space',
    /\bno (?:extra|additional) (?:space|memory|structure)|\bin[ -]place\b|\b(?:constant|O\(1\)) (?:extra )?(?:space|memory)/i,
  ],
  [
    'keep-input',
    /\b(?:do not|don't|without|not) (?:chang|modify|mutat|alter)\w* (?:of )?(?:the )?(?:input|array|list|data)|\bread[ -]only\b/i,
  ],
  ['one-pass', /\b(?:one|single) pass\b|\bas a stream\b|\bstreaming\b/i],
  ['online', /^online\b|\banswers? (?:each|before)\b/i],
  ['comparisons-only', /\b(?:only comparisons|comparisons only|only compar)/i],
  ['no-recursion', /\bno recursion\b|\bwithout recursion\b|\biterative(?:ly)? only\b/i],
  ['no-branching', /\bno branch(?:es|ing)?\b|\bwithout branch/i],
];

function readConditions(text: string): Bound | null {
  const known = conditionSpellings.find(([, spelling]) => spelling.test(text));
  if (known) return { kind: 'condition', condition: known[0], text };
  return /^(?:no|only|must|without|do not|don't|never) /i.test(text)
    ? { kind: 'condition', condition: null, text }
    : null;
}

const comparison = /\s*(≤|<=|=<|⩽|<|≥|>=|>|=)\s*/;

function readRange(text: string): Bound[] | null {
  const upTo = /^(?:up to|at most|max(?:imum)?:?) (\S.*?) (?:such )?([A-Za-z]\w*)$/i.exec(text);
  if (upTo) {
    const [, number = '', noun = ''] = upTo;
    const max = readNumber(number);
    return max === null ? null : [{ kind: 'size', variable: variableFor(noun), min: null, max }];
  }
  const between = /^(\S+) (?:is )?(?:between|from) (.+?) (?:and|to) (.+)$/i.exec(text);
  const parts = between ? [between[2], '≤', between[1], '≤', between[3]] : text.split(comparison);
  if (parts.length === 3) return single(parts[0] ?? '', parts[1] ?? '', parts[2] ?? '', text);
  if (parts.length === 7) return chained(parts.map((part) => part ?? ''));
  if (parts.length !== 5) return null;
  const [low = '', first = '', names = '', second = '', high = ''] = parts;
  const [min, max] = /[>≥]/.test(first) ? [readNumber(high), readNumber(low)] : [readNumber(low), readNumber(high)];
  if (max === null) return single(names, second, high, text);
  return bounded(names, min, /^<$/.test(second) ? max - 1 : max);
}

/**
 * `0 ≤ a < b ≤ 10^9`: two values within the same ends, and one against the other. `1 ≤ k ≤ n ≤ 10^5`: two sizes, likewise.
 * `1 ≤ l ≤ r ≤ n`: each against the next. `1 ≤ L ≤ R ≤ 10^18`: numbers whose size matters.
 */
function chained([low = '', first = '', a = '', between = '', b = '', last = '', high = '']: readonly string[]):
  | Bound[]
  | null {
  const [min, max] = [readNumber(low), readNumber(high)];
  const isName = (name: string): boolean => /^[A-Za-z]\w*(?:\[.*\]|_\w+)?$/.test(name);
  if (min === null || [first, between, last].some((sign) => !/[<≤⩽]/.test(sign)) || !isName(a) || !isName(b))
    return null;
  const limit = single(a, between, b, `${a} ${between} ${b}`) ?? [];
  if (max === null) {
    const end = single(b, last, high, `${b} ${last} ${high}`);
    return end && [...limit, ...end];
  }
  const upper = last === '<' ? max - 1 : max;
  const bounds = [a, b].flatMap((name) =>
    isEnd(name) && upper <= largestOfMany
      ? [{ kind: 'value', of: name, min, max: upper } as const]
      : (bounded(name, min, upper) ?? []),
  );
  return [...bounds, ...limit];
}

/** Nothing is indexed by larger values: they are numbers to work on, whose size the cost is stated in. */
const largestOfMany = 1e12;

/** Whether a name is usual for one end of a span, which is a value and counts nothing. */
function isEnd(name: string): boolean {
  return /^[abeijlrsuvxy]$/i.test(name);
}

function single(left: string, sign: string, right: string, text: string): Bound[] | null {
  const [number, other] = [readNumber(right), readNumber(left)];
  if (number !== null && other === null && /[<≤⩽=]/.test(sign) && !/[>≥]/.test(sign))
    return bounded(left, null, sign === '<' ? number - 1 : number);
  if (other !== null && number === null && /[>≥]/.test(sign))
    return bounded(right, null, sign === '>' ? other - 1 : other);
  if (other !== null || number !== null || /[>≥]/.test(sign)) return null;
  try {
    const limit = readLimit(text);
    return [{ kind: 'limit', text, limit }];
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

function bounded(names: string, min: number | null, max: number): Bound[] | null {
  const split = names.split(/\s*,\s*|\s+and\s+/).filter((name) => name !== '');
  const bounds = split.map((name): Bound | null => {
    const size = /^(?:\|(\w+)\||(?:len|length|size|count)(?:\(| of )(\w+)\)?|(?:number|count) of (\w+))$/i.exec(name);
    if (size) return { kind: 'size', variable: size[1] ?? size[2] ?? variableFor(size[3] ?? ''), min, max };
    if (/^[A-Za-z]\w*[[_(]|^(?:values?|elements?|numbers?|weights?|heights?)$|^\|.*\|$/i.test(name))
      return { kind: 'value', of: name, min, max };
    if (/^(?:[A-Za-z]|[A-Za-z]\d+|[α-ω])$/.test(name))
      return min !== null && (min < 0 || isMoment(name, min, max))
        ? { kind: 'value', of: name, min, max }
        : { kind: 'size', variable: name, min, max };
    return /^[A-Za-z]\w*$/.test(name) ? { kind: 'value', of: name, min, max } : null;
  });
  return bounds.every((bound) => bound !== null) && bounds.length > 0 ? bounds : null;
}

/** `0 ≤ t ≤ 10^9`: a time or a coordinate, which counts nothing either. */
function isMoment(name: string, min: number, max: number): boolean {
  return /^[txyz]$/.test(name) && (min === 0 || max > 1e8);
}

/** The variable that a counted noun goes by. */
function variableFor(noun: string): string {
  return /^quer(?:y|ies)$/i.test(noun) ? 'q' : /^operations?$/i.test(noun) ? 'q' : 'n';
}

/**
 * Reads a number in the usual spellings: `200 000`, `2e5`, `2·10^5`, `10⁹ + 7`, `2^31 - 1`, `1.5M`, `100k`; a noun behind
 * it is read over. Null when it is none.
 */
export function readNumber(text: string): number | null {
  const plain = text
    .trim()
    .replace(/(\d)[\s_’',  ](?=\d{3}(?:\D|$))/g, '$1')
    .replace(/(\d)[\s_’',  ](?=\d{3}(?:\D|$))/g, '$1')
    .replace(/(?<=[\d⁰-⁹)]) [A-Za-z][A-Za-z ]*$/, '')
    .replace(/^(\d+(?:\.\d+)?) ?k$/i, '$1*1000')
    .replace(/^(\d+(?:\.\d+)?) ?M$/, '$1*1000000')
    .replace(/(\d)e(\d+)/gi, '$1*10^$2');
  const isNegative = /^[-−–]/.test(plain);
  if (!/^[-−–]?[\d(]/.test(plain)) return null;
  try {
    const expression = readCost(isNegative ? plain.slice(1) : plain);
    if (variablesOf(expression).length > 0) return null;
    const { value } = evaluate(expression, {});
    return isNegative ? -value : value;
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}
