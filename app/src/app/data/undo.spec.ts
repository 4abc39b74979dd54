import { type Problem, type Technique, TechniqueSchema, catalogue } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { emptyDatabase, someProblem, someSettings, someSitting, standingIn } from '../testing/database';
import { undoable, write } from './commands';
import type { JournalEntry, LernenDatabase } from './database';
import { whatWasDone } from './journal';
import { undo } from './undo';

describe('things done', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  const standing = () => standingIn(database);

  it('are undone: what is new by tombstones, what is changed by its former state', async () => {
    const problem = someProblem();
    const sitting = someSitting(problem.id);
    await write(database, { problems: [problem] }, 'Added');
    const { seq } = await write(
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

  it('are undone once only, and what was changed again since is left alone', async () => {
    const problem = someProblem();
    const { seq } = await write(database, { problems: [problem] }, 'Added');
    await write(database, { problems: [{ ...problem, revision: newId(), title: 'Kept' }] }, 'Renamed');
    expect(await undo(database, seq, newId)).toEqual({ restored: 0, left: 1 });
    expect(await undo(database, seq, newId)).toEqual({ restored: 0, left: 0 });
    expect((await standing()).problems[0]?.title).toBe('Kept');
  });

  it('can be undone for a thousand steps; older ones are left as they are', async () => {
    const problem = someProblem();
    const first = (await write(database, { problems: [problem] }, 'Added')).seq;
    const rename = async (title: string): Promise<number> =>
      (await write(database, { problems: [{ ...problem, revision: newId(), title }] }, 'Renamed')).seq;
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

  it('take away, when undone, nothing that something newer was built on', async () => {
    const [used, unused] = [someProblem('Used since'), someProblem('Not used')];
    const { seq } = await write(database, { problems: [used, unused] }, 'Imported');
    await write(database, { sittings: [someSitting(used.id)] }, 'Logged');
    expect(await whatWasDone(database, 9)).toEqual([
      jasmine.objectContaining({ label: 'Logged', recordCount: 1, state: 'standing' }),
      jasmine.objectContaining({ label: 'Imported', recordCount: 2, state: 'standing' }),
    ]);
    expect(await undo(database, seq, newId)).toEqual({ restored: 1, left: 1 });
    const log = await standing();
    expect([log.problems.map(({ title }) => title), log.sittings.length]).toEqual([['Used since'], 1]);
  });

  it('take away no technique that another problem has since, but what was changed of a shipped one', async () => {
    const of = (title: string): Problem => ({ ...someProblem(title), techniques: ['tide-ladder', 'heap'] });
    const ladder = TechniqueSchema.parse({
      id: 'tide-ladder',
      revision: newId(),
      name: 'Tide ladder',
      family: 'My own',
    });
    const heap = { ...catalogue.find(({ id }) => id === 'heap'), revision: newId(), hidden: true } as Technique;
    const { seq } = await write(database, { problems: [of('First')], techniques: [ladder, heap] }, 'Logged');
    await write(database, { problems: [of('Second')] }, 'Logged');
    expect(await undo(database, seq, newId)).toEqual({ restored: 2, left: 1 });
    const log = await standing();
    expect(log.problems.map(({ title }) => title)).toEqual(['Second']);
    expect(log.techniques.find(({ id }) => id === 'tide-ladder')?.name).toBe('Tide ladder');
    expect(log.techniques.find(({ id }) => id === 'heap')?.hidden).toBeFalse();
  });

  it('take away nothing that came back and was built on since', async () => {
    const problem = someProblem('Lens Polishing Order');
    await write(database, { problems: [problem] }, 'Logged');
    await write(database, { problems: [{ ...problem, revision: newId(), deleted: true }] }, 'Removed');
    const { seq } = await write(database, { problems: [{ ...problem, revision: newId() }] }, 'Brought back');
    await write(database, { sittings: [someSitting(problem.id)] }, 'Logged a sitting');
    expect(await undo(database, seq, newId)).toEqual({ restored: 0, left: 1 });
    const log = await standing();
    expect([log.problems.length, log.sittings.length]).toEqual([1, 1]);
  });

  it('tell which of them can still be undone', async () => {
    const problem = someProblem();
    await write(database, { problems: [problem] }, 'First');
    const { seq } = await write(database, { problems: [{ ...problem, title: 'Second' }] }, 'Second');
    await undo(database, seq, newId);
    expect((await whatWasDone(database, 9)).map(({ label, state }) => [label, state])).toEqual([
      ['Undid: Second', 'standing'],
      ['Second', 'undone'],
      ['First', 'built-upon'],
    ]);
  });

  it('give an edited sitting back as a newer revision', async () => {
    const problem = someProblem();
    const sitting = someSitting(problem.id, { minutes: 20 });
    await write(database, { problems: [problem], sittings: [sitting] }, 'Logged');
    const { seq } = await write(database, { sittings: [{ ...sitting, revision: newId(), minutes: 99 }] }, 'Corrected');
    await undo(database, seq, newId);
    const log = await standing();
    expect(log.sittings.map((it) => it.minutes)).toEqual([20]);
    expect(log.sittings[0]?.revision).not.toBe(sitting.revision);
  });
});
