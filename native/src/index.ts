export * from './confined';
export * from './interpreters';
export * from './run-native';
export * from './toolchains';
export { compileHeaders, compiledHeaders } from './precompiled';
