import {
  type Difficulty,
  type Help,
  type Log,
  type Problem,
  type ProblemId,
  type Result,
  type Sitting,
  type Stage,
  daysBetween,
} from '@lernen/core/model';
import type { RecallSummary } from '../store/derived-store';

/** One line of the problems table. */
export interface ProblemRow {
  readonly id: ProblemId;
  readonly title: string;
  readonly techniques: readonly string[];
  readonly techniqueNames: string;
  readonly difficulty: Difficulty | null;
  readonly felt: number | null;
  readonly origin: string;
  readonly sittings: number;
  readonly reviews: number;
  readonly last: Sitting | null;
  readonly result: Result | null;
  readonly help: Help | null;
  readonly minutes: number | null;
  readonly recall: number | null;
  readonly due: string | null;
  /** The stages of its sheet that hold something. */
  readonly stages: ReadonlySet<Stage>;
  /** Everything the search looks at, in lower case; made when it is first asked for. */
  readonly text: () => string;
}

export const sortKeys = [
  'title',
  'technique',
  'difficulty',
  'last',
  'minutes',
  'sittings',
  'recall',
  'due',
  'origin',
  'result',
  'sheet',
] as const;
export type SortKey = (typeof sortKeys)[number];

/** What the address says: which rows, in which order. */
export interface ProblemFilter {
  readonly search: string;
  readonly technique: string;
  readonly difficulty: string;
  readonly result: string;
  readonly help: string;
  /** Planned within so many days. */
  readonly dueWithin: number | null;
  readonly neverReviewed: boolean;
  readonly sort: SortKey;
  readonly descending: boolean;
}

/** What is known of problems beside the log. */
export interface KnownOfProblems {
  readonly recalls: ReadonlyMap<ProblemId, RecallSummary>;
  /** The day on which each is planned next. */
  readonly due: ReadonlyMap<ProblemId, string>;
  /** The stages of the sheets that hold something. */
  readonly marks: ReadonlyMap<ProblemId, ReadonlySet<Stage>>;
  /** The notes of the sheets. */
  readonly notes: ReadonlyMap<ProblemId, string>;
}

/** Makes the rows of all problems. */
export function problemRows(
  log: Log,
  sittingsOf: ReadonlyMap<ProblemId, readonly Sitting[]>,
  { recalls, due, marks, notes }: KnownOfProblems,
): ProblemRow[] {
  const names = new Map(log.techniques.map((technique) => [technique.id, technique.name]));
  return log.problems.map((problem) => {
    const sittings = sittingsOf.get(problem.id) ?? [];
    const last = sittings.at(-1) ?? null;
    const techniqueNames = problem.techniques.map((id) => names.get(id) ?? id).join(', ');
    return {
      id: problem.id,
      title: problem.title,
      techniques: problem.techniques,
      techniqueNames,
      difficulty: problem.difficulty,
      felt: sittings.findLast((sitting) => sitting.felt !== null)?.felt ?? null,
      origin: problem.origin ?? '',
      sittings: sittings.length,
      reviews: sittings.filter((sitting) => sitting.kind !== 'first-solve').length,
      last,
      result: last?.result ?? null,
      help: last?.help ?? null,
      minutes: last?.minutes ?? null,
      recall: recalls.get(problem.id)?.recall ?? null,
      due: due.get(problem.id) ?? null,
      stages: marks.get(problem.id) ?? new Set(),
      text: once(() => searchText(problem, techniqueNames, sittings, notes.get(problem.id) ?? '')),
    };
  });
}

/** The rows that pass, sorted. Words of the search must all be found. */
export function filterRows(rows: readonly ProblemRow[], filter: ProblemFilter, today: string): ProblemRow[] {
  const sought = filter.search
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const passing = rows.filter(
    (row) =>
      sought.every((word) => row.text().includes(word)) &&
      (filter.technique === '' || row.techniques.includes(filter.technique)) &&
      (filter.difficulty === '' || (row.difficulty ?? 'none') === filter.difficulty) &&
      (filter.result === '' || (row.result ?? 'planned') === filter.result) &&
      (filter.help === '' || row.help === filter.help) &&
      (filter.dueWithin === null || (row.due !== null && daysBetween(today, row.due) <= filter.dueWithin)) &&
      (!filter.neverReviewed || row.reviews === 0),
  );
  const direction = filter.descending ? -1 : 1;
  return passing.sort(
    (a, b) => direction * compare(valueOf(a, filter.sort), valueOf(b, filter.sort)) || words.compare(a.title, b.title),
  );
}

function once<Value>(make: () => Value): () => Value {
  let made: { value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}

function searchText(problem: Problem, techniqueNames: string, sittings: readonly Sitting[], notes: string): string {
  const ofSittings = sittings.map((sitting) => sitting.note).filter((note) => note !== '');
  return [
    problem.title,
    notes,
    problem.origin,
    problem.employer,
    techniqueNames,
    problem.techniques.join(' '),
    ...ofSittings,
  ]
    .join('\n')
    .toLowerCase();
}

function valueOf(row: ProblemRow, key: SortKey): string | number | null {
  switch (key) {
    case 'technique':
      return row.techniqueNames || null;
    case 'difficulty':
      return row.difficulty === null ? null : { easy: 1, medium: 2, hard: 3 }[row.difficulty];
    case 'last':
      return row.last?.startedAt ?? null;
    case 'origin':
      return row.origin || null;
    case 'sheet':
      return row.stages.size;
    case 'title':
    case 'minutes':
    case 'sittings':
    case 'recall':
    case 'due':
    case 'result':
      return row[key];
  }
}

/** The order of words in the language of the browser. */
const words = new Intl.Collator();

/** Rows without a value come last when the order rises. */
function compare(a: string | number | null, b: string | number | null): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return typeof a === 'number' && typeof b === 'number' ? a - b : words.compare(String(a), String(b));
}
