import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Entry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { emptyDatabase, someProblem } from '../testing/database';
import { Notices } from './notices';
import { REPOSITORY } from './profile';
import { SheetStore } from './sheet-store';

describe('an open sheet', () => {
  let database: LernenDatabase;
  let repository: Repository;
  const [gulls, lens] = [someProblem('Gull Census'), someProblem('Lens Order')];

  const page = (): SheetStore => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: repository }, SheetStore],
    });
    return TestBed.inject(SheetStore);
  };
  const texts = async (problemId: string): Promise<string[]> =>
    (await new Repository(database).entriesOfProblems([problemId])).map(textOf);

  beforeEach(async () => {
    database = await emptyDatabase();
    repository = new Repository(database);
    await repository.write({ problems: [gulls, lens] }, 'Added');
  });
  afterEach(() => database.delete());

  it('writes what was typed right before another one was opened, and shows only its own', async () => {
    const store = page();
    store.open(gulls.id);
    store.change(store.single('statement'), { text: 'Count the gulls.' });
    store.open(lens.id);
    expect(store.entries()).toEqual([]);
    store.change(store.single('statement'), { text: 'Polish the lenses.' });
    store.open(gulls.id);
    expect(store.single('statement').text).toBe('Count the gulls.');
    await store.flush();
    expect([await texts(gulls.id), await texts(lens.id)]).toEqual([['Count the gulls.'], ['Polish the lenses.']]);
    expect([store.isSaved(), store.single('statement').text]).toEqual([true, 'Count the gulls.']);
  });

  it('keeps what is written in a review apart, beside what the sheet gives', async () => {
    const store = page();
    const review = newId();
    store.open(gulls.id);
    store.change(store.single('statement'), { text: 'Count the gulls.' });
    store.add('observation', { text: 'Every gull is counted once.' });
    await store.flush();
    store.open(gulls.id, review);
    store.add('observation', { text: 'Written from memory.' });
    store.change(store.single('argument'), { text: 'Each is seen once.' });
    await store.flush();
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(store.entries().map(textOf).sort()).toEqual([
      'Count the gulls.',
      'Each is seen once.',
      'Written from memory.',
    ]);
    expect(store.written().map(textOf).sort()).toEqual(['Each is seen once.', 'Written from memory.']);
    expect((await texts(gulls.id)).sort()).toEqual(['Count the gulls.', 'Every gull is counted once.']);
    const all = await repository.sheet(gulls.id);
    expect(all.filter(({ sittingId }) => sittingId === review).length).toBe(2);
    expect((await repository.filledStages()).get(gulls.id)).toEqual(new Set(['read', 'observations']));
    await store.undo();
    expect(store.written().map(textOf)).toEqual(['Written from memory.']);
    store.open(gulls.id);
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(store.entries().map(textOf).sort()).toEqual(['Count the gulls.', 'Every gull is counted once.']);
  });

  it('does not take back a draft that was written before the browser was killed, and gave it back', async () => {
    const store = page();
    store.open(gulls.id);
    store.change(store.single('statement'), { text: 'Count the gulls.' });
    const key = Object.keys(localStorage).find((it) => it.startsWith(`lernen:draft:${gulls.id}:`)) ?? '';
    const stale = localStorage.getItem(key) ?? '';
    expect(stale).toContain('Count the gulls.');
    await store.flush();
    store.change(store.single('statement'), { text: 'Count the gulls twice.' });
    await store.flush();
    // What a killed browser had on its disk of the page's storage.
    localStorage.setItem(key, stale);
    repository = new Repository(database);
    const after = page();
    after.open(gulls.id);
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(await texts(gulls.id)).toEqual(['Count the gulls twice.']);
    expect(localStorage.getItem(key)).toBeNull();
  });

  it('keeps what the database refused, says so, and writes it with the next change', async () => {
    const store = page();
    store.open(gulls.id);
    database.close();
    store.change(store.single('notes'), { text: 'Ask about storms.' });
    await store.flush();
    expect([TestBed.inject(Notices).current()?.kind, store.isSaved()]).toEqual(['failed', false]);
    await database.open();
    store.add('lesson', { text: 'Count twice.' });
    await store.flush();
    expect(await texts(gulls.id)).toEqual(['Ask about storms.', 'Count twice.']);
    expect(store.isSaved()).toBeTrue();
  });

  it('is taken over by the next page where this one could not write any more', async () => {
    const before = page();
    before.open(gulls.id);
    database.close();
    before.change(before.single('notes'), { text: 'Ask about storms.' });
    await before.flush();
    await database.open();
    repository = new Repository(database);
    const after = page();
    after.open(gulls.id);
    const end = performance.now() + 4000;
    while (after.single('notes').text === '' && performance.now() < end)
      await new Promise((next) => setTimeout(next, 10));
    expect(after.single('notes').text).toBe('Ask about storms.');
    await after.flush();
    expect(await texts(gulls.id)).toEqual(['Ask about storms.']);
  });

  it('builds what is typed during a write upon what that wrote', async () => {
    const store = page();
    store.open(gulls.id);
    store.change(store.single('notes'), { text: 'Ask' });
    const writing = store.flush();
    await Promise.resolve();
    store.change(store.single('notes'), { text: 'Ask about storms.' });
    await writing;
    expect(store.single('notes').text).toBe('Ask about storms.');
    await store.flush();
    expect([await texts(gulls.id), store.isSaved()]).toEqual([['Ask about storms.'], true]);
  });

  it('moves an entry, and takes the move back', async () => {
    const store = page();
    store.open(gulls.id);
    for (const text of ['one', 'two', 'three']) store.add('observation', { text });
    await store.flush();
    const [, , third] = store.of('observation');
    if (!third) throw new Error('no third observation');
    store.move(third, -1);
    expect(store.of('observation').map(textOf)).toEqual(['one', 'three', 'two']);
    await store.undo();
    expect((await new Repository(database).entriesOfProblems([gulls.id])).map(textOf)).toEqual(['one', 'two', 'three']);
  });
});

function textOf(entry: Entry): string {
  return 'text' in entry ? entry.text : '';
}
