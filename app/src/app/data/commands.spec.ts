import { RecordError } from '@lernen/core/errors';
import { logFrom } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { emptyDatabase, someProblem, someSettings, someSitting } from '../testing/database';
import { undo, undoable, write } from './commands';
import type { JournalEntry, LernenDatabase } from './database';
import { LogReader } from './log-reader';

describe('commands on the database', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  const standing = async () => {
    const reader = new LogReader(database);
    await reader.catchUp();
    return reader.log();
  };

  it('write all records or none', async () => {
    const problem = someProblem();
    const broken = { ...someSitting(problem.id), minutes: -5 };
    await expectAsync(write(database, { problems: [problem], sittings: [broken] }, 'Logged')).toBeRejectedWithError(
      RecordError,
      /sittings\[0\]\.minutes/,
    );
    expect(await database.collection('problems').count()).toBe(0);
    expect(await database.journal.count()).toBe(0);
  });

  it('roll everything back when they are stopped half-way', async () => {
    const problem = someProblem();
    const stopped = write(database, { problems: [problem], sittings: [someSitting(problem.id)] }, 'Imported', {
      onProgress: (share) => share < 1,
    });
    await expectAsync(stopped).toBeRejectedWithError(/Nothing was written/);
    expect(await database.collection('problems').count()).toBe(0);
  });

  it('undo what is new with tombstones and what is changed with its former state', async () => {
    const problem = someProblem();
    const sitting = someSitting(problem.id);
    await write(database, { problems: [problem] }, 'Added');
    const seq = await write(
      database,
      { problems: [{ ...problem, revision: newId(), title: 'Renamed' }], sittings: [sitting], settings: someSettings },
      'Changed',
    );
    expect((await standing()).problems[0]?.title).toBe('Renamed');
    expect(await undo(database, seq, newId)).toEqual({ restored: 2, left: 0 });
    const log = await standing();
    expect(log.problems[0]?.title).toBe('Tide Gauge Gaps');
    expect(log.sittings).toEqual([]);
    expect(await database.collection('sittings').where('id').equals(sitting.id).count()).toBe(2);
  });

  it('undo once only, and leave alone what was changed again since', async () => {
    const problem = someProblem();
    const seq = await write(database, { problems: [problem] }, 'Added');
    await write(database, { problems: [{ ...problem, revision: newId(), title: 'Kept' }] }, 'Renamed');
    expect(await undo(database, seq, newId)).toEqual({ restored: 0, left: 1 });
    expect(await undo(database, seq, newId)).toEqual({ restored: 0, left: 0 });
    expect((await standing()).problems[0]?.title).toBe('Kept');
  });

  it('can be undone for a thousand steps; older ones are left as they are', async () => {
    const problem = someProblem();
    const first = await write(database, { problems: [problem] }, 'Added');
    const rename = (title: string): Promise<number> =>
      write(database, { problems: [{ ...problem, revision: newId(), title }] }, 'Renamed');
    for (let count = 0; count < 99; count++) await rename(`Early ${count}`);
    // As if many entries had been written since.
    const entry = await database.journal.get(100);
    if (!entry) throw new Error('no entry');
    const late: JournalEntry = { ...entry, seq: 100 + undoable - 1 };
    await database.journal.put(late);
    const last = await rename('Late');
    expect([first, last]).toEqual([1, 100 + undoable]);
    expect(await undo(database, first, newId)).toEqual({ restored: 0, left: 0 });
    expect((await database.journal.get(first))?.before).toEqual({});
    expect((await standing()).problems[0]?.title).toBe('Late');
    expect(await undo(database, last, newId)).toEqual({ restored: 1, left: 0 });
    expect((await standing()).problems[0]?.title).toBe('Early 98');
  });

  it('restore an edited sitting as a newer revision', async () => {
    const problem = someProblem();
    const sitting = someSitting(problem.id, { minutes: 20 });
    await write(database, { problems: [problem], sittings: [sitting] }, 'Logged');
    const seq = await write(database, { sittings: [{ ...sitting, revision: newId(), minutes: 99 }] }, 'Corrected');
    await undo(database, seq, newId);
    const log = await standing();
    expect(log.sittings.map((it) => it.minutes)).toEqual([20]);
    expect(log.sittings[0]?.revision).not.toBe(sitting.revision);
  });
});

describe('the log reader', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  it('follows what others write, by the journal alone', async () => {
    const reader = new LogReader(database);
    expect(await reader.catchUp()).toBeTrue();
    const problem = someProblem();
    await write(
      database,
      { problems: [problem], sittings: [someSitting(problem.id)], settings: someSettings },
      'Logged elsewhere',
    );
    expect(await reader.catchUp()).toBeTrue();
    expect(await reader.catchUp()).toBeFalse();
    expect([reader.log().sittings.length, reader.log().settings.goal]).toEqual([1, 0.8]);
  });

  it('reads long logs in parts and big changes from scratch, losing nothing', async () => {
    const problem = someProblem();
    const sittings = Array.from({ length: 4100 }, () => someSitting(problem.id));
    const reader = new LogReader(database);
    await reader.catchUp();
    await write(database, { problems: [problem], sittings }, 'Imported');
    await reader.catchUp();
    const fresh = new LogReader(database);
    await fresh.catchUp();
    expect([reader.stored().sittings.length, fresh.stored().sittings.length]).toEqual([4100, 4100]);
    expect(logFrom(fresh.stored()).sittings).toHaveSize(4100);
  });
});
