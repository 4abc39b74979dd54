import {
  type CollectionName,
  type Entry,
  type Migrated,
  type Migration,
  type OldRecord,
  collectionNames,
  migrations,
} from '@lernen/core/model';
import type { Transaction } from 'dexie';
import type { ContentTable, JournalEntry, Written } from './database';
import { storedEntry } from './entries';
import { pack, unpack } from './packed';

/** A record as an earlier version left it. */
type OldRow = OldRecord & Written;

/**
 * Brings what a database holds up to a version: the records, and what the journal keeps of earlier states, so that what
 * was done before an update can still be undone after it.
 */
export async function upgradeTo(version: number, transaction: Transaction): Promise<void> {
  for (const migration of migrations.filter(({ to }) => to === version)) {
    const journal = await transaction.table<JournalEntry>('journal').toArray();
    const steps = journal.filter(({ written }) => written[migration.collection] !== undefined);
    const became = await upgradeRows(migration, transaction);
    for (const step of steps) await upgradeStep(step, migration, became, transaction);
  }
}

/** @returns what became of each row, by the revision that it has. */
async function upgradeRows({ collection, apply }: Migration, transaction: Transaction): Promise<Map<string, Migrated>> {
  const rows = (await transaction.table(collection).toArray()) as OldRow[];
  const became = new Map(rows.map((row) => [row.revision, apply(row)]));
  for (const name of collectionNames)
    await put(
      transaction,
      name,
      [...became.values()].flatMap((result) => result[name] ?? []),
    );
  return became;
}

/**
 * A step says what it wrote and what stood before. What came out of a record counts as written with it; a part that the
 * record had before the step and has not now gets a tombstone, from which an undo can bring it back.
 */
async function upgradeStep(
  step: JournalEntry,
  { collection, apply }: Migration,
  became: ReadonlyMap<string, Migrated>,
  transaction: Transaction,
): Promise<void> {
  const written = everyList(step.written, (all) => [...unpack(all)]);
  const before = everyList(step.before, (all) => [...unpack(all)]);
  const olds = (before[collection] ?? []) as readonly (OldRow | null)[];
  before[collection] = [];
  for (const [index, old] of olds.entries()) {
    const revision = written[collection]?.[index]?.revision ?? '';
    const was = old === null ? {} : apply(old);
    before[collection].push(was[collection]?.[0] ?? null);
    const now = became.get(revision);
    for (const name of collectionNames) {
      if (name === collection || !now) continue;
      const [parts, standing] = [byId(was[name]), byId(now[name])];
      for (const id of new Set([...parts.keys(), ...standing.keys()])) {
        const part = parts.get(id) ?? null;
        if (!standing.has(id)) await put(transaction, name, [{ ...part, revision, deleted: true }]);
        (written[name] ??= []).push({ id, revision });
        (before[name] ??= []).push(part);
      }
    }
  }
  await transaction
    .table('journal')
    .update(step.seq, { written: everyList(written, pack), before: everyList(before, pack) });
}

function everyList<From, To>(
  lists: Readonly<Partial<Record<ContentTable, From>>>,
  change: (list: From) => To,
): Partial<Record<ContentTable, To>> {
  return Object.fromEntries(Object.entries(lists).map(([name, list]) => [name, change(list)]));
}

function byId(records: readonly OldRecord[] = []): Map<string, OldRecord> {
  return new Map(records.map((record) => [String(record['id']), record]));
}

async function put(transaction: Transaction, name: CollectionName, records: readonly OldRecord[]): Promise<void> {
  const rows = name === 'entries' ? records.map((record) => storedEntry(record as unknown as Entry)) : records;
  await transaction.table(name).bulkPut([...rows]);
}
