import { CostError } from '../errors';
import type { CostExpression } from './expression';
import {
  type Magnitude,
  difference,
  factorial,
  larger,
  logarithm,
  magnitude,
  power,
  powerOfTen,
  product,
  quotient,
  smaller,
  sum,
} from './magnitude';

/** Sizes of variables, by name. */
export type Sizes = Readonly<Record<string, number>>;

/** @throws CostError when a variable has no size. */
export function evaluate(expression: CostExpression, sizes: Sizes): Magnitude {
  const at = (it: CostExpression): Magnitude => evaluate(it, sizes);
  switch (expression.kind) {
    case 'number':
      return magnitude(expression.value);
    case 'variable': {
      const size = sizes[expression.name];
      if (size === undefined) throw new CostError(0, `a size for ${expression.name}`, expression.name);
      return magnitude(size);
    }
    case 'sum':
      return expression.terms.map(at).reduce(sum);
    case 'difference':
      return difference(at(expression.from), at(expression.less));
    case 'product':
      return expression.factors.map(at).reduce(product);
    case 'quotient':
      return quotient(at(expression.of), at(expression.by));
    case 'power':
      return power(at(expression.base), at(expression.exponent));
    case 'factorial':
      return factorial(at(expression.of));
    case 'logarithm':
      return logarithm(at(expression.of), expression.base ?? 2);
    case 'call':
      return call(expression.name, expression.args.map(at));
  }
}

function call(name: string, args: readonly Magnitude[]): Magnitude {
  const [first = magnitude(1), second = magnitude(1)] = args;
  switch (name) {
    case 'sqrt':
      return power(first, magnitude(0.5));
    case 'min':
      return args.reduce(smaller);
    case 'max':
      return args.reduce(larger);
    case 'choose':
      return choose(first, second);
    case 'slowlog':
      return magnitude(iteratedLogarithm(first));
    default:
      // The inverse of Ackermann's function is at most 4 for every size that can be written down.
      return magnitude(first.log10 < 1 ? 2 : first.log10 < 3.4 ? 3 : 4);
  }
}

function choose(of: Magnitude, taken: Magnitude): Magnitude {
  const k = Math.min(taken.value, of.value - taken.value);
  if (!(k >= 0)) return magnitude(0);
  if (k <= 1000) {
    let result = magnitude(1);
    for (let i = 1; i <= k; i++) result = product(result, magnitude((of.value - k + i) / i));
    return result.value < 2 ** 53 ? magnitude(Math.round(result.value)) : result;
  }
  const rest = magnitude(of.value - k);
  return powerOfTen(factorial(of).log10 - factorial(magnitude(k)).log10 - factorial(rest).log10);
}

function iteratedLogarithm(of: Magnitude): number {
  let count = 1;
  let value = of.log10 / Math.log10(2);
  while (value > 1) {
    value = Math.log2(value);
    count++;
  }
  return count;
}
