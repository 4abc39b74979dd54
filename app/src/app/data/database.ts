import {
  type CollectionName,
  type Collections,
  type Entry,
  IdSchema,
  InstantSchema,
  type Settings,
  collectionNames,
  collectionOf,
  dataVersion,
} from '@lernen/core/model';
import { Dexie, type EntityTable, type Table } from 'dexie';
import * as z from 'zod/mini';
import type { Kept } from './packed';
import { upgradeTo } from './upgrade';

/** The settings record; there is one. */
export interface StoredSettings extends Settings {
  readonly id: 'settings';
}

export type ContentTable = CollectionName | 'settings';

/**
 * An entry with the stage that it fills, as `problem id/stage`: an index over it says how complete every sheet is
 * without reading one. Absent while the entry is empty or removed.
 */
export type StoredEntry = Entry & { readonly fills?: string };

/** What one command wrote, so that every open page can follow and the command can be undone. */
export interface JournalEntry {
  readonly seq: number;
  /** When, ISO 8601 UTC. */
  readonly at: string;
  /** What was done, for people. */
  readonly label: string;
  /** What was written, by table: the id and the revision that it has since. */
  readonly written: Readonly<Partial<Record<ContentTable, Kept<Written>>>>;
  /** What stood there before, by table, in the same order; null where nothing did. Of old entries it is not kept. */
  readonly before: Readonly<Partial<Record<ContentTable, Kept<object | null>>>>;
  /** The entry that undid this one; 0 where it is too old to be undone. */
  readonly undoneBy: number | null;
  /** The problem on whose sheet it was made, where the sheet's own undo answers for it. */
  readonly sheet?: string;
  /** The entry that this one took back. */
  readonly undoes?: number;
  /** A value of this browser's own that was set with it, and what it was before. */
  readonly local?: { readonly key: string; readonly before: Versioned; readonly written: Versioned };
}

const KeptSchema = z.union([z.array(z.unknown()), z.object({ length: z.number(), parts: z.array(z.string()) })]);
const JournalEntrySchema = z.looseObject({
  seq: z.number(),
  at: z.string(),
  label: z.string(),
  written: z.record(z.string(), KeptSchema),
  before: z.record(z.string(), KeptSchema),
  undoneBy: z.nullable(z.number()),
});

/** Whether a row of the journal is an entry: a fault of the disk may have left anything. */
export function isEntry(row: JournalEntry | undefined): row is JournalEntry {
  return JournalEntrySchema.safeParse(row).success;
}

/** A value of which every state has a greater version than the one before it. */
export const VersionedSchema = z.looseObject({ version: z.number() });
export interface Versioned {
  readonly version: number;
}

/** A value of this browser's own; undefined where there is none that can be read. */
export async function localValue<S extends z.ZodMiniType>(
  { local }: Pick<LernenDatabase, 'local'>,
  key: string,
  schema: S,
): Promise<z.infer<S> | undefined> {
  return schema.safeParse((await local.get(key))?.value).data;
}

export interface Written {
  readonly id: string;
  readonly revision: string;
}

/** Things of this browser alone: they are in no archive. */
export interface LocalRow {
  readonly key: string;
  readonly value: unknown;
}

/** The names of the two worlds' databases. The demo never touches a person's own. */
export const databaseNames = { own: 'lernen', demo: 'lernen-demo' } as const;
export type Profile = keyof typeof databaseNames;

/** A row for each record: of collections that keep every revision by its revision, of others by its id. */
type CollectionTables = {
  readonly [N in CollectionName]: Table<N extends 'entries' ? StoredEntry : Collections[N], string>;
};

/** Which database this is: its backups are told from those of other browsers by it. */
export const IdentitySchema = z.object({ id: IdSchema, since: InstantSchema });
export type Identity = z.infer<typeof IdentitySchema>;

/** Why a page may not write any more: the database was deleted or closed under it, or is that of a later version. */
export type Loss = 'deleted' | 'closed' | 'newer';

/** The database of a profile. Its tables follow from the registry of collections; these here are of this browser alone. */
export class LernenDatabase extends Dexie {
  declare readonly settings: EntityTable<StoredSettings, 'id'>;
  declare readonly journal: Table<JournalEntry, number, Omit<JournalEntry, 'seq'>>;
  declare readonly local: EntityTable<LocalRow, 'key'>;
  private readonly lossListeners = new Set<(loss: Loss) => void>();
  /** Why nothing may be written any more; null while all is well. */
  loss: Loss | null = null;

  constructor(profile: Profile) {
    // What was confirmed is on the disk, not only on its way there. Our readers hold what they need: no second copy.
    super(databaseNames[profile], { chromeTransactionDurability: 'strict', cache: 'disabled' });
    for (let version = 1; version <= dataVersion; version++)
      this.version(version)
        .stores(storesSince(version))
        .upgrade((transaction) => upgradeTo(version, transaction));
    this.on('versionchange', ({ newVersion }) => {
      this.lose(newVersion ? 'newer' : 'deleted');
      // Dexie's own answer comes next. It would open a database that was deleted again, as a new and empty one.
      return newVersion ? undefined : false;
    });
    this.on(
      'ready',
      () => {
        const native = this.backendDB();
        native.addEventListener('close', () => this.lose('closed'));
        if (native.version / 10 > dataVersion) this.lose('newer');
      },
      true,
    );
  }

  /** Calls back once nothing may be written any more, also where that is so already. */
  onLoss(listener: (loss: Loss) => void): void {
    this.lossListeners.add(listener);
    if (this.loss !== null) listener(this.loss);
  }

  private lose(loss: Loss): void {
    if (this.loss !== null) return;
    this.loss = loss;
    // Opened again by itself it would be a new and empty one. What a later version wrote can be read as long as it is open.
    if (loss !== 'newer') this.close({ disableAutoOpen: true });
    for (const listener of this.lossListeners) listener(loss);
  }

  collection<N extends CollectionName>(name: N): CollectionTables[N] {
    return this.table(name) as unknown as CollectionTables[N];
  }
}

const ownStores: Readonly<Record<number, Readonly<Record<string, string>>>> = {
  1: { settings: 'id', journal: '++seq', local: 'key' },
  2: { journal: '++seq, sheet' },
};

/** The tables that came with a version, with what they are searched by. */
function storesSince(version: number): Record<string, string> {
  const stores: Record<string, string> = { ...ownStores[version] };
  for (const name of collectionNames) {
    const { since, keeps, indexes } = collectionOf(name);
    if (since === version) stores[name] = [keeps === 'revisions' ? 'revision' : 'id', ...indexes].join(', ');
  }
  return stores;
}
