import { Dexie, type Table } from 'dexie';

/**
 * What was derived from the records last, in a database of its own: it is large, it can be derived again, and while it is
 * put on the disk no write of records waits for it.
 */
export class DerivedCache<T extends object> {
  private readonly database: Dexie & { readonly derived: Table<{ readonly key: string; readonly value: T }, string> };

  /** @param name of the database that it is derived from */
  constructor(name: string) {
    const database = new Dexie(`${name}-derived`, { cache: 'disabled' });
    database.version(1).stores({ derived: 'key' });
    this.database = database as typeof this.database;
  }

  /** Undefined where there is none, or where the browser refuses to tell. */
  async get(): Promise<T | undefined> {
    const row = await this.database.derived.get(key).catch(() => undefined);
    return row?.value;
  }

  /** Does without where the disk is full. */
  async put(value: T): Promise<void> {
    await this.database.derived.put({ key, value }).catch(() => undefined);
  }
}

const key = 'last';
