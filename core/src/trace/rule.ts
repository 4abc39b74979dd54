import { RuleError } from '../errors';

/** A rule as it was read. Evaluated by evaluate-rule.ts. */
export type Rule =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'text'; readonly value: string }
  /** A column, a pointer or `window`; `isOld` means the row above. */
  | { readonly kind: 'name'; readonly name: string; readonly isOld: boolean; readonly at: number }
  | { readonly kind: 'item'; readonly of: Rule; readonly index: Rule; readonly at: number }
  | {
      readonly kind: 'call';
      readonly name: FunctionName;
      /** One or several; over a list, `all(x > 0 for x in a)`, the first is worked out for each. */
      readonly given: readonly [Rule, ...Rule[]];
      readonly each: { readonly name: string; readonly of: Rule; readonly where: Rule | null } | null;
      readonly at: number;
    }
  | { readonly kind: 'choice'; readonly condition: Rule; readonly yes: Rule; readonly no: Rule; readonly at: number }
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
  'min',
  'max',
  'abs',
  'floor',
  'ceil',
  'sum',
  'count',
  'all',
  'any',
] as const;
export type FunctionName = (typeof functionNames)[number];

export const claims = ['falls', 'rises', 'never falls', 'never rises', 'is empty', 'is distinct'] as const;
export type Claim = (typeof claims)[number];

export type Sign =
  | ('==' | '!=' | '<' | '<=' | '>' | '>=' | 'in')
  | ('+' | '-' | '*' | '/' | '//' | '%')
  | ('&' | '|' | 'xor' | '<<' | '>>')
  | ('and' | 'or');

type RuleToken =
  | { readonly kind: 'number' | 'text' | 'word' | 'sign'; readonly text: string; readonly at: number }
  | { readonly kind: 'end'; readonly text: ''; readonly at: number };

/**
 * Reads a rule such as `sum == total(window)`, `stack falls`, `best >= old best`. Names with spaces are put in `[…]`-free
 * quotes of their own: 'max so far'. @throws RuleError with the position.
 */
export function readRule(text: string): Rule {
  return new RuleReader(ruleTokens(text), text.length).read();
}

/** Recursive descent over the tokens of a rule, the weakest operators first. */
class RuleReader {
  private next = 0;
  private depth = 0;

  constructor(
    private readonly tokens: readonly RuleToken[],
    private readonly end: number,
  ) {}

  read(): Rule {
    const rule = this.choice();
    if (this.peek().kind !== 'end')
      throw new RuleError(this.peek().at, 'the end of the rule, a comparison, “and” or “or”');
    return rule;
  }

  private peek(): RuleToken {
    return this.tokens[this.next] ?? { kind: 'end', text: '', at: this.end };
  }

  private isNext(...texts: string[]): boolean {
    return this.peek().kind !== 'text' && texts.includes(this.peek().text);
  }

  private take(): RuleToken {
    const token = this.peek();
    this.next++;
    return token;
  }

  private expect(wanted: string): void {
    if (!this.isNext(wanted)) throw new RuleError(this.peek().at, `“${wanted}”`);
    this.next++;
  }

  /** Reads a part inside of another. */
  private within(read: () => Rule): Rule {
    if (++this.depth > maxDepth) throw new RuleError(this.peek().at, 'fewer parts inside of each other');
    const rule = read();
    this.depth--;
    return rule;
  }

  private binary(operand: () => Rule, ...signs: string[]): Rule {
    let left = operand();
    while (this.isNext(...signs)) {
      const { text: sign, at } = this.take();
      left = { kind: 'operation', sign: signOf(sign), left, right: operand(), at };
    }
    return left;
  }

  /** `if i > 0 then best else 0`, or `best if i > 0 else 0`. */
  private choice(): Rule {
    if (this.isNext('if')) {
      const { at } = this.take();
      const condition = this.within(() => this.disjunction());
      this.expect('then');
      const yes = this.within(() => this.choice());
      this.expect('else');
      return { kind: 'choice', condition, yes, no: this.within(() => this.choice()), at };
    }
    const yes = this.disjunction();
    if (!this.isNext('if')) return yes;
    const { at } = this.take();
    const condition = this.within(() => this.disjunction());
    this.expect('else');
    return { kind: 'choice', condition, yes, no: this.within(() => this.choice()), at };
  }

  private disjunction(): Rule {
    return this.binary(() => this.conjunction(), 'or');
  }

  private conjunction(): Rule {
    return this.binary(() => this.negation(), 'and');
  }

  private negation(): Rule {
    if (!this.isNext('not')) return this.comparison();
    const { at } = this.take();
    return { kind: 'not', of: this.within(() => this.negation()), at };
  }

  private comparison(): Rule {
    const left = this.bits();
    const claim = this.claimAhead();
    if (claim) return { kind: 'claim', claim, of: left, at: this.peek().at };
    if (!this.isNext('==', '=', '!=', '≠', '<', '<=', '≤', '>', '>=', '≥', 'in')) return left;
    const { text: sign, at } = this.take();
    return { kind: 'operation', sign: signOf(sign), left, right: this.bits(), at };
  }

  private bits(): Rule {
    return this.binary(() => this.binary(() => this.shift(), '&'), '|', 'xor');
  }

  private shift(): Rule {
    return this.binary(() => this.sum(), '<<', '>>');
  }

  private claimAhead(): Claim | null {
    for (const claim of claims) {
      const words = claim.split(' ');
      if (
        !words.every(
          (word, index) =>
            this.tokens[this.next + index]?.kind === 'word' && this.tokens[this.next + index]?.text === word,
        )
      )
        continue;
      this.next += words.length;
      return claim;
    }
    return null;
  }

  private sum(): Rule {
    return this.binary(() => this.product(), '+', '-', '−');
  }

  private product(): Rule {
    return this.binary(() => this.unary(), '*', '·', '/', '//', '%', 'mod');
  }

  private unary(): Rule {
    if (!this.isNext('-', '−')) return this.item();
    const { at } = this.take();
    return { kind: 'negative', of: this.within(() => this.unary()), at };
  }

  private item(): Rule {
    let of = this.primary();
    while (this.isNext('[')) {
      const { at } = this.take();
      const index = this.within(() => this.choice());
      this.expect(']');
      of = { kind: 'item', of, index, at };
    }
    return of;
  }

  private primary(): Rule {
    const token = this.take();
    if (token.kind === 'number') return { kind: 'number', value: Number(token.text) };
    if (token.kind === 'text') return { kind: 'text', value: token.text };
    if (token.kind === 'sign' && token.text === '(') {
      const inner = this.within(() => this.choice());
      this.expect(')');
      return inner;
    }
    if (token.kind !== 'word' || reserved.has(token.text))
      throw new RuleError(token.at, 'a column, a pointer or a number');
    if (token.text === 'old') {
      const name = this.take();
      if (name.kind !== 'word') throw new RuleError(name.at, 'a column after “old”');
      return { kind: 'name', name: name.text, isOld: true, at: name.at };
    }
    if (!this.isNext('(')) return { kind: 'name', name: token.text, isOld: false, at: token.at };
    const called = functionNames.find((name) => name === (token.text === 'len' ? 'size' : token.text));
    if (!called) throw new RuleError(token.at, `one of ${functionNames.join(', ')}`);
    this.take();
    const first = this.within(() => this.disjunction());
    const each = this.isNext('for') ? this.each() : null;
    const others: Rule[] = [];
    while (!each && this.isNext(',')) {
      this.take();
      others.push(this.within(() => this.choice()));
    }
    this.expect(')');
    return { kind: 'call', name: called, given: [first, ...others], each, at: token.at };
  }

  /** `for x in a if x > 0` behind the first part of a call. */
  private each(): { readonly name: string; readonly of: Rule; readonly where: Rule | null } {
    this.take();
    const name = this.take();
    if (name.kind !== 'word' || reserved.has(name.text)) throw new RuleError(name.at, 'a name after “for”');
    this.expect('in');
    const of = this.within(() => this.bits());
    if (!this.isNext('if')) return { name: name.text, of, where: null };
    this.take();
    return { name: name.text, of, where: this.within(() => this.disjunction()) };
  }
}

const reserved = new Set([
  'and',
  'or',
  'not',
  'in',
  'mod',
  'is',
  'never',
  'falls',
  'rises',
  'if',
  'then',
  'else',
  'for',
  'xor',
]);
/** Characters of a rule, and how deep its parts may stand in each other. */
const maxLength = 2000;
const maxDepth = 40;

function ruleTokens(text: string): RuleToken[] {
  const pattern =
    /\s*(?:(\d+(?:\.\d+)?)|"([^"]*)"|'([^']*)'|([\p{L}_][\p{L}\p{N}_]*)|(==|!=|<=|>=|<<|>>|\/\/|[=≠<≤>≥+\-−*·/%&|,()[\]]))/uy;
  const tokens: RuleToken[] = [];
  if (text.length > maxLength) throw new RuleError(maxLength, 'a shorter rule');
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
