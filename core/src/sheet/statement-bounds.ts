import { maxBoundLine, maxBoundLines } from '../model/entry';
import { type Bound, readBoundLine } from './bounds';

/**
 * Bounds that a statement seems to contain, as lines for the sheet, in the order of their appearance. They are offered,
 * never taken: a sentence may mean something else.
 */
export function boundsInStatement(statement: string, known: readonly string[] = []): string[] {
  const have = new Set(known.flatMap(readBoundLine).map(meaning));
  const found: string[] = [];
  for (const candidate of candidates(statement)) {
    if (candidate.length > maxBoundLine) continue;
    const bounds = readBoundLine(candidate);
    if (bounds.length === 0 || bounds.some(({ kind }) => kind === 'remark')) continue;
    const isNew = bounds.some((bound) => !have.has(meaning(bound)));
    for (const bound of bounds) have.add(meaning(bound));
    if (isNew && found.push(candidate) === maxBoundLines) break;
  }
  return found;
}

// Every repetition is bounded, so that a long text is searched in time that grows with its length and no faster.
const number = String.raw`[-−–]?(?<!\w)\d[\d\s_’',.]{0,40}(?:\s?[·*×x]?\s?10(?:\^\{?\d{1,4}\}?|[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,4})|e\d{1,4}|[kM]\b)?(?:\s?\^\s?\{?\d{1,4}\}?|[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,4})?(?:\s?[-+]\s?\d{1,20})?`;
const name = String.raw`(?:\|\w{1,40}\||(?<!\w)(?:len|length|size)\s?\(\s?\w{1,40}\s?\)|(?<!\w)[A-Za-z]\w{0,40}(?:(?:\[[^\]]{0,40}\]){1,4}|_\w{1,40}|\.length)?)`;
const sign = String.raw`\s{0,20}(?:≤|<=|⩽|<|≥|>=|>)\s{0,20}`;
const ranges = new RegExp(
  `${number}${sign}${name}(?:(?:\\s{0,20},\\s{0,20}|${sign})${name}){0,20}${sign}${number}(?: operations\\b)?|${name}(?:\\s{0,20},\\s{0,20}${name}){0,20}${sign}(?:${number}(?: operations\\b)?|${name})`,
  'g',
);
const limits =
  /\b(?:time(?: limit)?:? ?)?\d+(?:[.,]\d+)? ?(?:ms|milliseconds?|s|seconds?)\b|\b(?:memory(?: limit)?:? ?)?\d+ ?(?:[kKMG]i?B|megabytes?)\b/g;
const rules =
  /\b(?:do not|don't|without) (?:chang|modify|mutat|alter)\w* (?:the )?(?:input|array|list)|\bno extra (?:space|memory)|\bin[- ]place\b|\b(?:in )?(?:one|a single) pass\b|\bO\(1\) (?:extra )?(?:space|memory)|\b(?:no|without) recursion\b|\bconstant time (?:per|for each) \w+|\beach \w+ in (?:O\(1\)|constant time)|\b(?:no|without) branch(?:es|ing)\b/gi;
const counted =
  /\b(?:up to|at most) \d[\d\s_’',]{0,40}(?:\s?[·*]\s?\d{1,20})?(?:\^\d{1,4}|[⁰¹²³⁴⁵⁶⁷⁸⁹]{1,4}|\s?[kM]\b)? (?:such )?[a-z]{1,40}\b/gi;

function* candidates(statement: string): Generator<string> {
  const text = statement
    .replace(/\\leq?\b/g, '≤')
    .replace(/\\geq?\b/g, '≥')
    .replace(/\\(?:cdot|times)\b/g, '·')
    .replace(/&lt;/g, '<')
    .replace(/[$`*]{1,2}(?!\s?10)/g, (mark) => (mark.startsWith('*') && mark.length === 1 ? ' * ' : ''))
    .replace(/ \* (?!\d)/g, ' ')
    .replace(/\^\{(\d+)\}/g, '^$1')
    // A line that begins with a mark or a digit starts a new one.
    .replace(/\n(?=\s*(?:[-*•]\s|\d))/g, '\n;');
  const found: { at: number; text: string }[] = [];
  for (const pattern of [ranges, limits, rules, counted]) {
    for (const match of text.matchAll(pattern)) {
      found.push({ at: match.index, text: match[0].trim().replace(/\s+/g, ' ').replace(/[.,]$/, '') });
    }
  }
  for (const { text: candidate } of found.sort((a, b) => a.at - b.at)) yield candidate;
}

function meaning(bound: Bound): string {
  if (bound.kind === 'condition') return bound.condition ?? bound.text;
  if (bound.kind === 'limit') return bound.text.replace(/\s/g, '');
  if (bound.kind === 'size') return `${bound.variable}${bound.max}`;
  if (bound.kind === 'value') return `${bound.of}${bound.max}`;
  return bound.kind === 'time' ? `s${bound.seconds}` : bound.kind === 'memory' ? `b${bound.bytes}` : bound.text;
}
