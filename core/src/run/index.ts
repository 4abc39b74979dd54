export * from './checks';
export * from './compare';
export * from './javascript';
export * from './job';
export * from './json';
export * from './python';
export * from './signature';
export * from './value';
