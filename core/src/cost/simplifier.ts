import { type CostExpression, formatCost } from './expression';
import { type Limit, type Term, dominant, isWithinSum, one, termOf } from './growth';
import { polynomialText, termText, termsText } from './growth-text';
import {
  type Polynomial,
  add,
  alphaPlace,
  constant,
  isNumber,
  logFactorial,
  monomial,
  multiply,
  numberOf,
  polynomial,
  raise,
  scale,
  slowlogPlace,
  subtract,
} from './polynomial';

/** Why a step of simplifying may be taken. */
export type StepKind = 'constant' | 'base' | 'dominated' | 'subtracted' | 'largest' | 'rewritten' | 'limited';

/** One step: what stood there, what stands there now, and a sentence that says why. */
export interface CostStep {
  readonly kind: StepKind;
  readonly from: string;
  readonly to: string;
  readonly why: string;
}

/** A cost without constants, bases of logarithms and dominated terms. */
export interface NormalCost {
  /** The same for every spelling, such as `O(n·log n)`; reads back as itself. */
  readonly text: string;
  /** Dominant terms, none within another. */
  readonly terms: readonly Term[];
  /** What is known of parts that cannot be taken apart: min(a, b) is at most a. */
  readonly limits: readonly Limit[];
}

const maxTerms = 48;

/** Takes one expression apart; keeps the steps and what is known of what it cannot take apart. */
export class Simplifier {
  private readonly known: Limit[] = [];

  constructor(
    private readonly assumed: readonly Limit[],
    /** Where the steps are noted; null where nobody asks for them. */
    private readonly steps: CostStep[] | null = null,
  ) {}

  simplify(expression: CostExpression): NormalCost {
    const terms = this.dominant(this.termsOf(expression));
    return { text: `O(${termsText(terms)})`, terms, limits: this.known };
  }

  private termsOf(expression: CostExpression): Term[] {
    switch (expression.kind) {
      case 'number':
        if (expression.value !== 1) this.step('constant', expression, () => '1', 'a number does not grow');
        return [one];
      case 'variable':
        return [this.variable(expression.name)];
      case 'sum':
        return this.dominant(expression.terms.flatMap((term) => (term.kind === 'number' ? [one] : this.termsOf(term))));
      case 'difference':
        this.step('subtracted', expression, () => formatCost(expression.from), 'what is taken away changes no growth');
        return this.termsOf(expression.from);
      case 'product':
        return this.product(expression.factors);
      case 'quotient':
        return this.quotient(expression.of, expression.by);
      case 'factorial':
        return [this.factorial(expression)];
      case 'power':
        return this.power(expression);
      case 'logarithm':
        return this.logarithm(expression);
      case 'call':
        return this.call(expression);
    }
  }

  private variable(name: string): Term {
    const number = this.assumed
      .map((limit) => (limit.variable === name ? limit.atMost : null))
      .find((it) => typeof it === 'number');
    if (number === undefined) return monomial(name, 1);
    this.steps?.push({ kind: 'limited', from: name, to: '1', why: `${name} is at most ${number}` });
    return one;
  }

  private product(factors: readonly CostExpression[]): Term[] {
    const numbers = factors.filter((factor) => factor.kind === 'number');
    const rest = factors.filter((factor) => factor.kind !== 'number');
    if (numbers.some(({ value }) => value <= 0)) return [one];
    if (numbers.length > 0 && rest.length > 0) {
      const product: CostExpression = { kind: 'product', factors };
      const left: CostExpression = rest.length === 1 && rest[0] ? rest[0] : { kind: 'product', factors: rest };
      this.step('constant', product, () => formatCost(left), 'a constant factor does not count');
    }
    return rest
      .map((factor) => this.termsOf(factor))
      .reduce((left, right) => this.dominant(left.flatMap((a) => right.map((b) => termOf(add(a, b))))), [one]);
  }

  private quotient(of: CostExpression, by: CostExpression): Term[] {
    const above = this.termsOf(of);
    const below = by.kind === 'number' ? [one] : this.termsOf(by);
    const [only] = below;
    if (by.kind === 'number')
      this.step('constant', { kind: 'quotient', of, by }, () => formatCost(of), 'a constant factor does not count');
    if (below.length === 1 && only) return above.map((term) => termOf(subtract(term, only)));
    const divisor = this.opaque(`(${termsText(below)})`, []);
    return above.map((term) => termOf(subtract(term, divisor)));
  }

  private factorial(expression: CostExpression & { kind: 'factorial' }): Term {
    const of = this.polynomialOf(expression.of);
    const number = numberOf(of);
    if (number !== null) return one;
    // (n + 1)! is (n + 1)·n!, which grows as n·n!.
    const shift = [...of.values()].find(isNumber)?.coefficient ?? 0;
    const rest = termOf(of);
    const [only] = rest.values();
    if (rest.size === 1 && only?.coefficient === 1 && Number.isInteger(shift)) {
      return termOf(add(logFactorial(rest), scale(this.logarithmOfPolynomial(rest), shift)));
    }
    return logFactorial(of);
  }

  private power(expression: CostExpression & { kind: 'power' }): Term[] {
    const exponent = this.polynomialOf(expression.exponent);
    const number = numberOf(exponent);
    if (number !== null) {
      if (number === 0) return [one];
      const terms = this.termsOf(expression.base);
      const [only] = terms;
      if (terms.length === 1 && only) return [termOf(scale(only, number))];
      // (a + b)² grows as a² + b²: twice the larger is at most twice the sum.
      if (number > 0) return this.dominant(terms.map((term) => termOf(scale(term, number))));
      return [termOf(scale(this.opaque(`(${termsText(terms)})`, []), number))];
    }
    const base = numberOf(this.polynomialOf(expression.base));
    if (base !== null) {
      if (base <= 1) return [one];
      const term = termOf(scale(exponent, Math.log(base)));
      if (exponent.size > term.size)
        this.step('constant', expression, () => termText(term), 'a constant factor does not count');
      return [term];
    }
    const terms = this.termsOf(expression.base);
    return this.dominant(
      terms.map((term) => {
        const product = multiply(term, exponent);
        return product ? termOf(product) : this.opaque(`${wrapped(termText(term))}^(${polynomialText(exponent)})`, []);
      }),
    );
  }

  private logarithm(expression: CostExpression & { kind: 'logarithm' }): Term[] {
    if (expression.base !== null)
      this.step(
        'base',
        expression,
        () => formatCost({ ...expression, base: null }),
        'the base changes a logarithm by a constant factor only',
      );
    const terms = this.termsOf(expression.of).flatMap((term) => this.logarithmOfTerm(term));
    if (this.steps && !/^(?:variable|logarithm|call)$/.test(expression.of.kind)) {
      const written = termsText(this.dominant(terms));
      if (written !== formatCost({ ...expression, base: null }))
        this.step('rewritten', expression, () => written, 'the logarithm of a product is a sum, of a power a multiple');
    }
    return terms.length === 0 ? [one] : terms;
  }

  /** The logarithm of a term is what is kept of it; each of its parts is a term of its own. */
  private logarithmOfTerm(term: Term): Term[] {
    if (term.size === 0) return [one];
    return [...term.values()]
      .filter((part) => part.coefficient > 0)
      .map((part) => {
        if (part.factorialOf) {
          const of = part.factorialOf;
          return termOf(
            add(this.logarithmOfPolynomial(of), this.logarithmOfPolynomial(this.logarithmOfPolynomial(of))),
          );
        }
        const isTooDeep = [...part.factors.values()].some((powers) => powers.slice(4).some((power) => power !== 0));
        if (isTooDeep) return this.opaque(`log(${termText(term)})`, []);
        return termOf(this.logarithmOfPolynomial(polynomial([{ ...part, coefficient: 1 }])));
      });
  }

  /** ln of the largest part of a polynomial. */
  private logarithmOfPolynomial(it: Polynomial): Polynomial {
    const terms = [...it.values()].map((part) =>
      polynomial(
        [...part.factors].flatMap(([name, powers]) =>
          powers.flatMap((power, place) =>
            power === 0 || place > 3 ? [] : [...monomial(name, place + 1, 1, power).values()],
          ),
        ),
      ),
    );
    const [largest] = dominant(terms, []).kept;
    return largest ?? polynomial([]);
  }

  private call({ name, args }: CostExpression & { kind: 'call' }): Term[] {
    const [first, second] = args;
    const expression: CostExpression = { kind: 'call', name, args };
    if (!first) return [one];
    switch (name) {
      case 'sqrt':
        return this.power({ kind: 'power', base: first, exponent: { kind: 'number', value: 0.5 } });
      case 'max': {
        const terms = this.dominant(args.flatMap((it) => this.termsOf(it)));
        this.step('largest', expression, () => termsText(terms), 'the largest of several grows as their sum');
        return terms;
      }
      case 'min':
        return this.smallest(args.map((it) => this.termsOf(it)));
      case 'alpha':
      case 'slowlog':
        return this.slow(name, this.termsOf(args.at(-1) ?? first));
      case 'choose':
        return second ? this.choose(first, second) : [one];
    }
  }

  private smallest(choices: readonly Term[][]): Term[] {
    const min = choices.filter((terms, index) =>
      choices.every(
        (others, at) =>
          at === index ||
          !others.every((term) => isWithinSum(term, terms, this.limits)) ||
          (at > index && terms.every((term) => isWithinSum(term, others, this.limits))),
      ),
    );
    const [only] = min;
    if (min.length === 1 && only) return only;
    const texts = [...new Set(min.map((terms) => termsText(terms)))].sort();
    return [
      this.opaque(
        `min(${texts.join(', ')})`,
        min.flatMap((terms) => (terms.length === 1 ? terms : [])),
      ),
    ];
  }

  private slow(name: 'alpha' | 'slowlog', terms: readonly Term[]): Term[] {
    const variables = new Set(terms.flatMap((term) => [...term.values()].flatMap((part) => [...part.factors.keys()])));
    const place = name === 'alpha' ? alphaPlace : slowlogPlace;
    return variables.size === 0 ? [one] : this.dominant([...variables].map((variable) => monomial(variable, place)));
  }

  /** C(n, 3) grows as n³; C(n, k) is at most n^k and 2^n. */
  private choose(of: CostExpression, taken: CostExpression): Term[] {
    const count = numberOf(this.polynomialOf(taken));
    if (count !== null)
      return this.power({ kind: 'power', base: of, exponent: { kind: 'number', value: Math.max(count, 0) } });
    const [above, below] = [polynomialText(this.polynomialOf(of)), polynomialText(this.polynomialOf(taken))];
    const larger = [
      this.power({ kind: 'power', base: of, exponent: taken }),
      [termOf(scale(this.polynomialOf(of), Math.LN2))],
    ];
    return [this.opaque(`C(${above}, ${below})`, larger.flat())];
  }

  /** The exact value as a polynomial, constants kept: an exponent must not lose them. */
  private polynomialOf(expression: CostExpression): Polynomial {
    const parts = (all: readonly CostExpression[]): Polynomial[] => all.map((it) => this.polynomialOf(it));
    switch (expression.kind) {
      case 'number':
        return constant(expression.value);
      case 'variable':
        return monomial(expression.name);
      case 'sum':
        return add(...parts(expression.terms));
      case 'difference':
        return subtract(this.polynomialOf(expression.from), this.polynomialOf(expression.less));
      case 'product':
        return parts(expression.factors).reduce((a, b) => multiply(a, b) ?? this.opaqueValue(expression), constant(1));
      case 'quotient': {
        const divisor = raise(this.polynomialOf(expression.by), -1);
        return (divisor && multiply(this.polynomialOf(expression.of), divisor)) ?? this.opaqueValue(expression);
      }
      case 'power': {
        const power = numberOf(this.polynomialOf(expression.exponent));
        return (
          (power === null ? null : raise(this.polynomialOf(expression.base), power)) ?? this.opaqueValue(expression)
        );
      }
      case 'logarithm': {
        const terms = this.dominant(this.quietly(() => this.termsOf(expression.of)));
        const [only] = terms;
        if (terms.length !== 1 || !only) return this.opaqueValue(expression);
        return scale(only, 1 / Math.log(expression.base ?? 2));
      }
      case 'call': {
        const [first] = expression.args;
        const root = expression.name === 'sqrt' && first ? raise(this.polynomialOf(first), 0.5) : null;
        return root ?? this.opaqueValue(expression);
      }
      case 'factorial':
        return this.opaqueValue(expression);
    }
  }

  /** A value that cannot be written as a polynomial, as a variable of its own. */
  private opaqueValue(expression: CostExpression): Polynomial {
    const terms = this.quietly(() => this.dominant(this.termsOf(expression)));
    const [only] = terms;
    const [part] = only?.values() ?? [];
    const [[name] = ['']] = [...(part?.factors ?? [])];
    if (terms.length === 1 && only?.size === 1 && part?.factors.size === 1 && !/^\w+$/.test(name))
      return monomial(name);
    return monomial(`(${termsText(terms)})`);
  }

  private opaque(name: string, atMost: readonly Term[]): Term {
    for (const term of atMost) this.known.push({ variable: name, atMost: term });
    return monomial(name, 1);
  }

  private get limits(): readonly Limit[] {
    return [...this.assumed, ...this.known];
  }

  private dominant(terms: readonly Term[]): Term[] {
    const { kept, covered } = dominant(terms.slice(0, maxTerms), this.limits);
    for (const { term, by } of this.steps ? covered : []) {
      const [from, to] = [termText(term), termsText(by)];
      if (from !== to) this.steps?.push({ kind: 'dominated', from, to, why: `${from} is dominated by ${to}` });
    }
    return kept;
  }

  private step(kind: StepKind, from: CostExpression, to: () => string, why: string): void {
    const [before, after] = this.steps ? [formatCost(from), to()] : ['', ''];
    this.steps?.push({ kind, from: before, to: after, why: `${before} is ${after}: ${why}` });
  }

  private quietly<T>(work: () => T): T {
    const count = this.steps?.length ?? 0;
    const result = work();
    this.steps?.splice(count);
    return result;
  }
}

function wrapped(text: string): string {
  return /^\w+$/.test(text) ? text : `(${text})`;
}
