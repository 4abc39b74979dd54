import { titleKey } from '../model/problem';
import { type ProblemList, ProblemListSchema, maxListed, withListed } from '../model/problem-list';
import type { NewId } from '../model/record';
import type { Day, Instant } from '../model/time';

/** The lists that rows go on: those of the log by their titles, and new ones. */
export class CsvLists {
  private readonly byTitle: Map<string, ProblemList>;
  private readonly touched = new Set<string>();

  constructor(
    lists: readonly ProblemList[],
    private readonly options: { readonly now: Instant; readonly newId: NewId },
  ) {
    this.byTitle = new Map(lists.map((list) => [titleKey(list.title), list]));
  }

  /** Why a problem cannot be put on a list; null where it can. A new problem has no id yet. */
  whyNot(title: string, problemId: string | null): string | null {
    const list = this.byTitle.get(titleKey(title));
    if (!list) return null;
    if (problemId !== null && list.problems.includes(problemId)) return `stands on “${list.title}” already`;
    return list.problems.length < maxListed ? null : `“${list.title}” holds ${maxListed} problems, and no more`;
  }

  put(title: string, until: Day | null, problemId: string): void {
    const key = titleKey(title);
    const { newId, now } = this.options;
    const list = this.byTitle.get(key) ?? this.make(title, newId(), now);
    const revision = this.touched.has(key) ? list.revision : newId();
    this.byTitle.set(key, { ...withListed(list, [problemId]), until: until ?? list.until, revision });
    this.touched.add(key);
  }

  changed(): ProblemList[] {
    return [...this.touched].flatMap((key) => this.byTitle.get(key) ?? []);
  }

  private make(title: string, id: string, now: Instant): ProblemList {
    return ProblemListSchema.parse({ id, revision: id, title, createdAt: now });
  }
}
