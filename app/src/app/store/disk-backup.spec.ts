import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readArchive } from '@lernen/core/archive';
import { v7 as newId } from 'uuid';
import { ServerFailure } from '../data/ask-server';
import { write } from '../data/commands';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { daysFromNow, emptyDatabase, someProblem } from '../testing/database';
import { DiskBackups } from './disk-backup';
import { Files } from './files-service';
import { LogStore } from './log-store';
import { REPOSITORY, PROFILE } from './profile';

describe('backups on disk', () => {
  let database: LernenDatabase;
  let sent: string[];
  let isThere: boolean;

  beforeEach(async () => {
    database = await emptyDatabase();
    sent = [];
    isThere = true;
  });
  afterEach(async () => {
    TestBed.inject(Files).stop();
    TestBed.resetTestingModule();
    await database.delete();
  });

  const start = async (profile: 'own' | 'demo' = 'own'): Promise<DiskBackups> => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: REPOSITORY, useValue: new Repository(database) },
        { provide: PROFILE, useValue: profile },
      ],
    });
    const files = TestBed.inject(Files);
    spyOn(files, 'backUp').and.callFake(async () => {
      if (!isThere) throw new ServerFailure('away', 'The server does not answer.');
      sent.push(await files.exportArchive());
    });
    await TestBed.inject(LogStore).catchUp();
    const backups = TestBed.inject(DiskBackups);
    TestBed.tick();
    return backups;
  };
  const until = async (holds: () => boolean): Promise<void> => {
    const end = performance.now() + 8000;
    while (!holds() && performance.now() < end) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(holds()).toBeTrue();
  };

  it('hold everything, and are made a few seconds after a change without being asked', async () => {
    await write(database, { problems: [someProblem('Beacon Line of Sight')] }, 'What was there');
    await start();
    await until(() => sent.length === 1);
    expect(readArchive(sent[0] ?? '').problems.map(({ title }) => title)).toEqual(['Beacon Line of Sight']);
  });

  it('are not made again while nothing changed, and are owed while the server is away', async () => {
    await write(database, { problems: [someProblem()] }, 'What was there');
    isThere = false;
    await expectAsync((await start()).backUp()).toBeRejectedWithError(/does not answer/);
    isThere = true;
    // The next visit finds the change that an earlier one could not send.
    await start();
    await until(() => sent.length === 1);
    await start();
    await new Promise((resolve) => setTimeout(resolve, 3600));
    expect(sent).toHaveSize(1);
  }, 30_000);

  it('are made at once when they are asked for', async () => {
    await write(database, { problems: [someProblem()] }, 'What was there');
    await (await start()).backUp();
    expect(sent).toHaveSize(1);
  });

  it('are never made of an empty log', async () => {
    await start();
    await new Promise((resolve) => setTimeout(resolve, 3600));
    expect(sent).toEqual([]);
  });

  it('are missed once none was made for a day, with the reason, until one is made', async () => {
    await write(database, { problems: [someProblem()] }, 'What was there');
    await database.local.put({ key: 'identity', value: { id: newId(), since: daysFromNow(-2) } });
    isThere = false;
    const backups = await start();
    await expectAsync(backups.backUp()).toBeRejected();
    expect(backups.overdue()?.failure).toMatch(/does not answer/);
    isThere = true;
    await backups.backUp();
    expect(backups.overdue()).toBeNull();
    isThere = false;
    await expectAsync(backups.backUp()).toBeRejected();
    expect(backups.overdue()).toBeNull();
  });

  it('are never made of the demo', async () => {
    await write(database, { problems: [someProblem()] }, 'What was there');
    await start('demo');
    await new Promise((resolve) => setTimeout(resolve, 3600));
    expect(sent).toEqual([]);
  });
});
