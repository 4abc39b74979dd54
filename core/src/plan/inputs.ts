import type { EntryKind } from '../model/entry';
import type { Collections, LogCollectionName } from '../model/log';
import type { Settings } from '../model/settings';

/** The kinds of entries on sheets that the plan is made from. */
export const plannedFromEntries = ['twist', 'relation'] as const satisfies EntryKind[];

/** What the records of a log are, by the name of their collection. */
type Records = Pick<Collections, LogCollectionName> & { settings: Settings };

/** The fields that estimates and plan are computed from; of what is not named here all of them. */
const inputs: { readonly [N in keyof Records]?: readonly (keyof Records[N])[] } = {
  problems: ['deleted', 'techniques', 'difficulty', 'cost'],
  settings: ['goal', 'targetMinutes', 'week', 'exceptions'],
  lists: [],
};

/**
 * Whether a record that was `before`, or is new, changes estimates or plan by what it is now: a statement, a title, a list
 * or the theme does not. A new problem does not before it is sat, but may come with its sitting.
 */
export function changesPlan<N extends keyof Records>(name: N, before: Records[N] | null, after: Records[N]): boolean {
  const fields = inputs[name];
  if (!fields) return true;
  if (fields.length === 0) return false;
  return before === null || fields.some((field) => JSON.stringify(before[field]) !== JSON.stringify(after[field]));
}
