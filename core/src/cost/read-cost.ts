import { CostError } from '../errors';
import type { CostExpression, CostFunction } from './expression';

/**
 * Reads a cost in the usual spellings: `O(n log n)`, `n*m`, `n²`, `2^n`, `sqrt n`, `V+E`, `constant`.
 * Words about what is counted (`amortised`, `expected`, `average`, `worst case`) are read over.
 * @throws CostError with the position where reading stopped.
 */
export function readCost(text: string): CostExpression {
  return new CostReader(text).read();
}

interface Token {
  readonly kind: 'number' | 'word' | 'sign' | 'end';
  readonly text: string;
  readonly at: number;
}

const functionNames: Readonly<Record<string, CostFunction>> = {
  log: 'log',
  lg: 'log',
  ln: 'log',
  sqrt: 'sqrt',
  min: 'min',
  max: 'max',
  alpha: 'alpha',
  α: 'alpha',
};
const wordCosts: Readonly<Record<string, string>> = {
  constant: '1',
  logarithmic: 'log n',
  linear: 'n',
  linearithmic: 'n log n',
  quadratic: 'n^2',
  cubic: 'n^3',
  exponential: '2^n',
};
const readOver = /\b(?:amorti[sz]ed|on average|average|expected|worst[ -]case|worst|time|space|extra|auxiliary)\b/gi;
const superscripts = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const longest = 200;
const deepest = 40;

class CostReader {
  private readonly tokens: readonly Token[];
  private next = 0;
  private depth = 0;

  constructor(private readonly text: string) {
    if (text.length > longest) throw new CostError(longest, `at most ${longest} characters`, text);
    this.tokens = tokenize(text);
  }

  read(): CostExpression {
    const expression = this.sum();
    if (this.peek().kind !== 'end') this.fail('an operator or the end');
    return expression;
  }

  private sum(): CostExpression {
    if (++this.depth > deepest) this.fail('fewer nested parentheses');
    const terms = [this.product()];
    while (this.take('+')) terms.push(this.product());
    this.depth--;
    return terms.length === 1 && terms[0] ? terms[0] : { kind: 'sum', terms };
  }

  private product(): CostExpression {
    const factors = [this.power()];
    for (;;) {
      if (this.take('*') || this.startsFactor()) factors.push(this.power());
      else if (this.take('/'))
        factors.push({ kind: 'power', base: this.power(), exponent: { kind: 'number', value: -1 } });
      else break;
    }
    return factors.length === 1 && factors[0] ? factors[0] : { kind: 'product', factors };
  }

  private power(): CostExpression {
    let base = this.atom();
    if (this.take('!')) base = { kind: 'factorial', of: base };
    return this.take('^') ? { kind: 'power', base, exponent: this.exponent() } : base;
  }

  private exponent(): CostExpression {
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
      const name = functionNames[token.text.toLowerCase()];
      return name ? this.call(name) : { kind: 'variable', name: token.text };
    }
    if (this.take('√')) return { kind: 'call', name: 'sqrt', args: [this.atom()] };
    if (this.take('(')) {
      const inner = this.sum();
      if (!this.take(')')) this.fail('a closing parenthesis');
      return inner;
    }
    return this.fail('a variable, a number or a parenthesis');
  }

  /** `log n`, `log(n)`, `log^2 n`, `log_2 n`, `min(n, m)`. */
  private call(name: CostFunction): CostExpression {
    if (name === 'log' && this.take('_')) this.atom();
    else if (name === 'log' && this.peek().kind === 'number') this.next++;
    const exponent = this.take('^') ? this.exponent() : null;
    const args: CostExpression[] = [];
    if (this.take('(')) {
      do args.push(this.sum());
      while (this.take(','));
      if (!this.take(')')) this.fail('a closing parenthesis');
    } else {
      args.push(this.power());
    }
    const call: CostExpression = { kind: 'call', name, args };
    return exponent ? { kind: 'power', base: call, exponent } : call;
  }

  private startsFactor(): boolean {
    const token = this.peek();
    return token.kind === 'number' || token.kind === 'word' || token.text === '(' || token.text === '√';
  }

  private peek(): Token {
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

function tokenize(text: string): Token[] {
  const source = unwrapped(text);
  const tokens: Token[] = [];
  const pattern = /\s+|(\d+(?:\.\d+)?)|(α|[A-Za-z]+'?)|([⁰¹²³⁴⁵⁶⁷⁸⁹]+)|(\*\*|[-+*·×⋅/^!(),_√])|(.)/gsu;
  for (const match of source.matchAll(pattern)) {
    const [, number, word, raised, sign, other] = match;
    const at = match.index;
    if (number !== undefined) tokens.push({ kind: 'number', text: number, at });
    else if (word !== undefined) tokens.push(...wordTokens(word, at));
    else if (raised !== undefined) {
      const digits = [...raised].map((digit) => superscripts.indexOf(digit)).join('');
      tokens.push({ kind: 'sign', text: '^', at }, { kind: 'number', text: digits, at });
    } else if (sign !== undefined) tokens.push({ kind: 'sign', text: plainSign(sign), at });
    else if (other !== undefined) throw new CostError(at, 'a variable, a number or an operator', text);
  }
  return tokens;
}

/** `nlogn` is `n log n`; `nm` is left as one name, for nobody can know. */
function wordTokens(word: string, at: number): Token[] {
  const glued = /^([A-Za-z])(log|sqrt)([A-Za-z]?)$/.exec(word);
  if (!glued) return [{ kind: 'word', text: word, at }];
  const [, before = '', name = '', after = ''] = glued;
  return [before, name, after].filter((part) => part !== '').map((part): Token => ({ kind: 'word', text: part, at }));
}

function plainSign(sign: string): string {
  return sign === '·' || sign === '×' || sign === '⋅' ? '*' : sign === '**' ? '^' : sign;
}

/** Takes away `O(…)`, `Θ(…)` and words about what is counted, keeping every offset by putting blanks in their place. */
function unwrapped(text: string): string {
  const bare = text.replace(readOver, (word) => ' '.repeat(word.length));
  const spelled = wordCosts[bare.trim().toLowerCase()];
  if (spelled) return spelled;
  return bare.replace(/^(\s*)[OoΘθΩ](\s*\()/u, '$1 $2');
}
