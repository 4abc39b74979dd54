import type { Read } from './amount';
import { type Token, textAt } from './tokens';
import { isJoiningWord, isTextName } from './words';

/** What a bound is about. */
export interface Subject {
  readonly form: 'plain' | 'indexed' | 'length' | 'absolute' | 'noun';
  /** As it is written: `a[i]`, `|s|`, `s.length`. */
  readonly name: string;
  /** The name alone: `a`, `s`. */
  readonly base: string;
}

/** More pieces than this no index has. */
const maxIndex = 12;
const lengthWords = /^(?:len|length|size|strlen|count|sizeof)$/i;

/** What was read at the tokens of a text, as every reader of a token asks for it again. */
const known = new WeakMap<readonly Token[], (Read<Subject> | null | undefined)[]>();

/** Reads a name that begins at a token: `n`, `a[i]`, `a_i`, `grid[i][j]`, `|s|`, `s.length`, `len(a)`. */
export function readSubject(tokens: readonly Token[], at: number): Read<Subject> | null {
  const read = known.get(tokens) ?? [];
  if (read.length === 0) known.set(tokens, read);
  const found = read[at] === undefined ? subjectAt(tokens, at) : read[at];
  read[at] = found;
  return found;
}

function subjectAt(tokens: readonly Token[], at: number): Read<Subject> | null {
  const token = tokens[at];
  if (token?.text === '|') return readBars(tokens, at);
  if (token?.kind !== 'word' || (isJoiningWord(token.text) && !isArticleName(tokens, at))) return null;
  if (lengthWords.test(token.text) && textAt(tokens, at + 1) === '(') {
    const inner = readName(tokens, at + 2);
    if (inner && textAt(tokens, inner.next) === ')')
      return {
        value: { ...inner.value, form: 'length', name: `${token.text}(${inner.value.name})` },
        next: inner.next + 1,
      };
  }
  const name = readName(tokens, at);
  if (!name) return null;
  const accessor = tokens[name.next + 1];
  if (
    textAt(tokens, name.next) === '.' &&
    tokens[name.next]?.isJoined &&
    accessor?.isJoined &&
    lengthWords.test(accessor.text)
  ) {
    const isCall = textAt(tokens, name.next + 2) === '(' && textAt(tokens, name.next + 3) === ')';
    return {
      value: { ...name.value, form: 'length', name: `${name.value.name}.${accessor.text}` },
      next: name.next + (isCall ? 4 : 2),
    };
  }
  return name;
}

/** `a ≤ b`: the article is a name where a sign or an index stands behind it. */
function isArticleName(tokens: readonly Token[], at: number): boolean {
  const next = tokens[at + 1];
  return (
    /^[aA]$/.test(textAt(tokens, at)) &&
    (next?.kind === 'sign' ||
      (next?.kind === 'operator' && next.text !== '-') ||
      next?.text === ',' ||
      next?.text === '|' ||
      (next?.text === '[' && next.isJoined))
  );
}

function readName(tokens: readonly Token[], at: number): Read<Subject> | null {
  const token = tokens[at];
  if (token?.kind !== 'word') return null;
  const [base = ''] = token.text.split(/_|(?=[₀-₉ᵢⱼₖₙₘ])/);
  let [name, next] = [token.text, at + 1];
  while (textAt(tokens, next) === '[' && tokens[next]?.isJoined === true) {
    const end = closing(tokens, next);
    if (end === null) break;
    name += tokens
      .slice(next, end + 1)
      .map(({ text }) => text)
      .join('');
    next = end + 1;
  }
  // `Node.val`: a part of each thing.
  const part = tokens[next + 1];
  if (
    textAt(tokens, next) === '.' &&
    tokens[next]?.isJoined &&
    part?.kind === 'word' &&
    part.isJoined &&
    !lengthWords.test(part.text)
  )
    return { value: { form: 'indexed', name: `${name}.${part.text}`, base: part.text }, next: next + 2 };
  // `x1` and `max_size` are names of their own; `a_i` and `a_1` are one of many.
  const isIndexed = name !== token.text || /_(?:\w|\w,\s?\w|\d+)$|[₀-₉ᵢⱼₖₙₘ]$/.test(token.text);
  return { value: { form: isIndexed ? 'indexed' : 'plain', name, base }, next };
}

function closing(tokens: readonly Token[], open: number): number | null {
  let depth = 0;
  for (let at = open; at < Math.min(tokens.length, open + maxIndex); at++) {
    const text = tokens[at]?.text;
    if (text === '[') depth += 1;
    if (text === ']' && --depth === 0) return at;
    if (tokens[at]?.kind === 'end') return null;
  }
  return null;
}

/** `|s|` is a length, `|x|` and `|a_i|` are amounts without their sign, and so is `|x - y|`. */
function readBars(tokens: readonly Token[], at: number): Read<Subject> | null {
  const inner = readName(tokens, at + 1);
  if (!inner) return null;
  const { base, form, name } = inner.value;
  if (textAt(tokens, inner.next) === '|') {
    const isLength = form === 'plain' ? !/^[xyzd]\d*$/.test(base) : isTextName(base);
    return {
      value: { form: isLength ? 'length' : 'absolute', name: isLength ? `|${name}|` : name, base },
      next: inner.next + 1,
    };
  }
  if (textAt(tokens, inner.next) !== '-') return null;
  const other = readName(tokens, inner.next + 1);
  return other && textAt(tokens, other.next) === '|'
    ? { value: { form: 'absolute', name: `${name} - ${other.value.name}`, base }, next: other.next + 1 }
    : null;
}

/** More pieces than this no end has that goes by names. */
const maxSymbol = 24;

/** Reads an end that goes by names: `n·n`, `2n`, `n^2`, `n(n-1)/2`, `min(n, m)`. Null where it holds no name. */
export function readSymbol(tokens: readonly Token[], at: number): Read<string> | null {
  const sum = readSum(tokens, at, at + maxSymbol);
  return sum?.hasName ? { value: sum.value, next: sum.next } : null;
}

type SymbolRead = Read<string> & { readonly hasName: boolean };

function readSum(tokens: readonly Token[], at: number, end: number): SymbolRead | null {
  let sum = readFactor(tokens, at, end);
  while (sum && sum.next < end) {
    const operator = tokens[sum.next];
    const isOperator = operator?.kind === 'operator' && /^[-+·/]$/.test(operator.text);
    const isSilent = operator !== undefined && operator.isJoined && (operator.text === '(' || operator.kind === 'word');
    if (!isOperator && !isSilent) return sum;
    const other = readFactor(tokens, sum.next + (isOperator ? 1 : 0), end);
    if (!other) return sum;
    const sign = !isOperator
      ? '·'
      : operator.text === '+' || operator.text === '-'
        ? ` ${operator.text} `
        : operator.text;
    sum = { value: sum.value + sign + other.value, next: other.next, hasName: sum.hasName || other.hasName };
  }
  return sum;
}

function readFactor(tokens: readonly Token[], at: number, end: number): SymbolRead | null {
  const base = readBase(tokens, at, end);
  if (!base) return null;
  const raised = tokens[base.next];
  if (raised?.kind === 'raised' && raised.isJoined)
    return { ...base, value: `${base.value}^${raised.text}`, next: base.next + 1 };
  if (raised?.text !== '^') return base;
  const exponent = readBase(tokens, base.next + 1, end);
  return (
    exponent && {
      value: `${base.value}^${exponent.value}`,
      next: exponent.next,
      hasName: base.hasName || exponent.hasName,
    }
  );
}

function readBase(tokens: readonly Token[], at: number, end: number): SymbolRead | null {
  const token = tokens[at];
  if (!token || at >= end) return null;
  if (token.kind === 'number') return { value: token.text, next: at + 1, hasName: false };
  if (token.text === '(') {
    const inner = readSum(tokens, at + 1, end);
    return inner && textAt(tokens, inner.next) === ')'
      ? { ...inner, value: `(${inner.value})`, next: inner.next + 1 }
      : null;
  }
  if (/^(?:min|max|log)$/.test(token.text) && textAt(tokens, at + 1) === '(') {
    const first = readSum(tokens, at + 2, end);
    const second = first && textAt(tokens, first.next) === ',' ? readSum(tokens, first.next + 1, end) : null;
    const last = second ?? first;
    if (!first || !last || textAt(tokens, last.next) !== ')') return null;
    const parts = second ? `${first.value}, ${second.value}` : first.value;
    return { value: `${token.text}(${parts})`, next: last.next + 1, hasName: true };
  }
  const subject = readSubject(tokens, at);
  const isShort = subject !== null && (subject.value.form !== 'plain' || /^[A-Za-z]\w{0,2}$/.test(subject.value.base));
  return isShort ? { value: subject.value.name, next: subject.next, hasName: true } : null;
}
