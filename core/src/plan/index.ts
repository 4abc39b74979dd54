export * from './horizon';
export * from './plan';
export * from './planner';
export * from './reason-sentence';
