/** A word of a notation and where it begins. */
export interface Token {
  readonly text: string;
  readonly at: number;
  /** Whether it was quoted; then it means itself. */
  readonly isQuoted: boolean;
}

/**
 * Words parted by spaces, commas or semicolons. Quotes hold a word together, and so do brackets: `(6, 6)` is one word,
 * `(6,6)`. Square and curly brackets around all of it are read over.
 */
export function tokensOf(text: string, from = 0): Token[] {
  const ends = bracketEnds(text);
  const inner = innerOf(text, ends, '[{');
  if (inner) return tokensOf(inner.text, from + inner.at);
  const tokens: Token[] = [];
  let at = 0;
  while (at < text.length) {
    if (/[\s,;]/.test(text.charAt(at))) {
      at++;
      continue;
    }
    const quoted = text[at] === '"' ? text.indexOf('"', at + 1) : -1;
    if (quoted >= 0) {
      tokens.push({ text: text.slice(at + 1, quoted), at: from + at, isQuoted: true });
      at = quoted + 1;
      continue;
    }
    const start = at;
    while (at < text.length && !/[\s,;"]/.test(text.charAt(at))) at = (ends.get(at) ?? at) + 1;
    if (at === start) at++;
    else tokens.push({ text: tightened(text.slice(start, at)), at: from + start, isQuoted: false });
  }
  return tokens;
}

/** The items of a word in brackets, `(6,6)` or `[1,2]`; null where it is none. */
export function tupleOf(word: string): readonly Token[] | null {
  if (!/^[[(]/.test(word)) return null;
  const inner = innerOf(word, bracketEnds(word), '[(');
  return inner && tokensOf(inner.text, inner.at);
}

/** The parts of a notation between bars, with where each begins; a bar in quotes is a letter. */
export function partsOf(text: string): { readonly text: string; readonly at: number }[] {
  return splitAt(text, '|');
}

/** What a cell says may go on in several ways: its possibilities, parted by `||`. */
export function possibilitiesOf(text: string): { readonly text: string; readonly at: number }[] {
  return splitAt(text, '||');
}

function splitAt(text: string, sign: string): { readonly text: string; readonly at: number }[] {
  const parts: { text: string; at: number }[] = [];
  let [start, isQuoted] = [0, false];
  for (let index = 0; index <= text.length; index++) {
    if (text[index] === '"') isQuoted = !isQuoted;
    if (index === text.length || (!isQuoted && text.startsWith(sign, index))) {
      parts.push({ text: text.slice(start, index), at: start });
      start = index + sign.length;
      index = start - 1;
    }
  }
  return parts;
}

const closing: Readonly<Record<string, string>> = { '(': ')', '[': ']', '{': '}' };

/** Where each bracket that is closed ends; brackets in quotes are letters. */
function bracketEnds(text: string): ReadonlyMap<number, number> {
  const ends = new Map<number, number>();
  const open: number[] = [];
  let isQuoted = false;
  for (let at = 0; at < text.length; at++) {
    const sign = text.charAt(at);
    if (sign === '"') isQuoted = !isQuoted;
    else if (isQuoted) continue;
    else if (Object.hasOwn(closing, sign)) open.push(at);
    else if (/[)\]}]/.test(sign)) {
      const start = open.at(-1);
      if (start === undefined || closing[text.charAt(start)] !== sign) continue;
      ends.set(start, at);
      open.pop();
    }
  }
  return ends;
}

/** What stands in brackets, where one pair of these kinds holds all of it. */
function innerOf(
  text: string,
  ends: ReadonlyMap<number, number>,
  kinds: string,
): { readonly text: string; readonly at: number } | null {
  const start = text.search(/\S/);
  if (start < 0 || !kinds.includes(text.charAt(start))) return null;
  const end = ends.get(start);
  return end !== undefined && text.slice(end + 1).trim() === ''
    ? { text: text.slice(start + 1, end), at: start + 1 }
    : null;
}

/** A word with what stands in its brackets parted by commas alone. */
function tightened(word: string): string {
  return /[\s;]/.test(word) ? word.replace(/\s*[,;]\s*|(?<=[^\s([{])\s+(?=[^\s)\]}])/g, ',').replace(/\s+/g, '') : word;
}
