import { type Amount, type Read, readAmount } from './amount';
import { type Bound, type End, type Placeless, type RangeBound, isSymbol, movedEnd } from './bound';
import { type SubjectRange, readChain, readInterval } from './chain';
import { type Names, kindOf, toldByWord, variableOf } from './kinds';
import { type Subject, readSubject } from './subject';
import { type Token, textAt } from './tokens';
import { nounBehind } from './worded';
import { isMomentWord } from './words';

/** What was read at a token: bounds, and the tokens they take. */
export interface Hit {
  readonly found: readonly Placeless<Bound>[];
  readonly from: number;
  readonly next: number;
}

/** `n ∈ [1, 10^5]`, `i in [0, n)`, `x = 1..100`. */
export function readSpan(tokens: readonly Token[], at: number, names: Names): Hit | null {
  const subject = readSubject(tokens, at);
  const joint = subject && tokens[subject.next];
  if (!subject || (joint?.text !== '∈' && joint?.text !== '=' && !/^in$/i.test(joint?.text ?? ''))) return null;
  const interval = readInterval(tokens, subject.next + 1);
  if (!interval) return null;
  const [low, high] = interval.value;
  return { found: [rangeFrom({ subject: subject.value, low, high }, false, names)], from: at, next: interval.next };
}

/** `grid[i][j] is 0 or 1`. */
export function readChoice(tokens: readonly Token[], at: number, names: Names): Hit | null {
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

export function readComparisons(tokens: readonly Token[], at: number, since: number, names: Names): Hit | null {
  const isSumSign = /^[∑Σ]$/.test(textAt(tokens, at));
  const chain = readChain(tokens, isSumSign ? at + 1 : at);
  if (!chain || isBroken(tokens, chain.next)) return null;
  const { relations } = chain.value;
  const sumAt = isSumSign ? at : sumBefore(tokens, at, since);
  const isSum = sumAt !== null;
  const ranges = chain.value.ranges.map((range) => ({
    ...range,
    subject: saidBefore(range.subject, tokens, at, since, isSum),
  }));
  const behind = unitBehind(tokens, chain.next);
  const told = behind && ranges.length === 1 ? toldByWord(behind.value) : null;
  const found: Placeless<Bound>[] = ranges.map((range) => {
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
    if (one !== '')
      found.push({ kind: 'relation', name: one, low: null, high: sign === '<' ? movedEnd(right, -1) : right });
    else found.push({ kind: 'relation', name: other, low: left, high: null });
  }
  if (found.length === 0) return null;
  return { found, from: sumAt ?? at, next: behind ? behind.next : chain.next };
}

function nameOf(end: End): string {
  return isSymbol(end) ? end.symbol : '';
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

/** “the sum of n over all test cases ≤ 2·10^5”: where the sum is named, or null. */
function sumBefore(tokens: readonly Token[], at: number, since: number): number | null {
  const from = Math.max(since, at - 10);
  const index = tokens.slice(from, at).findIndex(({ text }) => /^(?:sum|total|∑)$/i.test(text));
  return index < 0 ? null : from + index;
}

/** “a duration of 10^12”. */
export function readDuration(tokens: readonly Token[], at: number, names: Names): Hit | null {
  const word = tokens[at];
  if (word?.kind !== 'word' || !isMomentWord(word.text) || !/^of$/i.test(textAt(tokens, at + 1))) return null;
  const amount = readAmount(tokens, at + 2);
  if (!amount || tokens[amount.next]?.kind === 'sign') return null;
  const subject = { form: 'noun', name: word.text, base: word.text } as const;
  return { found: [rangeFrom({ subject, low: null, high: amount.value }, false, names)], from: at, next: amount.next };
}

export function rangeFrom({ subject, low, high }: SubjectRange, isSum: boolean, names: Names): Placeless<RangeBound> {
  const { kind, isChanging } = kindOf(subject, low, high, names);
  return { kind: isSum ? 'sum' : kind, name: subject.name, variable: variableOf(subject), low, high, isChanging };
}
