import * as z from 'zod/mini';
import { line, listOf, orNull } from './fields';
import type { Problem, ProblemId } from './problem';
import { IdSchema, recordShape } from './record';
import type { Sitting } from './sitting';
import { DaySchema, InstantSchema } from './time';

/** Problems that one list holds at most. */
export const maxListed = 500;

/** Characters of a list's title. */
export const maxListTitle = 120;

/** A row of problems kept for later: what a contest, a course or a partner sets, or what one wants to work through. */
export const ProblemListSchema = z.strictObject({
  ...recordShape,
  title: line(maxListTitle),
  /** The last day for it, that day included; null where there is none. */
  until: orNull(DaySchema),
  /** In the order in which they are to be worked. */
  problems: listOf(IdSchema, maxListed),
  createdAt: InstantSchema,
});
export type ProblemList = z.infer<typeof ProblemListSchema>;

/** How far the work at a problem is, by what its sittings say. */
export type ProblemState = 'planned' | 'begun' | 'solved';

/** Solved once it was solved unaided or with a hint; begun where it was sat otherwise. */
export function problemState(sittings: readonly Pick<Sitting, 'result' | 'help'>[]): ProblemState {
  if (sittings.length === 0) return 'planned';
  const isSolved = sittings.some(({ result, help }) => result === 'solved' && (help === 'none' || help === 'hint'));
  return isSolved ? 'solved' : 'begun';
}

/** One problem of a list, as far as it still stands. */
export interface ListedProblem {
  readonly problem: Problem;
  readonly state: ProblemState;
}

/** The problems of a list in their order; one that was removed from the log is passed over. */
export function listedProblems(
  { problems }: Pick<ProblemList, 'problems'>,
  byId: ReadonlyMap<ProblemId, Problem>,
  sittingsOf: ReadonlyMap<ProblemId, readonly Sitting[]>,
): ListedProblem[] {
  return problems.flatMap((id) => {
    const problem = byId.get(id);
    return problem ? [{ problem, state: problemState(sittingsOf.get(id) ?? []) }] : [];
  });
}

/** Those with a last day first, the nearest before the others, then in the order in which they were made. */
export function byUrgency(a: ProblemList, b: ProblemList): number {
  const [first, second] = [a.until ?? never, b.until ?? never];
  if (first !== second) return first < second ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** After every day. */
const never = '9999-12-31';

/**
 * A list with more problems behind those that it has. One that is on it already keeps its place.
 * @throws RangeError where that makes more than `maxListed`.
 */
export function withListed(list: ProblemList, added: readonly ProblemId[]): ProblemList {
  const problems = [...new Set([...list.problems, ...added])];
  if (problems.length > maxListed) throw new RangeError(`A list holds ${maxListed} problems at most.`);
  return { ...list, problems };
}

/** Problems that were never sat, in the order in which they were written down. */
export function plannedProblems({
  problems,
  sittings,
}: {
  readonly problems: readonly Problem[];
  readonly sittings: readonly Sitting[];
}): Problem[] {
  const sat = new Set(sittings.map(({ problemId }) => problemId));
  return problems
    .filter(({ id }) => !sat.has(id))
    .sort((a, b) => (a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1));
}
