import { RecordError } from '@lernen/core/errors';
import { ProblemListSchema, dataVersion, logFrom } from '@lernen/core/model';
import { Dexie } from 'dexie';
import { v7 as newId } from 'uuid';
import { emptyDatabase, someProblem, someSettings, someSitting, standingIn } from '../testing/database';
import { write } from './commands';
import { LernenDatabase } from './database';
import { LostDatabaseError } from './errors';
import { whatWasDone } from './journal';
import { LogReader } from './log-reader';
import { undo } from './undo';

describe('commands on the database', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  const standing = () => standingIn(database);

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

  it('write very much with an entry of text, which is followed, told and taken back as any other', async () => {
    const problems = Array.from({ length: 1600 }, () => someProblem());
    const [changed, ...others] = problems;
    if (!changed) throw new Error('no problem');
    await write(database, { problems: [{ ...changed, title: 'Before' }] }, 'Added');
    const following = new LogReader(database);
    await following.catchUp();
    const { seq } = await write(database, { problems }, 'Imported');
    const kept = (await database.journal.get(seq))?.written.problems;
    expect([kept?.length, Array.isArray(kept)]).toEqual([1600, false]);
    await following.catchUp();
    expect(following.log().problems).toHaveSize(1600);
    const told = async () =>
      (await whatWasDone(database, 9)).map(({ label, recordCount, state }) => [label, recordCount, state]);
    expect(await told()).toEqual([
      ['Imported', 1600, 'standing'],
      ['Added', 1, 'built-upon'],
    ]);
    await write(database, { problems: [{ ...others[0], title: 'After' } as typeof changed] }, 'Renamed');
    expect(await undo(database, seq, newId)).toEqual({ restored: 1599, left: 1 });
    await following.catchUp();
    expect(following.log().problems.map(({ title }) => title)).toEqual(
      jasmine.arrayWithExactContents(['Before', 'After']),
    );
    const [last] = await told();
    expect(last).toEqual(['Undid: Imported', 1599, 'standing']);
  });

  it('never let a revision go back, though the clock was set back or another copy is ahead', async () => {
    const ahead = (days: number): string => newId({ msecs: Date.now() + days * 86_400_000 });
    const problem = { ...someProblem(), revision: ahead(3) };
    const sitting = { ...someSitting(problem.id), revision: ahead(2) };
    await write(database, { problems: [problem], sittings: [sitting] }, 'Imported', { keepsRevisions: true });
    expect((await standing()).problems[0]?.revision).toBe(problem.revision);
    const { records } = await write(
      database,
      {
        problems: [{ ...problem, revision: newId(), title: 'Corrected' }],
        sittings: [{ ...sitting, revision: newId(), minutes: 7 }],
      },
      'Corrected',
    );
    const log = await standing();
    expect([log.problems[0]?.title, log.sittings[0]?.minutes]).toEqual(['Corrected', 7]);
    for (const { revision } of [...(records.problems ?? []), ...(records.sittings ?? [])])
      expect(revision > problem.revision).toBeTrue();
    const other = someProblem('Made after what was seen');
    await write(database, { problems: [other] }, 'Added');
    const made = await database.collection('problems').get(other.id);
    expect(made && made.revision > problem.revision).toBeTrue();
  });

  it('find what an earlier version of the program has seen', async () => {
    const problem = { ...someProblem(), revision: newId({ msecs: Date.now() + 86_400_000 }) };
    await database.collection('problems').put(problem);
    await write(database, { problems: [{ ...problem, revision: newId(), title: 'Corrected' }] }, 'Corrected');
    const corrected = await database.collection('problems').get(problem.id);
    expect(corrected && corrected.revision > problem.revision).toBeTrue();
  });

  it('know a title that another page has named at the same moment', async () => {
    const pages = ['Gull Census', 'gull  census'].map((title) => {
      const problem = someProblem(title);
      const list = ProblemListSchema.parse({
        id: newId(),
        revision: newId(),
        title,
        problems: [problem.id],
        createdAt: problem.createdAt,
      });
      return { problems: [problem], sittings: [someSitting(problem.id)], lists: [list] };
    });
    await Promise.all(pages.map((changes) => write(database, changes, 'Logged')));
    const { problems, sittings, lists } = await standing();
    expect(problems).toHaveSize(1);
    const id = problems[0]?.id ?? '';
    expect(sittings.map(({ problemId }) => problemId)).toEqual([id, id]);
    expect(lists.map((list) => list.problems)).toEqual([[id], [id]]);
  });

  it('write nothing into records of a later version, and nothing once the records were deleted', async () => {
    const closed = new Promise((resolve) => database.onLoss(resolve));
    const other = new LernenDatabase('own');
    await other.open();
    await database.open();
    await Dexie.delete(database.name);
    expect(await closed).toBe('deleted');
    await expectAsync(write(database, { problems: [someProblem()] }, 'Too late')).toBeRejectedWithError(
      LostDatabaseError,
      /were deleted in this browser.* Nothing is written until then/,
    );
    const later = new Dexie(database.name);
    later.version(dataVersion + 1).stores({ problems: 'id' });
    await later.open();
    later.close();
    const older = new LernenDatabase('own');
    await older.open();
    await expectAsync(write(older, { problems: [someProblem()] }, 'Too old')).toBeRejectedWithError(/later version/);
    await older.delete();
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
