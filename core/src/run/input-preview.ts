import { grouped } from '../cost/grouped';
import { RunError } from '../errors';
import { RuleMaker, TooManyToShow } from './made-value';
import { type Call, callCount, callsOf } from './read-input';
import { isMade, namedNumbers, partsWithRules } from './rule-text';
import { type Maker, type Value, isList } from './value';
import { formatValue } from './write-value';

/** What the rules of an input make, in a line; or what is wrong with one. */
export interface RulePreview {
  readonly text: string;
  readonly isFault: boolean;
}

/** So many values of a list, and letters of a text, are shown. */
const shownItems = 6;
const shownLetters = 24;
const shownCalls = 3;

/** More than this is not made only to be looked at. */
const mostShown = 200_000;

/** Null where nothing is made by a rule. */
export function previewOf(input: string): RulePreview | null {
  if (!isMade(input)) return null;
  const rules = new RuleMaker(namedNumbers(input), mostShown);
  const make: Maker = (rule) => rules.make(rule);
  try {
    const told = partsWithRules(input)
      .filter(({ isRule }) => isRule)
      .map(({ text }) =>
        /^\s*\d[\d ]{0,8}\s*times\s*:/.test(text)
          ? callsPreview(callsOf(`<${text}>`, make, shownCalls), callCount(`<${text}>`))
          : valuePreview(make(text)),
      );
    return { text: told.join('; '), isFault: false };
  } catch (error) {
    if (error instanceof TooManyToShow)
      return { text: `more than ${grouped(String(mostShown))} values, too many to show here`, isFault: false };
    if (error instanceof RunError) return { text: error.message, isFault: true };
    throw error;
  }
}

function valuePreview(value: Value): string {
  if (typeof value === 'string')
    return value.length <= shownLetters
      ? value
      : `${value.slice(0, shownLetters)}… (${grouped(String(value.length))} letters)`;
  if (!isList(value)) return formatValue(value);
  if (value.length <= shownItems) return formatValue(value.map((item) => (isList(item) ? clipped(item) : item)));
  const first = value.slice(0, shownItems).map((item) => (isList(item) ? clipped(item) : item));
  return `${formatValue(first).slice(0, -1)}, … ${grouped(String(value.length))} in all]`;
}

function clipped(row: readonly Value[]): readonly Value[] {
  return row.length <= shownItems ? row : [...row.slice(0, shownItems), '…'];
}

function callsPreview(calls: readonly Call[], count: number): string {
  const first = calls.map(([name, given]) => `${name}(${given.map(formatValue).join(', ')})`);
  return `${first.join(' ')} … (${grouped(String(count))} calls)`;
}
