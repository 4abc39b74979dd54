import { Dexie, type EntityTable } from 'dexie';

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
  startingWith(prefix: string): Promise<DraftRow[]> {
    return this.database.drafts
      .where('key')
      .startsWith(prefix)
      .toArray()
      .catch(() => []);
  }

  /**
   * Everything leaves the page in the same breath, the commit too: what waited for an answer in between would be lost where
   * the page is busy when the browser ends. Transactions on one table take place in the order in which they were made.
   */
  private write(key: string, row: DraftRow | null): void {
    if (!this.database.isOpen()) {
      if (this.waiting.size === 0) void this.open();
      this.waiting.set(key, row);
      return;
    }
    this.waiting.delete(key);
    const transaction = this.database.backendDB().transaction('drafts', 'readwrite', { durability: 'relaxed' });
    const drafts = transaction.objectStore('drafts');
    if (row === null) drafts.delete(key);
    else drafts.put(row);
    transaction.commit();
  }

  /** Writes what waited. Where the disk is full or the database refuses, the page's storage has the drafts. */
  private async open(): Promise<void> {
    try {
      await this.database.open();
    } catch {
      return;
    }
    for (const [key, row] of this.waiting) this.write(key, row);
    this.waiting.clear();
  }
}

/** The name of the database with the drafts of another. */
export function draftDatabaseOf(name: string): string {
  return `${name}-drafts`;
}
