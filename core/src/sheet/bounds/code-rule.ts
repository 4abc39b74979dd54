import { type Read, readAmount } from './amount';
import type { Bound, CodeMeasure, Placeless } from './bound';
import { PhraseBook, phrase } from './phrases';
import { type Token, textAt } from './tokens';

export type CodeRule = Placeless<Extract<Bound, { kind: 'code' }>>;

const measured = (text: string, measure: CodeMeasure) => phrase(text, measure);

/** What an interviewer counts in code. */
const things = new PhraseBook<CodeMeasure>([
  measured('conditionals|conditional|ifs|if|branches|branch', 'conditionals'),
  measured('conditional|if|branching statements|statement|expressions', 'conditionals'),
  measured('loops|loop', 'loops'),
  measured('for|while loops|loop', 'loops'),
  measured('nested loops|loop', 'nested loops'),
  measured('lines of code', 'lines'),
  measured('functions|helpers', 'functions'),
  measured('library|built-in|builtin|standard sort|sorts|sorting', 'library sorts'),
  measured('library|built-in|builtin sort function|functions|method|methods|call|calls', 'library sorts'),
]);

/** What may not occur at all. Recursion and branches are conditions of their own, which the idea is asked for as well. */
const forbidden: ReadonlySet<CodeMeasure> = new Set(['loops', 'nested loops', 'library sorts', 'functions']);

/** Words before a number, and what they take from it. */
const atMost: readonly (readonly [words: readonly string[], less: number])[] = [
  [['fewer', 'than'], 1],
  [['less', 'than'], 1],
  [['under'], 1],
  [['at', 'most'], 0],
  [['no', 'more', 'than'], 0],
  [['not', 'more', 'than'], 0],
  [['up', 'to'], 0],
  [['a', 'maximum', 'of'], 0],
  [['only'], 0],
];

/** Reads a rule of the code that begins at a token: `fewer than two conditionals`, `no library sort`. */
export function readCodeRule(tokens: readonly Token[], at: number): Read<CodeRule> | null {
  const token = tokens[at];
  if (token?.kind !== 'word' || !beginnings.has(token.text.toLowerCase())) return null;
  for (const [words, less] of atMost) {
    if (!words.every((word, index) => textAt(tokens, at + index).toLowerCase() === word)) continue;
    const amount = readCount(tokens, at + words.length);
    const found = amount && things.at(tokens, amount.next);
    if (found && amount.value - less >= 0)
      return { value: { kind: 'code', measure: found.meaning, most: amount.value - less }, next: found.next };
  }
  if (!/^(?:no|without|avoid)$/i.test(textAt(tokens, at))) return null;
  let next = at + 1;
  while (next < at + 4 && /^(?:using|a|any|the)$/i.test(textAt(tokens, next))) next++;
  const found = things.at(tokens, next);
  return found && forbidden.has(found.meaning)
    ? { value: { kind: 'code', measure: found.meaning, most: 0 }, next: found.next }
    : null;
}

const beginnings = new Set(['no', 'without', 'avoid', ...atMost.map(([[first = '']]) => first)]);

const numberWords = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

function readCount(tokens: readonly Token[], at: number): Read<number> | null {
  const word = numberWords.indexOf(textAt(tokens, at).toLowerCase());
  if (word >= 0) return { value: word, next: at + 1 };
  const amount = readAmount(tokens, at);
  return amount && Number.isInteger(amount.value.value) ? { value: amount.value.value, next: amount.next } : null;
}
