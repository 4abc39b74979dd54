import type { EntryOf } from '../model/entry';
import { RunError } from '../errors';
import { type CompareRules, type Difference, differenceOf, printedDifference, usualRules } from './compare';
import type { CaseInput, Ran } from './job';
import { readArgument, readInput } from './read-input';
import { type Signature, argumentTexts } from './signature';
import { type Value, isList, readValue } from './value';
import { formatValue } from './write-value';

type Example = Pick<EntryOf<'example'>, 'id' | 'input' | 'expected'>;

/** One check, ready to be run; or why it cannot be. */
export type Check =
  | { readonly id: string; readonly input: CaseInput; readonly expected: Expected | null; readonly fault: null }
  | { readonly id: string; readonly fault: string };

/** What must come out: one of several values, or a printed text. */
export type Expected =
  | { readonly kind: 'values'; readonly anyOf: readonly Value[] }
  | { readonly kind: 'printed'; readonly text: string };

/** What a check came to. Without an expected answer it only ran. */
export interface CheckResult {
  readonly id: string;
  readonly verdict: 'right' | 'wrong' | 'ran' | Exclude<Ran['outcome'], 'answered'> | 'unreadable';
  /** What came out, in a line; empty where nothing did. */
  readonly actual: string;
  readonly difference: Difference | null;
  /** What went wrong, for people; empty where nothing did. */
  readonly message: string;
  readonly line: number | null;
  readonly printed: string;
  readonly ms: number;
  /** Peak memory; null where nobody measured it. */
  readonly bytes: number | null;
}

/**
 * Examples as checks of code that is asked in this way. What is a list in one of them is a list in all: `4` is a list of one
 * where another example has `5 2 4`, and rows of one where another has `3 1 / 2 5`. Never throws.
 */
export function checksOf(examples: readonly Example[], signature: Signature): Check[] {
  const checks = examples.map((example) => checkOf(example, signature));
  const depths: number[] = [];
  for (const check of checks)
    if (check.fault === null && check.input.shape === 'call')
      check.input.given.forEach((value, index) => (depths[index] = Math.max(depths[index] ?? 0, depthOf(value))));
  return checks.map((check) => {
    if (check.fault !== null || check.input.shape !== 'call') return check;
    const given = check.input.given.map((value, index) => deepened(value, depths[index] ?? 0));
    return { ...check, input: { shape: 'call', given } };
  });
}

/** How many lists stand in each other, by their first items; two are enough to tell rows from a list. */
function depthOf(value: Value): number {
  if (!isList(value)) return 0;
  return Math.min(1 + depthOf(value[0] ?? null), 2);
}

function deepened(value: Value, depth: number): Value {
  const isEmpty = isList(value) && value.length === 0;
  return isEmpty || depthOf(value) >= depth ? value : deepened([value], depth);
}

/** An example as a check of code that is asked in this way. Never throws. */
export function checkOf({ id, input, expected }: Example, signature: Signature): Check {
  try {
    return {
      id,
      input: readInput(input, signature),
      expected: expected.trim() === '' ? null : expectedOf(expected, signature),
      fault: null,
    };
  } catch (error) {
    if (error instanceof RunError) return { id, fault: error.message };
    throw error;
  }
}

/** The expected answers: of several, parted by “or”, any is right. */
function expectedOf(text: string, signature: Signature): Expected {
  if (signature.shape === 'stdio') return { kind: 'printed', text };
  if (signature.shape === 'object') {
    const [only, ...more] = argumentTexts(text.replace(/\n/g, ' '));
    const whole = only && more.length === 0 ? readArgument(only.text) : null;
    return { kind: 'values', anyOf: [isList(whole) ? whole : whole === null ? [] : [whole]] };
  }
  const parts = text.split(/\s+or\s+/).filter((part) => part.trim() !== '');
  return { kind: 'values', anyOf: parts.map((part) => readArgument(part.trim())) };
}

const endings = {
  'too-slow': 'It took too long, and was ended.',
  'too-much-memory': 'It needed too much memory, and was ended.',
} as const;

/** What a run makes of a check. */
export function resultOf(check: Check, ran: Ran | null, rules: CompareRules = usualRules): CheckResult {
  const nothing = {
    id: check.id,
    actual: '',
    difference: null,
    message: '',
    line: null,
    printed: '',
    ms: 0,
    bytes: null,
  } as const;
  if (check.fault !== null) return { ...nothing, verdict: 'unreadable', message: check.fault };
  if (ran === null) return { ...nothing, verdict: 'crashed', message: 'It was not run to its end.' };
  const { printed, ms } = ran;
  if (!('value' in ran)) {
    const [message, line] = 'message' in ran ? [ran.message, ran.line] : [endings[ran.outcome], null];
    return { ...nothing, verdict: ran.outcome, message, line, printed, ms };
  }
  const isPrinted = check.input.shape === 'stdio';
  const actual = isPrinted ? printed.trimEnd() : formatValue(ran.value);
  const { expected } = check;
  const bytes = ran.bytes ?? null;
  if (expected === null) return { ...nothing, verdict: 'ran', actual, printed, ms, bytes };
  const difference =
    expected.kind === 'printed'
      ? printedDifference(expected.text, printed)
      : closest(expected.anyOf, answersOf(check.input, ran.value, expected.anyOf), rules);
  return { ...nothing, verdict: difference ? 'wrong' : 'right', actual, difference, printed, ms, bytes };
}

/** Of calls, operations that never answer anything may be left out of what is expected. */
function answersOf(input: CaseInput, value: Value, anyOf: readonly Value[]): Value {
  if (input.shape !== 'object' || !isList(value)) return value;
  const isShorter = anyOf.some((it) => isList(it) && it.length < value.length);
  if (!isShorter) return value;
  const answering = new Set(input.calls.flatMap(([name], index) => ((value[index] ?? null) === null ? [] : [name])));
  return value.filter((_, index) => answering.has(input.calls[index]?.[0] ?? ''));
}

function closest(anyOf: readonly Value[], actual: Value, rules: CompareRules): Difference | null {
  // A list of one is written as what is in it, an empty one as “none”.
  const isOne = (expected: Value): boolean =>
    isList(actual) && actual.length === 1 && differenceOf([expected], actual, rules) === null;
  const isNone = (expected: Value): boolean =>
    /^(?:none|nothing|empty)$/i.test(typeof expected === 'string' ? expected : '') &&
    (actual === null || (isList(actual) && actual.length === 0));
  const differences = anyOf.map((expected) =>
    isOne(expected) || isNone(expected) ? null : differenceOf(expected, actual, rules),
  );
  return differences.includes(null) ? null : (differences[0] ?? null);
}

/** Whether two versions gave the same where nobody says what is right; null where only a function of one's own could tell. */
export function isSameAnswer(a: CheckResult, b: CheckResult, rules: CompareRules): boolean | null {
  if (a.actual === b.actual) return true;
  if (rules.comparison === 'own') return null;
  try {
    return differenceOf(readValue(a.actual), readValue(b.actual), rules) === null;
  } catch (error) {
    // What was printed need not be values.
    if (error instanceof RunError) return printedDifference(a.actual, b.actual) === null;
    throw error;
  }
}
