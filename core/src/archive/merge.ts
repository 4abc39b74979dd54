import {
  type CollectionName,
  type Collections,
  collectionNames,
  collectionOf,
  eachCollection,
} from '../model/collections';
import { type FieldClash, clashesOf, mergedFields } from '../model/fieldwise';
import type { StoredRecords } from '../model/log';
import { type LogRecord, newestRevisions } from '../model/record';
import type { Settings } from '../model/settings';

export interface MergeCount {
  readonly added: number;
  readonly changed: number;
  /** Known already, or older than what is here. */
  readonly left: number;
  /** Those of them that stand there and were removed here. */
  readonly removedHere: number;
}

/** What a merge would write, and what it says about it. Writing it twice changes nothing. */
export interface Merge {
  readonly write: { readonly [N in CollectionName]: readonly Collections[N][] };
  readonly settings: Settings | null;
  readonly counts: Readonly<Record<CollectionName, MergeCount>>;
  /** What was changed here and there, differently; the one that was changed last stands. */
  readonly clashes: readonly MergeClash[];
}

/** A field that two copies changed, and where. */
export interface MergeClash extends FieldClash {
  readonly collection: CollectionName | 'settings';
  readonly id: string;
  /** What people call the record. */
  readonly name: string;
}

/**
 * Compares incoming records with what is here, by id. The newer state wins; of problems, interviews and settings each field
 * that was changed last.
 */
export function mergeRecords(here: StoredRecords, incoming: StoredRecords): Merge {
  const merged = eachCollection<{ [N in CollectionName]: Merged<Collections[N]> }>((name) => {
    const { keeps } = collectionOf(name);
    const merge = keeps === 'revisions' ? mergeRevisions : mergeNewest;
    return merge<LogRecord>(here[name], incoming[name], merging[collectionOf(name).merges]) as Merged<never>;
  });
  return {
    write: eachCollection<Merge['write']>((name) => merged[name].write),
    settings: mergeSettings(here.settings, incoming.settings),
    counts: eachCollection<Merge['counts']>((name) => merged[name].count),
    clashes: clashesBetween(here, incoming),
  };
}

/** What becomes of a record that is here and there. */
type Join = <R extends LogRecord>(known: R, record: R) => R;

const merging: Readonly<Record<'whole' | 'fields', Join>> = {
  whole: (known, record) => (record.revision > known.revision ? record : known),
  fields: (known, record) => mergedFields(known, record),
};

function mergeSettings(here: Settings | null, incoming: Settings | null): Settings | null {
  if (incoming === null || here === null) return incoming;
  const merged = mergedFields(here, incoming);
  return isSameState(merged, here) ? null : merged;
}

function clashesBetween(here: StoredRecords, incoming: StoredRecords): MergeClash[] {
  const clashes = collectionNames
    .filter((name) => collectionOf(name).merges === 'fields')
    .flatMap((name) => {
      const known = new Map<string, LogRecord>(here[name].map((record) => [record.id, record]));
      return incoming[name].flatMap((record) => {
        const own = known.get(record.id);
        if (!own || own.deleted || record.deleted) return [];
        return clashesOf(own, record).map((clash) => ({
          ...clash,
          collection: name,
          id: record.id,
          name: nameOf(own),
        }));
      });
    });
  const { settings } = incoming;
  const ofSettings = here.settings && settings ? clashesOf(here.settings, settings) : [];
  return [
    ...clashes,
    ...ofSettings.map((clash): MergeClash => ({ ...clash, collection: 'settings', id: 'settings', name: 'settings' })),
  ];
}

function nameOf(record: LogRecord & { readonly title?: string; readonly employer?: string }): string {
  return record.title ?? record.employer ?? record.id;
}

function isSameState(a: object, b: object): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

interface Merged<R> {
  readonly write: R[];
  readonly count: MergeCount;
}

/** Append-only collections keep every revision. */
function mergeRevisions<R extends LogRecord>(here: readonly R[], incoming: readonly R[], join: Join): Merged<R> {
  const known = new Set(here.map((record) => record.revision));
  const unique = new Map(incoming.map((record) => [record.revision, record]));
  const write = [...unique.values()].filter((record) => !known.has(record.revision));
  return { write, count: mergeNewest(here, incoming, join).count };
}

function mergeNewest<R extends LogRecord>(here: readonly R[], incoming: readonly R[], join: Join): Merged<R> {
  const newest = new Map(newestRevisions(here).map((record) => [record.id, record]));
  const write: R[] = [];
  let [added, changed, left, removedHere] = [0, 0, 0, 0];
  for (const record of newestRevisions(incoming)) {
    const known = newest.get(record.id);
    const merged = known ? join(known, record) : record;
    if (!known) added++;
    else if (merged !== known && !isSameState(merged, known)) changed++;
    else {
      left++;
      if (known.deleted && !record.deleted) removedHere++;
      continue;
    }
    write.push(merged);
  }
  return { write, count: { added, changed, left, removedHere } };
}
