import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { ArchiveError } from '../errors';
import { type Entry, emptyEntry, singleEntry, singleEntryId } from '../model/entry';
import { type StoredRecords, noRecords } from '../model/log';
import { defaultSettings } from '../model/settings';
import { makeInterview, makeList, makeProblem, makeSitting, newId, now } from '../testing/make';
import { archiveFrom, formatArchive, readArchive } from './archive';
import { csvTables } from './csv-export';
import { mergeRecords } from './merge';
import { logFrom } from '../model/log';

const records: fc.Arbitrary<StoredRecords> = fc
  .array(
    fc.record({
      title: fc.string({ minLength: 1 }).filter((it) => it.trim() !== ''),
      note: fc.string(),
      minutes: fc.option(fc.integer({ min: 0, max: 1440 })),
    }),
    { maxLength: 5 },
  )
  .map((rows) => {
    const problems = rows.map(({ title }) => makeProblem({ title }));
    const sittings = problems.map((problem, index) =>
      makeSitting(problem.id, { minutes: rows[index]?.minutes ?? null }),
    );
    return {
      ...noRecords,
      problems,
      sittings,
      entries: problems.map(({ id }, index) => singleEntry('notes', id, newId(), { text: rows[index]?.note ?? '' })),
      interviews: [makeInterview(9, { mix: { heap: 2 } })],
      lists: [makeList(problems, { until: '2026-12-04' })],
      settings: { ...defaultSettings, revision: newId() },
    };
  });

const kindsOf = (entries: readonly Entry[]): string[] => entries.map(({ kind }) => kind);
const contentOf = (entry: Entry): unknown => ('text' in entry ? entry.text : 'lines' in entry ? entry.lines : null);

/** What a reader finds wrong with a text. */
function faultsIn(text: string): string[] {
  try {
    readArchive(text);
    return [];
  } catch (error) {
    if (!(error instanceof ArchiveError)) throw error;
    return error.faults.map(({ path, reason }) => `${path}: ${reason}`);
  }
}

describe('the archive', () => {
  it('reads back what it wrote', () => {
    fc.assert(
      fc.property(records, (stored) => {
        const archive = archiveFrom(stored, now);
        expect(readArchive(formatArchive(archive))).toEqual(archive);
      }),
    );
  });

  for (const version of [1, 2, 3, 4, 5])
    it(`brings a file of version ${version} up, and writes the newest`, async () => {
      const path = fileURLToPath(new URL(`./archive-version-${version}.json`, import.meta.url));
      const archive = readArchive(await readFile(path, 'utf8'));
      const { problems, sittings, entries, lists } = archive;
      expect([archive.version, problems.length, sittings.length]).toEqual([6, 1, 1]);
      expect([kindsOf(entries).includes('observation'), lists.length]).toEqual([version > 1, version < 3 ? 0 : 1]);
      expect(sittings[0]?.attempts.at(-1)?.verdict).toBe('accepted');
      expect(sittings[0]?.attempts.at(-1)?.submission ?? null).toEqual(
        version < 4 ? null : { runTime: 52, memory: 17, standing: 91 },
      );
      const { id = '', revision } = problems[0] ?? {};
      const given = entries.filter((entry) => entry.revision === revision);
      expect(given.map((entry) => [entry.id, contentOf(entry)])).toEqual([
        [singleEntryId(id, 'statement'), jasmine.stringMatching(/^Towers stand along a coast.*, or 0\.$/)],
        [singleEntryId(id, 'bounds'), ['n ≤ 200 000', '1 s']],
        ...(version < 4 ? [] : [[singleEntryId(id, 'notes'), 'Ask about **equal** heights.\n\nThen draw it.']]),
      ]);
      expect(archive.settings?.language).toBeNull();
      expect(readArchive(formatArchive(archive))).toEqual(archive);
    });

  it('merged into nothing gives everything, merged again changes nothing', () => {
    fc.assert(
      fc.property(records, (stored) => {
        const first = mergeRecords(noRecords, stored);
        expect(first.write.problems).toEqual([...stored.problems]);
        expect(first.settings).toEqual(stored.settings);
        const again = mergeRecords({ ...first.write, settings: first.settings }, stored);
        expect(Object.values(again.write).flat()).toEqual([]);
        expect(again.settings).toBeNull();
        expect(again.counts.problems).toEqual({ added: 0, changed: 0, left: stored.problems.length, removedHere: 0 });
      }),
    );
  });

  it('keeps every revision of a sitting and the newer one of everything else', () => {
    const problem = makeProblem();
    const sitting = makeSitting(problem.id);
    const corrected = { ...sitting, revision: newId(), minutes: 12 };
    const renamed = { ...problem, revision: newId(), title: 'Renamed' };
    const here: StoredRecords = { ...noRecords, problems: [renamed], sittings: [sitting] };
    const merge = mergeRecords(here, { ...noRecords, problems: [problem], sittings: [sitting, corrected] });
    expect(merge.write.problems).toEqual([]);
    expect(merge.write.sittings).toEqual([corrected]);
    expect(merge.counts.sittings).toEqual({ added: 0, changed: 1, left: 0, removedHere: 0 });
  });

  it('says where a damaged file is wrong, and takes nothing of it', () => {
    const problem = makeProblem();
    const good = archiveFrom({ ...noRecords, problems: [problem], sittings: [makeSitting(problem.id)] }, now);
    const text = formatArchive(good);
    expect(faultsIn(text)).toEqual([]);
    expect(faultsIn(text.slice(0, -20))).toEqual([jasmine.stringMatching(/^: /)]);
    expect(faultsIn('[]')).toEqual(['format: must be "lernen-archive"']);
    expect(faultsIn(text.replace('"version": 6', '"version": 9'))).toEqual(['version: is 9, at most 6 can be read']);
    expect(faultsIn(text.replace('"minutes":25', '"minutes":"soon"'))).toEqual([
      jasmine.stringMatching(/^sittings\[0\]\.minutes: /),
    ]);
    expect(faultsIn(text.replace('"kind":"first-solve"', '"kind":"nap"'))).toEqual([
      jasmine.stringMatching(/^sittings\[0\]\.kind: /),
    ]);
    expect(faultsIn(formatArchive({ ...good, problems: [] }))).toEqual([
      'sittings[0].problemId: names a problem that is not in the file',
    ]);
    expect(faultsIn(formatArchive({ ...good, sittings: [...good.sittings, ...good.sittings] }))).toEqual([
      'sittings[1].revision: is that of another record of the file',
    ]);
    const [long] = faultsIn(text.replace('"title"', `"${'x'.repeat(5_000_000)}":1,"title"`));
    expect(long?.length).toBeLessThan(700);
    const stray = emptyEntry('lesson', newId(), newId(), { text: 'Read the bounds first.' });
    expect(faultsIn(formatArchive({ ...good, entries: [stray] }))).toEqual([
      'entries[0].problemId: names a problem that is not in the file',
    ]);
    expect(faultsIn(text.replace('"settings": null', '"settings": null, "extra": 1'))).toEqual([
      jasmine.stringContaining('extra'),
    ]);
  });
});

describe('the CSV tables', () => {
  it('follow RFC 4180: CRLF, and quotes around commas, quotes and line breaks', () => {
    const problem = makeProblem({ title: 'Tide, "Gauge"', techniques: ['heap', 'greedy'] });
    const entries = [singleEntry('notes', problem.id, newId(), { text: 'one\ntwo' })];
    const log = logFrom({
      ...noRecords,
      problems: [problem],
      sittings: [makeSitting(problem.id, { minutes: 7, startedAt: '2026-11-20T23:30:00.000Z' })],
    });
    const { problems, sittings } = csvTables({ ...log, entries }, 'Europe/Oslo');
    expect(problems.split('\r\n')[1]).toContain('"Tide, ""Gauge""",medium,Heap; Greedy');
    expect(problems).toContain('"one\ntwo"');
    expect(sittings.split('\r\n')[1]).toContain(',2026-11-21,00:30,2026-11-20T23:30:00.000Z,first-solve,7,');
    expect(csvTables({ ...logFrom(noRecords), entries: [] }, 'UTC')).toEqual({ problems: '', sittings: '', lists: '' });
  });
});
