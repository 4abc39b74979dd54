import { Dexie } from 'dexie';
import { dataVersion } from '@lernen/core/model';
import { emptyDatabase, someProblem, someSitting } from '../testing/database';
import { LernenDatabase, databaseNames } from './database';
import { Repository } from './repository';

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
];

describe('a database of an earlier version', () => {
  for (const version of [1, 2, 3])
    it(`keeps everything when it was of version ${version}`, async () => {
      await (await emptyDatabase()).delete();
      const problem = someProblem('From before');
      const { attempts: _attempts, ...sitting } = someSitting(problem.id);
      const old = new Dexie(databaseNames.own);
      versions.slice(0, version).forEach((stores, index) => old.version(index + 1).stores(stores));
      await old.table('problems').put(problem);
      await old.table('sittings').put({ ...sitting, attempts: [{ verdict: 'too-slow' }] });
      await old.table('local').put({ key: 'kept', value: 7 });
      old.close();

      const database = new LernenDatabase('own');
      const repository = new Repository(database);
      await repository.catchUp();
      expect(database.verno).toBe(dataVersion);
      expect(repository.log().problems).toEqual([problem]);
      expect(repository.log().sittings.map(({ attempts }) => attempts)).toEqual([
        [{ verdict: 'too-slow', submission: null }],
      ]);
      expect(await repository.local('kept')).toBe(7);
      const seq = await repository.write({ problems: [{ ...problem, title: 'Renamed' }] }, 'Renamed it');
      await repository.undo(seq);
      await repository.catchUp();
      expect(repository.log().problems.map(({ title }) => title)).toEqual(['From before']);
      await database.delete();
    });
});
