import { RunError } from '../errors';
import { SeededRandom, textHash } from '../random';
import { readAmount } from '../sheet/bounds/amount';
import { type Token, tokensOf } from '../sheet/bounds/tokens';
import type { NamedNumbers } from './rule-text';
import { type Value, isList } from './value';
import { formatValue } from './write-value';

/** Values and letters that one rule may make. */
export const mostMade = 2_000_000;

/** A rule makes more than whoever asks wants to see. */
export class TooManyToShow extends Error {}

/** What a rule looks like, for who wrote one that cannot be read. */
const likeThis =
  'a rule such as <1000 numbers from 1 to 9>, <1000 letters of "ab">, <30 rows of 40 numbers from 0 to 1> or ' +
  '<tree of 1000 nodes>';

/** A rule, read as far as that needs no numbers drawn. */
interface Rule {
  readonly text: string;
  readonly tokens: readonly Token[];
  /** What stands in quotes. */
  readonly quoted: readonly string[];
  readonly seed: number;
}

/** Makes values of rules, which it reads once however often they are asked for. */
export class RuleMaker {
  private readonly rules = new Map<string, Rule>();
  private count = 0;

  /** With `shown` it gives up as soon as a rule makes more than that. */
  constructor(
    private readonly names: NamedNumbers = new Map(),
    private readonly shown = Infinity,
  ) {}

  /**
   * What the text between `<` and `>` asks for: large inputs that nobody types. The same rule in the same place of an input
   * makes the same value always; `seed 2` at its end makes another. @throws RunError where it cannot be read or makes too much;
   * TooManyToShow
   */
  make(text: string): Value {
    const rule = this.rules.get(text) ?? readRule(text);
    this.rules.set(text, rule);
    try {
      return new RuleReader(rule, this.names, new SeededRandom(rule.seed + this.count++), this.shown).made();
    } catch (error) {
      if (error instanceof RunError) throw new RunError(error.at, error.expected, `the rule <${text.slice(0, 80)}>`);
      throw error;
    }
  }
}

function readRule(text: string): Rule {
  const quoted: string[] = [];
  const plain = text.replace(/"([^"]*)"|'([^']*)'/g, (_, double?: string, single?: string) => {
    quoted.push(double ?? single ?? '');
    return ' quoted ';
  });
  const tokens = tokensOf(plain.trim());
  const seed = tokens.at(-2)?.text === 'seed' ? Number(tokens.at(-1)?.text) : NaN;
  const hash = textHash(text);
  return Number.isNaN(seed)
    ? { text, tokens, quoted, seed: hash }
    : { text, tokens: tokens.slice(0, -2), quoted, seed: hash + seed };
}

type Order = 'sorted' | 'falling' | 'distinct' | 'shuffled' | null;

/** Makes what a rule asks for while it reads it. */
class RuleReader {
  private at = 0;
  private nextQuoted = 0;
  private spent = 0;
  private readonly tokens: readonly Token[];
  private readonly quoted: readonly string[];

  constructor(
    rule: Rule,
    private readonly names: NamedNumbers,
    private readonly random: SeededRandom,
    private readonly shown: number,
  ) {
    this.tokens = rule.tokens;
    this.quoted = rule.quoted;
  }

  made(): Value {
    const value = this.thing();
    if (this.at < this.tokens.length) throw this.wrong();
    return value;
  }

  private thing(): Value {
    if (this.takes('an')) return this.thing();
    if (this.takes('a')) return this.thing();
    if (this.takes('tree')) return this.tree();
    if (this.takes('graph')) return this.graph();
    if (this.takes('number')) return this.numbers(1, null)[0] ?? 0;
    const count = this.count();
    if (this.takes('times')) return this.repeated(count);
    const order = this.order();
    if (this.takes('numbers', 'number')) return this.numbers(count, order);
    if (this.takes('letters', 'letter')) return this.letters(count);
    if (this.takes('words', 'word')) return this.many(count, () => this.letters(this.behind('of', 'letters')));
    if (this.takes('rows', 'row', 'lists')) return this.many(count, () => this.itemOf());
    if (this.takes('pairs', 'pair')) return this.pairs(count, false);
    if (this.takes('intervals', 'interval')) return this.pairs(count, true);
    throw this.wrong();
  }

  /** Makes an item again and again from the same words. */
  private many(count: number, item: () => Value): Value[] {
    const [start, quotedBefore] = [this.at, this.nextQuoted];
    this.spend(count);
    return Array.from({ length: count }, () => {
      [this.at, this.nextQuoted] = [start, quotedBefore];
      return item();
    });
  }

  private itemOf(): Value {
    this.expect('of');
    return this.thing();
  }

  private numbers(count: number, order: Order): Value[] {
    const [from, to] = this.range();
    const span = BigInt(to) - BigInt(from) + 1n;
    this.spend(count);
    if (order === 'distinct' || order === 'shuffled') {
      if (span < BigInt(count))
        throw new RunError(0, `at most ${span} numbers: from ${from} to ${to} there are no more different ones`);
      return this.different(count, from, span);
    }
    const all = Array.from({ length: count }, () => this.number(from, span));
    if (order === null) return all;
    const sign = order === 'sorted' ? 1 : -1;
    return all.sort((a, b) => sign * (a < b ? -1 : a > b ? 1 : 0));
  }

  private different(count: number, from: number | bigint, span: bigint): Value[] {
    // Of a short range nearly all are wanted: then all are laid out and mixed.
    if (span <= BigInt(4 * count)) {
      const isPlain = typeof from === 'number' && Number.isSafeInteger(from + Number(span));
      const all = Array.from({ length: Number(span) }, (_, index): number | bigint =>
        isPlain ? from + index : exactly(BigInt(from) + BigInt(index)),
      );
      for (let index = all.length - 1; index > 0; index--) {
        const other = this.random.between(0, index);
        [all[index], all[other]] = [all[other] ?? 0, all[index] ?? 0];
      }
      return all.slice(0, count);
    }
    const found = new Set<number | bigint>();
    while (found.size < count) found.add(this.number(from, span));
    return [...found];
  }

  /** One number of a range that may be wider than what one draw reaches. */
  private number(from: number | bigint, span: bigint): number | bigint {
    if (span <= 0x1_0000_0000n) {
      const offset = Math.floor(this.random.next() * Number(span));
      if (typeof from === 'number' && Number.isSafeInteger(from + offset)) return from + offset;
      return exactly(BigInt(from) + BigInt(offset));
    }
    let drawn = 0n;
    for (let reach = 1n; reach < span; reach <<= 32n)
      drawn = (drawn << 32n) | BigInt(this.random.between(0, 0xffff_ffff));
    return exactly(BigInt(from) + (drawn % span));
  }

  private letters(count: number): string {
    const alphabet = this.alphabet();
    this.spend(count);
    let text = '';
    for (let made = 0; made < count; made++) text += alphabet[this.random.between(0, alphabet.length - 1)] ?? '';
    return text;
  }

  /** `of "abc"` and `from a to z`; without either the small letters. */
  private alphabet(): readonly string[] {
    const small = 'abcdefghijklmnopqrstuvwxyz';
    if (this.takes('of')) {
      if (!this.takes('quoted')) throw this.wrong('the letters in quotes');
      const letters = Array.from(this.quoted[this.nextQuoted++] ?? '');
      if (letters.length === 0) throw new RunError(0, 'at least one letter');
      return letters;
    }
    if (!this.takes('from')) return Array.from(small);
    const [first, to, last] = this.tokens.slice(this.at, this.at + 3).map(({ text }) => text);
    this.at += 3;
    const [from, end] = [first?.codePointAt(0) ?? 1, last?.codePointAt(0) ?? 0];
    if (to !== 'to' || first?.length !== 1 || last?.length !== 1 || from > end)
      throw this.wrong('letters: from a to z');
    return Array.from({ length: end - from + 1 }, (_, index) => String.fromCodePoint(from + index));
  }

  private pairs(count: number, isOrdered: boolean): Value[] {
    const [from, to] = this.range();
    const span = BigInt(to) - BigInt(from) + 1n;
    this.spend(2 * count);
    return Array.from({ length: count }, () => {
      const [a, b] = [this.number(from, span), this.number(from, span)];
      return isOrdered && a > b ? [b, a] : [a, b];
    });
  }

  /** Edges between each node and one before it, numbered from 0 unless it says otherwise. */
  private tree(): Value[] {
    const nodes = this.behind('of', 'nodes');
    const first = this.firstNumber();
    this.spend(2 * nodes);
    return this.treeEdges(nodes, first);
  }

  private treeEdges(nodes: number, first: number): Value[] {
    return Array.from({ length: Math.max(nodes - 1, 0) }, (_, index) => [
      first + this.random.between(0, index),
      first + index + 1,
    ]);
  }

  /** Connected where there are edges enough; between the same two nodes there may be several. */
  private graph(): Value[] {
    const nodes = this.behind('of', 'nodes');
    this.expect('and');
    const edges = this.count();
    this.expect('edges');
    const first = this.firstNumber();
    this.spend(2 * edges);
    if (nodes < 2 && edges > 0) throw new RunError(0, 'two nodes for an edge');
    const drawn = (): Value => {
      const from = this.random.between(0, nodes - 1);
      const to = (from + this.random.between(1, nodes - 1)) % nodes;
      return [first + from, first + to];
    };
    const tree = this.treeEdges(nodes, first).slice(0, edges);
    return [...tree, ...Array.from({ length: edges - tree.length }, drawn)];
  }

  /** `numbered from 1`. */
  private firstNumber(): number {
    if (!this.takes('numbered')) return 0;
    this.expect('from');
    return this.count();
  }

  private repeated(count: number): Value {
    const value = this.takes('quoted') ? (this.quoted[this.nextQuoted++] ?? '') : this.wholeNumber();
    this.spend(count * (typeof value === 'string' ? value.length : 1));
    return typeof value === 'string' ? value.repeat(count) : Array.from({ length: count }, () => value);
  }

  private order(): Order {
    if (this.takes('sorted')) return 'sorted';
    if (this.takes('falling')) return 'falling';
    if (this.takes('different', 'distinct')) return 'distinct';
    return this.takes('shuffled') ? 'shuffled' : null;
  }

  private range(): readonly [from: number | bigint, to: number | bigint] {
    this.expect('from');
    const from = this.wholeNumber();
    this.expect('to');
    const to = this.wholeNumber();
    if (from > to) throw new RunError(0, `a range that begins with the smaller end, and not “from ${from} to ${to}”`);
    return [from, to];
  }

  /** `of 1000 nodes`. */
  private behind(before: string, after: string): number {
    this.expect(before);
    const count = this.count();
    this.expect(after);
    return count;
  }

  private count(): number {
    const count = this.wholeNumber();
    if (count < 0 || count > mostMade) throw new RunError(0, `a count from 0 to ${mostMade}`);
    return Number(count);
  }

  private wholeNumber(): number | bigint {
    const token = this.tokens[this.at];
    const named = token?.kind === 'word' ? this.names.get(token.text) : undefined;
    if (named !== undefined) {
      this.at++;
      return named;
    }
    const read = readAmount(this.tokens, this.at);
    if (read?.value.isInteger !== true) throw this.wrong();
    this.at = read.next;
    return exactly(BigInt(read.value.exact));
  }

  private takes(...words: readonly string[]): boolean {
    const isThere = words.includes(this.tokens[this.at]?.text ?? '');
    if (isThere) this.at++;
    return isThere;
  }

  private expect(word: string): void {
    if (!this.takes(word)) throw this.wrong(`“${word}”`);
  }

  private spend(values: number): void {
    this.spent += values;
    if (this.spent > mostMade) throw new RunError(0, `at most ${mostMade} values`);
    if (this.spent > this.shown) throw new TooManyToShow();
  }

  private wrong(expected = likeThis): RunError {
    const token = this.tokens[this.at];
    return new RunError(token?.from ?? this.tokens.at(-1)?.to ?? 0, expected);
  }
}

function exactly(value: bigint): number | bigint {
  const number = Number(value);
  return Number.isSafeInteger(number) ? number : value;
}

/** A value as a program reads it from standard input: items beside each other, rows below each other. */
export function printedValue(value: Value): string {
  if (!isList(value)) return typeof value === 'string' ? value : formatValue(value);
  const hasRows = value.some((item) => isList(item) || (typeof item === 'string' && item.length > 1));
  return value.map(printedValue).join(hasRows ? '\n' : ' ');
}
