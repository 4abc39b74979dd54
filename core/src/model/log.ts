import {
  type CollectionName,
  type Collections,
  type LogCollectionName,
  eachCollection,
  logCollectionNames,
} from './collections';
import { GrowingLog } from './growing-log';
import type { Problem, ProblemId } from './problem';
import type { Settings } from './settings';
import { type Technique, type TechniqueId, resolveTechnique } from './technique';

/**
 * Everything that stands in a person's log: newest revisions without tombstones, sittings in the order in which they took
 * place, shipped techniques included, lists with the nearest last day first.
 */
export type Log = { readonly [N in LogCollectionName]: readonly Collections[N][] } & { readonly settings: Settings };

/** A log without its sittings, which are most of it and are read last. */
export type LogHead = Omit<Log, 'sittings'>;

/** Records as they are stored: all revisions, tombstones, only the techniques that the person touched. */
export type LogRecords = { readonly [N in LogCollectionName]: readonly Collections[N][] } & {
  readonly settings: Settings | null;
};

/** The records of a log with what the sheets hold. */
export type StoredRecords = { readonly [N in CollectionName]: readonly Collections[N][] } & {
  readonly settings: Settings | null;
};

export const noRecords: StoredRecords = {
  ...eachCollection<{ [N in CollectionName]: Collections[N][] }>(() => []),
  settings: null,
};

/** Makes the log out of stored records. What belongs to a problem that does not stand is left out. */
export function logFrom(stored: LogRecords): Log {
  const log = new GrowingLog();
  for (const name of logCollectionNames) log.put(name, stored[name]);
  log.putSettings(stored.settings);
  return log.log();
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

/**
 * Groups records again, where `groups` are those of `before`. Only what lies between the first and the last record that is
 * another one is looked at, so that one sitting more costs little in a long log.
 */
export function regrouped<R extends { readonly problemId: ProblemId }>(
  groups: ReadonlyMap<ProblemId, readonly R[]>,
  before: readonly R[],
  after: readonly R[],
): ReadonlyMap<ProblemId, readonly R[]> {
  const shorter = Math.min(before.length, after.length);
  let start = 0;
  while (start < shorter && before[start] === after[start]) start++;
  let same = 0;
  while (same < shorter - start && before.at(-1 - same) === after.at(-1 - same)) same++;
  const changed = [...before.slice(start, before.length - same), ...after.slice(start, after.length - same)];
  if (changed.length === 0) return groups;
  const ids = new Set(changed.map(({ problemId }) => problemId));
  const next = new Map(groups);
  for (const id of ids) next.delete(id);
  for (const [id, group] of byProblem(after.filter(({ problemId }) => ids.has(problemId)))) next.set(id, group);
  return next;
}
