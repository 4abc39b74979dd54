import { type Day, type Log, type ProblemState, byProblem, listedProblems, plannedProblems } from '@lernen/core/model';

interface ReportedProblem {
  readonly id: string;
  readonly title: string;
  readonly state: ProblemState;
}

/** The lists of a log, and the problems for later that are on none of them. */
export interface ListsReport {
  readonly lists: readonly {
    readonly title: string;
    readonly until: Day | null;
    readonly problems: ReportedProblem[];
  }[];
  readonly unlisted: readonly ReportedProblem[];
}

export function listsReport(log: Log): ListsReport {
  const byId = new Map(log.problems.map((problem) => [problem.id, problem]));
  const sittingsOf = byProblem(log.sittings);
  const listed = new Set(log.lists.flatMap(({ problems }) => problems));
  return {
    lists: log.lists.map((list) => ({
      title: list.title,
      until: list.until,
      problems: listedProblems(list, byId, sittingsOf).map(({ problem: { id, title }, state }) => ({
        id,
        title,
        state,
      })),
    })),
    unlisted: plannedProblems(log)
      .filter(({ id }) => !listed.has(id))
      .map(({ id, title }) => ({ id, title, state: 'planned' })),
  };
}

const marks: Readonly<Record<ProblemState, string>> = { planned: '[ ]', begun: '[~]', solved: '[x]' };

export function listsText({ lists, unlisted }: ListsReport): string {
  const sections = lists.map(({ title, until, problems }) => {
    const done = problems.filter(({ state }) => state === 'solved').length;
    const heading = `${title}${until === null ? '' : ` until ${until}`}: ${done} of ${problems.length} solved`;
    return [heading, ...problems.map((it) => `  ${marks[it.state]} ${it.title}`)].join('\n');
  });
  const rest =
    unlisted.length === 0 ? [] : [['On no list', ...unlisted.map(({ title }) => `  [ ] ${title}`)].join('\n')];
  return [...sections, ...rest].join('\n\n') || 'Nothing is kept for later.';
}
