import { RuleError } from '../errors';

/** A rule as it was read. Evaluated by evaluate-rule.ts. */
export type Rule =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'text'; readonly value: string }
  /** A column, a pointer or `window`; `isOld` means the row above. */
  | { readonly kind: 'name'; readonly name: string; readonly isOld: boolean; readonly at: number }
  | { readonly kind: 'item'; readonly of: Rule; readonly index: Rule; readonly at: number }
  | { readonly kind: 'call'; readonly name: FunctionName; readonly argument: Rule; readonly at: number }
  | { readonly kind: 'negative' | 'not'; readonly of: Rule; readonly at: number }
  | { readonly kind: 'operation'; readonly sign: Sign; readonly left: Rule; readonly right: Rule; readonly at: number }
  | { readonly kind: 'claim'; readonly claim: Claim; readonly of: Rule; readonly at: number };

export const functionNames = [
  'size',
  'total',
  'largest',
  'smallest',
  'first',
  'last',
  'top',
  'distinct',
  'window',
  'keys',
  'values',
] as const;
export type FunctionName = (typeof functionNames)[number];

export const claims = ['falls', 'rises', 'never falls', 'never rises', 'is empty', 'is distinct'] as const;
export type Claim = (typeof claims)[number];

export type Sign = '==' | '!=' | '<' | '<=' | '>' | '>=' | '+' | '-' | '*' | '/' | '%' | 'and' | 'or' | 'in';

type RuleToken =
  | { readonly kind: 'number' | 'text' | 'word' | 'sign'; readonly text: string; readonly at: number }
  | { readonly kind: 'end'; readonly text: ''; readonly at: number };

/**
 * Reads a rule such as `sum == total(window)`, `stack falls`, `best >= old best`. Names with spaces are put in `[…]`-free
 * quotes of their own: 'max so far'. @throws RuleError with the position.
 */
export function readRule(text: string): Rule {
  const tokens = ruleTokens(text);
  let next = 0;
  const peek = (): RuleToken => tokens[next] ?? { kind: 'end', text: '', at: text.length };
  const isNext = (...texts: string[]): boolean => peek().kind !== 'text' && texts.includes(peek().text);
  const take = (): RuleToken => {
    const token = peek();
    next++;
    return token;
  };
  const expect = (wanted: string): void => {
    if (!isNext(wanted)) throw new RuleError(peek().at, `“${wanted}”`);
    next++;
  };

  const binary = (operand: () => Rule, ...signs: string[]): Rule => {
    let left = operand();
    while (isNext(...signs)) {
      const { text: sign, at } = take();
      left = { kind: 'operation', sign: signOf(sign), left, right: operand(), at };
    }
    return left;
  };
  const disjunction = (): Rule => binary(conjunction, 'or');
  const conjunction = (): Rule => binary(negation, 'and');
  const negation = (): Rule => {
    if (!isNext('not')) return comparison();
    const { at } = take();
    return { kind: 'not', of: negation(), at };
  };
  const comparison = (): Rule => {
    const left = sum();
    const claim = claimAhead();
    if (claim) return { kind: 'claim', claim, of: left, at: peek().at };
    if (!isNext('==', '=', '!=', '≠', '<', '<=', '≤', '>', '>=', '≥', 'in')) return left;
    const { text: sign, at } = take();
    return { kind: 'operation', sign: signOf(sign), left, right: sum(), at };
  };
  const claimAhead = (): Claim | null => {
    for (const claim of claims) {
      const words = claim.split(' ');
      if (!words.every((word, index) => tokens[next + index]?.kind === 'word' && tokens[next + index]?.text === word))
        continue;
      next += words.length;
      return claim;
    }
    return null;
  };
  const sum = (): Rule => binary(product, '+', '-', '−');
  const product = (): Rule => binary(unary, '*', '·', '/', '%', 'mod');
  const unary = (): Rule => {
    if (!isNext('-', '−')) return item();
    const { at } = take();
    return { kind: 'negative', of: unary(), at };
  };
  const item = (): Rule => {
    let of = primary();
    while (isNext('[')) {
      const { at } = take();
      const index = disjunction();
      expect(']');
      of = { kind: 'item', of, index, at };
    }
    return of;
  };
  const primary = (): Rule => {
    const token = take();
    if (token.kind === 'number') return { kind: 'number', value: Number(token.text) };
    if (token.kind === 'text') return { kind: 'text', value: token.text };
    if (token.kind === 'sign' && token.text === '(') {
      const inner = disjunction();
      expect(')');
      return inner;
    }
    if (token.kind !== 'word' || reserved.has(token.text))
      throw new RuleError(token.at, 'a column, a pointer or a number');
    if (token.text === 'old') {
      const name = take();
      if (name.kind !== 'word') throw new RuleError(name.at, 'a column after “old”');
      return { kind: 'name', name: name.text, isOld: true, at: name.at };
    }
    if (!isNext('(')) return { kind: 'name', name: token.text, isOld: false, at: token.at };
    const called = functionNames.find((name) => name === token.text);
    if (!called) throw new RuleError(token.at, `one of ${functionNames.join(', ')}`);
    take();
    const argument = disjunction();
    expect(')');
    return { kind: 'call', name: called, argument, at: token.at };
  };

  const rule = disjunction();
  if (peek().kind !== 'end') throw new RuleError(peek().at, 'the end of the rule, a comparison, “and” or “or”');
  return rule;
}

const reserved = new Set(['and', 'or', 'not', 'in', 'mod', 'is', 'never', 'falls', 'rises']);
const deepest = 2000;

function ruleTokens(text: string): RuleToken[] {
  const pattern =
    /\s*(?:(\d+(?:\.\d+)?)|"([^"]*)"|'([^']*)'|([\p{L}_][\p{L}\p{N}_]*)|(==|!=|<=|>=|[=≠<≤>≥+\-−*·/%()[\]]))/uy;
  const tokens: RuleToken[] = [];
  if (text.length > deepest) throw new RuleError(deepest, 'a shorter rule');
  while (pattern.lastIndex < text.length) {
    const start = pattern.lastIndex;
    const match = pattern.exec(text);
    if (!match) {
      if (text.slice(start).trim() === '') break;
      throw new RuleError(start + (/^\s*/.exec(text.slice(start))?.[0].length ?? 0), 'a column, a number or a sign');
    }
    const [, number, quoted, named, word, sign = ''] = match;
    const raw = match[0];
    const at = start + raw.length - raw.trimStart().length;
    if (number !== undefined) tokens.push({ kind: 'number', text: number, at });
    else if (quoted !== undefined) tokens.push({ kind: 'text', text: quoted, at });
    else if (named !== undefined) tokens.push({ kind: 'word', text: named, at });
    else if (word !== undefined) tokens.push({ kind: 'word', text: word, at });
    else tokens.push({ kind: 'sign', text: sign, at });
  }
  return tokens;
}

function signOf(text: string): Sign {
  const spelled: Readonly<Record<string, Sign>> = {
    '=': '==',
    '≠': '!=',
    '≤': '<=',
    '≥': '>=',
    '−': '-',
    '·': '*',
    mod: '%',
  };
  return spelled[text] ?? (text as Sign);
}
