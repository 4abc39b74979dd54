export * from './planned-lines';
export * from './quick-completion';
export * from './quick-doubts';
export * from './quick-draft';
export * from './quick-line';
export * from './quick-log';
export * from './write-quick-line';
