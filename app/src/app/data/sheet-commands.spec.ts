import { type Entry, type Observation, emptyEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { emptyDatabase, someProblem } from '../testing/database';
import { write } from './commands';
import type { LernenDatabase } from './database';
import { entriesOf, entriesOfKinds, filledStages } from './entries';
import { editsFrom, redoOnSheet, saveSheet, undoOnSheet } from './sheet-commands';

describe('commands on a sheet', () => {
  let database: LernenDatabase;
  const problem = someProblem();
  beforeEach(async () => {
    database = await emptyDatabase();
    await write(database, { problems: [problem] }, 'Added');
  });
  afterEach(() => database.delete());

  const observation = (text: string): Observation => emptyEntry('observation', problem.id, newId(), { text });
  const save = (base: Entry | null, ours: Entry, label = 'Wrote'): Promise<unknown> =>
    saveSheet(database, problem.id, [{ table: 'entries', base, ours }], label, newId);
  const texts = async (): Promise<string[]> =>
    (await entriesOf(database, problem.id)).flatMap((it) => (it.deleted || !('text' in it) ? [] : [it.text]));
  const standing = async (id: string): Promise<Observation> =>
    (await entriesOf(database, problem.id)).find((it): it is Observation => it.id === id) ?? observation('');

  it('keep what another page changed in other fields', async () => {
    const first = observation('falls');
    await save(null, first);
    const base = await standing(first.id);
    await save(base, { ...base, argument: 'by theirs' });
    await save(base, { ...base, text: 'falls strictly' });
    expect(await standing(first.id)).toEqual(
      jasmine.objectContaining({ text: 'falls strictly', argument: 'by theirs' }),
    );
  });

  it('are taken back step by step, and done again', async () => {
    const first = observation('one');
    await save(null, first, 'Added');
    for (const text of ['two', 'three']) {
      const base = await standing(first.id);
      await save(base, { ...base, text }, `Wrote ${text}`);
    }
    const other = observation('another');
    await save(null, other, 'Added');
    const walk: string[][] = [];
    for (let step = 0; step < 4; step++) {
      await undoOnSheet(database, problem.id, newId);
      walk.push(await texts());
    }
    expect(walk).toEqual([['three'], ['two'], ['one'], []]);
    expect(await undoOnSheet(database, problem.id, newId)).toBeNull();
    walk.length = 0;
    for (let step = 0; step < 4; step++) {
      await redoOnSheet(database, problem.id, newId);
      walk.push((await texts()).sort());
    }
    expect(walk).toEqual([['one'], ['two'], ['three'], ['another', 'three']]);
    expect(await redoOnSheet(database, problem.id, newId)).toBeNull();
    await undoOnSheet(database, problem.id, newId);
    await undoOnSheet(database, problem.id, newId);
    expect(await texts()).toEqual(['two']);
  });

  it('can no longer be done again once something else was written', async () => {
    const first = observation('one');
    await save(null, first, 'Added');
    await undoOnSheet(database, problem.id, newId);
    await save(null, observation('instead'), 'Added instead');
    expect(await redoOnSheet(database, problem.id, newId)).toBeNull();
    expect(await texts()).toEqual(['instead']);
  });

  it('that follow each other closely on one entry are one step', async () => {
    const first = observation('f');
    await save(null, first, 'Added');
    for (const text of ['fa', 'fal', 'fall']) {
      const base = await standing(first.id);
      await save(base, { ...base, text }, 'Changed');
    }
    expect(await texts()).toEqual(['fall']);
    await undoOnSheet(database, problem.id, newId);
    expect(await texts()).toEqual(['f']);
    expect(await database.journal.where('sheet').equals(problem.id).count()).toBe(3);
  });

  it('mark the stages that hold something, and only those', async () => {
    const [empty, filled] = [observation(''), observation('falls')];
    await save(null, empty);
    expect(await filledStages(database)).toEqual(new Map());
    await save(null, filled);
    const twin = someProblem('Twin');
    await save(null, emptyEntry('relation', problem.id, newId(), { otherId: twin.id, relation: 'same-idea' }));
    expect(await filledStages(database)).toEqual(new Map([[problem.id, new Set(['family', 'observations'] as const)]]));
    expect((await entriesOfKinds(database, 'relation')).map(({ otherId }) => otherId)).toEqual([twin.id]);
    const base = await standing(filled.id);
    await save(base, { ...base, deleted: true });
    expect((await filledStages(database)).get(problem.id)).toEqual(new Set(['family'] as const));
  });

  it('that an earlier version left on a problem become edits of its entries', async () => {
    const base = { ...problem, statement: 'Towers.', bounds: [], note: '' };
    const left = [{ table: 'problems', base, ours: { ...base, statement: 'Towers in a row.', note: 'Draw it.' } }];
    const edits = editsFrom(left);
    expect(edits.map(({ table }) => table)).toEqual(['problems', 'entries', 'entries']);
    await saveSheet(database, problem.id, edits, 'Wrote on the sheet', newId);
    expect((await texts()).sort()).toEqual(['Draw it.', 'Towers in a row.']);
    await undoOnSheet(database, problem.id, newId);
    expect(await texts()).toEqual([]);
  });
});
