import {
  type Collections,
  type Log,
  type LogCollectionName,
  type LogRecords,
  type Settings,
  collectionOf,
  defaultSettings,
  keyOf,
  logCollectionNames,
  logFrom,
  readSettings,
} from '@lernen/core/model';
import { changesPlan, plannedFromEntries } from '@lernen/core/plan';
import type { JournalEntry, LernenDatabase } from './database';
import { withoutId } from './commands';

/** So many rows are read and parsed in one go: a page is held up by less than the blink of a key. */
const chunk = 500;
const logTables = [...logCollectionNames, 'settings'] as const;
/** Above this many changed records, reading everything again is quicker. */
const maxFollowed = 1500;

/**
 * A copy of the log in memory that follows the database: once read, it takes in only what the journal says has changed.
 * The page and the workers each have one.
 */
export class LogReader {
  private seq = 0;
  private isRead = false;
  private readonly records = Object.fromEntries(logCollectionNames.map((name) => [name, new Map()])) as {
    [N in LogCollectionName]: Map<string, Collections[N]>;
  };
  private settings: Settings | null = null;
  /** Grows with every change of what estimates and plan are computed from. */
  planCount = 0;
  /** Records that cannot be read. They stay in the database, and out of the log. */
  unreadable = 0;

  constructor(private readonly database: LernenDatabase) {}

  /** Takes in what was written since the last call. @returns whether anything of the log, or the plan, changes by it. */
  async catchUp(): Promise<boolean> {
    if (!this.isRead) {
      await this.readAll();
      return true;
    }
    const entries = await this.database.journal.where('seq').above(this.seq).toArray();
    if (entries.length === 0) return false;
    const changed = entries.reduce(
      (sum, { written }) => logTables.reduce((count, name) => count + (written[name]?.length ?? 0), sum),
      0,
    );
    const isPlanChanged = await this.haveEntriesOfPlan(entries);
    if (isPlanChanged) this.planCount++;
    if (changed === 0) {
      this.seq = entries.at(-1)?.seq ?? this.seq;
      return isPlanChanged;
    }
    if (changed > maxFollowed) {
      await this.readAll();
      return true;
    }
    for (const { written } of entries) {
      for (const name of logCollectionNames) {
        const keys = (written[name] ?? []).map((it) => keyOf(name, it));
        if (keys.length > 0)
          this.put(
            name,
            (await this.database.table(name).bulkGet(keys)).filter((record) => record !== undefined),
          );
      }
      if (written.settings) await this.readSettings();
    }
    this.seq = entries.at(-1)?.seq ?? this.seq;
    return true;
  }

  stored(): LogRecords {
    const lists = logCollectionNames.map((name) => [name, [...this.records[name].values()]]);
    return { ...(Object.fromEntries(lists) as Omit<LogRecords, 'settings'>), settings: this.settings };
  }

  log(): Log {
    return logFrom(this.stored());
  }

  /** In parts, so that a long log never holds the page up for long. */
  private async readAll(): Promise<void> {
    this.unreadable = 0;
    const seq = (await this.database.journal.orderBy('seq').last())?.seq ?? 0;
    for (const name of logCollectionNames) {
      this.records[name].clear();
      const table = this.database.table(name);
      let last: string | null = null;
      for (;;) {
        const page = (await (last === null ? table.orderBy(':id') : table.where(':id').above(last))
          .limit(chunk)
          .toArray()) as object[];
        this.put(name, page);
        if (page.length < chunk) break;
        last = keyOf(name, page.at(-1) as { id: string; revision: string });
      }
    }
    await this.readSettings();
    this.seq = seq;
    this.isRead = true;
  }

  private async readSettings(): Promise<void> {
    const row = await this.database.settings.get('settings');
    const settings = row ? readSettings(withoutId(row)).settings : null;
    if (settings && changesPlan('settings', this.settings ?? defaultSettings, settings)) this.planCount++;
    this.settings = settings;
  }

  /** Whether anything was written on sheets that the plan is made from. */
  private async haveEntriesOfPlan(journal: readonly JournalEntry[]): Promise<boolean> {
    const ids = journal.flatMap(({ written }) => (written.entries ?? []).map(({ id }) => id));
    if (ids.length === 0) return false;
    const rows = await this.database.collection('entries').bulkGet(ids);
    return rows.some((row) => row && plannedFromEntries.some((kind) => kind === row.kind));
  }

  private put(name: LogCollectionName, records: readonly object[]): void {
    const map = this.records[name] as Map<string, object>;
    const { schema } = collectionOf(name);
    for (const record of records) {
      const parsed = schema.safeParse(record);
      if (!parsed.success) {
        this.unreadable++;
        continue;
      }
      const after = parsed.data;
      const key = keyOf(name, after);
      const before = (map.get(key) ?? null) as typeof after | null;
      if (changesPlan(name, before, after)) this.planCount++;
      map.set(key, after);
    }
  }
}
