import {
  type Entry,
  type EntryKind,
  type EntryOf,
  EntrySchema,
  type Stage,
  byOrder,
  isFilled,
  isOnSheet,
  safeParse,
  stageOf,
  stages,
} from '@lernen/core/model';
import type { LernenDatabase, StoredEntry } from './database';

/** What an entry looks like in the database. */
export function storedEntry(entry: Entry): StoredEntry {
  const isPresent = !entry.deleted && isOnSheet(entry) && isFilled(entry);
  return isPresent ? { ...entry, fills: `${entry.problemId}/${stageOf(entry.kind)}` } : entry;
}

/** What a row holds, without what only the database needs. */
export function withoutFills(row: StoredEntry): Entry {
  const { fills: _fills, ...entry } = row;
  return entry;
}

/** The entries in some rows. One that cannot be read stays where it is, and out of all that is made of entries. */
function entriesFrom(rows: readonly StoredEntry[]): Entry[] {
  return rows.flatMap((row) => {
    const parsed = safeParse(EntrySchema, withoutFills(row));
    return parsed.success ? [parsed.data] : [];
  });
}

/** Everything on one sheet and in the reviews of its problem, tombstones included. */
export async function entriesOf(database: LernenDatabase, problemId: string): Promise<Entry[]> {
  return entriesFrom(await database.collection('entries').where('problemId').equals(problemId).toArray());
}

/** Everything on all sheets, tombstones included. */
export async function allEntries(database: LernenDatabase): Promise<Entry[]> {
  return entriesFrom(await database.collection('entries').toArray());
}

/** The stages that each sheet's entries fill, read from an index alone. */
export async function filledStages(database: LernenDatabase): Promise<Map<string, Set<Stage>>> {
  const filled = new Map<string, Set<Stage>>();
  for (const key of await database.collection('entries').orderBy('fills').uniqueKeys()) {
    const [problemId = '', name] = (key as string).split('/');
    const stage = stages.find((it) => it === name);
    if (!stage) continue;
    const known = filled.get(problemId);
    if (known) known.add(stage);
    else filled.set(problemId, new Set([stage]));
  }
  return filled;
}

/** What stands of some kinds on all sheets. */
export async function entriesOfKinds<K extends EntryKind>(
  database: LernenDatabase,
  ...kinds: readonly K[]
): Promise<EntryOf<K>[]> {
  const rows = await database.collection('entries').where('kind').anyOf(kinds).toArray();
  return entriesFrom(rows).filter((entry) => !entry.deleted && isOnSheet(entry)) as EntryOf<K>[];
}

/** Everything that stands on the sheets of these problems. */
export async function entriesOfProblems(database: LernenDatabase, ids: readonly string[]): Promise<Entry[]> {
  const rows = await database
    .collection('entries')
    .where('problemId')
    .anyOf([...ids])
    .toArray();
  return entriesFrom(rows)
    .filter((entry) => !entry.deleted && isOnSheet(entry))
    .sort(byOrder);
}
