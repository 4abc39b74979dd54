import { type Subject, readSubject } from './subject';
import { type Token, textAt } from './tokens';
import { isJoiningWord, isMomentWord, isTextName, nounMeaning } from './words';

/** What a comparison in words is about. */
export interface About {
  readonly subject: Subject;
  /** Whether the sum of all is compared, and not each. */
  readonly isSum: boolean;
  /** Index of the first token that belongs to it. */
  readonly from: number;
}

/** More words back than this nothing is looked for. */
const maxBack = 14;
const verbs =
  /^(?:is|are|be|was|has|have|contains?|holds?|takes?|comes?|of|can|may|will|must|should|always|all|itself|each|both|not|with|an?|the|integer|lies?|consists?)$/i;

/**
 * The names or the noun before a comparison at a token: “the length of s is …”, “x and y are …”, “the number of rooms is …”.
 * `noun` is what stands behind the number, such as `letters`. Null where nothing is named.
 */
export function subjectsBefore(
  tokens: readonly Token[],
  at: number,
  since: number,
  noun: Subject | null,
): readonly About[] | null {
  const first = clauseStart(tokens, Math.max(since, at - maxBack), at);
  const words = tokens.slice(first, at).map(({ text }) => text.toLowerCase());
  let last = words.length - 1;
  while (last >= 0 && verbs.test(words[last] ?? '') && !isNameBefore(tokens, first + last)) last -= 1;
  const isSum = words.includes('sum') || words.includes('total');
  const isLength = words.some((word) => /^(?:length|lengths|len|size|long)$/.test(word));
  const isText = noun !== null && /^(?:characters?|chars?|letters?|digits?|symbols?)$/i.test(noun.name);
  const names = namesUpTo(tokens, first, first + last);
  if (names.length > 0)
    return names.map(({ subject, from }) => {
      const isOfLength = (isLength || isText) && subject.form === 'plain' && !isCounted(subject, words, isText);
      return { subject: isOfLength ? lengthOf(subject) : subject, isSum, from };
    });
  const subject = isLength ? lengthInWords(words) : nounBefore(words, last, noun);
  return subject && [{ subject, isSum, from: first + last }];
}

/** “the length of the longest run whose sum is at most b”: what stands before “whose” is not what is compared. */
function clauseStart(tokens: readonly Token[], first: number, at: number): number {
  for (let index = at - 1; index >= first; index--)
    if (/^(?:whose|where|such)$/i.test(textAt(tokens, index))) return index + 1;
  return first;
}

function lengthInWords(words: readonly string[]): Subject {
  const text = words.find((word) => isTextName(word));
  return { form: 'noun', name: text === undefined ? 'length' : `length of ${text}`, base: 'length' };
}

const measured = /^(?:values?|weights?|heights?|prices?|costs?|coordinates?|sum|answer)$/;

/** “each value is at most 9”, “the number of lamps is …”; “strings of at most 50 letters” are bounded by the noun behind. */
function nounBefore(words: readonly string[], last: number, noun: Subject | null): Subject | null {
  if (noun !== null || !/^\w/.test(words[last] ?? '')) return null;
  const of = words.findIndex(
    (word, index) => word === 'of' && /^(?:number|count|amount)$/.test(words[index - 1] ?? ''),
  );
  const counted = of >= 0 && nounMeaning(words[of + 1] ?? '') !== null ? words[of + 1] : undefined;
  const word = counted ?? words[last] ?? '';
  if (of >= 0 || words.includes('number')) return { form: 'noun', name: word, base: word };
  const isNoun = nounMeaning(word) !== null || measured.test(word) || isMomentWord(word);
  return isNoun ? { form: 'noun', name: word, base: `each ${word}` } : null;
}

/** `s has length n`, `n is the length`: the name counts, and is not what is counted. */
function isCounted({ name }: Subject, words: readonly string[], isText: boolean): boolean {
  return !isText && !isTextName(name) && /^(?:n|m|k|l|len)$/i.test(name) && !words.includes(`of`);
}

function lengthOf(subject: Subject): Subject {
  return { form: 'length', name: `|${subject.name}|`, base: subject.base };
}

/** Whether the article `a` is a name here, as in “a and b are at most 5”. */
function isNameBefore(tokens: readonly Token[], at: number): boolean {
  return textAt(tokens, at) === 'a' && /^(?:and|is|are)$/i.test(textAt(tokens, at + 1));
}

/** The names that end at a token: `n`, `x and y`, `a[i]`. */
function namesUpTo(tokens: readonly Token[], first: number, last: number): { subject: Subject; from: number }[] {
  const found: { subject: Subject; from: number; next: number }[] = [];
  for (let at = first; at <= last; ) {
    const read = readSubject(tokens, at);
    const isName =
      read !== null &&
      read.next <= last + 1 &&
      (read.value.form !== 'plain' || (/^[A-Za-z]\d?$/.test(read.value.name) && !/^[AI]$/.test(read.value.name)));
    if (isName) {
      found.push({ subject: read.value, from: at, next: read.next });
      at = read.next;
    } else at += 1;
  }
  // Only names in one row with the last word: what stands farther away is told of, and not bounded.
  const joined: { subject: Subject; from: number }[] = [];
  let end = last + 1;
  for (const it of [...found].reverse()) {
    const between = tokens.slice(it.next, end);
    const isNear =
      joined.length === 0
        ? between.length <= 6 && between.every(isLight)
        : between.length === 1 && between.every(isLight);
    if (!isNear) break;
    joined.unshift(it);
    end = it.from;
  }
  return joined;
}

function isLight({ kind, text }: Token): boolean {
  return (
    text === ',' ||
    text === '(' ||
    text === ')' ||
    (kind === 'word' && (isJoiningWord(text) || /^(?:over|cases?|tests?|across|length)$/i.test(text)))
  );
}
