import { type Amount, type Read, negated, readAmount, shifted } from './amount';
import { type End, isSymbol, movedEnd } from './bound';
import { type Subject, readSubject, readSymbol } from './subject';
import { type Token, textAt } from './tokens';
import { isJoiningWord } from './words';

/** What one name is bounded by, before it is said what kind of number it is. */
export interface SubjectRange {
  readonly subject: Subject;
  readonly low: End | null;
  readonly high: End | null;
}

/** One side against the next: `k ≤ n`, `n·m ≤ 10^6`. */
export interface Relation {
  readonly left: End;
  readonly sign: '≤' | '<' | '=';
  readonly right: End;
}

export interface Chain {
  readonly ranges: readonly SubjectRange[];
  readonly relations: readonly Relation[];
}

type Side =
  | { readonly form: 'amount'; readonly amount: Amount }
  | { readonly form: 'subjects'; readonly subjects: readonly Subject[] }
  | { readonly form: 'symbol'; readonly text: string };

/** Longer chains and lists than these are not read. */
const maxSides = 8;
const maxNames = 20;

/**
 * Reads a chain of comparisons that begins at a token: `1 ≤ n, m ≤ 10^5`, `0 ≤ a < b ≤ 10^9`, `n ≥ 1`, `k ≤ n·n`. Null when
 * none begins there or what stands there cannot be right, such as `1 ≤ 2`.
 */
export function readChain(tokens: readonly Token[], at: number): Read<Chain> | null {
  if (isRest(tokens, at)) return null;
  const first = readSide(tokens, at, true);
  if (!first) return null;
  const sides: Side[] = [first.value];
  const signs: string[] = [];
  let { next } = first;
  while (sides.length < maxSides) {
    const sign = tokens[next];
    if (sign?.kind !== 'sign' || !/^[≤<≥>=]$/.test(sign.text)) break;
    if (signs[0] !== undefined && directionOf(sign.text) !== directionOf(signs[0])) break;
    const side = readSide(tokens, next + 1, sides.length === 1 && first.value.form === 'amount');
    if (!side) return null;
    sides.push(side.value);
    signs.push(sign.text);
    next = side.next;
  }
  if (signs.length === 0 || tokens[next]?.kind === 'sign') return null;
  const isFalling = signs.some((sign) => directionOf(sign) === 'down');
  const chain = isFalling
    ? chainOf(
        [...sides].reverse(),
        [...signs].reverse().map((sign) => (sign === '≥' ? '≤' : sign === '>' ? '<' : sign)),
      )
    : chainOf(sides, signs);
  return chain.ranges.length > 0 || chain.relations.length > 0 ? { value: chain, next } : null;
}

/** What follows an operator or a sign is the rest of something that was not read. */
function isRest(tokens: readonly Token[], at: number): boolean {
  const before = tokens[at - 1];
  if (before?.kind === 'sign') return true;
  if (before?.kind !== 'operator' || before.text === '-') return false;
  return before.text !== '/' || tokens[at]?.isJoined === true;
}

function directionOf(sign: string): 'up' | 'down' | 'none' {
  return sign === '≤' || sign === '<' ? 'up' : sign === '=' ? 'none' : 'down';
}

function readSide(tokens: readonly Token[], at: number, mayBeList: boolean): Read<Side> | null {
  const amount = readAmount(tokens, at);
  const symbol = readSymbol(tokens, at);
  if (amount && (!symbol || symbol.next <= amount.next || !isPartOf(tokens, amount.next)))
    return { value: { form: 'amount', amount: amount.value }, next: amount.next };
  const subject = readSubject(tokens, at);
  if (subject && (!symbol || symbol.next <= subject.next)) {
    if (isVague(subject.value)) return null;
    const list = mayBeList ? readList(tokens, subject) : null;
    return list ?? { value: { form: 'subjects', subjects: [subject.value] }, next: subject.next };
  }
  return symbol && { value: { form: 'symbol', text: symbol.value }, next: symbol.next };
}

/** Whether a name goes on with a number before it, `2n` or `2·n`, and does not follow it as a word. */
function isPartOf(tokens: readonly Token[], next: number): boolean {
  const token = tokens[next];
  // `n ≤ 5 / m ≤ 6` are two.
  if (token?.text === '/') return token.isJoined;
  return token?.kind === 'operator' || (token?.isJoined === true && (token.kind === 'word' || token.text === '('));
}

function isVague({ name }: Subject): boolean {
  return /^(?:many|few|some|several|large|small|big|huge|most|more|less)$/i.test(name);
}

/** Whether names of this kind stand in a row: `n, m ≤ 5`, but not `must shine, n ≤ 5`. */
function isListed({ form, name }: Subject): boolean {
  return (
    form !== 'plain' ||
    /^(?:[A-Za-z]\w{0,2}|\w*[A-Z_]\w*|rows?|cols?|columns?|width|height|length|start|end)$/.test(name)
  );
}

/** `n, m and k` before a sign. */
function readList(tokens: readonly Token[], first: Read<Subject>): Read<Side> | null {
  const subjects = [first.value];
  let { next } = first;
  while (subjects.length < maxNames) {
    const behind = skipJoints(tokens, next);
    if (behind === next) break;
    const subject = readSubject(tokens, behind);
    if (!subject || !isListed(subject.value) || !isListed(first.value)) break;
    subjects.push(subject.value);
    next = subject.next;
  }
  if (subjects.length === 1 || tokens[next]?.kind !== 'sign') return null;
  return { value: { form: 'subjects', subjects: withoutRepeats(subjects) }, next };
}

function skipJoints(tokens: readonly Token[], from: number): number {
  let at = from;
  while (at < from + 4 && (/^[,;&…]$/.test(textAt(tokens, at)) || /^and$/i.test(textAt(tokens, at)))) at += 1;
  return at;
}

/** `a_1, a_2, …, a_n` are all one. */
function withoutRepeats(subjects: readonly Subject[]): Subject[] {
  const byBase = new Map<string, Subject>();
  for (const subject of subjects) {
    const key = subject.form === 'indexed' ? `${subject.base}[]` : subject.name;
    const known = byBase.get(key);
    const isMany = known !== undefined && known.name !== subject.name && /_\w+$/.test(subject.name);
    byBase.set(key, known === undefined ? subject : isMany ? { ...known, name: `${known.base}_i` } : known);
  }
  return [...byBase.values()];
}

function chainOf(sides: readonly Side[], signs: readonly string[]): Chain {
  const isOfNames = signs.every((sign) => sign === '=') && sides.every(({ form }) => form === 'subjects');
  const ranges = sides.flatMap((side, index) =>
    side.form === 'subjects' && !isOfNames
      ? side.subjects
          .map((subject) => rangeOf(subject, sides, signs, index))
          // The name at the end of `1 ≤ k ≤ n` says where k ends, and nothing of itself.
          .filter(
            ({ low, high }) => high !== null || (low !== null && !isSymbol(low) && sides[index - 1]?.form === 'amount'),
          )
      : [],
  );
  const relations = signs.flatMap((sign, index): Relation[] =>
    sign === '≤' || sign === '<' || sign === '='
      ? endsOf(sides[index], sides[index + 1]).flatMap((left) =>
          endsOf(sides[index + 1], sides[index]).map((right) => ({ left, sign, right })),
        )
      : [],
  );
  return { ranges, relations };
}

function rangeOf(subject: Subject, sides: readonly Side[], signs: readonly string[], index: number): SubjectRange {
  let low = endTowards(sides, signs, index, -1);
  let high = endTowards(sides, signs, index, 1);
  if (low && high && !isSymbol(low) && !isSymbol(high) && low.value > high.value) {
    // `0 < p < 1` is of fractions: no whole number lies between.
    const weak = signs.map(() => '≤');
    low = endTowards(sides, weak, index, -1);
    high = endTowards(sides, weak, index, 1);
  }
  if (subject.form !== 'absolute') {
    const isEqual = signs.length === 1 && signs[0] === '=';
    return isEqual ? { subject, low: low ?? high, high: high ?? low } : { subject, low, high };
  }
  // An amount without its sign: as far below zero as above it.
  return { subject, low: high && !isSymbol(high) ? negated(high) : null, high };
}

/** The nearest number on one side, or the name that stands next to it where there is none. */
function endTowards(sides: readonly Side[], signs: readonly string[], index: number, step: 1 | -1): End | null {
  let isStrict = false;
  for (let at = index + step; at >= 0 && at < sides.length; at += step) {
    isStrict ||= signs[step === 1 ? at - 1 : at] === '<';
    const side = sides[at];
    if (side?.form === 'amount') return isStrict ? shifted(side.amount, step === 1 ? -1 : 1) : side.amount;
  }
  const [symbol] = namesOf(sides[index + step]);
  if (symbol === undefined) return null;
  const isNextStrict = signs[step === 1 ? index : index - 1] === '<';
  const end = { symbol };
  return isNextStrict ? movedEnd(end, step === 1 ? -1 : 1) : end;
}

/** The ends that a side gives a relation: its names, and its number where the other side is more than a name. */
function endsOf(side: Side | undefined, other: Side | undefined): readonly End[] {
  if (side?.form === 'amount') return other?.form === 'symbol' ? [side.amount] : [];
  return namesOf(side).map((symbol) => ({ symbol }));
}

function namesOf(side: Side | undefined): readonly string[] {
  if (side?.form === 'symbol') return [side.text];
  return side?.form === 'subjects' ? side.subjects.map(({ name }) => name) : [];
}

/**
 * Reads the two ends of an interval that begins at a token: `[1, 10^5]`, `[0; n)`, `1..100`, `from 1 to n`, `between 2 and
 * 50`. An end that does not belong to it is one off.
 */
export function readInterval(tokens: readonly Token[], at: number): Read<readonly [End, End]> | null {
  const open = tokens[at]?.text;
  const isBracketed = open === '[' || open === '(';
  const word = /^(?:between|from)$/i.exec(open ?? '')?.[0];
  const low = readEnd(tokens, isBracketed || word !== undefined ? at + 1 : at);
  if (!low) return null;
  const joint = textAt(tokens, low.next);
  const isJoint = isBracketed
    ? /^(?:[,;…]|to)$/.test(joint)
    : word === undefined
      ? /^(?:…|to|through)$/.test(joint)
      : /^(?:and|to|through|…)$/i.test(joint);
  const high = isJoint ? readEnd(tokens, low.next + 1) : null;
  if (!high) return null;
  if (!isBracketed) return { value: [low.value, high.value], next: high.next };
  const close = tokens[high.next]?.text;
  if (close !== ']' && close !== ')') return null;
  return {
    value: [open === '(' ? movedEnd(low.value, 1) : low.value, close === ')' ? movedEnd(high.value, -1) : high.value],
    next: high.next + 1,
  };
}

/** One end: a number, or a name that is no common word. */
export function readEnd(tokens: readonly Token[], at: number): Read<End> | null {
  const side = readSide(tokens, at, false);
  if (!side) return null;
  if (side.value.form === 'amount') return { value: side.value.amount, next: side.next };
  const [symbol = ''] = namesOf(side.value);
  // A word alone is an end only as a short name: “between dusk and dawn” bounds nothing.
  const isName =
    side.value.form === 'symbol' || side.value.subjects[0]?.form !== 'plain' || /^[A-Za-z]\w?$/.test(symbol);
  return isName && !isJoiningWord(symbol) ? { value: { symbol }, next: side.next } : null;
}
