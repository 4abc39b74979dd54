import { Dexie } from 'dexie';
import { type Stage, attemptWith, dataVersion, singleEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import * as z from 'zod/mini';
import { someProblem, someSitting } from '../testing/database';
import { LernenDatabase, databaseNames } from './database';
import { storedEntry } from './entries';
import { Repository } from './repository';
import { redoOnSheet, undoOnSheet } from './sheet-commands';

/** The tables of the first versions, as they were. */
const versions: readonly Readonly<Record<string, string>>[] = [
  {
    problems: 'id',
    sittings: 'revision, id',
    techniques: 'id',
    interviews: 'id',
    choices: 'id',
    settings: 'id',
    journal: '++seq',
    local: 'key',
  },
  { entries: 'id, problemId, kind, fills', journal: '++seq, sheet' },
  { lists: 'id' },
  {},
  {},
];

/** Of the demo: workers that another spec left may still hold the own one. */
function oldDatabase(version: number): Dexie {
  const old = new Dexie(databaseNames.demo);
  versions.slice(0, version).forEach((stores, index) => old.version(index + 1).stores(stores));
  return old;
}

describe('a database of an earlier version', () => {
  for (const version of [1, 2, 3, 4, 5])
    it(`keeps everything when it was of version ${version}`, async () => {
      await Dexie.delete(databaseNames.demo);
      const problem = someProblem('From before');
      const { attempts: _attempts, ...sitting } = someSitting(problem.id);
      const old = oldDatabase(version);
      const [statement, bounds] = ['Towers.', ['n ≤ 9']];
      await old.table('problems').put(version < 5 ? { ...problem, statement, bounds, note: '' } : problem);
      if (version >= 5)
        await old
          .table('entries')
          .bulkPut([
            storedEntry(singleEntry('statement', problem.id, problem.revision, { text: statement })),
            storedEntry(singleEntry('bounds', problem.id, problem.revision, { lines: bounds })),
          ]);
      await old.table('sittings').put({ ...sitting, attempts: [{ verdict: 'too-slow' }] });
      await old.table('local').put({ key: 'kept', value: 7 });
      old.close();

      const database = new LernenDatabase('demo');
      const repository = new Repository(database);
      await repository.catchUp();
      expect(database.verno).toBe(dataVersion);
      expect(repository.log().problems).toEqual([problem]);
      expect(await repository.sheet(problem.id)).toEqual([
        singleEntry('statement', problem.id, problem.revision, { text: 'Towers.' }),
        singleEntry('bounds', problem.id, problem.revision, { lines: ['n ≤ 9'] }),
      ]);
      expect(await repository.filledStages()).toEqual(new Map([[problem.id, new Set<Stage>(['bounds', 'read'])]]));
      expect(repository.log().sittings.map(({ attempts }) => attempts)).toEqual([[attemptWith('too-slow')]]);
      expect(await repository.local('kept', z.number())).toBe(7);
      const seq = await repository.write({ problems: [{ ...problem, title: 'Renamed' }] }, 'Renamed it');
      await repository.undo(seq);
      await repository.catchUp();
      expect(repository.log().problems.map(({ title }) => title)).toEqual(['From before']);
      await database.delete();
    });

  it('still takes back what was done on a problem that held its statement and notes', async () => {
    await Dexie.delete(databaseNames.demo);
    const problem = someProblem('From before');
    const states = [
      { ...problem, statement: 'Towers.', bounds: [], note: '' },
      { ...problem, revision: newId(), statement: '', bounds: [], note: 'Draw it.' },
    ];
    const [first, last] = states;
    const old = oldDatabase(4);
    await old.table('problems').put(last);
    await old.table('journal').add({
      at: '2026-11-20T18:00:00.000Z',
      label: 'Changed the problem',
      written: { problems: [{ id: problem.id, revision: last?.revision }] },
      before: { problems: [first] },
      undoneBy: null,
      sheet: problem.id,
    });
    old.close();

    const database = new LernenDatabase('demo');
    const repository = new Repository(database);
    const texts = async (): Promise<string[]> =>
      (await repository.entriesOfProblems([problem.id])).flatMap((entry) => ('text' in entry ? [entry.text] : []));
    expect(await texts()).toEqual(['Draw it.']);
    expect(await repository.run((db, id) => undoOnSheet(db, problem.id, id))).toBe('Changed the problem');
    expect(await texts()).toEqual(['Towers.']);
    expect(await repository.run((db, id) => redoOnSheet(db, problem.id, id))).toBe('Changed the problem');
    expect(await texts()).toEqual(['Draw it.']);
    await database.delete();
  });
});
