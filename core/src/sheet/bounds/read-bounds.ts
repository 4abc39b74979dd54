import { type Amount, type Read, readAmount, shifted } from './amount';
import { type Bound, type End, type Place, type RangeBound, type RangeKind, isSymbol, rangeKinds } from './bound';
import { type SubjectRange, readChain, readInterval } from './chain';
import { type Names, kindOf, namesIn, variableOf } from './kinds';
import { readRequirement } from './requirements';
import { type Subject, readSubject } from './subject';
import { type Token, tokensOf, textAt } from './tokens';
import { nounBehind, readWorded } from './worded';
import { isRule, isStop, unreadRun } from './unread';
import { isMomentWord, isTimeUnit, nounMeaning } from './words';

type Placeless<It> = It extends unknown ? Omit<It, 'text' | 'from' | 'to'> : never;
type Found = Placeless<Bound>;

/** What was read at a token: bounds, and the tokens they take. */
interface Hit {
  readonly found: readonly Found[];
  readonly from: number;
  readonly next: number;
}

/**
 * Reads everything that a text bounds or requires, in the order of the text. Nothing is lost: what is not understood is
 * `unread`, with its place. Linear in the text.
 */
export function boundsIn(text: string): Bound[] {
  const tokens = tokensOf(text);
  const names = namesIn(tokens, corrections(tokens));
  const bounds: Bound[] = [];
  let since = 0;
  const place = (from: number, next: number): Place => {
    const [start, end] = [tokens[from]?.from ?? 0, tokens[next - 1]?.to ?? 0];
    return { text: text.slice(start, end), from: start, to: end };
  };
  const leave = (until: number, isBeforeHit: boolean): void => {
    const isBehindHit = since > 0 && tokens[since - 1]?.kind !== 'end' && !isStop(tokens, since - 1);
    const run = unreadRun(tokens, since, until, { isBehindHit, isBeforeHit });
    if (!run) return;
    const [from, next] = run;
    if (isRule(tokens, from)) bounds.push({ kind: 'condition', condition: null, ...place(from, next) });
    else bounds.push({ kind: 'unread', ...place(from, next) });
  };
  let at = 0;
  while (at < tokens.length) {
    const token = tokens[at];
    if (token?.kind === 'end' || isStop(tokens, at)) {
      leave(at, false);
      at += 1;
      since = at;
      continue;
    }
    const hit = hitAt(tokens, at, since, names);
    if (!hit) {
      at += 1;
      continue;
    }
    leave(Math.max(hit.from, since), true);
    for (const found of hit.found) bounds.push({ ...found, ...place(hit.from, hit.next) } as Bound);
    at = hit.next;
    since = at;
  }
  leave(at, false);
  return bounds;
}

function hitAt(tokens: readonly Token[], at: number, since: number, names: Names): Hit | null {
  const correction = readCorrection(tokens, at);
  if (correction) return { found: [correction.value], from: at, next: correction.next };
  const worded = readWorded(tokens, at, since);
  if (worded) {
    const found = worded.value.map((range) => rangeFrom(range, range.isSum, names));
    return { found, from: Math.min(at, ...worded.value.map(({ from }) => from)), next: worded.next };
  }
  const requirement = readRequirement(tokens, at, since);
  if (requirement)
    return {
      found: requirement.value === null ? [{ kind: 'unread' }] : [requirement.value],
      from: at,
      next: requirement.next,
    };
  return (
    readSpan(tokens, at, names) ??
    readChoice(tokens, at, names) ??
    readComparisons(tokens, at, since, names) ??
    readDuration(tokens, at, names)
  );
}

/** `t: value`, `n counts operations`: the person's own word on a kind. */
function readCorrection(tokens: readonly Token[], at: number): Read<Found> | null {
  if (at > 0 && tokens[at - 1]?.kind !== 'end') return null;
  const subject = readSubject(tokens, at);
  if (!subject || textAt(tokens, subject.next) !== ':') return null;
  const words = tokens.slice(subject.next + 1, subject.next + 3).map(({ text }) => text.toLowerCase());
  const kinds = Object.entries(rangeKinds) as [RangeKind, string][];
  const kind = kinds.find(([, spelled]) => spelled.split(' ').every((word, index) => words[index] === word));
  const next = subject.next + 1 + (kind ? kind[1].split(' ').length : 0);
  const behind = tokens[next];
  const isEnd = behind === undefined || behind.kind === 'end';
  return kind && isEnd ? { value: { kind: 'correction', name: subject.value.name, corrected: kind[0] }, next } : null;
}

function corrections(tokens: readonly Token[]): Map<string, RangeKind> {
  const corrected = new Map<string, RangeKind>();
  tokens.forEach((_, at) => {
    const read = readCorrection(tokens, at);
    if (read?.value.kind === 'correction') corrected.set(read.value.name, read.value.corrected);
  });
  return corrected;
}

/** `n ∈ [1, 10^5]`, `i in [0, n)`, `x = 1..100`. */
function readSpan(tokens: readonly Token[], at: number, names: Names): Hit | null {
  const subject = readSubject(tokens, at);
  const joint = subject && tokens[subject.next];
  if (!subject || (joint?.text !== '∈' && joint?.text !== '=' && !/^in$/i.test(joint?.text ?? ''))) return null;
  const interval = readInterval(tokens, subject.next + 1);
  if (!interval) return null;
  const [low, high] = interval.value;
  return { found: [rangeFrom({ subject: subject.value, low, high }, false, names)], from: at, next: interval.next };
}

/** `grid[i][j] is 0 or 1`. */
function readChoice(tokens: readonly Token[], at: number, names: Names): Hit | null {
  const subject = readSubject(tokens, at);
  if (!subject || !/^(?:is|are|∈|in)$/i.test(textAt(tokens, subject.next))) return null;
  const amounts: Amount[] = [];
  let next = subject.next + 1;
  if (/^either$/i.test(textAt(tokens, next))) next += 1;
  for (let amount = readAmount(tokens, next); amount; amount = readAmount(tokens, next)) {
    amounts.push(amount.value);
    ({ next } = amount);
    if (!/^(?:,|or|and)$/i.test(textAt(tokens, next)) || !readAmount(tokens, next + 1)) break;
    next += 1;
  }
  const [low, ...others] = [...amounts].sort((a, b) => a.value - b.value);
  const high = others.at(-1);
  if (!low || !high || tokens[next]?.kind === 'sign') return null;
  return { found: [rangeFrom({ subject: subject.value, low, high }, false, names)], from: at, next };
}

function readComparisons(tokens: readonly Token[], at: number, since: number, names: Names): Hit | null {
  const isSumSign = /^[∑ΣS]$/.test(textAt(tokens, at)) && textAt(tokens, at) !== 'S';
  const chain = readChain(tokens, isSumSign ? at + 1 : at);
  if (!chain || isBroken(tokens, chain.next)) return null;
  const { relations } = chain.value;
  const isSum = isSumSign || saysSum(tokens, at, since);
  const ranges = chain.value.ranges.map((range) => ({
    ...range,
    subject: saidBefore(range.subject, tokens, at, since, isSum),
  }));
  const behind = unitBehind(tokens, chain.next);
  const told = behind && ranges.length === 1 ? toldBy(behind.value) : null;
  const found: Found[] = ranges.map((range) => {
    const read = rangeFrom(range, isSum, names);
    return told && read.kind !== 'sum' && !names.corrected.has(read.name) ? { ...read, ...told } : read;
  });
  for (const { left, sign, right } of relations) {
    const [one, other] = [nameOf(left), nameOf(right)];
    if (sign === '=' && isName(one) && isName(other)) found.push({ kind: 'same', name: one, as: other });
    // `1 ≤ k ≤ n` says it already with the range of k, and `n - 1 ≤ m` with that of m.
    const isSaid = ranges.some(
      ({ subject, low, high }) => (subject.name === one && isSymbol(high)) || (subject.name === other && isSymbol(low)),
    );
    if (sign === '=' || isSaid) continue;
    if (one !== '') found.push({ kind: 'relation', name: one, low: null, high: sign === '<' ? lessOne(right) : right });
    else found.push({ kind: 'relation', name: other, low: left, high: null });
  }
  if (found.length === 0) return null;
  return { found, from: isSum ? sumFrom(tokens, at, since) : at, next: behind ? behind.next : chain.next };
}

function nameOf(end: End): string {
  return isSymbol(end) ? end.symbol : '';
}

function lessOne(end: End): End {
  return isSymbol(end) ? { symbol: `${end.symbol} - 1` } : shifted(end, -1);
}

/** Whether a side is one name, such as `n`, `|s|` or `grid[i].length`. */
function isName(text: string): boolean {
  return /^[A-Za-z|][\w|.()[\]]*$/.test(text);
}

/** A formula that was pasted a piece a line loses its powers: `1 ≤ n ≤ 10` and `5` in the next line may be 10^5. */
function isBroken(tokens: readonly Token[], next: number): boolean {
  const [last, end, number, after] = [tokens[next - 1], tokens[next], tokens[next + 1], tokens[next + 2]];
  const isLone =
    end?.kind === 'end' &&
    number?.kind === 'number' &&
    /^\d{1,2}$/.test(number.text) &&
    (after === undefined || after.kind === 'end');
  // `2·105` may be 2·10^5, and nobody multiplies like that.
  const isFlat = /^10[3-9]$|^101[0-8]$/.test(last?.text ?? '') && textAt(tokens, next - 2) === '·';
  return (isLone && last?.text === '10') || isFlat;
}

/** `… ≤ 20 tests`, `(seconds)`. */
function unitBehind(tokens: readonly Token[], next: number): Read<string> | null {
  const isOpen = textAt(tokens, next) === '(';
  const noun = nounBehind(tokens, isOpen ? next + 1 : next);
  if (!noun || (isOpen && textAt(tokens, noun.next) !== ')')) return null;
  return { value: noun.value.base, next: isOpen ? noun.next + 1 : noun.next };
}

function toldBy(word: string): { kind: RangeKind; isChanging: boolean } | null {
  if (word === 'tests') return { kind: 'tests', isChanging: false };
  if (isTimeUnit(word)) return { kind: 'moment', isChanging: false };
  const meaning = nounMeaning(word);
  return meaning && { kind: meaning.kind, isChanging: meaning.isChanging };
}

/** What the words before a comparison make of its name: `length of s ≤ 9`, `number of towers ≤ 9`, `sum of n over all tests ≤ 9`. */
function saidBefore(subject: Subject, tokens: readonly Token[], at: number, since: number, isSum: boolean): Subject {
  if (subject.form !== 'plain' || at === since) return subject;
  if (isSum && /^(?:tests?|cases?)$/i.test(subject.name)) {
    const from = tokens.slice(since, at).findIndex(({ text }) => /^(?:sum|total|∑)$/i.test(text));
    for (let index = since + from; index < at; index++) {
      const read =
        /^of$/i.test(textAt(tokens, index - 1)) || textAt(tokens, index) === '|' ? readSubject(tokens, index) : null;
      if (read) return read.value;
    }
  }
  if (!/^of$/i.test(textAt(tokens, at - 1))) return subject;
  const word = textAt(tokens, at - 2);
  if (/^(?:length|size|len)$/i.test(word)) return { form: 'length', name: `|${subject.name}|`, base: subject.base };
  return /^(?:number|count)$/i.test(word) ? { form: 'noun', name: subject.name, base: subject.name } : subject;
}

/** “the sum of n over all test cases ≤ 2·10^5”. */
function saysSum(tokens: readonly Token[], at: number, since: number): boolean {
  return tokens.slice(Math.max(since, at - 10), at).some(({ text }) => /^(?:sum|total|∑)$/i.test(text));
}

function sumFrom(tokens: readonly Token[], at: number, since: number): number {
  const from = Math.max(since, at - 10);
  const index = tokens.slice(from, at).findIndex(({ text }) => /^(?:sum|total|∑|Σ)$/i.test(text));
  return index < 0 ? at : from + index;
}

/** “a duration of 10^12”. */
function readDuration(tokens: readonly Token[], at: number, names: Names): Hit | null {
  const word = tokens[at];
  if (word?.kind !== 'word' || !isMomentWord(word.text) || !/^of$/i.test(textAt(tokens, at + 1))) return null;
  const amount = readAmount(tokens, at + 2);
  if (!amount || tokens[amount.next]?.kind === 'sign') return null;
  const subject = { form: 'noun', name: word.text, base: word.text } as const;
  return { found: [rangeFrom({ subject, low: null, high: amount.value }, false, names)], from: at, next: amount.next };
}

function rangeFrom({ subject, low, high }: SubjectRange, isSum: boolean, names: Names): Placeless<RangeBound> {
  const { kind, isChanging } = kindOf(subject, low, high, names);
  return { kind: isSum ? 'sum' : kind, name: subject.name, variable: variableOf(subject), low, high, isChanging };
}
