import type { Comparison } from '../model/entry';
import { type Value, isList } from './value';
import { formatValue } from './write-value';

/** How an answer is held against the expected one. */
export interface CompareRules {
  readonly comparison: Comparison;
  /** Relative and absolute, for numbers within a tolerance. */
  readonly tolerance: number;
}

export const usualRules: CompareRules = { comparison: 'exact', tolerance: 1e-6 };

/** Fractions that differ by less than this are the same in every comparison: 0.1 + 0.2 is 0.3. */
const dust = 1e-9;

/** Where two values first differ: the place, as `[2].name`, and what stands there. */
export interface Difference {
  readonly place: string;
  readonly expected: string;
  readonly actual: string;
}

/** The first difference between an answer and what is expected; null where there is none that counts. */
export function differenceOf(
  expected: Value,
  actual: Value,
  { comparison, tolerance }: CompareRules,
): Difference | null {
  if (comparison !== 'unordered')
    return firstDifference(expected, actual, comparison === 'close' ? tolerance : dust, '');
  return firstDifference(sorted(expected), sorted(actual), dust, '');
}

function firstDifference(expected: Value, actual: Value, within: number, place: string): Difference | null {
  const differ: Difference = { place, expected: formatValue(expected), actual: formatValue(actual) };
  if (isList(expected) && isList(actual)) {
    for (let index = 0; index < Math.max(expected.length, actual.length); index++) {
      const [left, right] = [expected[index], actual[index]];
      const at = `${place}[${index}]`;
      if (left === undefined) return { place: at, expected: 'nothing', actual: formatValue(right ?? null) };
      if (right === undefined) return { place: at, expected: formatValue(left), actual: 'nothing' };
      const found = firstDifference(left, right, within, at);
      if (found) return found;
    }
    return null;
  }
  if (isMap(expected) && isMap(actual)) {
    for (const key of new Set([...Object.keys(expected), ...Object.keys(actual)])) {
      const [left, right] = [expected[key], actual[key]];
      if (left === undefined || right === undefined)
        return {
          place: `${place}.${key}`,
          expected: left === undefined ? 'nothing' : formatValue(left),
          actual: right === undefined ? 'nothing' : formatValue(right),
        };
      const found = firstDifference(left, right, within, `${place}.${key}`);
      if (found) return found;
    }
    return null;
  }
  return isSame(expected, actual, within) ? null : differ;
}

function isSame(a: Value, b: Value, within: number): boolean {
  if (a === b) return true;
  if (typeof b === 'boolean' && typeof a === 'string') return (b ? /^yes$/i : /^no$/i).test(a);
  if (typeof a === 'bigint' || typeof b === 'bigint') return formatValue(a) === formatValue(b);
  if (typeof a === 'number' && typeof b === 'number') {
    if (Number.isNaN(a) || Number.isNaN(b)) return Number.isNaN(a) && Number.isNaN(b);
    return Math.abs(a - b) <= within * Math.max(1, Math.abs(a), Math.abs(b));
  }
  return false;
}

function isMap(value: Value): value is Readonly<Record<string, Value>> {
  return typeof value === 'object' && value !== null && !isList(value);
}

/** Lists in one order, from the inside out. */
function sorted(value: Value): Value {
  if (!isList(value)) return value;
  return value.map(sorted).sort((a, b) => {
    const [left, right] = [formatValue(a), formatValue(b)];
    return left < right ? -1 : left > right ? 1 : 0;
  });
}

/** What a program prints, held against what it should: line by line, without blanks at the ends. */
export function printedDifference(expected: string, actual: string): Difference | null {
  const [left, right] = [linesOf(expected), linesOf(actual)];
  for (let index = 0; index < Math.max(left.length, right.length); index++) {
    if (left[index] === right[index]) continue;
    const shown = (line: string | undefined): string => line ?? 'nothing';
    return { place: `line ${index + 1}`, expected: shown(left[index]), actual: shown(right[index]) };
  }
  return null;
}

function linesOf(text: string): string[] {
  return text
    .trimEnd()
    .split('\n')
    .map((line) => line.trimEnd());
}
