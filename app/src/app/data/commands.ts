import { faultsOf } from '@lernen/core/archive';
import { RecordError } from '@lernen/core/errors';
import {
  type CollectionName,
  type Collections,
  type Entry,
  IdSchema,
  type LogRecord,
  type Problem,
  type Settings,
  SettingsSchema,
  collectionNames,
  collectionOf,
  newestRevisions,
  revisionAfter,
  safeParse,
  withChanges,
} from '@lernen/core/model';
import type { Table } from 'dexie';
import {
  type ContentTable,
  type JournalEntry,
  type LernenDatabase,
  type StoredEntry,
  type StoredSettings,
  type Versioned,
  VersionedSchema,
  type Written,
  localValue,
} from './database';
import { storedEntry, withoutFills } from './entries';
import { LostDatabaseError } from './errors';
import { withKnownTitles } from './known-titles';
import { type Kept, chunksOf, pack } from './packed';

/** Records to write, by collection. */
export type Changes = { readonly [N in CollectionName]?: readonly Collections[N][] } & { readonly settings?: Settings };

export interface WriteOptions {
  /** Called with the share written; false aborts, and nothing is written. */
  readonly onProgress?: (share: number) => boolean;
  /** The problem on whose sheet this was done. */
  readonly sheet?: string | undefined;
  /** The journal entry that this takes back. */
  readonly undoes?: number;
  /** A value of this browser's own that is set with the records, and goes back with them. */
  readonly local?: { readonly key: string; readonly value: Versioned };
  /** The problems that stand, asked for within the transaction by whoever has them at hand. */
  readonly problemsNow?: () => Promise<readonly Problem[]>;
  /** Whether the records come from another copy and keep the revisions that it gave them. */
  readonly keepsRevisions?: boolean;
}

/** What was written, and the journal entry to undo it by. */
export interface Writing {
  readonly seq: number;
  readonly records: Changes;
}

const chunk = 1000;

/**
 * Writes records in one transaction and notes them in the journal: all of them or none. Each gets a revision greater than
 * any that this database has seen.
 * @throws RecordError when a record breaks its schema. LostDatabaseError where nothing may be written any more.
 */
export async function write(
  database: LernenDatabase,
  changes: Changes,
  label: string,
  options: WriteOptions = {},
): Promise<Writing> {
  if (database.loss !== null) throw new LostDatabaseError(database.loss);
  const valid = check(changes);
  const total = collectionNames.reduce((sum, name) => sum + (valid[name]?.length ?? 0), 0);
  let done = 0;
  const report = (count: number): void => {
    done += count;
    if (options.onProgress?.(total === 0 ? 1 : done / total) === false)
      throw new RecordError('Stopped. Nothing was written.', []);
  };
  return database.transaction('rw', database.tables, async () => {
    const named = options.keepsRevisions ? valid : await withKnownTitles(database, valid, options.problemsNow);
    const checked = await stamped(database, named, options.keepsRevisions ?? false);
    const written: Partial<Record<ContentTable, Kept<Written>>> = {};
    const before: Partial<Record<ContentTable, Kept<object | null>>> = {};
    for (const name of collectionNames) {
      const records = checked[name];
      if (!records || records.length === 0) continue;
      written[name] = pack(records.map(({ id, revision }) => ({ id, revision })));
      const ids = records.map(({ id }) => id);
      const olds = (await Promise.all([...chunksOf(ids, chunk)].map((part) => currentOf(database, name, part)))).flat();
      before[name] = pack(olds);
      const isMerged = collectionOf(name).merges === 'fields' && !options.keepsRevisions;
      const rows = isMerged
        ? records.map((record, index) => withChanges<LogRecord>(olds[index] ?? null, record))
        : records;
      await putInChunks(database.table(name), name === 'entries' ? (rows as Entry[]).map(storedEntry) : rows, report);
    }
    if (checked.settings) {
      const known = await database.settings.get('settings');
      const { settings } = checked;
      const changed = options.keepsRevisions ? settings : withChanges(known ?? null, settings);
      const stored: StoredSettings = { ...changed, id: 'settings' };
      written.settings = [{ id: 'settings', revision: stored.revision ?? '' }];
      before.settings = [known ?? null];
      await database.settings.put(stored);
    }
    const local = options.local && (await setWith(database, options.local));
    const seq = await database.journal.add({
      at: new Date().toISOString(),
      label,
      written,
      before,
      undoneBy: null,
      ...(options.sheet === undefined ? {} : { sheet: options.sheet }),
      ...(options.undoes === undefined ? {} : { undoes: options.undoes }),
      ...(local && { local }),
    });
    if (seq % thinnedEvery === 0) await thin(database, seq - undoable);
    return { seq, records: checked };
  });
}

/** While the database still writes one chunk the next is handed to it. */
async function putInChunks(
  table: Table<object>,
  rows: readonly object[],
  report: (count: number) => void,
): Promise<void> {
  let written: Promise<void> = Promise.resolve();
  for (const part of chunksOf(rows, chunk)) {
    const next = Promise.resolve(table.bulkPut(part)).then(() => report(part.length));
    // Where the one before it fails it fails with it, and nobody waits for it any more.
    next.catch(() => undefined);
    await written;
    written = next;
  }
  await written;
}

async function setWith(
  database: LernenDatabase,
  { key, value }: NonNullable<WriteOptions['local']>,
): Promise<JournalEntry['local'] | undefined> {
  const before = await localValue(database, key, VersionedSchema);
  // Another page may have written since this value was made.
  const written = { ...value, version: Math.max(value.version, (before?.version ?? 0) + 1) };
  await database.local.put({ key, value: written });
  return before && { key, before, written };
}

/** The value that was set with an entry as it was before; undefined where something else came of it since. */
export async function localBack(database: LernenDatabase, { local }: JournalEntry): Promise<WriteOptions['local']> {
  if (!local) return undefined;
  const now = await localValue(database, local.key, VersionedSchema);
  if (now?.version !== local.written.version) return undefined;
  return { key: local.key, value: { ...local.before, version: now.version + 1 } };
}

/** Under this stands the greatest revision that this database has seen. */
const seenKey = 'seen';

/** The changes with revisions that are greater than any seen, which from now on are those seen. */
async function stamped(database: LernenDatabase, changes: Changes, keepsRevisions: boolean): Promise<Changes> {
  let seen = (await localValue(database, seenKey, IdSchema)) ?? (await greatestRevision(database));
  const before = seen;
  const stamp = <R extends { readonly revision: string | null }>(record: R): R => {
    const given = record.revision;
    if (given === null) return record;
    const revision = keepsRevisions || given > before ? given : revisionAfter(seen, given);
    if (revision > seen) seen = revision;
    return revision === given ? record : { ...record, revision };
  };
  const lists = collectionNames.map((name) => [name, (changes[name] as readonly LogRecord[] | undefined)?.map(stamp)]);
  const settings = changes.settings ? { settings: stamp(changes.settings) } : {};
  await database.local.put({ key: seenKey, value: seen });
  return { ...(Object.fromEntries(lists.filter(([, records]) => records)) as Changes), ...settings };
}

/** Read from all that is kept, where an earlier version of the program wrote it. */
async function greatestRevision(database: LernenDatabase): Promise<string> {
  let greatest = (await database.settings.get('settings'))?.revision ?? '';
  for (const name of collectionNames)
    await database.table(name).each(({ revision }: LogRecord) => {
      if (revision > greatest) greatest = revision;
    });
  return greatest;
}

/** What stood before is kept for so many entries of the journal; older ones can be followed but not undone any more. */
export const undoable = 1000;
const thinnedEvery = 100;

async function thin(database: LernenDatabase, last: number): Promise<void> {
  await database.journal
    .where('seq')
    .between(last - 2 * thinnedEvery, last, false, true)
    .modify((entry: { before: JournalEntry['before']; undoneBy: number | null }) => {
      entry.before = {};
      entry.undoneBy ??= 0;
    });
}

/** The state of each id that counts: where every revision is kept the newest. */
export async function currentOf<N extends CollectionName>(
  database: LernenDatabase,
  name: N,
  ids: readonly string[],
): Promise<(Collections[N] | null)[]> {
  if (collectionOf(name).keeps === 'newest') {
    const found = (await database.table(name).bulkGet([...ids])) as (Collections[N] | undefined)[];
    return found.map((record) => {
      if (!record) return null;
      return name === 'entries' ? (withoutFills(record as StoredEntry) as Collections[N]) : record;
    });
  }
  const revisions = (await database
    .table(name)
    .where('id')
    .anyOf([...ids])
    .toArray()) as Collections[N][];
  const newest = new Map(newestRevisions(revisions).map((record) => [record.id, record]));
  return ids.map((id) => newest.get(id) ?? null);
}

function check(changes: Changes): Changes {
  const checked: Partial<Record<CollectionName, unknown[]>> = {};
  for (const name of collectionNames) {
    const records = changes[name];
    if (!records) continue;
    checked[name] = records.map((record, index) => {
      const parsed = safeParse(collectionOf(name).schema, record);
      if (parsed.success) return parsed.data;
      const faults = faultsOf(parsed.error).map(({ path, reason }) => ({ path: `${name}[${index}].${path}`, reason }));
      throw new RecordError(
        `This cannot be saved: ${faults.map(({ path, reason }) => `${path} ${reason}`).join('; ')}`,
        faults,
      );
    });
  }
  return { ...(checked as Changes), ...(changes.settings ? { settings: SettingsSchema.parse(changes.settings) } : {}) };
}

export function withoutId<T extends object>(row: T): Omit<T, 'id'> {
  const { id: _id, ...rest } = row as T & { id?: unknown };
  return rest;
}
