import type { CollectionName, Collections, StoredRecords } from '../model/log';
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
  const merged = {
    problems: mergeNewest(here.problems, incoming.problems),
    sittings: mergeRevisions(here.sittings, incoming.sittings),
    techniques: mergeNewest(here.techniques, incoming.techniques),
    interviews: mergeNewest(here.interviews, incoming.interviews),
    choices: mergeNewest(here.choices, incoming.choices),
    lists: mergeNewest(here.lists, incoming.lists),
    entries: mergeNewest(here.entries, incoming.entries),
  };
  return {
    write: {
      problems: merged.problems.write,
      sittings: merged.sittings.write,
      techniques: merged.techniques.write,
      interviews: merged.interviews.write,
      choices: merged.choices.write,
      lists: merged.lists.write,
      entries: merged.entries.write,
    },
    settings: (incoming.settings?.revision ?? '') > (here.settings?.revision ?? '') ? incoming.settings : null,
    counts: {
      problems: merged.problems.count,
      sittings: merged.sittings.count,
      techniques: merged.techniques.count,
      interviews: merged.interviews.count,
      choices: merged.choices.count,
      lists: merged.lists.count,
      entries: merged.entries.count,
    },
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
