export * from './cells';
export * from './draw-cell';
export * from './evaluate-rule';
export * from './read-cell';
export * from './read-trace';
export * from './rule-word';
export * from './trace-markdown';
export * from './trace-svg';
