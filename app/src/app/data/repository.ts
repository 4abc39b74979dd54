import {
  type Entry,
  type EntryKind,
  type EntryOf,
  type Log,
  type LogHead,
  type LogRecords,
  type NewId,
  type Stage,
  type StoredRecords,
} from '@lernen/core/model';
import { type Observable, liveQuery } from 'dexie';
import { v7 as newId } from 'uuid';
import type * as z from 'zod/mini';
import { type Changes, type WriteOptions, write } from './commands';
import { type Identity, IdentitySchema, type LernenDatabase, type Loss, localValue } from './database';
import { type Done, lastSeq, whatWasDone } from './journal';
import { Drafts } from './drafts';
import { allEntries, entriesOf, entriesOfKinds, entriesOfProblems, filledStages } from './entries';
import { LogReader } from './log-reader';
import { nextTask } from './turns';
import { type Undone, undo } from './undo';
import { type UnreadableRow, unreadableRows, withStandIns } from './unreadable';

const identityKey = 'identity';

/**
 * The one door to all that is kept in this browser: it parses what it reads, writes in one transaction with a line in the
 * journal, and keeps drafts. The page and each worker have one over a connection of their own.
 */
export class Repository {
  private readonly reader: LogReader;
  private reading: Promise<unknown> = Promise.resolve();
  private kept: Drafts | null = null;

  constructor(private readonly database: LernenDatabase) {
    this.reader = new LogReader(database);
  }

  /** The log without its sittings, for what need not wait for them. */
  begin(): Promise<LogHead> {
    return this.inTurn(() => this.reader.begin());
  }

  /** Takes in what was written since the last call. @returns whether anything of the log, or of what is planned, changes by it. */
  catchUp(): Promise<boolean> {
    return this.inTurn(() => this.reader.catchUp());
  }

  /** One reading after the other: two at once would read the same entries; one that fails does not end the rest. */
  private inTurn<T>(read: () => Promise<T>): Promise<T> {
    const next = this.reading.catch(() => undefined).then(read);
    this.reading = next;
    return next;
  }

  /** The log as of the last catch-up. */
  log(): Log {
    return this.reader.log();
  }

  /** Its records, as of the last catch-up. */
  stored(): LogRecords {
    return this.reader.stored();
  }

  /** Grows with every change of what estimates and plan are computed from. */
  get planCount(): number {
    return this.reader.planCount;
  }

  /** The last entry of the journal that was taken in; null while nothing was read. */
  get seq(): number | null {
    return this.reader.seq;
  }

  /** Whether anything that the plan may depend on was written since that entry of the journal. */
  mayChangePlanSince(seq: number): Promise<boolean> {
    return this.reader.mayChangePlanSince(seq);
  }

  /** Records that cannot be read any more. They stay where they are, and out of the log. */
  get unreadable(): number {
    return this.reader.unreadable;
  }

  /** All of them, with why. */
  unreadableRows(): Promise<UnreadableRow[]> {
    return unreadableRows(this.database);
  }

  /** The log's records as of now, with what all sheets hold. */
  async everything(): Promise<StoredRecords> {
    await this.catchUp();
    const entries = await ended(allEntries(this.database));
    return ended(withStandIns(this.database, { ...this.stored(), entries }));
  }

  /** Everything on one sheet, tombstones included. */
  sheet(problemId: string): Promise<Entry[]> {
    return entriesOf(this.database, problemId);
  }

  /** What stands of some kinds on all sheets. */
  entriesOfKinds<K extends EntryKind>(...kinds: readonly K[]): Promise<EntryOf<K>[]> {
    return ended(entriesOfKinds(this.database, ...kinds));
  }

  /** Everything that stands on the sheets of these problems. */
  entriesOfProblems(ids: readonly string[]): Promise<Entry[]> {
    return entriesOfProblems(this.database, ids);
  }

  /** The stages that each sheet's entries fill. */
  filledStages(): Promise<Map<string, Set<Stage>>> {
    return filledStages(this.database);
  }

  /** All of the records or none. @returns the journal entry to undo it by. @throws RecordError when one breaks its schema. */
  async write(changes: Changes, label: string, options: WriteOptions = {}): Promise<number> {
    const problemsNow = () => this.reader.problemsNow();
    return (await write(this.database, changes, label, { problemsNow, ...options })).seq;
  }

  /** Takes back what a journal entry wrote. */
  undo(seq: number): Promise<Undone> {
    return undo(this.database, seq, newId);
  }

  /** What was done, newest first, with whether it can be taken back. */
  whatWasDone(count: number): Promise<Done[]> {
    return whatWasDone(this.database, count);
  }

  /** Which database this is. It is given when it is first asked for. */
  async identity(): Promise<Identity> {
    const given = await this.local(identityKey, IdentitySchema);
    if (given) return given;
    return this.database.transaction('rw', this.database.local, async () => {
      const known = await this.local(identityKey, IdentitySchema);
      if (known) return known;
      const identity: Identity = { id: newId(), since: new Date().toISOString() };
      await this.setLocal(identityKey, identity);
      return identity;
    });
  }

  /** Calls back once nothing may be written any more. */
  onLoss(listener: (loss: Loss) => void): void {
    this.database.onLoss(listener);
  }

  /** Runs a command that only some pages need, and that comes with them. */
  run<T>(command: (database: LernenDatabase, newId: NewId) => Promise<T>): Promise<T> {
    return command(this.database, newId);
  }

  /** Throws everything away and writes these records instead, and one value of this browser's own. */
  replaceAll(changes: Changes, label: string, key: string, value: unknown): Promise<void> {
    return this.database.transaction('rw', this.database.tables, async () => {
      for (const table of this.database.tables) await table.clear();
      await this.write(changes, label, { problemsNow: () => Promise.resolve([]) });
      await this.setLocal(key, value);
    });
  }

  /** A value of this browser's own, which is in no archive; undefined where there is none that can be read. */
  async local<S extends z.ZodMiniType>(key: string, schema: S): Promise<z.infer<S> | undefined> {
    return localValue(this.database, key, schema);
  }

  async setLocal(key: string, value: unknown): Promise<void> {
    await this.setLocals({ [key]: value });
  }

  /** Several at once: whoever writes the records waits for each such write to be on the disk. */
  async setLocals(values: Readonly<Record<string, unknown>>): Promise<void> {
    await this.database.local.bulkPut(Object.entries(values).map(([key, value]) => ({ key, value })));
  }

  /** Changes a value that can be read where it is, so that no other tab's change is lost between reading and writing. */
  async changeLocal<S extends z.ZodMiniType>(
    key: string,
    schema: S,
    change: (value: z.infer<S>) => unknown,
  ): Promise<void> {
    await this.database.local
      .where('key')
      .equals(key)
      .modify((row: { value: unknown }) => {
        const parsed = schema.safeParse(row.value);
        if (parsed.success) row.value = change(parsed.data);
      });
  }

  /** The number of the last journal entry; 0 where nothing was ever written. */
  lastChange(): Promise<number> {
    return lastSeq(this.database);
  }

  journalLength(): Promise<number> {
    return this.database.journal.count();
  }

  /** What is typed and not written yet. Only a page has it, no worker. */
  get drafts(): Drafts {
    return (this.kept ??= new Drafts(this.database.name));
  }

  /** The answer to a question to this repository, again whenever it changes, in whatever tab. */
  follow<T>(question: () => Promise<T>): Observable<T> {
    return liveQuery(question);
  }
}

/** What was read, once the reading is over: whoever asked may go on with long work. */
async function ended<T>(reading: Promise<T>): Promise<T> {
  const value = await reading;
  await nextTask();
  return value;
}
