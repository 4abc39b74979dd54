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
