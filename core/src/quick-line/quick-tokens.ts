import { daysFromDate } from './quick-day';

/** One token of a quick line: `[start, end)` offsets into the line, and its text. */
export interface QuickToken {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** A token's text with quotes taken away, and whether a quote was left open. */
export interface Unquoted {
  readonly text: string;
  readonly isQuoted: boolean;
  readonly isOpen: boolean;
}

/**
 * Cuts a quick line into tokens. Blanks separate tokens, but neither inside double quotes nor inside the parentheses of
 * a cost, nor between a number and its unit, nor in a date. Every character that is not blank belongs to exactly one token.
 */
export function tokenizeQuickLine(line: string): QuickToken[] {
  const tokens: QuickToken[] = [];
  let at = 0;
  while (at < line.length) {
    if (isBlank(line, at)) {
      at++;
      continue;
    }
    const end = isCostStart(line, at) ? endOfCost(line, at) : (endOfCount(line, at) ?? endOfWord(line, at));
    tokens.push({ start: at, end, text: line.slice(at, end) });
    at = end;
  }
  return tokens;
}

/** Reads a text that may be in quotes; inside them `\"` is a quote and `\\` a backslash. */
export function unquote(text: string): Unquoted {
  if (!text.startsWith('"')) return { text, isQuoted: false, isOpen: false };
  let inner = '';
  for (let at = 1; at < text.length; at++) {
    const character = text.charAt(at);
    if (character === '"') return { text: inner + text.slice(at + 1), isQuoted: true, isOpen: false };
    if (character === '\\' && at + 1 < text.length) inner += text.charAt(++at);
    else inner += character;
  }
  return { text: inner, isQuoted: true, isOpen: true };
}

/** The inverse of `unquote`. */
export function quote(text: string): string {
  return `"${text.replace(/[\\"]/g, '\\$&')}"`;
}

/** Whether a cost such as `O(n)` begins here: only at the start of a token. */
export function isCostStart(line: string, at: number): boolean {
  return /^[oO]\(/.test(line.slice(at, at + 2));
}

function endOfCost(line: string, start: number): number {
  let depth = 0;
  for (let at = start + 1; at < line.length; at++) {
    if (line[at] === '(') depth++;
    if (line[at] === ')' && --depth === 0) return endOfWord(line, at + 1);
  }
  return trimmedEnd(line, start);
}

function endOfWord(line: string, start: number): number {
  let at = start;
  while (at < line.length && !isBlank(line, at)) {
    if (opensQuote(line, start, at)) {
      const close = closingQuote(line, at);
      if (close < 0) return trimmedEnd(line, start);
      return close + 1;
    }
    at++;
  }
  return at;
}

/** A number and its unit are one token: `40 min`, `2 attempts`. So is a date in words, `20 Nov 2026` or `Nov 20, 2026`. */
function endOfCount(line: string, start: number): number | null {
  const text = line.slice(start, start + 40);
  const count = /^\d{1,4}\s+(?:min|mins|minutes?|hrs?|hours?|attempts?|tries)(?=\s|$)/i.exec(text);
  const date = /^(?:\d{1,2}\.?\s\p{L}+\.?|\p{L}+\.?\s\d{1,2}(?:st|nd|rd|th)?),?\s\d{4}(?=\s|$)/u.exec(text);
  if (count) return start + count[0].length;
  return date && daysFromDate(date[0]).length > 0 ? start + date[0].length : null;
}

/** Quotes open at the start of a token, after one of the marks, or after `word:`; elsewhere a quote is a plain sign. */
function opensQuote(line: string, start: number, at: number): boolean {
  return line[at] === '"' && (at === start || /^(?:[#!~=@]|[a-z]+:)$/i.test(line.slice(start, at)));
}

function closingQuote(line: string, open: number): number {
  for (let at = open + 1; at < line.length; at++) {
    if (line[at] === '\\') at++;
    else if (line[at] === '"') return at;
  }
  return -1;
}

function trimmedEnd(line: string, start: number): number {
  return start + line.slice(start).trimEnd().length;
}

function isBlank(line: string, at: number): boolean {
  return /\s/.test(line.charAt(at));
}
