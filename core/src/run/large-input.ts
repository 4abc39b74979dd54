import { RunError } from '../errors';
import { type Bounds, type PropertyId, type RangeBound, amountAt, isRange } from '../sheet/bounds/bound';
import { readExampleInput } from '../sheet/example-input';
import { mostMade } from './made-value';
import { mostCalls, readArgument } from './read-input';
import { isMade } from './rule-text';
import { argumentTexts } from './signature';
import { type Value, isList } from './value';

/** Calls, where the bounds do not say how many there may be. */
const usualCalls = 10_000;

/**
 * An input as large as the bounds allow, shaped as a small one: `5 2 4, k = 2` becomes
 * `<200 000 numbers from 1 to 10^9>, k = 2`. Null where the small one cannot be read, or holds nothing that could grow.
 */
export function largeInput(input: string, bounds: Bounds): string | null {
  if (input.trim() === '' || isMade(input)) return null;
  const maker = new Enlarger(bounds);
  try {
    const text = readExampleInput(input).shape === 'calls' ? maker.calls(input) : maker.arguments(input);
    return isMade(text) ? text : null;
  } catch (error) {
    if (error instanceof RunError) return null;
    throw error;
  }
}

/** Takes the sizes of the bounds one after the other, as the lists of the input need them. */
class Enlarger {
  private readonly sizes: (readonly [name: string, size: number])[];
  private readonly values: RangeBound | undefined;

  constructor(private readonly bounds: Bounds) {
    this.sizes = Object.entries(bounds.sizes).filter(([, size]) => size > 1);
    this.values = bounds.all.find((bound): bound is RangeBound => isRange(bound) && bound.kind === 'value');
  }

  arguments(input: string): string {
    const lines = input.trim().split('\n');
    const isPlain = lines.length > 1 && lines.every((line) => /^[-\d\s]+$/.test(line));
    if (isPlain) return this.countedLines(lines);
    const parts = argumentTexts(input);
    const large = parts.map(({ name, text }) => {
      const value = readArgument(text);
      const size = this.bounds.sizes[name];
      // A count of what stands beside it grows with it.
      const isCount = size !== undefined && typeof value === 'number' && this.isLengthOfAnother(value, parts);
      const written = isCount ? String(size) : (this.grown(value) ?? text);
      return name === '' ? written : `${name} = ${written}`;
    });
    const isOneLine = parts.some(({ name }) => name !== '') || /^[[<({"]/.test(large[0] ?? '');
    return large.join(isOneLine ? ', ' : '\n');
  }

  /** Operations again and again, their numbers drawn; the first stays where it makes the object. */
  calls(input: string): string {
    const read = readExampleInput(input);
    if (read.shape !== 'calls') return input;
    const [first, ...others] = read.calls;
    const isMaker = first !== undefined && /^[A-Z]/.test(first.name);
    const asked = isMaker ? others : read.calls;
    const kept = isMaker ? `${first.name}(${first.given}) ` : '';
    const once = asked.filter(({ name }, index) => asked.findIndex((it) => it.name === name) === index);
    const calls = Math.min(this.sizes[0]?.[1] ?? usualCalls, mostCalls - 1);
    const times = Math.max(Math.floor(calls / Math.max(once.length, 1)), 1);
    const [from, to] = this.range([]);
    const drawn = `<number from ${from} to ${to}>`;
    const written = once.map(
      ({ name, given }) => `${name}(${given.replace(/(?<=^|,\s*)-?\d+(?=\s*(?:,|$))/g, drawn)})`,
    );
    return `${kept}<${times} times: ${written.join(' ')}>`;
  }

  /** `3 2`, `5 2 4`: a line whose first number counts the next one's, as programs read it. */
  private countedLines(lines: readonly string[]): string {
    const counts = (lines[0] ?? '').trim().split(/\s+/);
    const at = lines.findIndex((line, index) => index > 0 && line.trim().split(/\s+/).length === Number(counts[0]));
    const size = this.nextSize();
    if (at < 0 || size === null) return lines.join('\n');
    const numbers = (lines[at] ?? '').trim().split(/\s+/).map(Number);
    const large = lines.map((line, index) =>
      index === 0 ? [size, ...counts.slice(1)].join(' ') : index === at ? this.numbers(size, numbers) : line,
    );
    return large.join('\n');
  }

  private isLengthOfAnother(value: number, parts: readonly { readonly text: string }[]): boolean {
    return parts.some(({ text }) => {
      const other = readArgument(text);
      return isList(other) && other.length === value;
    });
  }

  /** A rule for a value as large as it may be; null for one that does not grow. */
  private grown(value: Value): string | null {
    if (typeof value === 'string') return value.length < 2 ? null : this.letters(value);
    if (!isList(value) || value.length === 0) return null;
    if (value.every((item): item is number => typeof item === 'number')) {
      const size = this.nextSize();
      return size === null ? null : this.numbers(size, value);
    }
    const rows = value.filter((item): item is readonly Value[] => isList(item));
    if (rows.length === value.length) return this.rows(rows);
    const texts = value.filter((item): item is string => typeof item === 'string');
    return texts.length === value.length ? this.texts(texts) : null;
  }

  private letters(text: string): string | null {
    const size = this.nextSize();
    return size === null ? null : `<${size} letters of "${lettersOf([text])}">`;
  }

  private rows(rows: readonly (readonly Value[])[]): string | null {
    const numbers = rows.flat().filter((item): item is number => typeof item === 'number');
    if (numbers.length < rows.flat().length) return null;
    const isPairs = rows.every(({ length }) => length === 2) && this.sizes.length < 2;
    const size = this.nextSize();
    if (size === null) return null;
    const [from, to] = this.range(numbers);
    const isIntervals = rows.every(([a, b]) => typeof a === 'number' && typeof b === 'number' && a <= b);
    if (isPairs) return `<${size} ${isIntervals ? 'intervals' : 'pairs'} from ${from} to ${to}>`;
    return this.sided(size, `numbers from ${from} to ${to}`);
  }

  /** A chart of signs, or words. */
  private texts(texts: readonly string[]): string | null {
    const size = this.nextSize();
    if (size === null) return null;
    const letters = `letters of "${lettersOf(texts)}"`;
    const isChart = texts.length > 1 && texts.every(({ length }) => length === texts[0]?.length);
    return isChart
      ? this.sided(size, letters)
      : `<${size} words of ${Math.max(...texts.map((it) => it.length))} ${letters}>`;
  }

  /** Rows of as many; where the bounds tell one side alone both are as long. */
  private sided(rows: number, what: string): string {
    const width = this.nextSize() ?? rows;
    const fits = (side: number): number => Math.min(side, Math.floor(Math.sqrt(mostMade)));
    const [height, across] = rows * width > mostMade ? [fits(rows), fits(width)] : [rows, width];
    return `<${height} rows of ${across} ${what}>`;
  }

  private numbers(size: number, known: readonly number[]): string {
    const [from, to] = this.range(known);
    const isSaid = (wanted: PropertyId): boolean =>
      this.bounds.all.some((bound) => bound.kind === 'property' && bound.property === wanted);
    if (isSaid('permutation')) return `<${size} shuffled numbers from 1 to ${size}>`;
    const order = isSaid('sorted') ? 'sorted ' : isSaid('distinct') ? 'different ' : '';
    return `<${size} ${order}numbers from ${from} to ${to}>`;
  }

  /** As the bounds say; what they do not say is as in the example. */
  private range(known: readonly number[]): readonly [from: string, to: string] {
    const isWhole = known.every(Number.isInteger);
    const [low, high] = [amountAt(this.values?.low ?? null), amountAt(this.values?.high ?? null)];
    const from = low ?? Math.min(1, ...(isWhole ? known : []));
    const to = high ?? Math.max(9, ...(isWhole ? known : []));
    return [amountText(from), amountText(to)];
  }

  /** The next size that was not used yet; the last one again where there are no more. */
  private nextSize(): number | null {
    const [, size] = (this.sizes.length > 1 ? this.sizes.shift() : this.sizes[0]) ?? [];
    return size === undefined ? null : Math.min(size, mostMade);
  }
}

/** All its digits, as rules read them. */
function amountText(value: number): string {
  return Number.isSafeInteger(value) ? String(value) : BigInt(Math.round(value)).toString();
}

function lettersOf(texts: readonly string[]): string {
  return [...new Set(texts.join(''))].filter((letter) => letter !== '"').join('') || 'ab';
}
