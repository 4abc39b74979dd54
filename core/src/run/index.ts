export * from './checks';
export * from './compare';
export * from './javascript';
export * from './job';
export * from './python';
export * from './signature';
export * from './value';
export * from './write-value';
