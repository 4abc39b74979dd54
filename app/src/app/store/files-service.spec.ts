import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { formatArchive, readArchive } from '@lernen/core/archive';
import { write } from '../data/commands';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { emptyDatabase, somePractice } from '../testing/database';
import { Files } from './files-service';
import { REPOSITORY } from './profile';

describe('long work on files', () => {
  let database: LernenDatabase;
  let files: Files;
  const practice = somePractice();

  beforeEach(async () => {
    database = await emptyDatabase();
    await write(database, practice, 'What was there');
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), { provide: REPOSITORY, useValue: new Repository(database) }],
    });
    files = TestBed.inject(Files);
  });
  afterEach(async () => {
    files.stop();
    await database.delete();
  });
  const failure = (work: Promise<unknown>): Promise<string> =>
    work.then(
      () => 'it did not fail',
      (error: unknown) => (error instanceof Error ? error.message : String(error)),
    );

  it('hands out everything as an archive that can be read again, and brings it back unchanged', async () => {
    const text = await files.exportArchive();
    const archive = readArchive(text);
    expect(archive.problems).toHaveSize(practice.problems.length);
    expect(archive.sittings).toHaveSize(practice.sittings.length);
    const shares: number[] = [];
    const { counts } = await files.importArchive(new Blob([text]), 'Brought it again', (share) => shares.push(share));
    expect(counts.problems).toEqual(jasmine.objectContaining({ added: 0, changed: 0 }));
    expect(await database.collection('problems').count()).toBe(practice.problems.length);
    expect(shares.every((share) => share >= 0 && share <= 1)).toBeTrue();
  });

  it('brings everything into an empty browser', async () => {
    const text = await files.exportArchive();
    // As after clearing the browser's data: the page and its workers start again.
    files.stop();
    for (const table of database.tables) await table.clear();
    const { counts } = await files.importArchive(new Blob([text]), 'Brought it', () => undefined);
    expect(counts.problems.added).toBe(practice.problems.length);
    expect(counts.sittings.added).toBe(practice.sittings.length);
    expect(await database.collection('sittings').count()).toBe(practice.sittings.length);
  });

  it('hands out a line for every problem and sitting as CSV', async () => {
    const { problems, sittings } = await files.exportCsv();
    expect(problems.trim().split('\r\n')).toHaveSize(practice.problems.length + 1);
    expect(sittings.trim().split('\r\n')).toHaveSize(practice.sittings.length + 1);
  });

  it('hands out the sheets as a zip, and brings it back', async () => {
    const zip = await files.exportSheets();
    expect([...zip.slice(0, 2)].map((byte) => String.fromCharCode(byte)).join('')).toBe('PK');
    files.stop();
    for (const table of database.tables) await table.clear();
    const { counts } = await files.importSheets([{ name: 'sheets.zip', bytes: zip }], 'Brought it', () => undefined);
    expect(counts.problems.added).toBe(practice.problems.length);
  });

  it('says why a zip cannot be read', async () => {
    const bring = (bytes: Uint8Array): Promise<string> =>
      failure(files.importSheets([{ name: 'a.zip', bytes }], 'Zip', () => undefined));
    expect(await bring(new Uint8Array([80, 75, 3, 4, 1]))).toBe('a.zip is not a zip file, or is cut off.');
    const empty = new Uint8Array(22);
    empty.set([80, 75, 5, 6]);
    expect(await bring(empty)).toBe('There is no Markdown file (.md) in a.zip.');
    expect(await database.journal.count()).toBe(1);
  });

  it('passes on in its own words why a file cannot be read, and works on after it', async () => {
    expect(await failure(files.importArchive(new Blob(['{"format":']), 'Broken', () => undefined))).toMatch(
      /not JSON, or is cut off/,
    );
    expect(await failure(files.importArchive(new Blob(['{"cards":[]}']), 'Foreign', () => undefined))).toMatch(
      /not a Lernen archive/,
    );
    expect(await database.journal.count()).toBe(1);
    expect(readArchive(await files.exportArchive()).problems).toHaveSize(practice.problems.length);
  });

  it('can be stopped: whoever waits is told, nothing was written, and the next work starts from the beginning', async () => {
    const waiting = failure(
      files.importArchive(new Blob([formatArchive(await readBack())]), 'Stopped', () => undefined),
    );
    const alsoWaiting = failure(files.exportSheets());
    files.stop();
    expect(await waiting).toBe('Stopped. Nothing was written.');
    expect(await alsoWaiting).toBe('Stopped. Nothing was written.');
    expect(await database.journal.count()).toBe(1);
    expect(readArchive(await files.exportArchive()).sittings).toHaveSize(practice.sittings.length);
  });

  const readBack = async (): Promise<ReturnType<typeof readArchive>> => readArchive(await files.exportArchive());
});
