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
  /** The newest state of each draft that is still to be put; null where it is to be removed. */
  private readonly pending = new Map<string, DraftRow | null>();
  private isWriting = false;

  constructor(name: string) {
    const database = new Dexie(draftDatabaseOf(name));
    database.version(1).stores({ drafts: 'key' });
    this.database = database as typeof this.database;
  }

  put(row: DraftRow): void {
    this.pending.set(row.key, row);
    void this.write();
  }

  remove(key: string): void {
    this.pending.set(key, null);
    void this.write();
  }

  /** None where the database refuses: the page's storage has them too. */
  startingWith(prefix: string): Promise<DraftRow[]> {
    return this.database.drafts
      .where('key')
      .startsWith(prefix)
      .toArray()
      .catch(() => []);
  }

  /** One after the other; what changes meanwhile is put once, as it stands then. */
  private async write(): Promise<void> {
    if (this.isWriting) return;
    this.isWriting = true;
    try {
      for (let next = this.take(); next; next = this.take()) {
        const [key, row] = next;
        await (row === null ? this.database.drafts.delete(key) : this.database.drafts.put(row));
      }
    } catch {
      // The disk is full or the database refused. The page's storage has the draft, and the text itself follows soon.
      this.pending.clear();
    } finally {
      this.isWriting = false;
    }
  }

  private take(): [string, DraftRow | null] | null {
    const [next] = this.pending;
    if (!next) return null;
    this.pending.delete(next[0]);
    return next;
  }
}

/** The name of the database with the drafts of another. */
export function draftDatabaseOf(name: string): string {
  return `${name}-drafts`;
}
