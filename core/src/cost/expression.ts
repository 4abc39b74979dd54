/** A cost as it was written, before anything is simplified. */
export type CostExpression =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'variable'; readonly name: string }
  | { readonly kind: 'sum'; readonly terms: readonly CostExpression[] }
  | { readonly kind: 'product'; readonly factors: readonly CostExpression[] }
  | { readonly kind: 'power'; readonly base: CostExpression; readonly exponent: CostExpression }
  | { readonly kind: 'call'; readonly name: CostFunction; readonly args: readonly CostExpression[] }
  | { readonly kind: 'factorial'; readonly of: CostExpression };

export const costFunctions = ['log', 'sqrt', 'min', 'max', 'alpha'] as const;
export type CostFunction = (typeof costFunctions)[number];
