import type * as z from 'zod/mini';
import { catalogue } from './catalogue';
import { type Choice, ChoiceSchema, targetKey } from './choice';
import { type Interview, InterviewSchema } from './interview';
import { type Entry, EntrySchema } from './entry';
import { type Problem, type ProblemId, ProblemSchema } from './problem';
import { type ProblemList, ProblemListSchema, byUrgency } from './problem-list';
import { standing } from './record';
import { type Settings, defaultSettings } from './settings';
import { type Sitting, SittingSchema } from './sitting';
import { type Technique, type TechniqueId, TechniqueSchema, resolveTechnique } from './technique';

/** What a log is made of: all that estimates and the plan look at. */
interface LogCollections {
  problems: Problem;
  sittings: Sitting;
  techniques: Technique;
  interviews: Interview;
  choices: Choice;
  lists: ProblemList;
}
export type LogCollectionName = keyof LogCollections;

/** The collections of records, by the name they have in the database and in files. */
export interface Collections extends LogCollections {
  /** What the sheets of the problems hold. No log carries it: it is read for one sheet at a time. */
  entries: Entry;
}
export type CollectionName = keyof Collections;

export const collectionSchemas = {
  problems: ProblemSchema,
  sittings: SittingSchema,
  techniques: TechniqueSchema,
  interviews: InterviewSchema,
  choices: ChoiceSchema,
  lists: ProblemListSchema,
  entries: EntrySchema,
} satisfies { [N in CollectionName]: z.ZodMiniType<Collections[N]> };

export const logCollectionNames = [
  'problems',
  'sittings',
  'techniques',
  'interviews',
  'choices',
  'lists',
] as const satisfies LogCollectionName[];

export const collectionNames = [...logCollectionNames, 'entries'] as const satisfies CollectionName[];

/** Everything that stands in a person's log: newest revisions, no tombstones, shipped techniques included. */
export interface Log {
  readonly problems: readonly Problem[];
  /** In the order in which they took place. */
  readonly sittings: readonly Sitting[];
  readonly techniques: readonly Technique[];
  readonly interviews: readonly Interview[];
  readonly choices: readonly Choice[];
  /** Rows of problems for later, those with the nearest last day first. */
  readonly lists: readonly ProblemList[];
  readonly settings: Settings;
}

/** Records as they are stored: all revisions, tombstones, only the techniques that the person touched. */
export type LogRecords = { readonly [N in LogCollectionName]: readonly Collections[N][] } & {
  readonly settings: Settings | null;
};

/** The records of a log with what the sheets hold. */
export interface StoredRecords extends LogRecords {
  readonly entries: readonly Entry[];
}

export const noRecords: StoredRecords = {
  problems: [],
  sittings: [],
  techniques: [],
  interviews: [],
  choices: [],
  lists: [],
  entries: [],
  settings: null,
};

/** Makes the log out of stored records. Sittings of problems that do not stand are left out. */
export function logFrom(stored: LogRecords): Log {
  const problems = standing(stored.problems);
  const known = new Set(problems.map((problem) => problem.id));
  const sittings = standing(stored.sittings).filter((sitting) => known.has(sitting.problemId));
  return {
    problems,
    sittings: sittings.sort(bySittingTime),
    techniques: allTechniques(stored.techniques),
    interviews: standing(stored.interviews),
    choices: newestChoices(stored.choices),
    lists: standing(stored.lists).sort(byUrgency),
    settings: stored.settings ?? defaultSettings,
  };
}

/** Shipped techniques with the person's changes laid over them, then the person's own. */
export function allTechniques(own: readonly Technique[]): Technique[] {
  const changed = new Map(standing(own).map((technique) => [technique.id, technique]));
  const shipped = catalogue.map((technique) => changed.get(technique.id) ?? technique);
  const shippedIds = new Set(catalogue.map((technique) => technique.id));
  return [...shipped, ...[...changed.values()].filter((technique) => !shippedIds.has(technique.id))];
}

/** Techniques a person can choose: neither hidden nor merged away. */
export function offeredTechniques(techniques: readonly Technique[]): Technique[] {
  return techniques.filter((technique) => !technique.hidden && technique.mergedInto === null);
}

/** A problem's techniques after merges, the main one first and none twice. */
export function techniquesOf(problem: Problem, byId: ReadonlyMap<TechniqueId, Technique>): TechniqueId[] {
  return [...new Set(problem.techniques.map((id) => resolveTechnique(id, byId)))];
}

export function techniquesById(log: Pick<Log, 'techniques'>): Map<TechniqueId, Technique> {
  return new Map(log.techniques.map((technique) => [technique.id, technique]));
}

/** Groups sittings, or whatever else belongs to a problem, in the order in which they come. */
export function byProblem<R extends { readonly problemId: ProblemId }>(records: Iterable<R>): Map<ProblemId, R[]> {
  const groups = new Map<ProblemId, R[]>();
  for (const record of records) {
    const group = groups.get(record.problemId);
    if (group) group.push(record);
    else groups.set(record.problemId, [record]);
  }
  return groups;
}

/** Orders by start; sittings of the same instant keep the order in which they were written. */
export function bySittingTime(a: Sitting, b: Sitting): number {
  if (a.startedAt !== b.startedAt) return a.startedAt < b.startedAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** One choice a target: the one written last. */
function newestChoices(choices: readonly Choice[]): Choice[] {
  const newest = new Map<string, Choice>();
  for (const choice of standing(choices)) {
    const key = targetKey(choice.target);
    const known = newest.get(key);
    if (!known || choice.revision > known.revision) newest.set(key, choice);
  }
  return [...newest.values()];
}
