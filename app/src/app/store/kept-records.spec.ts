import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { write } from '../data/commands';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { emptyDatabase, someProblem } from '../testing/database';
import { KeptRecords } from './kept-records';
import { LogStore } from './log-store';
import { REPOSITORY } from './profile';

describe('the watch over the records', () => {
  let database: LernenDatabase;
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(async () => {
    TestBed.resetTestingModule();
    await database.delete();
  });

  const start = async (): Promise<KeptRecords> => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: new Repository(database) }],
    });
    const records = TestBed.inject(KeptRecords);
    await TestBed.inject(LogStore).catchUp();
    TestBed.tick();
    return records;
  };
  const until = async (holds: () => boolean): Promise<void> => {
    const end = performance.now() + 8000;
    while (!holds() && performance.now() < end) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(holds()).toBeTrue();
  };
  const marked = (): string => localStorage.getItem('lernen:records') ?? '';

  it('notices when what stood here is gone, and says so until it is back or done without', async () => {
    const problems = [someProblem('One'), someProblem('Two')];
    await write(database, { problems }, 'What was there');
    // What cannot be read tells of no records that stood here.
    localStorage.setItem('lernen:records', '{cut');
    const before = await start();
    await until(() => marked().includes('"problems":2'));
    expect(before.gone()).toBeNull();
    // As a browser does that clears the database, but not all else.
    await database.delete();
    await database.open();
    const records = await start();
    await until(() => records.gone()?.problems === 2);
    await TestBed.inject(LogStore).save({ problems: [someProblem('Logged since')] }, 'Logged');
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(records.gone()?.problems).toBe(2);
    await TestBed.inject(LogStore).save({ problems }, 'Brought back');
    TestBed.tick();
    await until(() => records.gone() === null);
    await until(() => marked().includes('"problems":3'));
  });

  it('can go on without them', async () => {
    await write(database, { problems: [someProblem()] }, 'What was there');
    await start();
    await until(() => marked() !== '');
    await database.delete();
    await database.open();
    const records = await start();
    await until(() => records.gone() !== null);
    await records.goOn();
    expect((await start()).gone()).toBeNull();
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(TestBed.inject(KeptRecords).gone()).toBeNull();
  });
});
