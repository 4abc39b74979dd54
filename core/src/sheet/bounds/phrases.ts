import { type Token, textAt } from './tokens';

/**
 * A phrase over words: `no extra|additional space|memory`. A bar is a choice, a question mark behind a word makes it
 * optional, `_` stands for any one word, and `O(…)` for a cost.
 */
export interface Phrase<Meaning> {
  readonly words: readonly { readonly choices: ReadonlySet<string>; readonly isOptional: boolean }[];
  readonly meaning: Meaning;
}

export function phrase<Meaning>(text: string, meaning: Meaning): Phrase<Meaning> {
  const words = text.split(' ').map((word) => ({
    choices: new Set(word.replace(/\?$/, '').split('|')),
    isOptional: word.endsWith('?'),
  }));
  return { words, meaning };
}

/** Finds the longest of many phrases at a token, by their first words. */
export class PhraseBook<Meaning> {
  private readonly byFirst = new Map<string, Phrase<Meaning>[]>();

  constructor(phrases: readonly Phrase<Meaning>[]) {
    for (const it of phrases)
      for (const word of firstWordsOf(it)) this.byFirst.set(word, [...(this.byFirst.get(word) ?? []), it]);
  }

  /** @returns the meaning, and the index behind the phrase. */
  at(tokens: readonly Token[], index: number): { readonly meaning: Meaning; readonly next: number } | null {
    const word = wordAt(tokens, index);
    let best: { meaning: Meaning; next: number } | null = null;
    for (const { words, meaning } of word === null ? [] : (this.byFirst.get(word) ?? [])) {
      const next = matched(words, tokens, index);
      if (next !== null && next > (best?.next ?? index)) best = { meaning, next };
    }
    return best;
  }
}

function firstWordsOf<Meaning>({ words }: Phrase<Meaning>): string[] {
  const first: string[] = [];
  for (const { choices, isOptional } of words) {
    first.push(...choices);
    if (!isOptional) break;
  }
  return first;
}

function matched(words: Phrase<unknown>['words'], tokens: readonly Token[], from: number): number | null {
  let at = from;
  for (const { choices, isOptional } of words) {
    // “online, each answer before the next question”: a comma inside a phrase changes nothing.
    if (at > from && textAt(tokens, at) === ',' && choices.has(wordAt(tokens, at + 1) ?? '')) at += 1;
    const word = wordAt(tokens, at);
    if (word !== null && (choices.has(word) || choices.has('_'))) at += 1;
    else if (!isOptional) return null;
  }
  return at;
}

function wordAt(tokens: readonly Token[], index: number): string | null {
  const token = tokens[index];
  if (token?.kind === 'cost') return token.text.replace(/\s/g, '') === 'O(1)' ? 'O(1)' : 'O(…)';
  return token?.kind === 'word' || token?.kind === 'number' ? token.text.toLowerCase().replace(/’/g, "'") : null;
}
