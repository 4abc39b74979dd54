export * from './planned-lines';
export * from './quick-completion';
export * from './quick-line';
export * from './quick-log';
export * from './write-quick-line';
