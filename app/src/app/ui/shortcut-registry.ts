/** Where a key does something: on every page, on a sheet, at the desk, in an entry, in a cell of a trace, in the quick line. */
export const scopes = ['page', 'sheet', 'desk', 'entry', 'trace', 'line'] as const;
export type Scope = (typeof scopes)[number];

/** What keys do, once: who listens, the list of keys, the setup and the hints on buttons all go by this. */
export interface Shortcut {
  readonly scope: Scope;
  /** Keys that are pressed together, such as `Alt+Shift+Z`; each of them does it. A letter stands as a capital. */
  readonly keys: readonly string[];
  readonly words: string;
}

const registry = {
  log: { scope: 'page', keys: ['L'], words: 'Write in the quick line' },
  next: { scope: 'page', keys: ['N'], words: 'Start the next planned item, or go back to the one under way' },
  today: { scope: 'page', keys: ['1'], words: 'Go to Today' },
  problems: { scope: 'page', keys: ['2'], words: 'Go to Problems' },
  techniques: { scope: 'page', keys: ['3'], words: 'Go to Techniques' },
  runway: { scope: 'page', keys: ['4'], words: 'Go to Runway' },
  setup: { scope: 'page', keys: ['5'], words: 'Go to Setup' },
  desk: { scope: 'page', keys: ['6'], words: 'Go to the desk' },
  help: { scope: 'page', keys: ['?'], words: 'Show this list' },

  read: { scope: 'sheet', keys: ['Shift+R'], words: 'Go to Read' },
  bounds: { scope: 'sheet', keys: ['Shift+B'], words: 'Go to Bounds' },
  examples: { scope: 'sheet', keys: ['Shift+E'], words: 'Go to Examples' },
  observations: { scope: 'sheet', keys: ['Shift+O'], words: 'Go to Observations' },
  approaches: { scope: 'sheet', keys: ['Shift+A'], words: 'Go to Approaches' },
  trace: { scope: 'sheet', keys: ['Shift+T'], words: 'Go to Trace' },
  code: { scope: 'sheet', keys: ['Shift+C'], words: 'Go to Code' },
  why: { scope: 'sheet', keys: ['Shift+W'], words: 'Go to Why it holds' },
  lessons: { scope: 'sheet', keys: ['Shift+S'], words: 'Go to Lessons' },
  family: { scope: 'sheet', keys: ['Shift+F'], words: 'Go to Family' },
  'leave-field': { scope: 'sheet', keys: ['Escape'], words: 'Leave a field, so that letters lead to the stages again' },
  undo: { scope: 'sheet', keys: ['Alt+Z', 'Ctrl+Z'], words: 'Undo; in a field only with Alt' },
  redo: { scope: 'sheet', keys: ['Alt+Shift+Z', 'Ctrl+Shift+Z'], words: 'Do again; in a field only with Alt' },

  'run-checks': { scope: 'desk', keys: ['Ctrl+Enter'], words: 'Run all checks' },
  'next-help': { scope: 'desk', keys: ['Alt+H'], words: 'Show the next step of help' },
  pause: { scope: 'desk', keys: ['Alt+P'], words: 'Pause the clock, or let it go on' },

  'next-sentence': { scope: 'entry', keys: ['Enter'], words: 'In a sentence: go on to the next one' },
  'new-entry': { scope: 'entry', keys: ['Alt+Enter'], words: 'Add an entry behind this one' },
  'entry-up': { scope: 'entry', keys: ['Alt+ArrowUp'], words: 'Move the entry up' },
  'entry-down': { scope: 'entry', keys: ['Alt+ArrowDown'], words: 'Move the entry down' },

  'edit-cell': { scope: 'trace', keys: ['Enter'], words: 'Write in the cell, then go down' },
  'next-cell': { scope: 'trace', keys: ['Tab'], words: 'Once one writes: go on to the next cell, and to the next row' },
  'new-row': { scope: 'trace', keys: ['Alt+Enter'], words: 'Add a row below this one' },
  'row-up': { scope: 'trace', keys: ['Alt+ArrowUp'], words: 'Move the row up' },
  'row-down': { scope: 'trace', keys: ['Alt+ArrowDown'], words: 'Move the row down' },
  'remove-row': { scope: 'trace', keys: ['Alt+Delete', 'Alt+Backspace'], words: 'Remove the row' },
  'empty-cell': { scope: 'trace', keys: ['Delete', 'Backspace'], words: 'Empty the cell' },

  save: { scope: 'line', keys: ['Enter'], words: 'Save what the line says' },
  'leave-line': { scope: 'line', keys: ['Escape'], words: 'Leave the line for later' },
} as const satisfies Readonly<Record<string, Shortcut>>;

export type ShortcutId = keyof typeof registry;
export const shortcuts: Readonly<Record<ShortcutId, Shortcut>> = registry;
export const shortcutIds = Object.keys(registry) as ShortcutId[];

/** What single keys do on every page. Each can be given another key. */
export type PageCommand = { [I in ShortcutId]: (typeof registry)[I]['scope'] extends 'page' ? I : never }[ShortcutId];
export const pageCommands = idsOf('page') as PageCommand[];

export function idsOf(scope: Scope): ShortcutId[] {
  return shortcutIds.filter((id) => shortcuts[id].scope === scope);
}

/** The keys that are pressed together. Shift is part of them for letters and for keys with names: `?` is `?`. */
export function keysOf(event: KeyboardEvent): string {
  const isLetter = /^\p{L}$/u.test(event.key);
  // With Alt some keyboards write another sign: then the place of the key says which letter is meant.
  const byPlace = event.altKey && !/^[a-z]$/i.test(event.key) ? /^Key([A-Z])$/.exec(event.code)?.[1] : undefined;
  const key = byPlace ?? (isLetter ? event.key.toUpperCase() : event.key);
  return [
    ...(event.ctrlKey || event.metaKey ? ['Ctrl'] : []),
    ...(event.altKey ? ['Alt'] : []),
    ...(event.shiftKey && (isLetter || event.key.length > 1 || byPlace) ? ['Shift'] : []),
    key,
  ].join('+');
}

/** What a key does in a scope; null where it does nothing there. */
export function shortcutOf(event: KeyboardEvent, scope: Scope): ShortcutId | null {
  const keys = keysOf(event);
  return idsOf(scope).find((id) => shortcuts[id].keys.includes(keys)) ?? null;
}

/** The first of its keys as people read it, such as `Alt ↑`. */
export function keysText(id: ShortcutId): string {
  const [keys = ''] = shortcuts[id].keys;
  return keys
    .split('+')
    .map((key) => names[key] ?? key)
    .join(' ');
}

const names: Readonly<Record<string, string>> = { ArrowUp: '↑', ArrowDown: '↓', Escape: 'Esc' };
