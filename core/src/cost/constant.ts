import { type CostExpression, variablesOf } from './expression';
import { evaluate } from './evaluate-expression';

/** From here on a constant decides more than most growth does, and is not dropped without a word. */
export const largeConstant = 1000;

/** The value of an expression without variables; null for all others. */
export function constantOf(expression: CostExpression): number | null {
  return variablesOf(expression).length === 0 ? evaluate(expression, {}).value : null;
}

/**
 * The constant by which a cost counts more than its growth says: 15 200 of 19·2·20·20, 40 of 40·n, the largest of a sum.
 * Factors within a logarithm, an exponent or a function are no part of it.
 */
export function constantFactor(expression: CostExpression): number {
  const constant = constantOf(expression);
  if (constant !== null) return constant;
  switch (expression.kind) {
    case 'sum':
      return Math.max(...expression.terms.map(constantFactor));
    case 'difference':
      return constantFactor(expression.from);
    case 'product':
      return expression.factors.map(constantFactor).reduce((product, factor) => product * factor, 1);
    case 'quotient':
      return constantFactor(expression.of) / constantFactor(expression.by);
    case 'power': {
      const exponent = constantOf(expression.exponent);
      return exponent === null ? 1 : constantFactor(expression.base) ** exponent;
    }
    default:
      return 1;
  }
}
