export type * from './bound';
export * from './horizon';
export * from './plan';
export * from './planner';
export * from './reason-sentence';
export * from './remarks';
export * from './weigh';
export * from './weigh-sentence';
export * from './what-if';
