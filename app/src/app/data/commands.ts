import { faultsOf } from '@lernen/core/archive';
import { RecordError } from '@lernen/core/errors';
import {
  type CollectionName,
  type Collections,
  type Entry,
  type NewId,
  type Settings,
  SettingsSchema,
  collectionNames,
  collectionOf,
  newestRevisions,
} from '@lernen/core/model';
import type { ContentTable, JournalEntry, LernenDatabase, StoredEntry, StoredSettings, Written } from './database';
import { entryFrom, storedEntry } from './entries';

/** Records to write, by collection. Every one carries a fresh revision. */
export type Changes = { readonly [N in CollectionName]?: readonly Collections[N][] } & { readonly settings?: Settings };

export interface WriteOptions {
  /** Called with the share written; false aborts, and nothing is written. */
  readonly onProgress?: (share: number) => boolean;
  /** The problem on whose sheet this was done. */
  readonly sheet?: string | undefined;
  /** The journal entry that this takes back. */
  readonly undoes?: number;
}

const chunk = 1000;

/**
 * Writes records in one transaction and notes them in the journal: all of them or none.
 * @returns the number of the journal entry, by which it can be undone.
 * @throws RecordError when a record breaks its schema.
 */
export async function write(
  database: LernenDatabase,
  changes: Changes,
  label: string,
  options: WriteOptions = {},
): Promise<number> {
  const checked = check(changes);
  const total = collectionNames.reduce((sum, name) => sum + (checked[name]?.length ?? 0), 0);
  let done = 0;
  const report = (count: number): void => {
    done += count;
    if (options.onProgress?.(total === 0 ? 1 : done / total) === false)
      throw new RecordError('Stopped. Nothing was written.', []);
  };
  return database.transaction('rw', database.tables, async () => {
    const written: Partial<Record<ContentTable, Written[]>> = {};
    const before: Partial<Record<ContentTable, (object | null)[]>> = {};
    for (const name of collectionNames) {
      const records = checked[name];
      if (!records || records.length === 0) continue;
      written[name] = records.map(({ id, revision }) => ({ id, revision }));
      before[name] = [];
      for (let start = 0; start < records.length; start += chunk) {
        const part = records.slice(start, start + chunk);
        before[name].push(
          ...(await currentOf(
            database,
            name,
            part.map((record) => record.id),
          )),
        );
        await database.table(name).bulkPut(name === 'entries' ? (part as Entry[]).map(storedEntry) : part);
        report(part.length);
      }
    }
    if (checked.settings) {
      const known = await database.settings.get('settings');
      const stored: StoredSettings = { ...checked.settings, id: 'settings' };
      written.settings = [{ id: 'settings', revision: stored.revision ?? '' }];
      before.settings = [known ?? null];
      await database.settings.put(stored);
    }
    const seq = await database.journal.add({
      at: new Date().toISOString(),
      label,
      written,
      before,
      undoneBy: null,
      ...(options.sheet === undefined ? {} : { sheet: options.sheet }),
      ...(options.undoes === undefined ? {} : { undoes: options.undoes }),
    });
    if (seq % thinnedEvery === 0) await thin(database, seq - undoable);
    return seq;
  });
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

export interface Undone {
  readonly restored: number;
  /** Records that were changed again since and therefore stayed as they are. */
  readonly left: number;
}

/** Takes back what a journal entry wrote by writing newer revisions, so that the undo itself can be merged and undone. */
export async function undo(database: LernenDatabase, seq: number, newId: NewId): Promise<Undone> {
  return database.transaction('rw', database.tables, async () => {
    const entry = await database.journal.get(seq);
    if (!entry || entry.undoneBy !== null) return { restored: 0, left: 0 };
    const { changes, left } = await inverse(database, entry, newId);
    const undoneBy = await write(database, changes, `Undid: ${entry.label}`, { sheet: entry.sheet, undoes: seq });
    await database.journal.update(seq, { undoneBy });
    if (entry.sheet !== undefined) await followRestored(database, entry, changes);
    const restored = collectionNames.reduce(
      (sum, name) => sum + (changes[name]?.length ?? 0),
      changes.settings ? 1 : 0,
    );
    return { restored, left };
  });
}

/** Earlier entries of a sheet wrote states that stand again under a newer revision; that is the one they can be undone by. */
async function followRestored(database: LernenDatabase, undone: JournalEntry, changes: Changes): Promise<void> {
  const renewed = new Map<string, string>();
  for (const name of collectionNames) {
    for (const old of undone.before[name] ?? []) {
      const { id, revision } = (old ?? {}) as Partial<Written>;
      const now = changes[name]?.find((record) => record.id === id);
      if (now && revision !== undefined) renewed.set(revision, now.revision);
    }
  }
  await database.journal
    .where('sheet')
    .equals(undone.sheet ?? '')
    .modify((entry: { written: JournalEntry['written'] }) => {
      entry.written = Object.fromEntries(
        Object.entries(entry.written).map(([name, all]) => [
          name,
          all.map(({ id, revision }) => ({ id, revision: renewed.get(revision) ?? revision })),
        ]),
      );
    });
}

async function inverse(
  database: LernenDatabase,
  entry: JournalEntry,
  newId: NewId,
): Promise<{ changes: Changes; left: number }> {
  const changes: Partial<Record<CollectionName, object[]>> & { settings?: Settings } = {};
  let left = 0;
  for (const name of collectionNames) {
    const written = entry.written[name] ?? [];
    const before = entry.before[name] ?? [];
    const current = await currentOf(
      database,
      name,
      written.map(({ id }) => id),
    );
    const records = written.flatMap(({ revision }, index) => {
      const now = current[index];
      if (!now || now.revision !== revision) {
        left++;
        return [];
      }
      const old = before[index];
      return [old ? { ...old, revision: newId() } : { ...now, revision: newId(), deleted: true }];
    });
    if (records.length > 0) changes[name] = records;
  }
  const [settings] = entry.before.settings ?? [];
  if (settings) changes.settings = SettingsSchema.parse(withoutId({ ...settings, revision: newId() }));
  return { changes: changes as Changes, left };
}

/** The state of each id that counts: where every revision is kept the newest. */
async function currentOf<N extends CollectionName>(
  database: LernenDatabase,
  name: N,
  ids: readonly string[],
): Promise<(Collections[N] | null)[]> {
  if (collectionOf(name).keeps === 'newest') {
    const found = (await database.table(name).bulkGet([...ids])) as (Collections[N] | undefined)[];
    return found.map((record) => {
      if (!record) return null;
      return name === 'entries' ? (entryFrom(record as StoredEntry) as Collections[N]) : record;
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
      const parsed = collectionOf(name).schema.safeParse(record);
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
