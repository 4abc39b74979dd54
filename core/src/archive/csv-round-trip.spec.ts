import fc from 'fast-check';
import { catalogue } from '../model/catalogue';
import { momentKinds, phases } from '../model/course';
import { emptyEntry, singleEntry } from '../model/entry';
import type { Entry } from '../model/entry';
import type { Log } from '../model/log';
import { type Problem, difficulties, titleKey } from '../model/problem';
import { ProblemListSchema } from '../model/problem-list';
import type { Sitting } from '../model/sitting';
import { helps, results, slips, verdicts } from '../model/sitting-words';
import { sittingKinds } from '../model/sitting-kinds';
import { type Technique, TechniqueSchema } from '../model/technique';
import { makeLog, makeProblem, makeSitting, newId, now } from '../testing/make';
import { guessMapping, guessRowsAre } from './csv-columns';
import { csvTables } from './csv-export';
import { type CsvImport, importCsv } from './csv-import';
import { readCsvSheet } from './csv-sheet';

const zone = 'Europe/Lisbon';

function brought(text: string, log: Log): CsvImport {
  const sheet = readCsvSheet(text);
  const mapping = guessMapping(sheet, log.techniques);
  const rowsAre = guessRowsAre(mapping);
  return importCsv(sheet, log, {
    mapping,
    rowsAre,
    dateOrder: 'day-first',
    fallbackDay: '2026-01-01',
    listTitle: '',
    now,
    zone,
    newId,
  });
}

/** Words that a spreadsheet or a careless reader would change. */
const nasty = fc.constantFrom('=1+1', "'=x", '-5', '+2', '@sum', ' two  blanks ', '"', 'a;b,c', 'ä\n\r\nö', '—', 'x');
const prose = fc
  .array(fc.oneof(nasty, fc.string()), { maxLength: 4 })
  .map((parts) => parts.join(' ').replaceAll('\u0000', ''));
const line = (max: number): fc.Arbitrary<string | null> =>
  prose.map((text) => text.replace(/\s+/g, ' ').trim().slice(0, max).trim() || null);

const own: Technique[] = ['Tides; and gulls', 'Heaps of kelp', 'heap'].map((name, index) =>
  TechniqueSchema.parse({ id: `own-${index}`, revision: newId(), name, family: 'My own' }),
);
const techniqueIds = [...catalogue.slice(0, 6), ...own].map(({ id }) => id);

const problems: fc.Arbitrary<Problem[]> = fc
  .uniqueArray(
    fc.record({
      title: line(300).map((title) => title ?? 'Beacon'),
      difficulty: fc.option(fc.constantFrom(...difficulties)),
      techniques: fc.uniqueArray(fc.constantFrom(...techniqueIds), { maxLength: 4 }),
      cost: fc.record({ time: line(120), space: line(120) }),
      origin: line(200),
      employer: line(120),
      link: fc.constantFrom(null, 'https://tide.example/a?b=c,d'),
    }),
    { maxLength: 4, selector: ({ title }) => titleKey(title) },
  )
  .map((all) => all.map((part) => makeProblem(part)));

const sitting = fc.record({
  kind: fc.constantFrom(...sittingKinds),
  minutes: fc.option(fc.integer({ min: 0, max: 1440 })),
  startedAt: fc
    .date({ min: new Date('2024-01-01'), max: new Date(now), noInvalidDate: true })
    .map((it) => it.toISOString()),
  attempts: fc.array(
    fc.record({
      verdict: fc.option(fc.constantFrom(...verdicts)),
      submission: fc.constant(null),
      checks: fc.option(fc.record({ right: fc.nat(6), of: fc.integer({ min: 6, max: 20 }) })),
      at: fc.option(fc.nat(86_400)),
      versionId: fc.option(fc.constant('0190a000-0000-7000-8000-000000000001')),
    }),
    { maxLength: 4 },
  ),
  course: fc.array(fc.record({ phase: fc.constantFrom(...phases), seconds: fc.nat(5000) }), { maxLength: 5 }),
  moments: fc.array(
    fc.record({
      at: fc.nat(5000),
      kind: fc.constantFrom(...momentKinds),
      text: fc.string({ maxLength: 100 }).map((words) => words.trim()),
    }),
    { maxLength: 4 },
  ),
  result: fc.constantFrom(...results),
  help: fc.constantFrom(...helps),
  named: fc.option(fc.constantFrom(...techniqueIds)),
  stated: fc.record({ time: line(120), space: line(120) }),
  slips: fc.uniqueArray(fc.constantFrom(...slips), { maxLength: 3 }),
  felt: fc.option(fc.integer({ min: 1, max: 5 })),
  language: line(40),
  twist: line(400),
  note: prose.filter((text) => text.trim() !== '' || text === ''),
});

const content = <R extends { readonly revision: string }>({ revision: _revision, ...rest }: R): Omit<R, 'revision'> =>
  rest;

describe('the CSV tables, taken out and brought in again', () => {
  const written = fc.tuple(problems, fc.array(sitting, { maxLength: 6 }), prose).map(([all, some, text]) => {
    const sittings: Sitting[] = some.flatMap((part, index) => {
      const problem = all[index % Math.max(all.length, 1)];
      return problem ? [makeSitting(problem.id, part)] : [];
    });
    const statement = text.trim() === '' ? '' : text;
    const entries: Entry[] = all.flatMap(({ id }) => [
      singleEntry('statement', id, newId(), { text: statement }),
      singleEntry('bounds', id, newId(), { lines: statement === '' ? [] : ['1 ≤ n; m', '-5 ≤ a'] }),
      singleEntry('notes', id, newId(), { text: statement }),
    ]);
    const lists = [all.map(({ id }) => id), []].map((ids, index) =>
      ProblemListSchema.parse({
        id: newId(),
        revision: newId(),
        title: `Week ${index}`,
        until: index === 0 ? null : '2026-12-04',
        problems: ids,
        createdAt: now,
      }),
    );
    return { log: makeLog({ problems: all, sittings, lists, techniques: own }), entries };
  });

  it('say the same of every problem and its sheet, sitting and list', () => {
    fc.assert(
      fc.property(written, ({ log, entries }) => {
        const tables = csvTables({ ...log, entries }, zone);
        const empty = makeLog({ techniques: own });
        if (log.problems.length > 0) {
          const made = brought(tables.problems, empty);
          expect(made.problems.map(content)).toEqual(log.problems.map(content));
          expect(made.entries.map(content)).toEqual(
            entries
              .filter(
                (it) =>
                  JSON.stringify(content(it)) !== JSON.stringify(content(emptyEntry(it.kind, it.problemId, it.id))),
              )
              .map(content),
          );
          expect([made.failures, made.duplicates, made.techniques]).toEqual([[], [], []]);
        }
        if (log.sittings.length > 0) {
          const made = brought(tables.sittings, empty);
          expect(made.sittings.map(content)).toEqual(log.sittings.map(content));
          expect(made.rows.flatMap(({ faults }) => faults)).toEqual([]);
          const again = brought(tables.sittings, log);
          expect([again.sittings.length, again.duplicates.length]).toEqual([0, log.sittings.length]);
        }
        const lists = brought(tables.lists, makeLog({ techniques: own })).lists;
        expect(lists.map(content).sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(
          log.lists.map(content).sort((a, b) => (a.id < b.id ? -1 : 1)),
        );
      }),
      { numRuns: 80 },
    );
  });
});
