import type { EntryOf } from '../model/entry';
import { closingAt, topLevelParts } from '../brackets';
import { RunError } from '../errors';
import { type CompareRules, type Difference, differenceOf, printedDifference, usualRules } from './compare';
import type { CaseInput, Ran } from './job';
import { type Parameter, type Signature, argumentTexts } from './signature';
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
      input: inputOf(input, signature),
      expected: expected.trim() === '' ? null : expectedOf(expected, signature),
      fault: null,
    };
  } catch (error) {
    if (error instanceof RunError) return { id, fault: error.message };
    throw error;
  }
}

function inputOf(text: string, signature: Signature): CaseInput {
  if (signature.shape === 'stdio') return { shape: 'stdio', text: text.endsWith('\n') ? text : `${text}\n` };
  if (signature.shape === 'object') return { shape: 'object', calls: callsOf(text) };
  return { shape: 'call', given: argumentsOf(text, signature.parameters) };
}

/** The arguments in the order of the parameters: by their names where the example has them, else as they stand. */
function argumentsOf(text: string, parameters: readonly Parameter[]): Value[] {
  const parts = argumentTexts(text);
  const byName = new Map(parts.flatMap(({ name, text: value }) => (name === '' ? [] : [[name, value] as const])));
  // What is named goes to its name, all else in its order to what is left.
  const others = parts.filter(({ name }) => name === '' || !parameters.some((it) => it.name === name));
  if (byName.size > 0 && parts.length === parameters.length)
    return parameters.map(({ name }) => readArgument(byName.get(name) ?? others.shift()?.text ?? ''));
  // One parameter takes all that is there: `5 2 4`, also in several lines.
  if (parameters.length === 1 && parts.length > 1 && byName.size === 0)
    return [parts.map(({ text: value }) => readArgument(value))];
  if (parts.length !== parameters.length)
    throw new RunError(
      0,
      `${parameters.length} arguments (${parameters.map(({ name }) => name).join(', ')}), and ${parts.length} stand there`,
    );
  return parts.map(({ text: value }) => readArgument(value));
}

/** A value; several words beside each other are a list of them. */
function readArgument(text: string): Value {
  if (/\s\/\s/.test(text) && !/["'[]/.test(text))
    return text.split(/\s\/\s/).map((row) => listOf(readArgument(row.trim())));
  const rows = text.split('/');
  // A chart of signs, row by row: `#../.##`.
  const isChart = /^[#.*@_\w/-]+$/.test(text) && /[#.*@]/.test(text) && rows.length > 1;
  if (isChart && rows.every(({ length }) => length > 0 && length === rows[0]?.length)) return rows;
  const isRow = /^[^[({"'\s,][^[({"',]*(?:[\s,]+[^[({"'\s,]+)+$/.test(text);
  return readValue(isRow ? `[${text}]` : text);
}

function listOf(value: Value): readonly Value[] {
  return isList(value) ? value : [value];
}

/** `push(5) pop()`, and the same as two lists: `["push", "pop"], [[5], []]`. */
function callsOf(text: string): (readonly [string, readonly Value[]])[] {
  const calls: (readonly [string, readonly Value[]])[] = [];
  const pattern = /\s*[,;.]?\s*([A-Za-z_$][\w$]*)\(/y;
  let at = 0;
  while (text.slice(at).trim() !== '') {
    pattern.lastIndex = at;
    const found = pattern.exec(text);
    if (!found) return callsOfLists(text);
    const start = at + found[0].length;
    const inner = text.slice(start, closingAt(text, start));
    const given = topLevelParts(inner, ',').filter((part) => part.trim() !== '');
    calls.push([found[1] ?? '', given.map((part) => readArgument(part.trim()))]);
    at = start + inner.length + 1;
  }
  return calls;
}

function callsOfLists(text: string): (readonly [string, readonly Value[]])[] {
  const isLists = /^\s*\[/.test(text);
  const [names, given] = isLists ? argumentTexts(text).map(({ text: value }) => readValue(value)) : [];
  if (names === undefined || given === undefined || !isList(names) || !isList(given) || names.length !== given.length)
    throw new RunError(0, 'calls such as push(5) pop()');
  return names.map((name, index) => {
    const arguments_ = given[index] ?? [];
    return [
      typeof name === 'string' ? name : formatValue(name),
      isList(arguments_) ? arguments_ : [arguments_],
    ] as const;
  });
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
  const nothing = { id: check.id, actual: '', difference: null, message: '', line: null, printed: '', ms: 0 } as const;
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
  if (expected === null) return { ...nothing, verdict: 'ran', actual, printed, ms };
  const difference =
    expected.kind === 'printed'
      ? printedDifference(expected.text, printed)
      : closest(expected.anyOf, answersOf(check.input, ran.value, expected.anyOf), rules);
  return { ...nothing, verdict: difference ? 'wrong' : 'right', actual, difference, printed, ms };
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
