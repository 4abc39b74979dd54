import { closingAt, topLevelParts } from '../brackets';
import { RunError } from '../errors';
import type { CaseInput } from './job';
import { RuleMaker, printedValue } from './made-value';
import { type Parameter, type Signature, argumentTexts } from './signature';
import { isRuleAt, namedNumbers, partsWithRules, ruleEnd } from './rule-text';
import { type Maker, type Value, isList, readValue } from './value';
import { formatValue } from './write-value';

/**
 * What goes in, as an example writes it for code that is asked in this way. Rules between `<` and `>` make their values here.
 * @throws RunError where it cannot be read
 */
export function readInput(text: string, signature: Signature): CaseInput {
  const rules = new RuleMaker(namedNumbers(text));
  const make: Maker = (rule) => rules.make(rule);
  if (signature.shape === 'stdio') return { shape: 'stdio', text: printedText(text, make) };
  if (signature.shape === 'object') return { shape: 'object', calls: callsOf(text, make) };
  return { shape: 'call', given: argumentsOf(text, signature.parameters, make) };
}

/** A text with what its rules make in their places. */
function printedText(text: string, make: Maker): string {
  const whole = partsWithRules(text)
    .map((part) => (part.isRule ? printedValue(make(part.text)) : part.text))
    .join('');
  return whole.endsWith('\n') ? whole : `${whole}\n`;
}

/** The arguments in the order of the parameters: by their names where the example has them, else as they stand. */
function argumentsOf(text: string, parameters: readonly Parameter[], make: Maker): Value[] {
  const parts = argumentTexts(text);
  const byName = new Map(parts.flatMap(({ name, text: value }) => (name === '' ? [] : [[name, value] as const])));
  // What is named goes to its name, all else in its order to what is left.
  const others = parts.filter(({ name }) => name === '' || !parameters.some((it) => it.name === name));
  if (byName.size > 0 && parts.length === parameters.length)
    return parameters.map(({ name }) => readArgument(byName.get(name) ?? others.shift()?.text ?? '', make));
  // One parameter takes all that is there: `5 2 4`, also in several lines.
  if (parameters.length === 1 && parts.length > 1 && byName.size === 0)
    return [parts.map(({ text: value }) => readArgument(value, make))];
  if (parts.length !== parameters.length)
    throw new RunError(
      0,
      `${parameters.length} arguments (${parameters.map(({ name }) => name).join(', ')}), and ${parts.length} stand there`,
    );
  return parts.map(({ text: value }) => readArgument(value, make));
}

/** A value; several words beside each other are a list of them. */
export function readArgument(text: string, make: Maker | null = null): Value {
  if (make && isRuleAt(text, 0) && ruleEnd(text, 0) === text.length - 1) return make(text.slice(1, -1));
  if (/\s\/\s/.test(text) && !/["'[]/.test(text))
    return text.split(/\s\/\s/).map((row) => listOf(readArgument(row.trim(), make)));
  const rows = text.split('/');
  // A chart of signs, row by row: `#../.##`.
  const isChart = /^[#.*@_\w/-]+$/.test(text) && /[#.*@]/.test(text) && rows.length > 1;
  if (isChart && rows.every(({ length }) => length > 0 && length === rows[0]?.length)) return rows;
  const isRow = /^[^[({"'\s,][^[({"',]*(?:[\s,]+[^[({"'\s,]+)+$/.test(text);
  return readValue(isRow ? `[${text}]` : text, make);
}

function listOf(value: Value): readonly Value[] {
  return isList(value) ? value : [value];
}

export type Call = readonly [name: string, given: readonly Value[]];

/** Operations that an input may ask for. */
export const mostCalls = 100_000;

/** Calls as they are written: those of a repetition stand in it. */
type WrittenCalls = readonly (
  | { readonly name: string; readonly given: readonly string[] }
  | { readonly times: number; readonly calls: WrittenCalls }
)[];

/** `push(5) pop()`, and the same as two lists: `["push", "pop"], [[5], []]`. */
export function callsOf(text: string, make: Maker, upTo = Infinity): Call[] {
  const written = writtenCalls(text);
  if (written === null) return callsOfLists(text);
  if (countOf(written) > mostCalls) throw new RunError(0, `at most ${mostCalls} calls`);
  const calls: Call[] = [];
  const add = (all: WrittenCalls): void => {
    for (const it of all)
      if ('times' in it) {
        const times = countOf(it.calls) === 0 ? 0 : it.times;
        for (let time = 0; time < times && calls.length < upTo; time++) add(it.calls);
      } else if (calls.length < upTo) calls.push([it.name, it.given.map((part) => readArgument(part, make))]);
  };
  add(written);
  return calls;
}

/** How many calls an input asks for, without making them; 0 where it is no calls. */
export function callCount(text: string): number {
  return countOf(writtenCalls(text) ?? []);
}

function countOf(written: WrittenCalls): number {
  return written.reduce((sum, it) => sum + ('times' in it ? it.times * countOf(it.calls) : 1), 0);
}

/** Null where something else than calls stands there. */
function writtenCalls(text: string): WrittenCalls | null {
  const written: WrittenCalls[number][] = [];
  const call = /[\s,;.]*([A-Za-z_$][\w$]*)\(/y;
  // `<1000 times: push(<number from 1 to 9>) pop()>`
  const repetition = /[\s,;.]*<\s*(\d[\d ]{0,8})\s*times\s*:/y;
  const last = text.trimEnd().length;
  let at = 0;
  while (at < last) {
    [call.lastIndex, repetition.lastIndex] = [at, at];
    const [repeated, found] = [repetition.exec(text), call.exec(text)];
    if (repeated) {
      const end = ruleEnd(text, text.indexOf('<', at));
      const calls = end < 0 ? null : writtenCalls(text.slice(at + repeated[0].length, end));
      if (calls === null) throw new RunError(at, 'calls, and “>” behind them');
      written.push({ times: Number((repeated[1] ?? '').replace(/\s/g, '')), calls });
      at = end + 1;
    } else if (found) {
      const start = at + found[0].length;
      const end = closingAt(text, start);
      const given = topLevelParts(text.slice(start, end), ',').map((part) => part.trim());
      written.push({ name: found[1] ?? '', given: given.filter((part) => part !== '') });
      at = end + 1;
    } else return null;
  }
  return written;
}

function callsOfLists(text: string): Call[] {
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
