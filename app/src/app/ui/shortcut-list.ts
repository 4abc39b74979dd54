export const shippedKeys = {
  log: 'l',
  next: 'n',
  today: '1',
  problems: '2',
  techniques: '3',
  runway: '4',
  setup: '5',
  help: '?',
} as const;

/** On a sheet, outside of its fields: capital letters lead to its stages. */
export const stageKeys = {
  read: 'R',
  bounds: 'B',
  examples: 'E',
  observations: 'O',
  approaches: 'A',
  trace: 'T',
  code: 'C',
  why: 'W',
  lessons: 'S',
  family: 'F',
} as const;

/** What else a sheet's keys do. */
export const sheetKeyWords: readonly (readonly [key: string, words: string])[] = [
  [
    Object.values(stageKeys).join(' '),
    'On a sheet: write on in Read, Bounds, Examples, Observations, Approaches, Trace, Code, Why it holds, Lessons, Family',
  ],
  ['Esc', 'Leave a field, so that letters lead to the stages again'],
  ['Enter', 'In a sentence: the next one; in the trace: write in the cell, then down'],
  ['Alt Enter', 'A new entry, or a new row of the trace, behind this one'],
  ['Alt ↑ ↓', 'Move the entry or the row'],
  ['Alt Z', 'Undo on the sheet; with Shift do it again'],
];

export type ShortcutCommand = keyof typeof shippedKeys;

export const shortcutWords: Readonly<Record<ShortcutCommand, string>> = {
  log: 'Write in the quick line',
  next: 'Start the next planned item, or go back to the one under way',
  today: 'Go to Today',
  problems: 'Go to Problems',
  techniques: 'Go to Techniques',
  runway: 'Go to Runway',
  setup: 'Go to Setup',
  help: 'Show this list',
};
