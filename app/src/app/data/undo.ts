import {
  type CollectionName,
  type Collections,
  type LogRecord,
  type NewId,
  type Settings,
  catalogue,
  collectionNames,
  collectionOf,
  newestRevisions,
  readSettings,
  safeParse,
} from '@lernen/core/model';
import { type Changes, currentOf, localBack, withoutId, write } from './commands';
import { type JournalEntry, type LernenDatabase, type Written, isEntry } from './database';
import { pack, unpack } from './packed';

export interface Undone {
  readonly restored: number;
  /** Records that were changed again since, or on which newer ones were built, and which therefore stayed as they are. */
  readonly left: number;
}

/** Takes back what a journal entry wrote by writing newer revisions, so that the undo itself can be merged and undone. */
export async function undo(database: LernenDatabase, seq: number, newId: NewId): Promise<Undone> {
  return database.transaction('rw', database.tables, async () => {
    const entry = await database.journal.get(seq);
    if (!isEntry(entry) || entry.undoneBy !== null) return { restored: 0, left: 0 };
    const { changes, left } = await inverse(database, entry, newId);
    const local = await localBack(database, entry);
    const options = { sheet: entry.sheet, undoes: seq, ...(local && { local }) };
    const { seq: undoneBy, records } = await write(database, changes, undoLabel(entry.label), options);
    await database.journal.update(seq, { undoneBy });
    if (entry.sheet !== undefined) await followRestored(database, entry, records);
    const restored = collectionNames.reduce(
      (sum, name) => sum + (changes[name]?.length ?? 0),
      (changes.settings ? 1 : 0) + (local ? 1 : 0),
    );
    return { restored, left };
  });
}

/** What it is called to take something back: what undoes an undo does the thing again. */
function undoLabel(label: string): string {
  return label.startsWith('Undid: ') ? label.replace('Undid: ', 'Did again: ') : `Undid: ${withoutUndo(label)}`;
}

/** A thing done, whether or not it was taken back and done again since. */
export function withoutUndo(label: string): string {
  return label.replace(/^(?:(?:Undid|Did again): )+/, '');
}

/** Earlier entries of a sheet wrote states that stand again under a newer revision; that is the one they can be undone by. */
async function followRestored(database: LernenDatabase, undone: JournalEntry, changes: Changes): Promise<void> {
  const renewed = new Map<string, string>();
  for (const name of collectionNames) {
    for (const old of unpack(undone.before[name])) {
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
          pack(unpack(all).map(({ id, revision }) => ({ id, revision: renewed.get(revision) ?? revision }))),
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
    const written = unpack(entry.written[name]);
    const before = unpack(entry.before[name]);
    const current = await currentOf(
      database,
      name,
      written.map(({ id }) => id),
    );
    const built = await builtUpon(database, name, entry);
    const { schema } = collectionOf(name);
    const records = written.flatMap(({ id, revision }, index) => {
      const now = current[index];
      const old = before[index];
      // What took the place of a row that cannot be read stays too.
      const isBroken = !!old && !safeParse(schema, old).success;
      if (!now || now.revision !== revision || isBroken || (wasAbsent(old) && built.has(id))) {
        left++;
        return [];
      }
      return [old ? { ...old, revision: newId() } : { ...now, revision: newId(), deleted: true }];
    });
    if (records.length > 0) changes[name] = records;
  }
  const [settings] = unpack(entry.before.settings);
  const [written] = unpack(entry.written.settings);
  const isSettingsNow = (await database.settings.get('settings'))?.revision === written?.revision;
  if (settings && isSettingsNow)
    changes.settings = { ...readSettings(withoutId(settings)).settings, revision: newId() };
  else if (settings) left++;
  return { changes: changes as Changes, left };
}

/** Whether a record was not there, or had been removed: undoing what wrote it takes it away. */
function wasAbsent(before: object | null | undefined): boolean {
  return !before || (before as Partial<LogRecord>).deleted === true;
}

/** Those that an entry of the journal brought, and on which something stands that it did not write. */
async function builtUpon(
  database: LernenDatabase,
  name: CollectionName,
  { before, written }: JournalEntry,
): Promise<Set<string>> {
  const former = unpack(before[name]);
  const brought = new Set(
    unpack(written[name]).flatMap(({ id }, index) => (wasAbsent(former[index]) && !shippedIds.has(id) ? [id] : [])),
  );
  if (brought.size === 0) return brought;
  const uses = usesOf[name] ?? {};
  const built = new Set<string>();
  for (const user of collectionNames) {
    const used = uses[user];
    if (!used) continue;
    const own = new Set(unpack(written[user]).map(({ id }) => id));
    const usedBy = (record: object): string[] => used(record).filter((id) => brought.has(id));
    const rows = (await database.table(user).toArray()) as LogRecord[];
    for (const row of newestRevisions(rows.filter((it) => usedBy(it).length > 0)))
      if (!row.deleted && !own.has(row.id)) for (const id of usedBy(row)) built.add(id);
  }
  return built;
}

/** What is shipped stays whatever is undone: only the changes to it go. */
const shippedIds: ReadonlySet<string> = new Set(catalogue.map(({ id }) => id));

type Uses = Partial<Record<CollectionName, (record: object) => readonly string[]>>;

const ofProblem: Uses = Object.fromEntries(
  collectionNames
    .filter((name) => collectionOf(name).isOfProblem)
    .map((name) => [name, (it: object) => [(it as { readonly problemId: string }).problemId]]),
);

/** Which records mean nothing, or less, without a record of a collection: by what they are, the ids that they name. */
const usesOf: Partial<Record<CollectionName, Uses>> = {
  problems: ofProblem,
  techniques: { problems: (it) => (it as Collections['problems']).techniques },
};
