export * from './compare-costs';
export * from './evaluate-cost';
export * from './expression';
export { type Limit } from './growth';
export { type Magnitude, magnitude, product } from './magnitude';
export * from './normal-cost';
export * from './superscript';
export * from './read-cost';
export type { CostStep, NormalCost, StepKind } from './simplifier';
