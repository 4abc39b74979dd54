import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { emptyDatabase } from '../testing/database';
import { LogStore } from './log-store';
import { REPOSITORY } from './profile';
import { Templates } from './templates';

describe('the templates of techniques', () => {
  let database: LernenDatabase;
  let repository: Repository;

  beforeEach(async () => {
    database = await emptyDatabase();
    repository = new Repository(database);
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: repository }],
    });
    await TestBed.inject(LogStore).catchUp();
  });
  afterEach(async () => {
    TestBed.resetTestingModule();
    await database.delete();
  });

  const template = (): string | undefined => TestBed.inject(LogStore).techniquesById().get('heap')?.template;

  it('are saved by the next page where one that was closed had not, whichever technique it shows', async () => {
    repository.drafts.keepText('template:heap', 'queue = []');
    TestBed.inject(Templates);
    TestBed.tick();
    for (let tries = 0; template() !== 'queue = []' && tries < 200; tries++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect(template()).toBe('queue = []');
    expect(repository.drafts.text('template:heap')).toBeNull();
  });

  it('can be emptied, and keep what was typed on while they were saved', async () => {
    const templates = TestBed.inject(Templates);
    await templates.save('heap', { template: 'queue = []' });
    templates.keep('heap', '');
    const saving = templates.saveTyped('heap');
    templates.keep('heap', 'stack = []');
    expect(await saving).toBeTrue();
    expect(template()).toBe('');
    expect(repository.drafts.text('template:heap')).toBe('stack = []');
  });
});
