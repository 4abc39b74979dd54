import { catalogue } from '../model/catalogue';
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
  // A shipped technique is stored once something of it is changed.
  const previous = before ?? (name === 'techniques' ? catalogue.find(({ id }) => id === after.id) : undefined);
  const textOf = (record: object, field: PropertyKey): string =>
    JSON.stringify((record as Readonly<Record<PropertyKey, unknown>>)[field]);
  return previous === undefined || fields.some((field) => textOf(previous, field) !== textOf(after, field));
}
