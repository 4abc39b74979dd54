import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { v7 as newId } from 'uuid';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { REPOSITORY } from '../store/profile';
import { RunningStore } from '../store/running-store';
import { emptyDatabase } from '../testing/database';
import { DeskLock } from './desk-lock';

describe('the lock of the desk', () => {
  let database: LernenDatabase;
  beforeEach(async () => {
    database = await emptyDatabase();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: new Repository(database) }],
    });
  });
  afterEach(async () => {
    TestBed.resetTestingModule();
    await database.delete();
  });

  /** A desk as another tab would open it. */
  const openDesk = (): DeskLock => TestBed.runInInjectionContext(() => new DeskLock());
  const until = async (holds: () => boolean): Promise<void> => {
    for (let tries = 0; !holds() && tries < 200; tries++) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(holds()).toBeTrue();
  };

  it('belongs to who opened the desk first, until another takes it over', async () => {
    const first = openDesk();
    await until(() => first.isHeld() === true);
    const second = openDesk();
    await until(() => second.isHeld() === false);
    second.takeOver();
    await until(() => second.isHeld() === true && first.isHeld() === false);
  });

  it('goes once to the tab that starts a sitting, where the desk stood open in another with nothing on it', async () => {
    const idle = openDesk();
    await until(() => idle.isHeld() === true);
    await TestBed.inject(RunningStore).start(newId(), 'rebuild');
    const starting = openDesk();
    await until(() => starting.isHeld() === true && idle.isHeld() === false);
    const later = openDesk();
    await until(() => later.isHeld() === false);
    expect(starting.isHeld()).toBeTrue();
  });
});
