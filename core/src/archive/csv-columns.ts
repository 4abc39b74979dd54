import { type DateOrder, readClockCell, readDateCell, readDifficultyCell, readMinutesCell } from '../model/cells';
import type { CsvColumn } from '../model/field-table';
import { ProblemSchema } from '../model/problem';
import { type SittingFieldName, sittingField, sittingFieldNames } from '../model/sitting';
import { type Technique, findTechnique } from '../model/technique';
import type { CsvSheet } from './csv-sheet';

/** A column of a sitting that a spreadsheet can fill, with its field. */
export interface SittingColumn {
  readonly field: SittingFieldName;
  readonly column: CsvColumn<unknown> & Required<Pick<CsvColumn<unknown>, 'read'>>;
}

export const sittingColumns: readonly SittingColumn[] = sittingFieldNames.flatMap((field) =>
  sittingField(field).csv.flatMap(({ read, ...column }) => (read ? [{ field, column: { ...column, read } }] : [])),
);

/** Columns of problem, day and list, with other headings that people give them. */
const otherColumns = {
  title: ['problem', 'name', 'question', 'task', 'exercise', 'aufgabe', 'titel'],
  date: [
    'day',
    'when',
    'solved on',
    'date solved',
    'date completed',
    'completed on',
    'last solved',
    'datum',
    'tag',
    'fecha',
  ],
  time: ['time of day', 'start', 'start time', 'started at', 'uhrzeit'],
  techniques: ['technique', 'pattern', 'patterns', 'topic', 'topics', 'tags', 'tag(s)', 'category', 'technik', 'thema'],
  difficulty: ['level', 'schwierigkeit', 'grade', 'stated difficulty'],
  origin: ['source', 'site', 'platform', 'book', 'contest', 'quelle'],
  employer: ['company', 'companies', 'firma'],
  link: ['url', 'address'],
  list: ['sheet', 'week', 'liste'],
  until: ['due', 'due date', 'deadline', 'bis'],
  statement: [],
  bounds: ['constraints'],
  id: [],
  'problem id': [],
  started: [],
  created: [],
  'list id': [],
  'list created': [],
} as const satisfies Readonly<Record<string, readonly string[]>>;

/** A column that is left out: it says what the rest of its row says already. */
export const leftOut = 'left out';

/** What a column of a practice spreadsheet can mean: the heading of a column of ours, or that it is left out. */
export type CsvField = string;

const headingWords: ReadonlyMap<CsvField, readonly string[]> = new Map<CsvField, readonly string[]>([
  ...Object.entries(otherColumns),
  ...sittingColumns.map(({ column }) => [column.heading, column.aliases ?? []] as const),
]);

export const csvFields: readonly CsvField[] = [...headingWords.keys(), leftOut];

/** Columns that a problem for later has as well as a sitting. */
export const problemColumns: readonly CsvField[] = [
  ...Object.keys(otherColumns).filter((it) => !['date', 'time', 'started'].includes(it)),
  'time cost',
  'space cost',
  'note',
  leftOut,
];

/** Columns of a list, and of a problem's sheet, for which a sitting has no place. */
export const plannedColumns: readonly CsvField[] = [
  'list',
  'until',
  'list id',
  'list created',
  'statement',
  'bounds',
  'created',
];

/** For every column its meaning; null for a column that goes into the note, under its heading. */
export type CsvMapping = readonly (CsvField | null)[];

/** What the rows of a spreadsheet tell of: sittings, or problems for later. */
export type CsvRowsAre = 'sittings' | 'planned';

/** Headings by which our own tables are known. */
const ownTables = [
  ['id', 'problem id', 'started'],
  ['id', 'title', 'created'],
  ['list id', 'list created'],
] as const;

/** Columns that only our own tables have. */
export const ourOwnFields: readonly CsvField[] = ['id', 'problem id', 'started', 'created', 'list id', 'list created'];

/** So many cells of a column are looked at. */
const sampled = 200;

/**
 * Guesses what every column means, a meaning for one column only: first by the headings that our own tables have, then by
 * others that people give, where the cells can be read so, then by the cells alone.
 */
export function guessMapping(sheet: CsvSheet, techniques: readonly Technique[] = []): CsvMapping {
  const headings = sheet.headings.map((heading) =>
    heading
      .trim()
      .toLowerCase()
      .replace(/\s*[?!:*]+$/, ''),
  );
  const taken = new Set<CsvField>();
  const mapping = headings.map((): CsvField | null => null);
  const give = (column: number, field: CsvField | undefined): void => {
    if (field === undefined || mapping[column] !== null || taken.has(field)) return;
    mapping[column] = field;
    taken.add(field);
  };
  const samples = headings.map((_, column) => sampleOf(sheet, column));
  const isOwnTable = ownTables.some((some) => some.every((it) => headings.includes(it)));
  headings.forEach((heading, column) => {
    // In a table of ours `time` is when one began; people mean how long it took, unless the cells say otherwise.
    const isClear = isOwnTable || heading !== 'time' || isClock(samples[column] ?? []);
    const isForUs = isOwnTable || !ourOwnFields.includes(heading);
    if (isClear && isForUs && headingWords.has(heading)) give(column, heading);
    else if (isOwnTable && ['place', 'state'].includes(heading)) mapping[column] = leftOut;
  });
  headings.forEach((heading, column) => {
    const fits = [...headingWords].find(
      ([field, words]) => !taken.has(field) && words.includes(heading) && isLike(field, samples[column] ?? [], 0.5),
    );
    give(column, fits?.[0]);
  });
  if (!isOwnTable) headings.forEach((_, column) => give(column, byContent(samples[column] ?? [], techniques, taken)));
  return mapping;
}

/** What the rows are where nobody says: without any word of how it went they are problems for later. */
export function guessRowsAre(mapping: CsvMapping): CsvRowsAre {
  const saysNothing = [...problemColumns, 'language'];
  return mapping.some((field) => field !== null && !saysNothing.includes(field)) ? 'sittings' : 'planned';
}

function sampleOf(sheet: CsvSheet, column: number): string[] {
  return sheet.rows
    .slice(0, sampled)
    .map((cells) => cells[column]?.trim() ?? '')
    .filter((cell) => cell !== '');
}

/** What the cells of some fields look like; others may hold anything. */
const likeness: Readonly<Record<CsvField, (cell: string) => boolean>> = {
  date: (cell) => isRead(readDateCell(cell, 'day-first')) || isRead(readDateCell(cell, 'month-first')),
  until: (cell) => isRead(readDateCell(cell, 'day-first')) || isRead(readDateCell(cell, 'month-first')),
  time: (cell) => isRead(readClockCell(cell)),
  minutes: (cell) => isRead(readMinutesCell(cell)),
  difficulty: (cell) => isRead(readDifficultyCell(cell)),
  link: (cell) => /^https?:/i.test(cell) && ProblemSchema.shape.link.safeParse(cell).success,
  ...Object.fromEntries(
    sittingColumns
      .filter(({ field }) => field === 'result' || field === 'help')
      .map(({ column }) => [
        column.heading,
        (cell: string) => isRead(column.read(cell, undefined, { technique: () => '' })),
      ]),
  ),
};

function isRead(cell: object): boolean {
  return 'value' in cell && cell.value !== null;
}

/** Whether at least this share of some cells can be read as a field; so it is of none. */
function isLike(field: CsvField, cells: readonly string[], share: number): boolean {
  const looksSo = likeness[field];
  return cells.length === 0 || !looksSo || cells.filter(looksSo).length >= share * cells.length;
}

/** `18:00`, not `0:31`: a column of clock times has hours of the day in it. */
function isClock(cells: readonly string[]): boolean {
  const hours = cells
    .filter((cell) => /:|[ap]m$/i.test(cell) && isRead(readClockCell(cell)))
    .map((it) => Number.parseInt(it));
  return hours.length >= 0.8 * cells.length && hours.filter((hour) => hour >= 6).length > hours.length / 2;
}

const certain = 0.8;

/** A field that nearly all cells of a column without a telling heading can be read as. */
function byContent(
  cells: readonly string[],
  techniques: readonly Technique[],
  taken: ReadonlySet<CsvField>,
): CsvField | undefined {
  if (cells.length === 0) return undefined;
  const isTechnique = (cell: string): boolean =>
    cell.split(/[,;/|]+/).every((word) => findTechnique(word, techniques).kind === 'one');
  const isOf: Readonly<Record<string, (cell: string) => boolean>> = {
    link: (cell) => likeness['link']?.(cell) ?? false,
    date: (cell) => !/^\d+$/.test(cell) && (likeness['date']?.(cell) ?? false),
    minutes: (cell) => /[a-z]/i.test(cell) && isRead(readMinutesCell(cell)),
    difficulty: (cell) => /\p{L}{3}/u.test(cell) && isRead(readDifficultyCell(cell)),
    techniques: (cell) => /\p{L}{3}/u.test(cell) && isTechnique(cell),
  };
  return Object.keys(isOf).find(
    (field) => !taken.has(field) && cells.filter((cell) => isOf[field]?.(cell)).length >= certain * cells.length,
  );
}

/** The earliest date of a column, or yesterday: what a row without a date is given unless the person says otherwise. */
export function earliestDay(sheet: CsvSheet, mapping: CsvMapping, order: DateOrder, today: string): string | null {
  const column = mapping.indexOf('date');
  let earliest: string | null = null;
  for (const cells of sheet.rows) {
    const cell = readDateCell(cells[column] ?? '', order);
    const day = 'value' in cell ? cell.value : null;
    if (day !== null && day <= today && (earliest === null || day < earliest)) earliest = day;
  }
  return earliest;
}
