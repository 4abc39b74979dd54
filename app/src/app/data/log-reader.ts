import {
  type Collections,
  GrowingLog,
  type Log,
  type LogCollectionName,
  type LogHead,
  type LogRecords,
  type LogRecord,
  type Problem,
  type Settings,
  collectionOf,
  defaultSettings,
  keyOf,
  logCollectionNames,
  readSettings,
  safeParse,
} from '@lernen/core/model';
import { changesPlan, plannedFromEntries } from '@lernen/core/plan';
import type { Table } from 'dexie';
import { type JournalEntry, type LernenDatabase, isEntry } from './database';
import { withoutId } from './commands';
import { lastSeq } from './journal';
import { standingProblems } from './known-titles';
import { unpack } from './packed';
import { Turns } from './turns';

/** So many rows are read at once, and so many parsed before the next look at the clock. */
const chunk = 250;
const parsedAtOnce = 20;
const logTables = [...logCollectionNames, 'settings'] as const;
/** All but the sittings, which are most of a log. */
const headNames = logCollectionNames.filter((name) => name !== 'sittings');
/** Above this many changed records, reading everything again is quicker. */
const maxFollowed = 1500;

/** All that was read, and the log that it makes. */
interface Copy {
  /** By the key that the database has for them. */
  readonly records: { readonly [N in LogCollectionName]: Map<string, Collections[N]> };
  readonly log: GrowingLog;
  settings: Settings | null;
  unreadable: number;
}

function emptyCopy(): Copy {
  const records = Object.fromEntries(logCollectionNames.map((name) => [name, new Map()])) as Copy['records'];
  return { records, log: new GrowingLog(), settings: null, unreadable: 0 };
}

/**
 * A copy of the log in memory that follows the database: once read, it takes in only what the journal says has changed.
 * The page and the workers each have one.
 */
export class LogReader {
  private copy = emptyCopy();
  /** What was read of the log when its sittings were not; null at all other times. */
  private begun: { readonly copy: Copy; readonly seq: number } | null = null;
  /** The last entry of the journal that the copy has taken in; null while nothing was read. */
  seq: number | null = null;
  /** Grows with every change of what estimates and plan are computed from, once the log is read. */
  planCount = 0;

  constructor(private readonly database: LernenDatabase) {}

  private get isRead(): boolean {
    return this.seq !== null;
  }

  /** Records that cannot be read. They stay in the database, and out of the log. */
  get unreadable(): number {
    return this.copy.unreadable;
  }

  /** The log without its sittings, which is soon read. The first call to `catchUp` after it reads the rest. */
  async begin(): Promise<LogHead> {
    if (this.isRead) return this.log();
    this.begun ??= await this.readHead();
    return this.begun.copy.log.log();
  }

  /** Takes in what was written since the last call. @returns whether anything of the log, or the plan, changes by it. */
  async catchUp(): Promise<boolean> {
    const entries = this.seq === null ? null : await this.entriesSince(this.seq);
    if (entries === null) {
      await this.readAll();
      return true;
    }
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
        const keys = unpack(written[name]).map((it) => keyOf(name, it));
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

  /** Whether anything that the plan may depend on was written since that entry of the journal. */
  async mayChangePlanSince(seq: number): Promise<boolean> {
    const entries = await this.entriesSince(seq);
    if (entries === null) return true;
    const isInLog = entries.some(({ written }) => logTables.some((name) => (written[name]?.length ?? 0) > 0));
    return isInLog || this.haveEntriesOfPlan(entries);
  }

  stored(): LogRecords {
    const { records, settings } = this.copy;
    const lists = logCollectionNames.map((name) => [name, [...records[name].values()]]);
    return { ...(Object.fromEntries(lists) as Omit<LogRecords, 'settings'>), settings };
  }

  log(): Log {
    return this.copy.log.log();
  }

  /** The problems that stand at this moment, of which the copy may not have heard. Call it in a transaction that writes. */
  async problemsNow(): Promise<readonly Problem[]> {
    const entries = this.seq === null ? null : await this.entriesSince(this.seq);
    if (entries === null) return standingProblems(this.database);
    const ids = entries.flatMap(({ written }) => unpack(written.problems).map(({ id }) => id));
    const { problems } = this.log();
    if (ids.length === 0) return problems;
    const since = (await this.database.collection('problems').bulkGet(ids)).flatMap((problem) => problem ?? []);
    return [...problems.filter(({ id }) => !ids.includes(id)), ...since.filter(({ deleted }) => !deleted)];
  }

  /** What was read before stands until all is. */
  private async readAll(): Promise<void> {
    const { copy, seq } = this.begun ?? (await this.readHead());
    this.begun = null;
    const turns = new Turns();
    await this.readRows('sittings', copy, turns);
    // To put a long log in order takes turns of its own.
    for (const name of logCollectionNames) {
      await turns.next();
      copy.log.putInOrder(name);
    }
    await turns.next();
    copy.log.log();
    await turns.next();
    this.copy = copy;
    this.seq = seq;
  }

  private async readHead(): Promise<NonNullable<LogReader['begun']>> {
    const seq = await lastSeq(this.database);
    const copy = emptyCopy();
    const turns = new Turns();
    for (const name of headNames) await this.readRows(name, copy, turns);
    await this.readSettings(copy);
    return { copy, seq };
  }

  /** In parts, so that a long log never holds the page up for long. */
  private async readRows(name: LogCollectionName, copy: Copy, turns: Turns): Promise<void> {
    let reading: Promise<object[]> | null = this.rowsAfter(name, null);
    while (reading !== null) {
      const rows: object[] = await reading;
      // The next rows are fetched while these are parsed.
      reading = rows.length < chunk ? null : this.rowsAfter(name, rows.at(-1) as LogRecord);
      for (let start = 0; start < rows.length; start += parsedAtOnce) {
        if (turns.isOver) await turns.next();
        this.put(name, rows.slice(start, start + parsedAtOnce), copy);
      }
    }
  }

  private rowsAfter(name: LogCollectionName, last: LogRecord | null): Promise<object[]> {
    const table: Table<object, string> = this.database.table(name);
    const rows = last === null ? table.orderBy(':id') : table.where(':id').above(keyOf(name, last));
    return rows.limit(chunk).toArray();
  }

  private async readSettings(copy = this.copy): Promise<void> {
    const row = await this.database.settings.get('settings');
    const settings = row ? readSettings(withoutId(row)).settings : null;
    if (settings && this.isRead && changesPlan('settings', this.copy.settings ?? defaultSettings, settings))
      this.planCount++;
    copy.settings = settings;
    copy.log.putSettings(settings);
  }

  /** Null where the journal does not tell it: everything was thrown away since, or an entry cannot be read. */
  private async entriesSince(seq: number): Promise<JournalEntry[] | null> {
    const entries = this.database.journal.where('seq');
    // Only that it is there: the entry of an import holds all that was imported.
    const isKnown = seq === 0 || (await entries.equals(seq).count()) > 0;
    const found = isKnown ? await entries.above(seq).toArray() : null;
    return found?.every(isEntry) ? found : null;
  }

  /** Whether anything was written on sheets that the plan is made from. */
  private async haveEntriesOfPlan(journal: readonly JournalEntry[]): Promise<boolean> {
    const count = journal.reduce((sum, { written }) => sum + (written.entries?.length ?? 0), 0);
    // To look at that many takes longer than to plan once for nothing.
    if (count === 0 || count > maxFollowed) return count > 0;
    const ids = journal.flatMap(({ written }) => unpack(written.entries).map(({ id }) => id));
    const rows = await this.database.collection('entries').bulkGet(ids);
    return rows.some((row) => row && plannedFromEntries.some((kind) => kind === row.kind));
  }

  private put(name: LogCollectionName, rows: readonly object[], copy = this.copy): void {
    const before = this.copy.records[name] as ReadonlyMap<string, object>;
    const records = copy.records[name] as Map<string, object>;
    const { schema } = collectionOf(name);
    for (const row of rows) {
      const parsed = safeParse(schema, row);
      if (!parsed.success) {
        copy.unreadable++;
        continue;
      }
      const record = parsed.data;
      const key = keyOf(name, record);
      if (this.isRead && changesPlan(name, (before.get(key) ?? null) as typeof record | null, record)) this.planCount++;
      records.set(key, record);
      copy.log.put(name, [record]);
    }
  }
}
