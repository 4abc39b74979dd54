import type { EntryKind } from '../model/entry';
import { textHash } from '../random';

/** How a field of an entry stands in a Markdown file. */
export type SheetField =
  /** Text of any length, as a quotation; `label` is null for the main text. */
  | { readonly key: string; readonly as: 'text'; readonly label: string | null }
  /** One line: `- label: value`. */
  | { readonly key: string; readonly as: 'line' | 'flag' | 'number' | 'words'; readonly label: string }
  /** A list of things with the same parts, as a table. */
  | { readonly key: string; readonly as: 'table'; readonly label: string; readonly columns: readonly string[] }
  /** Lines, an item each: `- line`. */
  | { readonly key: string; readonly as: 'lines' }
  | { readonly key: string; readonly as: 'code' }
  | { readonly key: 'columns'; readonly as: 'trace' };

const text = (key: string, label: string | null = null): SheetField => ({ key, as: 'text', label });
const line = (key: string, label = key): SheetField => ({ key, as: 'line', label });

/** Every field of every kind of entry, in the order in which they are written. */
export const sheetFields: Readonly<Record<EntryKind, readonly SheetField[]>> = {
  statement: [text('text')],
  reading: [text('given', 'Given'), text('returns', 'Return')],
  question: [text('text'), text('answer', 'Answer')],
  bounds: [{ key: 'lines', as: 'lines' }],
  'cue-choices': [
    { key: 'accepted', as: 'words', label: 'accepted' },
    { key: 'dismissed', as: 'words', label: 'dismissed' },
  ],
  example: [
    text('input', 'Input'),
    text('expected', 'Expected'),
    { key: 'tags', as: 'words', label: 'covers' },
    line('group'),
    { key: 'isCheck', as: 'flag', label: 'kept as a check' },
    { key: 'isTaken', as: 'flag', label: 'expected was taken from a version' },
    text('note', 'Note'),
  ],
  observation: [
    text('text'),
    line('from', 'makes smaller from'),
    line('to', 'makes smaller to'),
    { key: 'isShown', as: 'flag', label: 'shown' },
    line('argumentKind', 'argued by'),
    text('argument', 'Argument'),
  ],
  approach: [
    text('idea'),
    line('time'),
    line('space'),
    line('technique'),
    line('dominant', 'dominant part'),
    line('left', 'left because'),
    line('counterexampleId', 'counterexample'),
    line('leftNote', 'left, more on it'),
    { key: 'operations', as: 'table', label: 'Operations', columns: ['name', 'time'] },
    text('tradeOff', 'Trade-off'),
  ],
  'state-card': [
    text('meaning'),
    line('approachId', 'approach'),
    { key: 'parameters', as: 'table', label: 'Parameters', columns: ['name', 'count', 'follows'] },
    text('transitions', 'Transitions'),
    line('transitionCount', 'transitions from a state'),
    text('base', 'Base'),
    text('answer', 'Answer'),
    text('fillOrder', 'Order of filling'),
    { key: 'elementBytes', as: 'number', label: 'bytes for a state' },
  ],
  needs: [{ key: 'operations', as: 'words', label: 'must be fast' }],
  trace: [line('title'), line('exampleId', 'example'), { key: 'columns', as: 'trace' }],
  version: [
    line('title'),
    line('language'),
    { key: 'isOwn', as: 'flag', label: 'my own' },
    line('source'),
    line('link'),
    line('approachId', 'approach'),
    { key: 'passed', as: 'words', label: 'checks passed' },
    { key: 'code', as: 'code' },
  ],
  'check-rules': [
    line('comparison'),
    { key: 'tolerance', as: 'number', label: 'tolerance' },
    line('asked', 'asked as'),
    line('checkerLanguage', 'language of the checking function'),
    text('checker', 'Checking function'),
  ],
  argument: [line('argumentKind', 'argued by'), text('text')],
  lesson: [line('lesson', 'kind'), line('slip'), text('text'), text('answer', 'Answer')],
  notes: [text('text')],
  relation: [line('relation', 'kind'), line('otherId', 'problem'), line('was'), line('is'), text('changes', 'Changes')],
  twist: [text('text'), text('changes', 'Changes')],
};

/** What an entry is called in a heading. */
export const entryHeadings: Readonly<Record<EntryKind, string>> = {
  statement: 'Statement',
  reading: 'In my own words',
  question: 'Question',
  bounds: 'Bounds',
  'cue-choices': 'Cues',
  example: 'Example',
  observation: 'Observation',
  approach: 'Approach',
  'state-card': 'State card',
  needs: 'Operations that must be fast',
  trace: 'Trace',
  version: 'Version',
  'check-rules': 'How it is checked',
  argument: 'The argument',
  lesson: 'Lesson',
  notes: 'Notes',
  relation: 'Relation',
  twist: 'Twist',
};

const cameLater = new Set(['sittingId', 'isTaken', 'group']);

/** A short fingerprint of a record without its revision, to see whether somebody changed it by hand. 32 bits. */
export function fingerprint(record: { readonly revision: string }): string {
  const { revision: _revision, ...rest } = record;
  // Fields that came later count where they say something, so that files of before still fit.
  const told = Object.entries(rest).filter(([name, value]) => !cameLater.has(name) || Boolean(value));
  return textHash(JSON.stringify(sortedKeys(Object.fromEntries(told))))
    .toString(16)
    .padStart(8, '0');
}

function sortedKeys(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sortedKeys);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sortedKeys(inner)]),
  );
}
