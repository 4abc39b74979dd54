import fc from 'fast-check';

const variable = fc.constantFrom('n', 'm');
const factor = fc.oneof(
  { weight: 4, arbitrary: variable },
  variable.map((it) => `log ${it}`),
  variable.map((it) => `log log ${it}`),
  fc.tuple(variable, fc.integer({ min: 2, max: 4 })).map(([it, power]) => `${it}^${power}`),
  fc.tuple(fc.constantFrom(2, 3), variable).map(([base, it]) => `${base}^${it}`),
  variable.map((it) => `√${it}`),
  variable.map((it) => `${it}!`),
);
const product = fc.array(factor, { minLength: 1, maxLength: 3 }).map((it) => it.join('·'));
/** Random costs in n and m: sums of products of powers, logarithms, roots, exponentials and factorials. */
export const randomCost = fc.array(product, { minLength: 1, maxLength: 3 }).map((it) => it.join(' + '));
