import { CostError } from '../errors';
import { type CostToken, costTokens } from './cost-tokens';
import { constantOf } from './constant';
import type { CostExpression, CostFunction } from './expression';

/**
 * Reads a cost in the usual spellings: `O(n log n)`, `n*m`, `nm`, `n²`, `2^n`, `√n`, `V+E`, `min(n, m)`, `α(n)`,
 * `constant`, `O(n) + O(m)`. Words about what is counted (`amortised`, `expected`, `worst case`) are read over.
 * @throws CostError with the position where reading stopped and what was expected there.
 */
export function readCost(text: string): CostExpression {
  return new CostReader(text).read();
}

const functionNames: ReadonlyMap<string, CostFunction> = new Map<string, CostFunction>(
  Object.entries({
    sqrt: 'sqrt',
    min: 'min',
    max: 'max',
    alpha: 'alpha',
    α: 'alpha',
    choose: 'choose',
    binom: 'choose',
    c: 'choose',
  } as const),
);
const deepest = 40;

class CostReader {
  private readonly tokens: readonly CostToken[];
  private next = 0;
  private depth = 0;

  constructor(private readonly text: string) {
    this.tokens = costTokens(text);
  }

  read(): CostExpression {
    const [first, second] = this.tokens;
    // “O n log n”: the letter before a bare cost is no variable.
    if (first && /^[OoΘθΩΟ]$/.test(first.text) && second?.kind === 'word') this.next++;
    const expression = this.sum();
    if (this.peek().kind !== 'end') this.fail('an operator or the end');
    return oneCase(expression);
  }

  private sum(): CostExpression {
    if (++this.depth > deepest) this.fail('fewer nested parentheses');
    let sum: CostExpression = this.take('-') ? { kind: 'number', value: -this.negated() } : this.product();
    for (;;) {
      if (this.take('+')) {
        const term = this.product();
        sum = sum.kind === 'sum' ? { kind: 'sum', terms: [...sum.terms, term] } : { kind: 'sum', terms: [sum, term] };
      } else if (this.take('-')) sum = { kind: 'difference', from: sum, less: this.product() };
      else break;
    }
    this.depth--;
    return sum;
  }

  /** After a leading minus only a number makes sense, as in n^(-1). */
  private negated(): number {
    const token = this.peek();
    if (token.kind !== 'number') return this.fail('a number');
    this.next++;
    return Number(token.text);
  }

  private product(): CostExpression {
    let product = this.power();
    for (;;) {
      if (this.peek().text === 'choose' && this.tokens[this.next + 1]?.text !== '(') {
        this.next++;
        product = { kind: 'call', name: 'choose', args: [product, this.power()] };
        continue;
      }
      if (this.take('*') || this.startsFactor()) {
        const factor = this.power();
        product =
          product.kind === 'product'
            ? { kind: 'product', factors: [...product.factors, factor] }
            : { kind: 'product', factors: [product, factor] };
      } else if (this.take('/')) product = { kind: 'quotient', of: product, by: this.divisor() };
      else return product;
    }
  }

  private divisor(): CostExpression {
    const at = this.next;
    const divisor = this.power();
    if (constantOf(divisor) === 0)
      throw new CostError(this.tokens[at]?.at ?? 0, 'a divisor that is not zero', this.text);
    return divisor;
  }

  private power(): CostExpression {
    let base = this.atom();
    for (;;) {
      if (this.take('!')) base = { kind: 'factorial', of: base };
      else if (this.take('^')) base = { kind: 'power', base, exponent: this.exponent() };
      else return base;
    }
  }

  /** Powers bind to the right: 2^n^2 is 2^(n^2). */
  private exponent(): CostExpression {
    if (this.take('-')) return { kind: 'number', value: -this.negated() };
    const base = this.atom();
    return this.take('^') ? { kind: 'power', base, exponent: this.exponent() } : base;
  }

  private atom(): CostExpression {
    const token = this.peek();
    if (token.kind === 'number') {
      this.next++;
      return { kind: 'number', value: Number(token.text) };
    }
    if (token.kind === 'word') {
      this.next++;
      return this.named(token);
    }
    if (this.take('√')) return { kind: 'call', name: 'sqrt', args: [this.rooted()] };
    if (this.take('(')) return this.group();
    return this.fail('a variable, a number or a parenthesis');
  }

  /** √n log n is √n times log n, so a root takes one atom with its power. */
  private rooted(): CostExpression {
    const base = this.atom();
    return this.take('!') ? { kind: 'factorial', of: base } : base;
  }

  private group(): CostExpression {
    const inner = this.sum();
    if (!this.take(')')) this.fail('a closing parenthesis');
    return inner;
  }

  private named(token: CostToken): CostExpression {
    const isFollowed = this.peek().kind === 'sign' && this.peek().text === '(';
    if (/^[OoΘθΩΟ]$/.test(token.text) && this.take('(')) return this.group();
    if (/^(?:log|lg|ln)$/.test(token.text)) return this.logarithm(token.text);
    const name = functionNames.get(token.text.length > 1 || token.text === 'α' ? token.text : token.text.toLowerCase());
    if (name === undefined || (token.text.length === 1 && token.text !== 'α' && !isFollowed)) return variable(token);
    if (name === 'choose' && token.text.length === 1 && !this.hasComma()) return variable(token);
    return this.call(name);
  }

  /** `log n`, `log(n)`, `log^2 n`, `log_2 n`, `log2(n)`, `log* n`, `log log n`. */
  private logarithm(word: string): CostExpression {
    let base: number | null = word === 'ln' ? Math.E : word === 'lg' ? 2 : null;
    if (this.take('_')) base = this.baseOfLogarithm();
    else if (this.peek().kind === 'number' && this.tokens[this.next + 1]?.kind !== 'end') base = this.baseOfLogarithm();
    if (this.peek().text === '*' && this.isGlued()) {
      this.next++;
      return { kind: 'call', name: 'slowlog', args: [this.argument()] };
    }
    const exponent = this.take('^') ? this.exponent() : null;
    const logarithm: CostExpression = { kind: 'logarithm', of: this.argument(), base };
    return exponent ? { kind: 'power', base: logarithm, exponent } : logarithm;
  }

  private baseOfLogarithm(): number | null {
    const token = this.peek();
    if (token.kind === 'number') {
      this.next++;
      return Number(token.text);
    }
    this.atom();
    return null;
  }

  /** What a function without parentheses takes: an atom with its power, or another logarithm. */
  private argument(): CostExpression {
    if (this.take('(')) return this.group();
    return this.power();
  }

  private call(name: CostFunction): CostExpression {
    const isSingle = name !== 'min' && name !== 'max' && name !== 'choose';
    const exponent = this.take('^') ? this.exponent() : null;
    const args: CostExpression[] = [];
    if (this.take('(')) {
      do args.push(this.sum());
      while (this.take(','));
      if (!this.take(')')) this.fail('a closing parenthesis');
    } else if (isSingle) args.push(this.rooted());
    else this.fail('an opening parenthesis');
    if (isSingle && args.length !== 1 && name !== 'alpha') this.fail('one argument');
    if (name === 'choose' && args.length !== 2) this.fail('two arguments');
    const call: CostExpression = { kind: 'call', name, args };
    return exponent ? { kind: 'power', base: call, exponent } : call;
  }

  /** Whether the parenthesis that opens here holds a comma: C(n, k) is n over k, C(n) is C times n. */
  private hasComma(): boolean {
    let depth = 0;
    for (let index = this.next; index < this.tokens.length; index++) {
      const { text } = this.tokens[index] ?? { text: '' };
      if (text === '(') depth++;
      else if (text === ')' && --depth === 0) return false;
      else if (text === ',' && depth === 1) return true;
    }
    return false;
  }

  /** Whether the star stands right behind “log” and before a blank or a variable: the iterated logarithm. */
  private isGlued(): boolean {
    const [before, star] = [this.tokens[this.next - 1], this.peek()];
    return before !== undefined && before.at + before.text.length === star.at;
  }

  private startsFactor(): boolean {
    const { kind, text } = this.peek();
    return kind === 'number' || kind === 'word' || text === '(' || text === '√';
  }

  private peek(): CostToken {
    return this.tokens[this.next] ?? { kind: 'end', text: '', at: this.text.length };
  }

  private take(sign: string): boolean {
    if (this.peek().kind !== 'sign' || this.peek().text !== sign) return false;
    this.next++;
    return true;
  }

  private fail(expected: string): never {
    throw new CostError(this.peek().at, expected, this.text);
  }
}

function variable({ text }: CostToken): CostExpression {
  return { kind: 'variable', name: text };
}

/**
 * People write N and n for the same thing: a capital N, M, K or Q is the small one, unless both stand in the cost.
 * The v and e of a graph are V and E.
 */
function oneCase(expression: CostExpression): CostExpression {
  const names = new Set<string>();
  rename(expression, (name) => {
    names.add(name);
    return name;
  });
  const isGraph = names.has('v') && names.has('e');
  const renamed = (name: string): string => {
    if (isGraph && (name === 'v' || name === 'e')) return name.toUpperCase();
    return /^[NMKQ]$/.test(name) && !names.has(name.toLowerCase()) ? name.toLowerCase() : name;
  };
  return [...names].every((name) => renamed(name) === name) ? expression : rename(expression, renamed);
}

function rename(expression: CostExpression, to: (name: string) => string): CostExpression {
  const inside = (it: CostExpression): CostExpression => rename(it, to);
  switch (expression.kind) {
    case 'number':
      return expression;
    case 'variable':
      return { kind: 'variable', name: to(expression.name) };
    case 'sum':
      return { kind: 'sum', terms: expression.terms.map(inside) };
    case 'difference':
      return { kind: 'difference', from: inside(expression.from), less: inside(expression.less) };
    case 'product':
      return { kind: 'product', factors: expression.factors.map(inside) };
    case 'quotient':
      return { kind: 'quotient', of: inside(expression.of), by: inside(expression.by) };
    case 'power':
      return { kind: 'power', base: inside(expression.base), exponent: inside(expression.exponent) };
    case 'factorial':
      return { kind: 'factorial', of: inside(expression.of) };
    case 'logarithm':
      return { kind: 'logarithm', of: inside(expression.of), base: expression.base };
    case 'call':
      return { kind: 'call', name: expression.name, args: expression.args.map(inside) };
  }
}
