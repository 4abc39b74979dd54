import { type CollectionName, type Collections, collectionOf, eachCollection } from '../model/collections';
import type { StoredRecords } from '../model/log';
import { type LogRecord, newestRevisions } from '../model/record';
import type { Settings } from '../model/settings';

export interface MergeCount {
  readonly added: number;
  readonly changed: number;
  /** Known already, or older than what is here. */
  readonly left: number;
}

/** What a merge would write, and what it says about it. Writing it twice changes nothing. */
export interface Merge {
  readonly write: { readonly [N in CollectionName]: readonly Collections[N][] };
  readonly settings: Settings | null;
  readonly counts: Readonly<Record<CollectionName, MergeCount>>;
}

/** Compares incoming records with what is here, by id; the newer revision wins. */
export function mergeRecords(here: StoredRecords, incoming: StoredRecords): Merge {
  const merged = eachCollection<{ [N in CollectionName]: Merged<Collections[N]> }>((name) => {
    const merge = collectionOf(name).keeps === 'revisions' ? mergeRevisions : mergeNewest;
    return merge<LogRecord>(here[name], incoming[name]) as Merged<never>;
  });
  return {
    write: eachCollection<Merge['write']>((name) => merged[name].write),
    settings: (incoming.settings?.revision ?? '') > (here.settings?.revision ?? '') ? incoming.settings : null,
    counts: eachCollection<Merge['counts']>((name) => merged[name].count),
  };
}

interface Merged<R> {
  readonly write: R[];
  readonly count: MergeCount;
}

/** Append-only collections keep every revision. */
function mergeRevisions<R extends LogRecord>(here: readonly R[], incoming: readonly R[]): Merged<R> {
  const known = new Set(here.map((record) => record.revision));
  const unique = new Map(incoming.map((record) => [record.revision, record]));
  const write = [...unique.values()].filter((record) => !known.has(record.revision));
  return { write, count: mergeNewest(here, incoming).count };
}

function mergeNewest<R extends LogRecord>(here: readonly R[], incoming: readonly R[]): Merged<R> {
  const newest = new Map(newestRevisions(here).map((record) => [record.id, record]));
  const write: R[] = [];
  let [added, changed, left] = [0, 0, 0];
  for (const record of newestRevisions(incoming)) {
    const known = newest.get(record.id);
    if (!known) added++;
    else if (record.revision > known.revision) changed++;
    else {
      left++;
      continue;
    }
    write.push(record);
  }
  return { write, count: { added, changed, left } };
}
