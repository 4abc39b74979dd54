import { type About, subjectsBefore } from './about';
import { type Read, amountOf } from './amount';
import { type End, movedEnd } from './bound';
import { type SubjectRange, readEnd, readInterval } from './chain';
import { PhraseBook, phrase } from './phrases';
import type { Subject } from './subject';
import { type Token, textAt } from './tokens';
import { isTimeUnit, nounMeaning } from './words';

/** A range that was said in words. */
export type WordedRange = SubjectRange & About;

type Comparison = 'at-most' | 'below' | 'at-least' | 'above' | 'interval' | 'exactly';

const comparisons = new PhraseBook<Comparison>([
  phrase('at most', 'at-most'),
  phrase('up to', 'at-most'),
  phrase('no|not more|greater|larger|longer|bigger|higher|later than', 'at-most'),
  phrase('less|fewer|smaller|lower than or equal to', 'at-most'),
  phrase('does|do|will|can|may not exceed', 'at-most'),
  phrase("doesn't|don't|won't|can't|cannot|never exceed|exceeds", 'at-most'),
  phrase('not exceeding', 'at-most'),
  phrase('bounded|limited|capped by|to|at', 'at-most'),
  phrase('maximum|max of?', 'at-most'),
  phrase('as large|many|long as', 'at-most'),
  phrase('less|fewer|smaller|shorter|lower than', 'below'),
  phrase('strictly less|smaller than', 'below'),
  phrase('at least', 'at-least'),
  phrase('no|not less|fewer|smaller|shorter|lower than', 'at-least'),
  phrase('greater|more|larger than or equal to', 'at-least'),
  phrase('minimum|min of?', 'at-least'),
  phrase('greater|more|larger|longer than', 'above'),
  phrase('strictly greater|larger than', 'above'),
  phrase('between', 'interval'),
  phrase('from', 'interval'),
  phrase('in|within the? range|interval|segment of?', 'interval'),
  phrase('ranges|ranging|range|runs|lies|lie|varies from|in|within', 'interval'),
  phrase('in|within', 'interval'),
  phrase('exactly', 'exactly'),
  phrase('equals|equal to?', 'exactly'),
]);

/** Verbs whose “up to” is no limit. */
const goesUp = /^(?:adds?|adding|added|sums?|summing|makes?|making|climbs?|walks?|goes|go|runs?|counts?)$/i;

/** A comparison at a token; “pairs that add up to k” limit nothing. */
function comparisonAt(tokens: readonly Token[], at: number): ReturnType<typeof comparisons.at> {
  const isNoLimit = /^up$/i.test(textAt(tokens, at)) && goesUp.test(textAt(tokens, at - 1));
  return isNoLimit ? null : comparisons.at(tokens, at);
}

/** Integers that fit into so many bits. */
const widths: ReadonlyMap<string, number> = new Map(
  Object.entries({ '32-bit': 32, '64-bit': 64, '16-bit': 16, '8-bit': 8 }),
);

/**
 * Reads a comparison in words at a token, `is at most 10^5`, with what is compared before or behind it: “the length of s is
 * between 1 and 100”, “up to 200 000 queries”. `since` is the first token that belongs to nothing yet.
 */
export function readWorded(tokens: readonly Token[], at: number, since: number): Read<readonly WordedRange[]> | null {
  const found = comparisonAt(tokens, at);
  if (!found) return readWidth(tokens, at, since) ?? readSigned(tokens, at, since);
  const ends = readEnds(tokens, found.next, found.meaning, at);
  if (!ends) return null;
  let { low, high } = ends.value;
  let { next } = ends;
  // “at least 1 and at most 50”.
  const again = /^(?:and|but|or)$/i.test(textAt(tokens, next)) ? comparisons.at(tokens, next + 1) : null;
  const more = again && readEnds(tokens, again.next, again.meaning, next + 1);
  if (more && (more.value.low === null) !== (low === null)) {
    low ??= more.value.low;
    high ??= more.value.high;
    next = more.next;
  }
  const noun = nounBehind(tokens, next);
  const about = subjectsBefore(tokens, at, since, noun?.value ?? null);
  if (about) return { value: about.map((it) => ({ ...it, low, high })), next: noun?.next ?? next };
  const isBetween = /^between$/i.test(textAt(tokens, at));
  if (!noun || (found.meaning === 'interval' && !isBetween) || found.meaning === 'exactly') return null;
  const first = { subject: noun.value, isSum: false, from: at, low, high };
  const others = low === null ? readFurther(tokens, noun.next, at) : { value: [], next: noun.next };
  return { value: [first, ...others.value], next: others.next };
}

/** “at most 300 rows and 400 columns”: the comparison holds for what follows too. */
function readFurther(tokens: readonly Token[], at: number, from: number): Read<readonly WordedRange[]> {
  const ranges: WordedRange[] = [];
  let next = at;
  while (/^(?:and|,|by)$/i.test(textAt(tokens, next)) && tokens[next + 1]?.kind === 'number') {
    const end = readEnd(tokens, next + 1);
    const noun = end && nounBehind(tokens, end.next);
    if (!noun) break;
    ranges.push({ subject: noun.value, isSum: false, from, low: null, high: end.value });
    ({ next } = noun);
  }
  return { value: ranges, next };
}

function readEnds(
  tokens: readonly Token[],
  at: number,
  comparison: Comparison,
  word: number,
): Read<{ readonly low: End | null; readonly high: End | null }> | null {
  if (comparison === 'interval') {
    const isBetween = /^(?:between|from)$/i.test(textAt(tokens, word));
    const interval = readInterval(tokens, isBetween ? word : at) ?? readInterval(tokens, at);
    return interval && { value: { low: interval.value[0], high: interval.value[1] }, next: interval.next };
  }
  const end = readEnd(tokens, at);
  if (!end) return null;
  const ends = {
    'at-most': { low: null, high: end.value },
    below: { low: null, high: movedEnd(end.value, -1) },
    'at-least': { low: end.value, high: null },
    above: { low: movedEnd(end.value, 1), high: null },
    exactly: { low: end.value, high: end.value },
  }[comparison];
  return { value: ends, next: end.next };
}

/** “fits in a signed 32-bit integer”. */
function readWidth(tokens: readonly Token[], at: number, since: number): Read<readonly WordedRange[]> | null {
  if (!/^(?:fits?|representable)$/i.test(textAt(tokens, at))) return null;
  let isSigned = true;
  for (let next = at + 1; next < at + 8; next++) {
    const token = tokens[next];
    if (/^unsigned$/i.test(token?.text ?? '') || /^unsigned$/i.test(textAt(tokens, next + 3))) isSigned = false;
    const joined = `${token?.text ?? ''}${textAt(tokens, next + 1)}${textAt(tokens, next + 2)}`;
    const bits = widths.get(joined);
    if (bits === undefined) continue;
    const about = subjectsBefore(tokens, at, since, null);
    if (!about) return null;
    const high = amountOf((1n << BigInt(isSigned ? bits - 1 : bits)) - 1n);
    const low = isSigned ? amountOf(-(1n << BigInt(bits - 1))) : amountOf(0);
    let behind = next + 3;
    while (/^(?:signed|unsigned|integers?|numbers?|ints?)$/i.test(textAt(tokens, behind))) behind += 1;
    return { value: about.map((it) => ({ ...it, low, high })), next: behind };
  }
  return null;
}

/** What is counted behind a number: `queries`, `such test cases`, `lowercase letters`. */
export function nounBehind(tokens: readonly Token[], at: number): Read<Subject> | null {
  for (let next = at; next < at + 3; next++) {
    const token = tokens[next];
    if (token?.kind !== 'word') return null;
    if (/^tests?$/i.test(token.text) && /^cases?$/i.test(textAt(tokens, next + 1)))
      return { value: { form: 'noun', name: 'test cases', base: 'tests' }, next: next + 2 };
    if (nounMeaning(token.text) || isTimeUnit(token.text))
      return { value: { form: 'noun', name: token.text, base: token.text }, next: next + 1 };
    if (/^(?:and|or|with|of|the|to|in|for|from|is|are|as)$/i.test(token.text)) return null;
  }
  return null;
}

const leastOf: ReadonlyMap<string, number> = new Map(
  Object.entries({ positive: 1, 'non-negative': 0, nonnegative: 0 }),
);

/** “n is positive”. */
function readSigned(tokens: readonly Token[], at: number, since: number): Read<readonly WordedRange[]> | null {
  const min = leastOf.get(textAt(tokens, at).toLowerCase());
  if (min === undefined || !/^(?:is|are|be)$/i.test(textAt(tokens, at - 1))) return null;
  const about = subjectsBefore(tokens, at, since, null);
  return about && { value: about.map((it) => ({ ...it, low: amountOf(min), high: null })), next: at + 1 };
}
