import type { Limit } from '../../cost/growth';
import type { Sizes } from '../../cost/evaluate-expression';
import { type Amount, shifted } from './amount';

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

/** What the input is known to be. */
export const properties = {
  'non-empty': 'not empty',
  sorted: 'sorted',
  distinct: 'all different',
  permutation: 'a permutation',
  positive: 'positive',
  even: 'even',
  odd: 'odd',
  prime: 'prime',
  'power-of-two': 'a power of two',
} as const;
export type PropertyId = keyof typeof properties;

/** What a rule of the code may limit. */
export type CodeMeasure = 'conditionals' | 'loops' | 'nested loops' | 'functions' | 'lines' | 'library sorts';

/** What a number counts or is, with the word the person uses for it. */
export const rangeKinds = {
  /** How many things there are; the length of a text. */
  size: 'size',
  /** What stands in the input. */
  value: 'value',
  /** A point or a span of time. */
  moment: 'time',
  /** How many operations or queries come. */
  operations: 'operations',
  /** How many independent inputs come. */
  tests: 'test cases',
} as const;
export type RangeKind = keyof typeof rangeKinds;

/** One end of a range: a number, or another name such as `n` or `n·n`. */
export type End = Amount | { readonly symbol: string };

export function isSymbol(end: End | null): end is { readonly symbol: string } {
  return end !== null && 'symbol' in end;
}

/** The end one further: what `<` and a round bracket leave. */
export function movedEnd(end: End, by: 1 | -1): End {
  return isSymbol(end) ? { symbol: `${end.symbol} ${by === 1 ? '+' : '-'} 1` } : shifted(end, by);
}

/** Where a bound stands. */
export interface Place {
  /** The part of the text that says it. */
  readonly text: string;
  /** Offsets in the text, the second one behind the last letter. */
  readonly from: number;
  readonly to: number;
}

/** `1 ≤ n ≤ 10^5`: what is bounded and by which ends, either of which may be missing. */
export interface RangeBound extends Place {
  readonly kind: RangeKind | 'sum';
  /** As the text calls it: `n`, `a[i]`, `|s|`, `queries`. */
  readonly name: string;
  /** The name that a cost would use for it: `n` for “items”, `q` for “queries”, `s` for `|s|`. */
  readonly variable: string;
  readonly low: End | null;
  readonly high: End | null;
  /** Whether operations may change things; queries do not. */
  readonly isChanging: boolean;
}

/** One thing that a text limits or requires, as it was understood. */
export type Bound =
  | RangeBound
  /** `m ≤ n` beside the ranges of both, `n·m ≤ 10^6`. */
  | (Place & { readonly kind: 'relation'; readonly name: string; readonly low: End | null; readonly high: End | null })
  /** Two names of one size: `N = n`. */
  | (Place & { readonly kind: 'same'; readonly name: string; readonly as: string })
  /** The person's own word on a kind: `t: value`. */
  | (Place & { readonly kind: 'correction'; readonly name: string; readonly corrected: RangeKind })
  | (Place & { readonly kind: 'time'; readonly seconds: number })
  | (Place & { readonly kind: 'memory'; readonly bytes: number })
  /** A cost that the solution must not exceed: `O(n) time`. */
  | (Place & {
      readonly kind: 'cost';
      readonly resource: 'time' | 'space';
      readonly cost: string;
      readonly isEach: boolean;
    })
  | (Place & { readonly kind: 'alphabet'; readonly name: string; readonly size: number })
  | (Place & { readonly kind: 'property'; readonly property: PropertyId; readonly name: string })
  | (Place & { readonly kind: 'condition'; readonly condition: ConditionId | null })
  /** A rule of an interviewer that every version of the code is held to: `fewer than two conditionals`. */
  | (Place & { readonly kind: 'code'; readonly measure: CodeMeasure; readonly most: number })
  /** A part that limits nothing that could be read. It is kept, and marked. */
  | (Place & { readonly kind: 'unread' });

/** A bound before it is known where it stands. */
export type Placeless<It> = It extends unknown ? Omit<It, keyof Place> : never;

/** Everything that the lines of a problem limit. */
export interface Bounds {
  readonly all: readonly Bound[];
  /** The largest size of each variable, counts of operations and test cases with them. */
  readonly sizes: Sizes;
  /** The same, and the largest value of what a letter alone stands for: what a cost can be computed at. */
  readonly largest: Sizes;
  /** Names that a cost may use for a size that the bounds call otherwise: `n` for `|s|`. */
  readonly sameAs: Readonly<Record<string, string>>;
  readonly limits: readonly Limit[];
  /** Seconds; null where none is given. */
  readonly seconds: number | null;
  /** Bytes; null where none is given. */
  readonly bytes: number | null;
  readonly conditions: readonly ConditionId[];
  /** Costs that a solution must not exceed. */
  readonly required: readonly { readonly resource: 'time' | 'space'; readonly cost: string }[];
}

export function isRange(bound: Bound): bound is RangeBound {
  return 'isChanging' in bound;
}

/** The number at an end, or null where there is none or it goes by a name. */
export function amountAt(end: End | null): number | null {
  return end === null || isSymbol(end) ? null : end.value;
}
