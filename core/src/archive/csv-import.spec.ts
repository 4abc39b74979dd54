import { CsvError } from '../errors';
import { type Log } from '../model/log';
import { makeLog, makeProblem, makeSitting, newId, now } from '../testing/make';
import {
  type Cell,
  guessDateOrder,
  readCountCell,
  readDateCell,
  readDifficultyCell,
  readHelpCell,
  readMinutesCell,
  readResultCell,
} from '../model/cells';
import { csvTables } from './csv-export';
import { type CsvImport, type CsvImportOptions, failuresCsv, importCsv } from './csv-import';
import { fallbackDayFor, guessMapping, guessRowsAre, readCsvSheet } from './csv-sheet';

const valueOf = <T>(cell: Cell<T>): T | null | string => ('value' in cell ? cell.value : 'unreadable');

const options: Omit<CsvImportOptions, 'mapping'> = {
  dateOrder: 'day-first',
  fallbackDay: '2026-11-01',
  rowsAre: 'sittings',
  listTitle: '',
  now,
  zone: 'UTC',
  newId,
};

function bring(text: string, log: Log = makeLog(), part: Partial<CsvImportOptions> = {}): CsvImport {
  const sheet = readCsvSheet(text);
  return importCsv(sheet, log, { ...options, mapping: guessMapping(sheet), ...part });
}

describe('cells of a spreadsheet', () => {
  it('reads dates in the usual spellings', () => {
    const spellings = [
      '2026-11-03',
      '3.11.2026',
      '03/11/26',
      '3 Nov 2026',
      'Nov 3, 2026',
      '3. November 2026',
      '2026/11/3',
      '2026-11-03 18:20',
      'November 3rd, 2026',
    ];
    for (const text of spellings)
      expect(valueOf(readDateCell(text, 'day-first')))
        .withContext(text)
        .toBe('2026-11-03');
    expect(valueOf(readDateCell('11/3/2026', 'month-first'))).toBe('2026-11-03');
    expect(valueOf(readDateCell('11/23/2026', 'day-first'))).toBe('2026-11-23');
    expect(valueOf(readDateCell(' ', 'day-first'))).toBeNull();
    for (const bad of ['soon', '31.2.2026', '2026-13-01', '3 Foo 2026'])
      expect(valueOf(readDateCell(bad, 'day-first')))
        .withContext(bad)
        .toBe('unreadable');
  });

  it('guesses which number is the day from the whole column', () => {
    expect(guessDateOrder(['3/4/2026', '3/25/2026'])).toBe('month-first');
    expect(guessDateOrder(['3/4/2026', '25/3/2026'])).toBe('day-first');
    expect(guessDateOrder(['3/4/2026', ''])).toBe('day-first');
    expect(guessDateOrder(['2026-10-02', '10/06/2026', '25.10.2026'])).toBe('month-first');
    expect(guessDateOrder(['2026-10-02', '06/10/2026', '25.10.2026'])).toBe('day-first');
  });

  it('reads minutes in the usual spellings', () => {
    const spellings = {
      '31': 31,
      '31 min': 31,
      '1:05': 65,
      '0:31': 31,
      '1:05:30': 66,
      '1h05': 65,
      '1h 5m': 65,
      '1,5 h': 90,
      '1.5h': 90,
      '45 minutes': 45,
      '': null,
      '-': null,
    };
    for (const [text, minutes] of Object.entries(spellings))
      expect(valueOf(readMinutesCell(text)))
        .withContext(text)
        .toBe(minutes);
    for (const bad of ['long', '30h', '1:5x'])
      expect(valueOf(readMinutesCell(bad)))
        .withContext(bad)
        .toBe('unreadable');
  });

  it('reads words in several spellings', () => {
    expect(['Easy', 'M', 'schwer', '2', 'brutal'].map((it) => valueOf(readDifficultyCell(it)))).toEqual([
      'easy',
      'medium',
      'hard',
      'medium',
      'unreadable',
    ]);
    expect(['yes', '✗', 'partial', ''].map((it) => valueOf(readResultCell(it)))).toEqual([
      'solved',
      'unsolved',
      'partly',
      null,
    ]);
    expect(['no', 'Hint', 'editorial'].map((it) => valueOf(readHelpCell(it)))).toEqual(['none', 'hint', 'read']);
    expect(['x3', '2 tries', '-', 'few'].map((it) => valueOf(readCountCell(it, 99)))).toEqual([
      3,
      2,
      null,
      'unreadable',
    ]);
  });
});

describe('importing a spreadsheet', () => {
  it('reads semicolons, quotes with line breaks, umlauts and empty cells', () => {
    const { rows, problems, failures } = bring(
      '\uFEFFTitel;Datum;Dauer;Schwierigkeit;Notiz\r\n"Möwen; gezählt";3.11.2026;1:05;leicht;"erste Zeile\nzweite ""Zeile"""\r\nTide Gauge;;;;\r\n',
    );
    expect(failures).toEqual([]);
    expect(problems.map((it) => [it.title, it.difficulty])).toEqual([
      ['Möwen; gezählt', 'easy'],
      ['Tide Gauge', null],
    ]);
    expect(rows.map(({ line, sitting }) => [line, sitting?.day, sitting?.isDayAssumed, sitting?.minutes])).toEqual([
      [2, '2026-11-03', false, 65],
      [4, '2026-11-01', true, null],
    ]);
    expect(rows[0]?.sitting?.sitting.note).toBe('erste Zeile\nzweite "Zeile"');
  });

  it('hands back the rows that it cannot read, with line and reason, as a CSV of their own', () => {
    const text =
      'problem,date,minutes\nGood One,2026-11-03,20\n,2026-11-03,20\n"Bad, Date",someday,20\nTo Come,2027-01-01,20\nGood One,2026-11-03,20\n';
    const made = bring(text);
    expect(made.rows.map((it) => it.title)).toEqual(['Good One']);
    expect(made.failures.map((it) => [it.line, it.reasons.join()])).toEqual([
      [3, 'has no title'],
      [4, '“someday” is not a date that can be read'],
      [5, '“2027-01-01” is in the future'],
      [6, 'says the same as line 2: same problem, day and minutes'],
    ]);
    const saved = failuresCsv(readCsvSheet(text), made.failures);
    expect(saved.split('\r\n').slice(0, 3)).toEqual([
      'problem,date,minutes,not imported because',
      ',2026-11-03,20,has no title',
      '"Bad, Date",someday,20,“someday” is not a date that can be read',
    ]);
    expect(readCsvSheet(saved).rows).toHaveSize(4);
  });

  it('makes one problem of several rows, the later ones reviews of it', () => {
    const { problems, sittings } = bring('title,date\nGull Census,2026-11-03\ngull  census,2026-11-09\n');
    expect(problems).toHaveSize(1);
    expect(sittings.map((it) => it.kind)).toEqual(['first-solve', 'rebuild']);
  });

  it('adds to known problems and leaves out what is logged already', () => {
    const problem = makeProblem({ title: 'Gull Census' });
    const log = makeLog({
      problems: [problem],
      sittings: [makeSitting(problem.id, { startedAt: '2026-11-03T10:00:00.000Z', minutes: 20 })],
    });
    const { rows, problems, failures, sittings } = bring(
      'title,date,minutes\nGull Census,2026-11-03,20\nGull Census,2026-11-05,20\n',
      log,
    );
    expect(problems).toEqual([]);
    expect(rows.map(({ sitting }) => sitting?.day)).toEqual(['2026-11-05']);
    expect(sittings.map(({ problemId, kind }) => [problemId, kind])).toEqual([[problem.id, 'rebuild']]);
    expect(failures[0]?.reasons).toEqual(['is in the log already: same problem, day and minutes']);
  });

  it('puts columns without a meaning into the note, and unknown techniques into the catalogue', () => {
    const { rows, techniques, problems } = bring(
      'title,pattern,mood,mistakes\nGull Census,"bfs; Tide ladder",calm,"off by one, nerves"\n',
    );
    expect(problems[0]?.techniques).toEqual(['graph-bfs', 'tide-ladder']);
    expect(techniques.map((it) => it.name)).toEqual(['Tide ladder']);
    expect(rows[0]?.sitting?.sitting.note).toBe('mood: calm\nslips: nerves');
    expect(rows[0]?.sitting?.sitting.slips).toEqual(['off-by-one']);
  });

  it('takes nothing when it is stopped', () => {
    const made = bring('title\nA\nB\n', makeLog(), { onProgress: () => false });
    expect([made.wasStopped, made.rows.length, made.problems.length]).toEqual([true, 0, 0]);
  });

  it('takes a table of any length', () => {
    expect(readCsvSheet(`title,date\n${'A,\n'.repeat(200_000)}`).rows).toHaveSize(200_000);
  });

  it('refuses what is no table', () => {
    for (const text of ['', '  \n ', 'title,date\n', 'PK\u0000\u0003'])
      expect(() => readCsvSheet(text)).toThrowError(CsvError);
  });

  it('takes the earliest date for rows without one', () => {
    const sheet = readCsvSheet('title,date\nA,2026-11-03\nB,2026-10-30\nC,\n');
    expect(fallbackDayFor(sheet, guessMapping(sheet), 'day-first', '2026-11-24')).toBe('2026-10-30');
    expect(fallbackDayFor(sheet, ['title', null], 'day-first', '2026-11-24')).toBe('2026-11-23');
  });
});

describe('importing problems for later', () => {
  const planned = { rowsAre: 'planned', listTitle: 'Course week 3' } as const;

  it('is what rows without a word of how it went are taken as', () => {
    expect(guessRowsAre(guessMapping(readCsvSheet('title,link,level\nA,,\n')))).toBe('planned');
    expect(guessRowsAre(guessMapping(readCsvSheet('title,minutes\nA,20\n')))).toBe('sittings');
  });

  it('makes problems without a sitting and puts them on a list in their order, known ones too', () => {
    const known = makeProblem({ title: 'Gull Census' });
    const { problems, entries, sittings, lists, rows } = bring(
      'title,technique,level,due,mood\nPier Ring,heap,hard,2026-12-04,calm\ngull census,,,,\n',
      makeLog({ problems: [known] }),
      planned,
    );
    expect(sittings).toEqual([]);
    expect(problems.map(({ title, techniques, difficulty }) => [title, techniques, difficulty])).toEqual([
      ['Pier Ring', ['heap'], 'hard'],
    ]);
    expect(entries).toEqual([
      jasmine.objectContaining({ kind: 'notes', problemId: problems[0]?.id, text: 'mood: calm' }),
    ]);
    expect(lists.map(({ title, until, problems: ids }) => [title, until, ids])).toEqual([
      ['Course week 3', '2026-12-04', [problems[0]?.id ?? '', known.id]],
    ]);
    expect(rows.map(({ isNewProblem, list }) => [isNewProblem, list])).toEqual([
      [true, 'Course week 3'],
      [false, 'Course week 3'],
    ]);
  });

  it('refuses a row that adds nothing or cannot be read, and says why', () => {
    const known = makeProblem({ title: 'Gull Census' });
    const log = makeLog({ problems: [known] });
    const reasons = (text: string, listTitle: string): string[] =>
      bring(text, log, { ...planned, listTitle }).failures.map((it) => it.reasons.join());
    expect(reasons('title\nGull Census\n', '')).toEqual(['is a problem that you have already']);
    expect(reasons('title,level,due,link\nB,steep,,\nC,,soon,\nD,,,nowhere\n', '')).toHaveSize(3);
    expect(reasons('title\nB\nb\n', 'Week 3')).toEqual(['stands on “Week 3” already']);
  });

  it('brings back the lists that the CSV of lists holds', () => {
    const made = bring('title,list,until\nA,First,2026-12-04\nB,First,\nC,Second,\n', makeLog(), planned);
    const log = makeLog({ problems: made.problems, lists: made.lists });
    const again = bring(csvTables({ ...log, entries: [] }, 'UTC').lists, makeLog(), { ...planned, listTitle: '' });
    const told = (it: CsvImport): unknown =>
      it.lists.map(({ title, until, problems }) => [
        title,
        until,
        problems.map((id) => it.problems.find((problem) => problem.id === id)?.title),
      ]);
    expect(told(again)).toEqual([
      ['First', '2026-12-04', ['A', 'B']],
      ['Second', null, ['C']],
    ]);
    expect(again.failures).toEqual([]);
  });
});
