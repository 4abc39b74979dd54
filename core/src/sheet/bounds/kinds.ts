import { type End, type RangeKind, amountAt, isSymbol } from './bound';
import { type Subject, readSubject } from './subject';
import { type Token, textAt } from './tokens';
import { isMomentWord, isTimeUnit, nounMeaning } from './words';

/** What is known of names beside their ranges. */
export interface Names {
  /** The person's own word, by name. */
  readonly corrected: ReadonlyMap<string, RangeKind>;
  /** What the text says that a name counts, by name: `q queries`, `the number of test cases t`. */
  readonly told: ReadonlyMap<string, Told>;
  /** Every name alone that stands in the text. */
  readonly all: ReadonlySet<string>;
  /** Whether the text speaks of test cases. */
  readonly hasTests: boolean;
}

interface Told {
  readonly kind: RangeKind;
  readonly isChanging: boolean;
}

/** Reads what a text says of its names, wherever it says so. */
export function namesIn(tokens: readonly Token[], corrected: ReadonlyMap<string, RangeKind>): Names {
  const told = new Map<string, Told>();
  const all = new Set<string>();
  let hasTests = false;
  tokens.forEach((token, at) => {
    if (token.kind !== 'word') return;
    if (/^test(?:s|cases?)?$/i.test(token.text)) hasTests = true;
    if (!/^[A-Za-z]\d?$/.test(token.text)) return;
    if (!/^[aAI]$/.test(token.text) || readSubject(tokens, at) !== null) all.add(token.text);
    if (/^[aAI]$/.test(token.text)) return;
    const meaning = toldBehind(tokens, at + 1) ?? toldBefore(tokens, at - 1) ?? toldAfterDash(tokens, at + 1);
    if (meaning && !told.has(token.text)) told.set(token.text, meaning);
  });
  return { corrected, told, all, hasTests };
}

/** `q queries`, `t test cases`. */
function toldBehind(tokens: readonly Token[], at: number): Told | null {
  const isBracketed = textAt(tokens, at) === '(';
  const end = isBracketed ? tokens.slice(at, at + 24).findIndex(({ text }) => text === ')') : -1;
  const next = isBracketed ? at + end + 1 : at;
  const token = tokens[next];
  return token?.kind === 'word' && !(isBracketed && end < 0) && !token.isJoined
    ? toldByWord(textAt(tokens, next))
    : null;
}

/** `number of test cases t`, `length n`, `number n of towers`. */
function toldBefore(tokens: readonly Token[], at: number): Told | null {
  const word = textAt(tokens, at).toLowerCase();
  if (/^(?:number|count)$/.test(word) && /^of$/i.test(textAt(tokens, at + 2))) return toldNear(tokens, at + 3);
  if (/^(?:length|size)$/.test(word)) return { kind: 'size', isChanging: false };
  if (isMomentWord(word)) return { kind: 'moment', isChanging: false };
  for (let from = at; from > at - 6 && from >= 0; from--) {
    if (tokens[from]?.kind === 'end' || /^[.;:]$/.test(textAt(tokens, from))) return null;
    if (/^of$/i.test(textAt(tokens, from)) && /^(?:number|count)$/i.test(textAt(tokens, from - 1)))
      return toldNear(tokens, from + 1);
  }
  return null;
}

/** `t (1 ≤ t ≤ 10^4) — the number of test cases`, `n denotes the number of towers`. */
function toldAfterDash(tokens: readonly Token[], at: number): Told | null {
  let from = at;
  if (textAt(tokens, from) === '(') {
    const end = tokens.slice(from, from + 24).findIndex(({ text }) => text === ')');
    if (end < 0) return null;
    from += end + 1;
  }
  const joint = tokens[from];
  const isDash =
    joint !== undefined &&
    (/^[-,:—]$/.test(joint.text) || /^(?:is|denotes|denoting|means|representing)$/i.test(joint.text));
  if (!isDash) return null;
  const words = tokens.slice(from + 1, from + 5).map(({ text }) => text.toLowerCase());
  const of = words.indexOf('of');
  if (of > 0 && /^(?:number|count|amount)$/.test(words[of - 1] ?? ''))
    return toldNear(tokens, from + 1 + of + 1) ?? { kind: 'size', isChanging: false };
  if (words.includes('length') || words.includes('size')) return { kind: 'size', isChanging: false };
  return words.some(isMomentWord) ? { kind: 'moment', isChanging: false } : null;
}

function toldNear(tokens: readonly Token[], at: number): Told | null {
  for (let near = at; near < at + 3; near++) {
    const told = toldByWord(textAt(tokens, near));
    if (told) return told;
  }
  return null;
}

/** What a noun or a unit says of the number in front of it. */
export function toldByWord(word: string): Told | null {
  if (/^tests?$/i.test(word)) return { kind: 'tests', isChanging: false };
  const meaning = nounMeaning(word);
  if (meaning) return { kind: meaning.kind, isChanging: meaning.isChanging };
  return isTimeUnit(word) ? { kind: 'moment', isChanging: false } : null;
}

/** What kind of number a name is, by the person's word, the text, its form and last its letter. */
export function kindOf(subject: Subject, low: End | null, high: End | null, names: Names): Told {
  const plain = (kind: RangeKind): Told => ({ kind, isChanging: false });
  const corrected = names.corrected.get(subject.name) ?? names.corrected.get(subject.base);
  if (corrected) return { kind: corrected, isChanging: corrected === 'operations' };
  if (subject.form === 'noun') return kindOfNoun(subject);
  if (subject.form === 'length') return plain('size');
  if (subject.form === 'absolute') return plain('value');
  if (subject.form === 'indexed') return plain(isMomentName(subject.base) ? 'moment' : 'value');
  const told = names.told.get(subject.name);
  const min = amountAt(low);
  const max = amountAt(high);
  if (min !== null && min < 0) return plain('value');
  if (told) return told;
  const isOfNames = high !== null && isSymbol(high);
  return plain(isOfNames && subject.name === 't' ? 'value' : kindOfName(subject.name, min, max, names));
}

function kindOfNoun({ name, base }: Subject): Told {
  if (base === 'tests') return { kind: 'tests', isChanging: false };
  if (isTimeUnit(name) || isMomentWord(name)) return { kind: 'moment', isChanging: false };
  if (base.startsWith('each ')) return { kind: 'value', isChanging: false };
  const meaning = nounMeaning(name);
  return { kind: meaning?.kind ?? 'size', isChanging: meaning?.isChanging ?? false };
}

function isMomentName(base: string): boolean {
  return /^[tT]$/.test(base) || isMomentWord(base) || /(?:Time|_time|Times|Day)$/.test(base);
}

/** Larger counts than this are numbers to work on, not things one has in front of one. */
const largestCount = 1e12;

/** What decides between the kinds of a name alone. */
interface NameFacts {
  readonly min: number | null;
  readonly max: number | null;
  /** Whether one of these names stands in the text too. */
  readonly has: (...others: string[]) => boolean;
  readonly hasTests: boolean;
}

const sizeIf = (isSize: boolean): RangeKind => (isSize ? 'size' : 'value');
/** A count of independent inputs begins at one and is never large. */
const isTestCount = ({ min, max }: NameFacts): boolean => min !== null && min >= 1 && max !== null && max <= 1e5;
const isSmall = ({ max }: NameFacts, than: number): boolean => max === null || max <= than;

/** By convention: the first line that has the letter decides; all others are values. */
const letterKinds: readonly (readonly [letters: string, kind: (facts: NameFacts) => RangeKind])[] = [
  ['nmNM', () => 'size'],
  ['qQ', () => 'operations'],
  ['t', (facts) => (isTestCount(facts) && facts.hasTests ? 'tests' : 'moment')],
  ['T', (facts) => (isTestCount(facts) ? 'tests' : 'moment')],
  ['rR', ({ has }) => sizeIf(!has('l', 'L'))],
  ['wW', ({ has }) => sizeIf(has('h', 'H'))],
  ['V', ({ has }) => sizeIf(!has('u', 'U'))],
  ['c', (facts) => sizeIf(!facts.has('a', 'b') && (facts.min !== 0 || isSmall(facts, 1e6)))],
  ['dpegf', (facts) => sizeIf(facts.min !== null && facts.min >= 1 && isSmall(facts, 1e6))],
  ['khKEDPHC', (facts) => sizeIf(isSmall(facts, largestCount))],
];

function kindOfName(name: string, min: number | null, max: number | null, { all, hasTests }: Names): RangeKind {
  const facts: NameFacts = { min, max, hasTests, has: (...others) => others.some((it) => all.has(it)) };
  if (/^[A-Za-z]\d?$/.test(name)) {
    const [, kind] = letterKinds.find(([letters]) => letters.includes(name.charAt(0))) ?? [];
    return kind?.(facts) ?? 'value';
  }
  return kindOfWord(name, facts);
}

function kindOfWord(name: string, facts: NameFacts): RangeKind {
  if (/^(?:tc|TC|testCases?|tests?)$/.test(name)) return isTestCount(facts) ? 'tests' : 'moment';
  if (isMomentName(name)) return 'moment';
  if (/^(?:quer(?:y|ies)|operations?|calls?|ops)$/i.test(name)) return 'operations';
  const isCount = /(?:count|size|len|length|total|num)$|^num[A-Z_]/i.test(name);
  return sizeIf(
    isCount || /^(?:rows?|cols?|columns?|width|height|depth|items|elements|nodes|edges|vertices|people)$/i.test(name),
  );
}

/** The name by which a cost calls what is bounded. */
export function variableOf(subject: Subject): string {
  if (subject.form !== 'noun') return subject.form === 'plain' ? subject.name : subject.base;
  if (subject.base === 'tests') return 't';
  if (subject.base === 'length') return /^length of (\w+)$/.exec(subject.name)?.[1] ?? 'n';
  return nounMeaning(subject.name)?.variable ?? 'n';
}
