import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { emptyDatabase } from '../testing/database';
import { LineDraft } from './line-draft';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

describe('a quick line that was begun', () => {
  let database: LernenDatabase;
  const start = (): LineDraft => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: new Repository(database) }],
    });
    return TestBed.inject(LineDraft);
  };
  beforeEach(async () => (database = await emptyDatabase()));
  afterEach(() => database.delete());

  it('is found again by the next page, until it is logged', () => {
    start().write('Gull Census 20m');
    expect(start().line()).toBe('Gull Census 20m');
    start().write('');
    expect([start().line(), TestBed.inject(Notices).current()]).toEqual(['', null]);
  });

  it('is set aside where it is too long to be shown, and offered until it was taken out', () => {
    new Repository(database).drafts.keepText('quick-line', 'x'.repeat(2_000_000));
    for (let round = 0; round < 2; round++) {
      expect(start().line()).toBe('');
      expect(TestBed.inject(Notices).current()?.text).toContain('2\u00A0000\u00A0000 characters');
    }
    let saved: Blob | undefined;
    spyOn(URL, 'createObjectURL').and.callFake((content) => ((saved = content as Blob), 'blob:nothing'));
    TestBed.inject(Notices).current()?.action?.run();
    expect(saved?.size).toBe(2_000_000);
    start();
    expect(TestBed.inject(Notices).current()).toBeNull();
  });
});
