/** A cost as it was written, before anything is simplified. */
export type CostExpression =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'variable'; readonly name: string }
  | { readonly kind: 'sum'; readonly terms: readonly CostExpression[] }
  | { readonly kind: 'difference'; readonly from: CostExpression; readonly less: CostExpression }
  | { readonly kind: 'product'; readonly factors: readonly CostExpression[] }
  | { readonly kind: 'quotient'; readonly of: CostExpression; readonly by: CostExpression }
  | { readonly kind: 'power'; readonly base: CostExpression; readonly exponent: CostExpression }
  | { readonly kind: 'factorial'; readonly of: CostExpression }
  | {
      readonly kind: 'logarithm';
      readonly of: CostExpression;
      /** Null where none was written. */ readonly base: number | null;
    }
  | { readonly kind: 'call'; readonly name: CostFunction; readonly args: readonly CostExpression[] };

/** `slowlog` is the iterated logarithm log*, `alpha` the inverse of Ackermann's function, `choose` n over k. */
export const costFunctions = ['sqrt', 'min', 'max', 'alpha', 'slowlog', 'choose'] as const;
export type CostFunction = (typeof costFunctions)[number];

const written: Readonly<Record<CostFunction, string>> = {
  sqrt: '√',
  min: 'min',
  max: 'max',
  alpha: 'α',
  slowlog: 'log*',
  choose: 'C',
};

/** An expression as text that reads back as itself. */
export function formatCost(expression: CostExpression): string {
  return format(expression, 0);
}

/** Binding from loose to tight: sums 1, products 2, powers 3, atoms 4. */
function format(expression: CostExpression, binding: number): string {
  const [text, own] = textOf(expression);
  return own < binding ? `(${text})` : text;
}

function textOf(expression: CostExpression): [text: string, binding: number] {
  switch (expression.kind) {
    case 'number':
      return [String(expression.value), expression.value < 0 ? 1 : 4];
    case 'variable':
      return [expression.name, 4];
    case 'sum':
      return [expression.terms.map((term) => format(term, 1)).join(' + '), 1];
    case 'difference':
      return [`${format(expression.from, 1)} - ${format(expression.less, 2)}`, 1];
    case 'product':
      return [expression.factors.map((factor) => format(factor, 3)).join('·'), 2];
    case 'quotient':
      return [`${format(expression.of, 3)}/${format(expression.by, 3)}`, 2];
    case 'power':
      return [`${format(expression.base, 4)}^${format(expression.exponent, 4)}`, 3];
    case 'factorial':
      return [`${format(expression.of, 4)}!`, 3];
    case 'logarithm':
      return [`log${expression.base === null ? '' : `_${expression.base}`} ${format(expression.of, 4)}`, 3];
    case 'call':
      return [`${written[expression.name]}(${expression.args.map((it) => format(it, 0)).join(', ')})`, 4];
  }
}

/** Names of the variables, in the order in which they first appear. */
export function variablesOf(expression: CostExpression): string[] {
  const names = new Set<string>();
  const visit = (it: CostExpression): void => {
    if (it.kind === 'variable') names.add(it.name);
    else for (const part of partsOf(it)) visit(part);
  };
  visit(expression);
  return [...names];
}

function partsOf(expression: CostExpression): readonly CostExpression[] {
  switch (expression.kind) {
    case 'number':
    case 'variable':
      return [];
    case 'sum':
      return expression.terms;
    case 'difference':
      return [expression.from, expression.less];
    case 'product':
      return expression.factors;
    case 'quotient':
      return [expression.of, expression.by];
    case 'power':
      return [expression.base, expression.exponent];
    case 'factorial':
    case 'logarithm':
      return [expression.of];
    case 'call':
      return expression.args;
  }
}
