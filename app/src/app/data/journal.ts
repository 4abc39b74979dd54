import { collectionNames } from '@lernen/core/model';
import { currentOf, localBack } from './commands';
import { type JournalEntry, type LernenDatabase, isEntry } from './database';
import { partsOf, unpack } from './packed';

/** Whether a thing done can be taken back: it was already, others were built on all of it, or it is too long ago. */
export type DoneState = 'standing' | 'undone' | 'built-upon' | 'too-old';

/** Something that was done, as a list tells it. */
export interface Done {
  readonly seq: number;
  /** When, ISO 8601 UTC. */
  readonly at: string;
  readonly label: string;
  /** The problem on whose sheet it was done; null elsewhere. */
  readonly problemId: string | null;
  /** How many records it wrote. */
  readonly recordCount: number;
  readonly state: DoneState;
}

/** The number of the last journal entry; 0 where nothing was ever written. The entry itself may hold a whole import. */
export async function lastSeq(database: LernenDatabase): Promise<number> {
  return ((await database.journal.orderBy('seq').lastKey()) as number | undefined) ?? 0;
}

/** What was done, newest first. */
export async function whatWasDone(database: LernenDatabase, count: number): Promise<Done[]> {
  const entries = await database.journal.orderBy('seq').reverse().limit(count).toArray();
  return Promise.all(
    entries.filter(isEntry).map(async (entry) => ({
      seq: entry.seq,
      at: entry.at,
      label: entry.label,
      problemId: entry.sheet ?? null,
      recordCount: Object.values(entry.written).reduce((sum, all) => sum + all.length, 0),
      state: await stateOf(database, entry),
    })),
  );
}

async function stateOf(database: LernenDatabase, entry: JournalEntry): Promise<DoneState> {
  if (entry.undoneBy !== null) return entry.undoneBy === 0 ? 'too-old' : 'undone';
  if (await localBack(database, entry)) return 'standing';
  const [settings] = unpack(entry.written.settings);
  if (settings && unpack(entry.before.settings)[0]) {
    const now = await database.settings.get('settings');
    if (now?.revision === settings.revision) return 'standing';
  }
  for (const name of collectionNames) {
    // One record that stands is enough to know; an import has thousands.
    for (const part of partsOf(entry.written[name])) {
      const current = await currentOf(
        database,
        name,
        part.map(({ id }) => id),
      );
      if (part.some(({ revision }, index) => current[index]?.revision === revision)) return 'standing';
    }
  }
  return 'built-upon';
}
