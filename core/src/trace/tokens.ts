/** A word of a notation and where it begins. */
export interface Token {
  readonly text: string;
  readonly at: number;
  /** Whether it was quoted; then it means itself. */
  readonly isQuoted: boolean;
}

/** Words parted by spaces, commas or semicolons; quotes hold a word together. Brackets around all of it are read over. */
export function tokensOf(text: string, from = 0): Token[] {
  const tokens: Token[] = [];
  const pattern = /"([^"]*)"|[^\s,;"]+/g;
  const inner = /^(\s*)[[({](?!-?\d+\]=)(.*)[\])}]\s*$/s.exec(text);
  const [start, words] = inner ? [from + (inner[1] ?? '').length + 1, inner[2] ?? ''] : [from, text];
  for (const match of words.matchAll(pattern)) {
    tokens.push({ text: match[1] ?? match[0], at: start + match.index, isQuoted: match[1] !== undefined });
  }
  return tokens;
}

/** The parts of a notation between bars, with where each begins; a bar in quotes is a letter. */
export function partsOf(text: string): { readonly text: string; readonly at: number }[] {
  const parts: { text: string; at: number }[] = [];
  let [start, isQuoted] = [0, false];
  for (let index = 0; index <= text.length; index++) {
    if (text[index] === '"') isQuoted = !isQuoted;
    if (index === text.length || (text[index] === '|' && !isQuoted)) {
      parts.push({ text: text.slice(start, index), at: start });
      start = index + 1;
    }
  }
  return parts;
}
