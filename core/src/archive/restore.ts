import { type CollectionName, type Collections, collectionNames, eachCollection } from '../model/collections';
import type { StoredRecords } from '../model/log';
import { type LogRecord, type NewId, newestRevisions } from '../model/record';
import type { Settings } from '../model/settings';

/** What going back takes in: only what was removed since, or everything as it stood then. */
export type RestoreScope = 'removed' | 'everything';

export interface RestoreCount {
  /** Removed since, or never here, and there again. */
  readonly back: number;
  /** As they were. */
  readonly changed: number;
  /** Not there then, and removed. */
  readonly removed: number;
}

/** What going back would write, and what it says about it. */
export interface Restoration {
  readonly write: { readonly [N in CollectionName]: readonly Collections[N][] };
  readonly settings: Settings | null;
  readonly counts: Readonly<Record<CollectionName, RestoreCount>>;
}

/**
 * What has to be written so that the records stand as they did then. Every change is a further revision, so that going
 * back is itself kept, merged and undone like anything else.
 */
export function restoration(here: StoredRecords, then: StoredRecords, scope: RestoreScope, newId: NewId): Restoration {
  const restored = eachCollection<{ [N in CollectionName]: Restored<Collections[N]> }>(
    (name) => restoredRecords<LogRecord>(here[name], then[name], scope, newId) as Restored<never>,
  );
  return {
    write: eachCollection<Restoration['write']>((name) => restored[name].write),
    settings: scope === 'everything' ? settingsOf(here, then, newId) : null,
    counts: eachCollection<Restoration['counts']>((name) => restored[name].count),
  };
}

/** Whether going back would change nothing. */
export function isNothingRestored({ counts, settings }: Restoration): boolean {
  return (
    settings === null && collectionNames.every((name) => Object.values(counts[name]).every((count) => count === 0))
  );
}

function settingsOf(here: StoredRecords, then: StoredRecords, newId: NewId): Settings | null {
  if (then.settings === null || isSameState(then.settings, here.settings)) return null;
  return { ...then.settings, revision: newId() };
}

interface Restored<R> {
  readonly write: R[];
  readonly count: RestoreCount;
}

function restoredRecords<R extends LogRecord>(
  here: readonly R[],
  then: readonly R[],
  scope: RestoreScope,
  newId: NewId,
): Restored<R> {
  const now = new Map(newestRevisions(here).map((record) => [record.id, record]));
  const stood = new Map(newestRevisions(then).flatMap((record) => (record.deleted ? [] : [[record.id, record]])));
  const back: R[] = [];
  const changed: R[] = [];
  for (const record of stood.values()) {
    const known = now.get(record.id);
    if (!known || known.deleted) back.push(record);
    else if (!isSameState(record, known)) changed.push(record);
  }
  const removed = [...now.values()].filter((record) => !record.deleted && !stood.has(record.id));
  const isAll = scope === 'everything';
  const write = [
    ...[...back, ...(isAll ? changed : [])].map((record) => ({ ...record, revision: newId() })),
    ...(isAll ? removed : []).map((record) => ({ ...record, revision: newId(), deleted: true })),
  ];
  const count = { back: back.length, changed: isAll ? changed.length : 0, removed: isAll ? removed.length : 0 };
  return { write, count };
}

/** Whether two states of a record say the same. Both come out of their schema, so that their fields have one order. */
function isSameState(a: object, b: object | null): boolean {
  const content = (record: object | null): string => JSON.stringify({ ...record, revision: null, changed: null });
  return content(a) === content(b);
}
