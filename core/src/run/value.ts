import { RunError } from '../errors';
import { isRuleAt, ruleEnd } from './rule-text';

/** What goes into a program and comes out of it: what JSON holds, whole numbers of any size, and numbers such as Infinity. */
export type Value = null | boolean | number | bigint | string | readonly Value[] | { readonly [key: string]: Value };

/** Makes a value of a rule. */
export type Maker = (rule: string) => Value;

const deepest = 100;
/** Typed ones are far shorter; this is what a rule can make, and what comes back. */
const longest = 40_000_000;

/**
 * Reads a value as statements write it: JSON, and beside it single quotes, `True` and `None`, `Infinity` and `NaN`, numbers
 * parted by blanks in a list, and a bare word as a text. Whole numbers keep all their digits. What stands between `<` and `>` is
 * a rule that `make` makes a value of, where that is given. @throws RunError with the place.
 */
export function readValue(text: string, make: Maker | null = null): Value {
  if (text.length > longest) throw new RunError(longest, `at most ${longest} letters`);
  const reader = new ValueReader(text, make);
  const value = reader.value();
  reader.end();
  return value;
}

const words: ReadonlyMap<string, Value> = new Map<string, Value>([
  ['null', null],
  ['None', null],
  ['nil', null],
  ['true', true],
  ['True', true],
  ['false', false],
  ['False', false],
  ['Infinity', Infinity],
  ['inf', Infinity],
  ['-Infinity', -Infinity],
  ['-inf', -Infinity],
  ['NaN', NaN],
  ['nan', NaN],
]);

class ValueReader {
  private at = 0;
  private depth = 0;

  constructor(
    private readonly text: string,
    private readonly make: Maker | null,
  ) {}

  value(): Value {
    this.skip();
    const sign = this.text.charAt(this.at);
    if (sign === '[' || sign === '(') return this.list(sign === '[' ? ']' : ')');
    if (sign === '{') return this.map();
    if (sign === '"' || sign === "'") return this.quoted(sign);
    if (this.make && isRuleAt(this.text, this.at)) return this.ruled(this.make);
    return this.word();
  }

  end(): void {
    this.skip();
    if (this.at < this.text.length) throw new RunError(this.at, 'the end of the value');
  }

  private list(closing: string): Value[] {
    if (++this.depth > deepest) throw new RunError(this.at, 'fewer brackets inside of each other');
    this.at++;
    const items: Value[] = [];
    for (;;) {
      this.skip();
      if (this.text.charAt(this.at) === closing) break;
      if (this.at >= this.text.length) throw new RunError(this.at, `“${closing}”`);
      items.push(this.value());
      this.skip();
      if (this.text.charAt(this.at) === ',') this.at++;
    }
    this.at++;
    this.depth--;
    return items;
  }

  private map(): Value {
    if (++this.depth > deepest) throw new RunError(this.at, 'fewer brackets inside of each other');
    this.at++;
    const entries: [string, Value][] = [];
    const items: Value[] = [];
    for (;;) {
      this.skip();
      if (this.text.charAt(this.at) === '}') break;
      if (this.at >= this.text.length) throw new RunError(this.at, '“}”');
      const key = this.value();
      this.skip();
      if (this.text.charAt(this.at) === ':') {
        this.at++;
        entries.push([typeof key === 'object' ? JSON.stringify(key) : String(key), this.value()]);
      } else items.push(key);
      this.skip();
      if (this.text.charAt(this.at) === ',') this.at++;
    }
    this.at++;
    this.depth--;
    // `{1, 2}` is a set, and a set goes as a list.
    return items.length > 0 ? items : Object.fromEntries(entries);
  }

  private ruled(make: Maker): Value {
    const end = ruleEnd(this.text, this.at);
    if (end < 0) throw new RunError(this.at, '“>” behind the rule');
    const rule = this.text.slice(this.at + 1, end);
    this.at = end + 1;
    return make(rule);
  }

  private quoted(quote: string): string {
    const start = this.at++;
    let read = '';
    for (;;) {
      const sign = this.text.charAt(this.at++);
      if (sign === '') throw new RunError(start, 'a quote that is closed');
      if (sign === quote) return read;
      if (sign !== '\\') read += sign;
      else read += this.escaped();
    }
  }

  private escaped(): string {
    const sign = this.text.charAt(this.at++);
    if (sign !== 'u') return { n: '\n', t: '\t', r: '\r', b: '\b', f: '\f' }[sign] ?? sign;
    const digits = /^[0-9a-fA-F]{4}/.exec(this.text.slice(this.at, this.at + 4))?.[0];
    if (digits === undefined) throw new RunError(this.at, 'four digits of a letter');
    this.at += 4;
    return String.fromCharCode(Number.parseInt(digits, 16));
  }

  private word(): Value {
    const found = /^[^\s,\]})[({:"']+/.exec(this.text.slice(this.at, this.at + 400))?.[0];
    if (found === undefined) throw new RunError(this.at, 'a value');
    this.at += found.length;
    const plain = found.replace(/^[−–](?=\d)/, '-');
    const [, from, to] = /^(-?\d+)\.\.(-?\d+)$/.exec(plain) ?? [];
    // `1..4` is an interval, and goes as its two ends.
    if (from !== undefined && to !== undefined) return [Number(from), Number(to)];
    const known = words.get(plain);
    if (known !== undefined) return known;
    if (/^[-+]?\d+$/.test(plain)) {
      const number = Number(plain);
      return Number.isSafeInteger(number) ? number : BigInt(plain);
    }
    return /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?$/.test(plain) ? Number(plain) : found;
  }

  private skip(): void {
    while (/\s/.test(this.text.charAt(this.at))) this.at++;
  }
}

export function isList(value: Value): value is readonly Value[] {
  return Array.isArray(value);
}
