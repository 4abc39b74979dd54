import Papa from 'papaparse';
import { type CollectionName, collectionNames, collections } from '../model/collections';
import type { CsvNames } from '../model/field-table';
import { type Entry, type EntryOf, type SingleKind, singleEntryId } from '../model/entry';
import { type Log, byProblem } from '../model/log';
import { listedProblems } from '../model/problem-list';
import { sittingField, sittingFieldNames } from '../model/sitting';
import { type Technique, findTechnique } from '../model/technique';
import type { Zone } from '../model/time';
import { guardedCell } from './csv-guard';

/** A log with what its sheets hold. */
export type CsvLog = Log & { readonly entries: readonly Entry[] };

type Row = Readonly<Record<string, string | number>>;

/** The collections that have a table. */
export type CsvTableName = {
  [N in CollectionName]: (typeof collections)[N]['hasTable'] extends true ? N : never;
}[CollectionName];
export const csvTableNames = collectionNames.filter((name): name is CsvTableName => collections[name].hasTable);

/** The rows of each, by their headings. */
const tables: Readonly<Record<CsvTableName, (log: CsvLog, names: CsvNames) => Row[]>> = {
  problems: problemRows,
  sittings: sittingRows,
  lists: listRows,
};

/** The tables of a log as CSV after RFC 4180: comma, CRLF, quotes where needed. */
export type CsvTables = Readonly<Record<CsvTableName, string>>;

/** Writes what the log holds. Days and clock times are those of `zone`. */
export function csvTables(log: CsvLog, zone: Zone): CsvTables {
  const techniques = new Map(
    log.techniques.map(({ id, name }) => [id, isTelling(name, id, log.techniques) ? name : id]),
  );
  const titles = new Map(log.problems.map(({ id, title }) => [id, title]));
  const names: CsvNames = {
    zone,
    technique: (id) => (id === null ? '' : (techniques.get(id) ?? id)),
    title: (id) => titles.get(id) ?? '',
  };
  return Object.fromEntries(csvTableNames.map((name) => [name, unparse(tables[name](log, names))])) as CsvTables;
}

function problemRows({ problems, entries }: CsvLog, names: CsvNames): Row[] {
  const byId = new Map(entries.filter(({ deleted }) => !deleted).map((entry) => [entry.id, entry]));
  const single = <K extends SingleKind>(kind: K, problemId: string): EntryOf<K> | undefined =>
    byId.get(singleEntryId(problemId, kind)) as EntryOf<K> | undefined;
  return problems.map((problem) => ({
    id: problem.id,
    title: problem.title,
    difficulty: problem.difficulty ?? '',
    techniques: problem.techniques.map(names.technique).join('; '),
    'time cost': problem.cost.time ?? '',
    'space cost': problem.cost.space ?? '',
    origin: problem.origin ?? '',
    employer: problem.employer ?? '',
    link: problem.link ?? '',
    bounds: single('bounds', problem.id)?.lines.join('\n') ?? '',
    statement: single('statement', problem.id)?.text ?? '',
    note: single('notes', problem.id)?.text ?? '',
    created: problem.createdAt,
  }));
}

/** The columns of the field table, in its order. */
function sittingRows({ sittings }: CsvLog, names: CsvNames): Row[] {
  return sittings.map((sitting) => {
    const cells = sittingFieldNames.flatMap((field) =>
      sittingField(field).csv.map(({ heading, write }) => [heading, write(sitting[field], names)] as const),
    );
    return { id: sitting.id, ...Object.fromEntries(cells) };
  });
}

/** Whether a name leads back to its technique, also among others in one cell. */
function isTelling(name: string, id: string, techniques: readonly Technique[]): boolean {
  const match = findTechnique(name, techniques);
  return !/[,;/|\n]/.test(name) && match.kind === 'one' && match.technique.id === id;
}

/** A row for each problem on a list; one without a problem for a list that is empty. */
function listRows({ lists, problems, sittings }: CsvLog, names: CsvNames): Row[] {
  const byId = new Map(problems.map((problem) => [problem.id, problem]));
  const sittingsOf = byProblem(sittings);
  return lists.flatMap((list): Row[] => {
    const own = { 'list id': list.id, 'list created': list.createdAt };
    const rows = listedProblems(list, byId, sittingsOf).map(({ problem, state }, index) => ({
      list: list.title,
      until: list.until ?? '',
      place: index + 1,
      'problem id': problem.id,
      title: problem.title,
      difficulty: problem.difficulty ?? '',
      techniques: problem.techniques.map(names.technique).join('; '),
      link: problem.link ?? '',
      state,
      ...own,
    }));
    const empty = { list: list.title, until: list.until ?? '', ...emptyRow, ...own };
    return rows.length > 0 ? rows : [empty];
  });
}

const emptyRow = { place: '', 'problem id': '', title: '', difficulty: '', techniques: '', link: '', state: '' };

function unparse(rows: readonly Row[]): string {
  if (rows.length === 0) return '';
  const guarded = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([heading, cell]) => [heading, typeof cell === 'string' ? guardedCell(cell) : cell]),
    ),
  );
  return `${Papa.unparse(guarded, { newline: '\r\n' })}\r\n`;
}
