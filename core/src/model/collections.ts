import type * as z from 'zod/mini';
import { allTechniques } from './catalogue';
import { ChoiceSchema, newestChoices } from './choice';
import { EntrySchema } from './entry';
import { InterviewSchema } from './interview';
import { ProblemSchema } from './problem';
import { ProblemListSchema, byUrgency } from './problem-list';
import type { LogRecord } from './record';
import { SittingSchema, bySittingTime } from './sitting';
import { TechniqueSchema } from './technique';

/** The version of the database and of the archive. */
export const dataVersion = 6;

/** All that database, reader, archive, merge and plan have to know of a kind of record. */
export interface Collection<S extends z.ZodMiniType<LogRecord> = z.ZodMiniType<LogRecord>> {
  readonly schema: S;
  /** The version of the archive, and of the database, that brought it; older ones have none of it. */
  readonly since: number;
  /** Whether one state of each id is kept, or every revision, of which the newest counts. */
  readonly keeps: 'newest' | 'revisions';
  /** Whether a merge takes the newer state of a record whole, or of each field the one that was changed last. */
  readonly merges: 'whole' | 'fields';
  /** Whether it is part of the log; what is not is read for one sheet at a time. */
  readonly isInLog: boolean;
  /** Whether its records name a problem by `problemId`, without which they mean nothing. */
  readonly isOfProblem: boolean;
  /** What the database searches by, beside the key. */
  readonly indexes: readonly string[];
  /** The fields that estimates and plan are computed from; null for all of them. */
  readonly planFields: readonly (keyof z.infer<S>)[] | null;
  /** Whether it has a CSV table of its own. */
  readonly hasTable: boolean;
  /** Where it stands in Markdown: in files of its own, within those of problems, or nowhere. */
  readonly inMarkdown: 'files' | 'sheets' | null;
  /** The order of the records in the log, of which no two are equal; by id where none is given. */
  readonly order?: (a: z.infer<S>, b: z.infer<S>) => number;
  /** The log's view of the records that stand, where it is not just these in their order. */
  readonly arrange?: (records: readonly z.infer<S>[]) => readonly z.infer<S>[];
}

/** What most collections are. */
const usual = {
  since: 1,
  keeps: 'newest',
  merges: 'whole',
  isInLog: true,
  isOfProblem: false,
  indexes: [],
  planFields: null,
} as const;

/** Infers the record from the schema, and keeps literal values for the types below. */
function row<S extends z.ZodMiniType<LogRecord>, const C extends Omit<Collection<S>, 'schema'>>(
  schema: S,
  rest: C & Omit<Collection<S>, 'schema'>,
): C & { readonly schema: S } {
  return { ...rest, schema };
}

/**
 * The registry: every collection once, in the order in which files name them. Database, reader, archive, its JSON Schema
 * and merge follow from it. Each says whether it has a CSV table and files in Markdown; if so, `archive` must write them.
 */
export const collections = {
  problems: row(ProblemSchema, {
    ...usual,
    merges: 'fields',
    planFields: ['deleted', 'techniques', 'difficulty', 'cost'],
    hasTable: true,
    inMarkdown: 'files',
  }),
  sittings: row(SittingSchema, {
    ...usual,
    keeps: 'revisions',
    isOfProblem: true,
    indexes: ['id'],
    hasTable: true,
    inMarkdown: null,
    order: bySittingTime,
  }),
  techniques: row(TechniqueSchema, {
    ...usual,
    planFields: ['deleted', 'family', 'usualShare', 'hidden', 'mergedInto'],
    hasTable: false,
    inMarkdown: null,
    arrange: allTechniques,
  }),
  interviews: row(InterviewSchema, { ...usual, merges: 'fields', hasTable: false, inMarkdown: null }),
  choices: row(ChoiceSchema, { ...usual, hasTable: false, inMarkdown: null, arrange: newestChoices }),
  lists: row(ProblemListSchema, {
    ...usual,
    since: 3,
    planFields: [],
    hasTable: true,
    inMarkdown: 'files',
    order: byUrgency,
  }),
  entries: row(EntrySchema, {
    ...usual,
    since: 2,
    isInLog: false,
    isOfProblem: true,
    indexes: ['problemId', 'kind', 'fills'],
    hasTable: false,
    inMarkdown: 'sheets',
  }),
};

export type CollectionName = keyof typeof collections;
/** The records of each collection. */
export type Collections = { [N in CollectionName]: z.infer<(typeof collections)[N]['schema']> };
export type LogCollectionName = {
  [N in CollectionName]: (typeof collections)[N]['isInLog'] extends true ? N : never;
}[CollectionName];

export const collectionNames = Object.keys(collections) as CollectionName[];
export const logCollectionNames = collectionNames.filter(
  (name): name is LogCollectionName => collections[name].isInLog,
);

/** A collection as what all of them have in common. */
export function collectionOf<N extends CollectionName>(name: N): Collection<z.ZodMiniType<Collections[N]>> {
  return collections[name] as unknown as Collection<z.ZodMiniType<Collections[N]>>;
}

/** An object with something for every collection. Which value belongs to which name is left to the caller. */
export function eachCollection<T extends Record<CollectionName, unknown>>(
  make: (name: CollectionName) => T[CollectionName],
): T {
  return Object.fromEntries(collectionNames.map((name) => [name, make(name)])) as T;
}

/** What a record is told apart by where it is stored. */
export function keyOf(name: CollectionName, record: Pick<LogRecord, 'id' | 'revision'>): string {
  return collections[name].keeps === 'revisions' ? record.revision : record.id;
}
