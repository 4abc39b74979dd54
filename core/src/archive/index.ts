export * from './archive';
export * from './csv-cells';
export * from './csv-export';
export * from './csv-import';
export * from './merge';
export * from './read-sheet-markdown';
export * from './write-sheet-markdown';
