import { Dexie, type EntityTable } from 'dexie';
import * as z from 'zod/mini';

const DraftRowSchema = z.object({ key: z.string(), seq: z.number(), values: z.array(z.unknown()) });

interface DraftRow {
  readonly key: string;
  readonly seq: number;
  readonly values: readonly unknown[];
}

/**
 * Drafts in a database of their own, which no long transaction holds up and which is not waited for: within milliseconds
 * they are where the end of the browser cannot reach them, which takes the page's storage seconds.
 */
export class DraftTable {
  private readonly database: Dexie & { readonly drafts: EntityTable<DraftRow, 'key'> };
  /** The newest state of each draft from before the database was open; null where it is to be removed. */
  private readonly waiting = new Map<string, DraftRow | null>();
  /** Once it is whole: while its tables are made, Dexie has it as open already. */
  private native: IDBDatabase | null = null;
  private opening: Promise<void> | null = null;

  constructor(name: string) {
    const database = new Dexie(draftDatabaseOf(name));
    database.version(1).stores({ drafts: 'key' });
    this.database = database as typeof this.database;
  }

  put(row: DraftRow): void {
    this.write(row.key, row);
  }

  remove(key: string): void {
    this.write(key, null);
  }

  /** None where the database refuses: the page's storage has them too. */
  async startingWith(prefix: string): Promise<DraftRow[]> {
    await this.opening;
    const rows = await this.database.drafts
      .where('key')
      .startsWith(prefix)
      .toArray()
      .catch(() => []);
    return rows.filter((row) => DraftRowSchema.safeParse(row).success);
  }

  /**
   * Everything leaves the page in the same breath, the commit too: what waited for an answer in between would be lost where
   * the page is busy when the browser ends. Transactions on one table take place in the order in which they were made.
   */
  private write(key: string, row: DraftRow | null): void {
    const transaction = this.begin();
    if (transaction === null) {
      this.waiting.set(key, row);
      this.opening ??= this.open().finally(() => (this.opening = null));
      return;
    }
    this.waiting.delete(key);
    const drafts = transaction.objectStore('drafts');
    if (row === null) drafts.delete(key);
    else drafts.put(row);
    transaction.commit();
  }

  /** Null where the database is not open yet, or not any more. */
  private begin(): IDBTransaction | null {
    try {
      return this.native?.transaction('drafts', 'readwrite', { durability: 'relaxed' }) ?? null;
    } catch {
      this.native = null;
      return null;
    }
  }

  /** Writes what waited. Where the disk is full or the database refuses, the page's storage has the drafts. */
  private async open(): Promise<void> {
    try {
      await this.database.open();
      this.native = this.database.backendDB();
    } catch {
      return;
    }
    for (const [key, row] of [...this.waiting]) this.write(key, row);
  }
}

/** The name of the database with the drafts of another. */
export function draftDatabaseOf(name: string): string {
  return `${name}-drafts`;
}
