import { readAmount } from './amount';
import type { Read } from './amount';
import { type Bound, type ConditionId, type Placeless, type PropertyId, conditions } from './bound';
import { readInterval } from './chain';
import { PhraseBook, phrase } from './phrases';
import { type Subject, readSubject } from './subject';
import { type Token, textAt } from './tokens';
import { isFillerWord } from './words';

export type Requirement = Placeless<Exclude<Bound, { kind: 'correction' | 'same' | 'relation' | 'code' }>>;

const condition = (text: string, id: ConditionId) =>
  phrase<Requirement | null>(text, { kind: 'condition', condition: id });
const property = (text: string, id: PropertyId) =>
  phrase<Requirement | null>(text, { kind: 'property', property: id, name: '' });
const alphabet = (text: string, size: number) => phrase<Requirement | null>(text, { kind: 'alphabet', size, name: '' });
const cost = (text: string, resource: 'time' | 'space', spelled: string) =>
  phrase<Requirement | null>(text, { kind: 'cost', resource, cost: spelled, isEach: false });
/** What looks like one of the others and says that it does not hold. */
const not = (text: string) => phrase<Requirement | null>(text, null);

const book = new PhraseBook<Requirement | null>([
  ...Object.entries(conditions).map(([id, words]) =>
    condition(words.replace(/,/g, '').replace('only comparisons', 'only comparisons'), id as ConditionId),
  ),
  condition('no extra|additional|auxiliary space|memory|storage|structure|structures|array', 'no-extra-space'),
  condition('without extra|additional|auxiliary|using space|memory|storage|extra space|memory?', 'no-extra-space'),
  condition('without using? any? extra|additional space|memory', 'no-extra-space'),
  condition('in-place', 'no-extra-space'),
  condition('in place', 'no-extra-space'),
  condition('constant|O(1) extra|additional|auxiliary|working? space|memory|storage', 'no-extra-space'),
  condition('constant|O(1) space|memory|storage', 'no-extra-space'),
  condition('constant amount of extra? space|memory', 'no-extra-space'),
  condition(
    'do|must|may|should not change|modify|mutate|alter the? original? input|array|list|data|string|grid|matrix|tree|nums',
    'keep-input',
  ),
  condition(
    "don't|cannot|can't|mustn't change|modify|mutate|alter the? original? input|array|list|data|string|grid|matrix|tree",
    'keep-input',
  ),
  condition(
    'without changing|modifying|mutating|altering the? original? input|array|list|data|string|grid|matrix|tree',
    'keep-input',
  ),
  condition('not modifying|changing|mutating the? input|array|list|data', 'keep-input'),
  condition('the? input|array|list must not be changed|modified|altered', 'keep-input'),
  condition('read-only', 'keep-input'),
  condition('read only', 'keep-input'),
  condition('in? one|1|single pass', 'one-pass'),
  condition('in? a single|one pass', 'one-pass'),
  condition('one-pass|single-pass', 'one-pass'),
  condition('as a stream', 'one-pass'),
  condition('streaming', 'one-pass'),
  condition('constant time per|for each|every? _', 'constant-operation'),
  condition('constant|O(1) per|each operation|call|query|step', 'constant-operation'),
  condition('O(1) time per|for each|every? _', 'constant-operation'),
  condition('O(1) per _', 'constant-operation'),
  condition('constant|O(1) for each|every _', 'constant-operation'),
  condition('each|every _ in|takes|must? run? in? O(1) time?', 'constant-operation'),
  condition('each|every _ in constant time', 'constant-operation'),
  condition(
    'each|every operation|call|method|function must|should run|work|take in? O(1)|constant average? time?',
    'constant-operation',
  ),
  condition('online', 'online'),
  condition('answer|answers each|every query|question before the next _?', 'online'),
  condition('each answer before the next question|query', 'online'),
  condition('comparisons only', 'comparisons-only'),
  condition('only by? comparisons|comparing', 'comparisons-only'),
  condition('no|without recursion|recursive', 'no-recursion'),
  condition('without recursive calls', 'no-recursion'),
  condition('iteratively|iterative only', 'no-recursion'),
  condition('no|without branch|branches|branching', 'no-branching'),
  condition('no|without if|conditionals|conditions', 'no-branching'),

  not('not necessarily sorted|distinct|unique|different|all'),
  not('not sorted|distinct|unique'),
  not('may|can|might be equal|empty|unsorted'),
  not('may|can|might contain duplicates'),
  not('unsorted'),
  not('need|needs|must not be? all? distinct|sorted|unique|different'),
  property('non-empty', 'non-empty'),
  property('nonempty', 'non-empty'),
  property('not empty', 'non-empty'),
  property('is|are never empty', 'non-empty'),
  property(
    'already? sorted in? non-decreasing|nondecreasing|ascending|increasing|non-increasing|descending|decreasing order?',
    'sorted',
  ),
  property('already? sorted', 'sorted'),
  property('in non-decreasing|ascending|increasing|descending order', 'sorted'),
  property('strictly? increasing|ascending', 'sorted'),
  property('all? pairwise? distinct', 'distinct'),
  property('all? unique', 'distinct'),
  property('all|pairwise different', 'distinct'),
  property('no duplicates', 'distinct'),
  property('without duplicates', 'distinct'),
  property('no two _? are? the? equal|alike|same|identical', 'distinct'),
  property('a? permutation of', 'permutation'),
  property('all? positive integers|numbers', 'positive'),
  property('is|are always? even', 'even'),
  property('is|are always? odd', 'odd'),
  property('is|are always? prime', 'prime'),
  property('is|are always? a? power|powers of two|2', 'power-of-two'),

  alphabet('lowercase|lower-case english|latin? letters|characters|alphabet', 26),
  alphabet('lowercase|lower-case', 26),
  alphabet('lower case english|latin? letters', 26),
  alphabet('small english|latin? letters', 26),
  alphabet('uppercase|upper-case english|latin? letters|characters|alphabet', 26),
  alphabet('upper case english|latin? letters', 26),
  alphabet('uppercase|upper-case', 26),
  alphabet(
    'lowercase|lower-case|upper|uppercase and|or uppercase|upper-case|lowercase|lower english|latin? letters',
    52,
  ),
  alphabet('upper- and lowercase letters', 52),
  alphabet('english|latin letters', 52),
  alphabet('lowercase|lower-case english|latin? letters and|or digits', 36),
  alphabet('letters and digits', 62),
  alphabet('english|latin letters and digits', 62),
  alphabet('alphanumeric', 62),
  alphabet('alphanumeric characters', 62),
  alphabet('consists|consist of only? decimal? digits only?', 10),
  alphabet('only|decimal digits', 10),
  alphabet('digits only', 10),
  alphabet('binary string|strings', 2),
  alphabet('zeros and ones', 2),
  alphabet('printable ascii characters?', 95),
  alphabet('ascii characters|letters', 128),
  alphabet('parentheses|brackets only', 6),

  cost('linear time', 'time', 'n'),
  cost('linear runtime|complexity', 'time', 'n'),
  cost('logarithmic time', 'time', 'log n'),
  cost('sublinear time', 'time', 'log n'),
  cost('quadratic time', 'time', 'n^2'),
  cost('linear space|memory', 'space', 'n'),
]);

/** Reads a condition, a property of the input, an alphabet, or a time or memory limit that begins at a token. */
export function readRequirement(tokens: readonly Token[], at: number, since: number): Read<Requirement | null> | null {
  const limit =
    readMemory(tokens, at) ?? readTime(tokens, at) ?? readCost(tokens, at) ?? readLetterRange(tokens, at, since);
  if (limit) return limit;
  const found = book.at(tokens, at);
  if (!found) return null;
  const span =
    found.meaning?.kind === 'property' && found.meaning.property === 'permutation'
      ? readInterval(tokens, found.next)
      : null;
  const hasName = found.meaning?.kind === 'alphabet' || found.meaning?.kind === 'property';
  // “is not sorted” says nothing that could be counted on.
  if (hasName && tokens.slice(Math.max(0, at - 2), at).some(({ text }) => /^(?:not|never)$/i.test(text)))
    return { value: null, next: found.next };
  const isOfValues = found.meaning?.kind === 'property' && found.meaning.property === 'positive';
  const value = hasName && !isOfValues ? { ...found.meaning, name: nameBefore(tokens, at, since) } : found.meaning;
  return { value, next: span?.next ?? found.next };
}

/** The name that a property or an alphabet is of: the last one in the same sentence, or the word before the verb. */
function nameBefore(tokens: readonly Token[], at: number, since: number): string {
  // “a string s (1 ≤ |s| ≤ 9) of lowercase letters” goes on behind what was read.
  const first = /^of$/i.test(textAt(tokens, at - 1)) ? 0 : since;
  let name = '';
  for (let index = sentenceStart(tokens, at, Math.max(first, at - 14)); index < at; ) {
    const read = readSubject(tokens, index);
    const next = read?.next ?? index + 1;
    if (read && isNamed(read.value, textAt(tokens, next))) ({ name } = read.value);
    index = next;
  }
  return name;
}

function sentenceStart(tokens: readonly Token[], at: number, first: number): number {
  for (let before = at - 1; before >= first; before--) {
    const token = tokens[before];
    if (token?.kind === 'end' || token?.text === ';' || (token?.text === '.' && !token.isJoined)) return before + 1;
  }
  return first;
}

/** Whether a subject is a name: a letter, `a[i]`, or a word before its verb, as in “nums is sorted”. */
function isNamed({ name, form }: Subject, next: string): boolean {
  if (/^[A-Za-z]\d?$/.test(name)) return name !== 'A' && name !== 'I';
  return form !== 'plain' || (/^(?:is|are|consists?|contains?|has|have)$/i.test(next) && !isFillerWord(name));
}

const memoryUnits: ReadonlyMap<string, number> = new Map(
  Object.entries({
    kb: 1e3,
    kib: 1024,
    mb: 1e6,
    mib: 1024 ** 2,
    gb: 1e9,
    gib: 1024 ** 3,
    kilobytes: 1e3,
    megabyte: 1e6,
    megabytes: 1e6,
    mebibytes: 1024 ** 2,
    gigabyte: 1e9,
    gigabytes: 1e9,
  }),
);

function readMemory(tokens: readonly Token[], at: number): Read<Requirement> | null {
  const start = skipWords(tokens, at, /^(?:memory|ml|limit|usage|per|test|:|-|is|of)$/i);
  const number = readDecimal(tokens, start);
  const unit = number && memoryUnits.get(textAt(tokens, number.next).toLowerCase());
  if (!number || unit === undefined || unit === null) return null;
  const isSaid = /^of$/i.test(textAt(tokens, number.next + 1)) && /^memory$/i.test(textAt(tokens, number.next + 2));
  return { value: { kind: 'memory', bytes: number.value * unit }, next: number.next + (isSaid ? 3 : 1) };
}

const timeUnits: ReadonlyMap<string, number> = new Map(
  Object.entries({
    ms: 0.001,
    millisecond: 0.001,
    milliseconds: 0.001,
    s: 1,
    sec: 1,
    secs: 1,
    second: 1,
    seconds: 1,
    min: 60,
    minute: 60,
    minutes: 60,
  }),
);

/** A time alone between the ends of a line or commas is a limit; in a sentence it is one where the words say so. */
function readTime(tokens: readonly Token[], at: number): Read<Requirement> | null {
  const start = skipWords(tokens, at, /^(?:time|tl|limit|runtime|per|test|:|-|is|of|within|under)$/i);
  const number = readDecimal(tokens, start);
  const unit = number && timeUnits.get(textAt(tokens, number.next).toLowerCase());
  if (!number || unit === undefined || unit === null) return null;
  let next = number.next + 1;
  const words = tokens.slice(at, start).map(({ text }) => text.toLowerCase());
  const isNamed = words.some((word) => /^(?:time|tl|limit|runtime)$/.test(word));
  const isWithin =
    words.some((word) => /^(?:within|under)$/.test(word)) ||
    /^(?:runs?|limit|limited|finish|timeout)$/i.test(textAt(tokens, at - 1)) ||
    /^(?:runs?|finish|work)$/i.test(textAt(tokens, at - 2));
  if (/^(?:per|for)$/i.test(textAt(tokens, next)) && tokens[next + 1]?.kind === 'word') {
    next += /^each$/i.test(textAt(tokens, next + 1)) ? 3 : 2;
    if (/^cases?$/i.test(textAt(tokens, next))) next += 1;
  }
  const isAlone = isEdge(tokens[at - 1]) && !/^and$/i.test(textAt(tokens, at - 1)) && isEdge(tokens[next]);
  return isNamed || isWithin || isAlone
    ? { value: { kind: 'time', seconds: rounded(number.value * unit) }, next }
    : null;
}

function rounded(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}

function isEdge(token: Token | undefined): boolean {
  return token === undefined || token.kind === 'end' || /^[,;.()/]$/.test(token.text) || /^and$/i.test(token.text);
}

/** A number; `1,5` is one and a half. */
function readDecimal(tokens: readonly Token[], at: number): Read<number> | null {
  const read = readAmount(tokens, at);
  if (!read) return null;
  const decimals = tokens[read.next + 1];
  const isComma =
    textAt(tokens, read.next) === ',' &&
    tokens[read.next]?.isJoined === true &&
    decimals?.isJoined === true &&
    /^\d{1,2}$/.test(decimals.text);
  return isComma
    ? { value: Number(`${read.value.value}.${decimals.text}`), next: read.next + 2 }
    : { value: read.value.value, next: read.next };
}

function skipWords(tokens: readonly Token[], from: number, words: RegExp): number {
  let at = from;
  while (at < from + 6 && words.test(textAt(tokens, at))) at += 1;
  return at;
}

/** `O(n) time`, `O(1) extra space`, `time complexity O(n log n)`, `in O(log n)`. */
function readCost(tokens: readonly Token[], at: number): Read<Requirement> | null {
  const start = skipWords(
    tokens,
    at,
    /^(?:time|runtime|space|memory|extra|additional|complexity|of|is|must|should|be|in|an?|:|run|at|most|overall|total)$/i,
  );
  const token = tokens[start];
  if (token?.kind !== 'cost') return null;
  const spelled = token.text
    .replace(/^[OΘΩ]\s?\(/, '')
    .replace(/\)$/, '')
    .trim();
  const before = tokens.slice(at, start).map(({ text }) => text.toLowerCase());
  const behind = skipWords(
    tokens,
    start + 1,
    /^(?:extra|additional|auxiliary|runtime|overall|average|amortised|amortized|worst-case)$/i,
  );
  const unit = textAt(tokens, behind).toLowerCase();
  const isSpace = /^(?:space|memory)$/.test(unit) || before.includes('space') || before.includes('memory');
  const isTime =
    /^(?:time|complexity|runtime)$/.test(unit) || before.some((word) => /^(?:time|runtime|in|run)$/.test(word));
  let next = /^(?:time|space|memory|complexity|runtime)$/.test(unit) ? behind + 1 : start + 1;
  if (/^complexity$/i.test(textAt(tokens, next))) next += 1;
  const isEach = /^(?:per|for|each)$/i.test(textAt(tokens, next));
  if (spelled === '1' && saysEach(tokens, at))
    return { value: { kind: 'condition', condition: 'constant-operation' }, next };
  if (isEach || (!isSpace && !isTime && !(isEdge(tokens[at - 1]) && isEdge(tokens[next])))) return null;
  if (isSpace && spelled === '1') return { value: { kind: 'condition', condition: 'no-extra-space' }, next };
  return {
    value: { kind: 'cost', resource: isSpace ? 'space' : 'time', cost: spelled, isEach: saysEach(tokens, at) },
    next,
  };
}

/** Whether a cost is of each operation and not of all. */
function saysEach(tokens: readonly Token[], at: number): boolean {
  for (let before = at - 1; before >= Math.max(0, at - 10); before--) {
    if (tokens[before]?.kind === 'end' || textAt(tokens, before) === '.') return false;
    if (/^(?:each|every|per)$/i.test(textAt(tokens, before))) return true;
  }
  return false;
}

const letterRanges: ReadonlyMap<string, number> = new Map(Object.entries({ az: 26, AZ: 26, '09': 10 }));

/** `'a' to 'z'`, `a-z`, `[A-Z]`. */
function readLetterRange(tokens: readonly Token[], at: number, since: number): Read<Requirement> | null {
  const isQuote = (token: Token | undefined): boolean => token !== undefined && /^['"‘’“”]$/.test(token.text);
  let next = isQuote(tokens[at]) || textAt(tokens, at) === '[' ? at + 1 : at;
  const first = textAt(tokens, next);
  if (!/^[aA0]$/.test(first)) return null;
  next += isQuote(tokens[next + 1]) ? 2 : 1;
  if (!/^(?:-|to|…|through|and)$/i.test(textAt(tokens, next))) return null;
  next += isQuote(tokens[next + 1]) ? 2 : 1;
  const last = textAt(tokens, next);
  const size = letterRanges.get(first + last);
  if (size === undefined) return null;
  next += isQuote(tokens[next + 1]) || textAt(tokens, next + 1) === ']' ? 2 : 1;
  return { value: { kind: 'alphabet', size, name: nameBefore(tokens, at, since) }, next };
}
