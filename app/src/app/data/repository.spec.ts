import { attemptWith } from '@lernen/core/model';
import * as z from 'zod/mini';
import type { LernenDatabase } from './database';
import { Repository } from './repository';
import { write } from './commands';
import { emptyDatabase, somePractice, someProblem, someSitting } from '../testing/database';

describe('the repository', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  it('gives all who catch up at once the whole log', async () => {
    const practice = somePractice();
    await write(database, practice, 'Before');
    const repository = new Repository(database);
    const counts = await Promise.all(
      Array.from({ length: 4 }, async () => {
        await repository.catchUp();
        return repository.log().sittings.length;
      }),
    );
    expect(counts).toEqual(Array.from({ length: 4 }, () => practice.sittings.length));
  });

  it('gives what there is beside the sittings first, and what was written between the two readings too', async () => {
    const practice = somePractice();
    await write(database, practice, 'Before');
    const repository = new Repository(database);
    const head = await repository.begin();
    expect(head.problems).toHaveSize(practice.problems.length);
    expect(repository.log().problems).toEqual([]);
    const [problem, ...others] = practice.problems;
    if (!problem) throw new Error('There is no problem.');
    const added = someSitting(problem.id);
    const renamed = { ...problem, title: 'Renamed', revision: added.revision };
    await write(database, { problems: [renamed], sittings: [added] }, 'Between');
    await repository.catchUp();
    expect(repository.log().sittings).toHaveSize(practice.sittings.length + 1);
    await repository.catchUp();
    expect(
      repository
        .log()
        .problems.map(({ title }) => title)
        .sort(),
    ).toEqual(['Renamed', ...others.map(({ title }) => title)].sort());
    expect(await repository.begin()).toEqual(repository.log());
  });

  it('knows a title that another page has given since, and one that was taken away', async () => {
    const [here, there] = [new Repository(database), new Repository(database)];
    await here.catchUp();
    const theirs = someProblem('Gull Census');
    await there.write({ problems: [theirs] }, 'There');
    await here.write({ problems: [someProblem('gull census')], sittings: [] }, 'Here');
    await here.catchUp();
    expect(here.log().problems).toEqual([theirs]);
    await there.write({ problems: [{ ...theirs, deleted: true }] }, 'Removed there');
    const again = someProblem('Gull Census');
    await here.write({ problems: [again] }, 'Again');
    await here.catchUp();
    expect(here.log().problems).toEqual([again]);
  });

  it('fills in what a record from before a field does not have', async () => {
    const problem = someProblem();
    const { note: _note, ...sitting } = someSitting(problem.id, { attempts: [{ verdict: 'accepted' } as never] });
    await database.collection('problems').put(problem);
    await database.collection('sittings').put(sitting as never);
    const repository = new Repository(database);
    await repository.catchUp();
    const [read] = repository.log().sittings;
    expect(read?.attempts).toEqual([attemptWith('accepted')]);
    expect(read?.note).toBe('');
  });

  it('keeps a record that cannot be read where it is, out of the log, and counts it', async () => {
    const [good, bad] = [someProblem('Good'), someProblem('Bad')];
    await database.collection('problems').bulkPut([good, { ...bad, difficulty: 'grim' as never }]);
    const repository = new Repository(database);
    await repository.catchUp();
    expect(repository.log().problems.map(({ title }) => title)).toEqual(['Good']);
    expect(repository.unreadable).toBe(1);
    expect(await database.collection('problems').count()).toBe(2);
  });

  it('reads, writes and takes back though what the browser keeps beside the records is damaged', async () => {
    const repository = new Repository(database);
    const first = await repository.write({ problems: [someProblem('Before')] }, 'Before');
    await repository.catchUp();
    await repository.identity();
    for (const key of ['seen', 'identity', 'running']) await repository.setLocal(key, { gull: 7 });
    await database.journal.put({ seq: first + 1 } as never);
    const problem = someProblem('After');
    const seq = await repository.write({ problems: [problem] }, 'After', {
      local: { key: 'running', value: { version: 1 } },
    });
    await repository.catchUp();
    expect(repository.log().problems.map(({ title }) => title)).toEqual(['Before', 'After']);
    expect((await repository.whatWasDone(9)).map(({ label }) => label)).toEqual(['After', 'Before']);
    expect(await repository.undo(first + 1)).toEqual({ restored: 0, left: 0 });
    expect(await repository.undo(seq)).toEqual({ restored: 1, left: 0 });
    expect((await repository.identity()).id).toMatch(/^[0-9a-f-]{36}$/);
  });

  it('replaces everything at once, and changes its own values where they are', async () => {
    const repository = new Repository(database);
    await repository.write({ problems: [someProblem('Old'), someProblem('Same')] }, 'Before');
    await repository.catchUp();
    const [same, fresh] = [someProblem('Same'), someProblem('New')];
    await repository.replaceAll({ problems: [same, fresh] }, 'Replaced', 'made-at', 1);
    await repository.changeLocal('made-at', z.number(), (value) => value + 1);
    await repository.catchUp();
    expect(repository.log().problems).toEqual([same, fresh]);
    // What is no such value is none, and is left alone.
    await repository.setLocal('damaged', 'a gull');
    await repository.changeLocal('damaged', z.number(), (value) => value + 1);
    expect(await repository.local('damaged', z.number())).toBeUndefined();
    expect(await repository.local('damaged', z.string())).toBe('a gull');
    expect([await repository.local('made-at', z.number()), await repository.local('other', z.number())]).toEqual([
      2,
      undefined,
    ]);
  });
});
