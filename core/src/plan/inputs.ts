import type { EntryKind } from '../model/entry';
import { type Collections, type LogCollectionName, collectionOf } from '../model/collections';
import type { Settings } from '../model/settings';

/** The kinds of entries on sheets that the plan is made from. */
export const plannedFromEntries = ['twist', 'relation'] as const satisfies EntryKind[];

/** What the records of a log are, by the name of their collection. */
type Records = Pick<Collections, LogCollectionName> & { settings: Settings };

/** The settings that estimates and plan are computed from. */
const planSettings = ['goal', 'targetMinutes', 'week', 'exceptions'] as const satisfies (keyof Settings)[];

/**
 * Whether a record that was `before`, or is new, changes estimates or plan by what it is now: a statement, a title, a list
 * or the theme does not. A new problem does not before it is sat, but may come with its sitting.
 */
export function changesPlan<N extends keyof Records>(name: N, before: Records[N] | null, after: Records[N]): boolean {
  const fields: readonly PropertyKey[] | null = name === 'settings' ? planSettings : collectionOf(name).planFields;
  if (!fields) return true;
  if (fields.length === 0) return false;
  const textOf = (record: Records[N], field: PropertyKey): string => JSON.stringify(record[field as keyof Records[N]]);
  return before === null || fields.some((field) => textOf(before, field) !== textOf(after, field));
}
