import { CsvError } from '../errors';
import { catalogue } from '../model/catalogue';
import type { Technique } from '../model/technique';
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
import { guessMapping, guessRowsAre } from './csv-columns';
import { type CsvImport, failuresCsv, fallbackDayFor, importCsv } from './csv-import';
import type { CsvImportOptions } from './csv-outcome';
import { readCsvSheet } from './csv-sheet';

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

function catalogueOf(id: string): Technique {
  const technique = catalogue.find((it) => it.id === id);
  if (!technique) throw new Error(`no technique ${id}`);
  return technique;
}

function bring(text: string, log: Log = makeLog(), part: Partial<CsvImportOptions> = {}): CsvImport {
  const sheet = readCsvSheet(text);
  return importCsv(sheet, log, { ...options, mapping: guessMapping(sheet, log.techniques), ...part });
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
      '19:30': 20,
      '25:10': 25,
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

  it('takes all times of a column for minutes and seconds where one of them can be nothing else', () => {
    const minutes = (...cells: readonly string[]): unknown =>
      bring(`title,minutes\n${cells.map((cell, index) => `Gull ${index},${cell}`).join('\n')}\n`).rows.map(
        ({ sitting }) => sitting?.minutes,
      );
    expect(minutes('4:10', '19:30', '31')).toEqual([4, 20, 31]);
    expect(minutes('4:10', '1:30', '31')).toEqual([250, 90, 31]);
  });

  it('refuses a cell that it cannot read, not its row, and keeps its text in the note', () => {
    const text =
      'problem,date,minutes,difficulty\nGood One,2026-11-03,20,hard\n,2026-11-03,20,\n"Bad, Date",someday,-3,steep\nTo Come,2027-01-01,20,\nGood One,2026-11-03,20,\n';
    const made = bring(text);
    expect(made.rows.map(({ line, title, sitting }) => [line, title, sitting?.day, sitting?.isDayAssumed])).toEqual([
      [2, 'Good One', '2026-11-03', false],
      [4, 'Bad, Date', '2026-11-01', true],
      [5, 'To Come', '2026-11-01', true],
    ]);
    expect(made.rows[1]?.faults.map(({ heading, text: cell, reason }) => [heading, cell, reason])).toEqual([
      ['minutes', '-3', '“-3” is not a time that can be read'],
      ['date', 'someday', '“someday” is not a date that can be read'],
      ['difficulty', 'steep', '“steep” is not a difficulty that is known'],
    ]);
    expect(made.rows[1]?.sitting?.sitting.note).toBe('date: someday\nminutes: -3\ndifficulty: steep');
    expect(made.rows[2]?.faults[0]?.reason).toBe('“2027-01-01” is in the future');
    expect(made.failures.map((it) => [it.line, it.reasons.join()])).toEqual([[3, 'has no title']]);
    expect(made.duplicates.map((it) => [it.line, it.reasons.join()])).toEqual([
      [6, 'says the same as line 2: same problem, day and minutes'],
    ]);
    const saved = failuresCsv(readCsvSheet(text), made);
    expect(saved.split('\r\n').slice(0, 3)).toEqual([
      'problem,date,minutes,difficulty,what cannot be read',
      ',2026-11-03,20,,has no title',
      `"Bad, Date",someday,'-3,steep,minutes: “-3” is not a time that can be read; date: “someday” is not a date that can be read; difficulty: “steep” is not a difficulty that is known`,
    ]);
    expect(readCsvSheet(saved).rows).toHaveSize(3);
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
    const { rows, problems, failures, duplicates, sittings } = bring(
      'title,date,minutes\nGull Census,2026-11-03,20\nGull Census,2026-11-05,20\n',
      log,
    );
    expect(problems).toEqual([]);
    expect(rows.map(({ sitting }) => sitting?.day)).toEqual(['2026-11-05']);
    expect(sittings.map(({ problemId, kind }) => [problemId, kind])).toEqual([[problem.id, 'rebuild']]);
    expect(failures).toEqual([]);
    expect(duplicates[0]?.reasons).toEqual(['is in the log already: same problem, day and minutes']);
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

  it('knows a column by its cells where its heading says nothing or something else', () => {
    const mapped = (text: string): unknown => guessMapping(readCsvSheet(text), catalogue);
    expect(mapped('Problem,Date solved,Time\nA,2026-11-03,0:31\n')).toEqual(['title', 'date', 'minutes']);
    expect(mapped('Problem,Time\nA,18:20\nB,19:30\n')).toEqual(['title', 'time']);
    expect(mapped('Problem,Solved,Where\nA,3.11.2026,https://tide.example/1\n')).toEqual(['title', 'date', 'link']);
    expect(mapped('Problem,x,y\nA,31 min,Heap; BFS\n')).toEqual(['title', 'minutes', 'techniques']);
    expect(mapped('id,Problem,Started\n17,A,yes\n')).toEqual([null, 'title', null]);
  });

  it('keeps the time of day, in a column of its own or behind the date', () => {
    const { sittings } = bring('title,date,time of day\nA,2026-11-03,7:30 pm\nB,2026-11-03 18:20,\nC,2026-11-03,\n');
    expect(sittings.map(({ startedAt }) => startedAt.slice(11, 16))).toEqual(['19:30', '18:20', '12:00']);
  });

  it('reads a named delimiter, mixed line ends and guarded cells', () => {
    const sheet = readCsvSheet('sep=;\r\ntitle;note\nA;\'=1+1\r\nB;"two\r\nlines"\rC;\'it is\n');
    expect(sheet.rows).toEqual([
      ['A', '=1+1'],
      ['B', 'two\r\nlines'],
      ['C', "'it is"],
    ]);
    expect(sheet.lines).toEqual([3, 4, 6]);
  });

  it('says where a quote is never closed, and takes nothing', () => {
    expect(() => readCsvSheet('title,note\nA,fine\nB,"begun\nC,x\nD,y\n')).toThrowError(
      CsvError,
      /never closed, from line 3 on/,
    );
  });

  it('refuses a cell over the limit, not its row', () => {
    const { rows, problems, failures } = bring(
      `title,origin,topic,lang\nA,${'x'.repeat(300)},${'y'.repeat(90)},${'z'.repeat(41)}\n${'t'.repeat(301)},,,\n`,
    );
    expect(rows.map(({ faults }) => faults.map(({ heading }) => heading))).toEqual([['lang', 'topic', 'origin']]);
    expect(problems[0]?.origin).toBeNull();
    expect(failures[0]?.reasons).toEqual(['has a title of more than 300 characters']);
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

  it('passes over a row that adds nothing, and says why', () => {
    const known = makeProblem({ title: 'Gull Census' });
    const log = makeLog({ problems: [known] });
    const reasons = (text: string, listTitle: string): string[] =>
      bring(text, log, { ...planned, listTitle }).duplicates.map((it) => it.reasons.join());
    expect(reasons('title\nGull Census\n', '')).toEqual(['is a problem that you have already']);
    const cells = bring(
      'title,level,due,link\nA,hard,2026-12-04,https://tide.example\nB,steep,,\nC,,soon,\nD,,,nowhere\n',
      log,
      planned,
    );
    expect(cells.rows.map(({ faults }) => faults.map(({ heading }) => heading))).toEqual([
      [],
      ['level'],
      ['due'],
      ['link'],
    ]);
    expect(cells.entries).toHaveSize(3);
    expect(reasons('title\nB\nb\n', 'Week 3')).toEqual(['stands on “Week 3” already']);
  });

  it('reads names that are hidden or merged for what they are', () => {
    const hidden = { ...catalogueOf('heap'), hidden: true, template: 'mine' };
    const merged = { ...catalogueOf('sliding-window'), mergedInto: 'two-pointers' };
    const log = makeLog({ techniques: [hidden, merged] });
    const { problems, techniques } = bring('title,topic\nA,Heap\nB,sliding window\n', log, planned);
    expect(problems.map((it) => it.techniques)).toEqual([['heap'], ['two-pointers']]);
    expect(techniques).toEqual([]);
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
