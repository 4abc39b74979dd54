export * from './chance';
export * from './estimate';
export * from './evidence';
export * from './parameters';
export * from './predict';
export * from './readiness';
export * from './recall';
