import { type Problem, titleKey } from '@lernen/core/model';
import type { Changes } from './commands';
import type { LernenDatabase } from './database';

/**
 * The changes with what would be a second problem of a title left out, and whatever belongs to it given to the one that is
 * there: two pages may have named the same problem at the same moment, each before it saw the other's. Call it in the
 * transaction that writes.
 */
export async function withKnownTitles(
  database: LernenDatabase,
  changes: Changes,
  problemsNow = () => standingProblems(database),
): Promise<Changes> {
  const problems = changes.problems ?? [];
  const known = await database.collection('problems').bulkGet(problems.map(({ id }) => id));
  const added = problems.filter((problem, index) => !known[index] && !problem.deleted);
  if (added.length === 0) return changes;
  const titles = new Map((await problemsNow()).map((problem) => [titleKey(problem.title), problem]));
  const instead = new Map(
    added.flatMap(({ id, title }) => {
      const standing = titles.get(titleKey(title));
      return standing ? [[id, standing.id] as const] : [];
    }),
  );
  return instead.size === 0 ? changes : redirected(changes, instead);
}

export async function standingProblems(database: LernenDatabase): Promise<readonly Problem[]> {
  return (await database.collection('problems').toArray()).filter(({ deleted }) => !deleted);
}

/** The changes without the problems that have a stand-in, and with that in their place wherever they are named. */
function redirected(changes: Changes, instead: ReadonlyMap<string, string>): Changes {
  const idOf = (id: string): string => instead.get(id) ?? id;
  const moved = <R extends { readonly problemId: string }>(record: R): R => ({
    ...record,
    problemId: idOf(record.problemId),
  });
  return {
    ...changes,
    problems: (changes.problems ?? []).filter(({ id }) => !instead.has(id)),
    ...(changes.sittings && { sittings: changes.sittings.map(moved) }),
    ...(changes.entries && { entries: changes.entries.map(moved) }),
    ...(changes.lists && {
      lists: changes.lists.map((list) => ({ ...list, problems: [...new Set(list.problems.map(idOf))] })),
    }),
  };
}
