import { titleKey } from '../model/problem';
import { type ProblemList, ProblemListSchema, maxListed, withListed } from '../model/problem-list';
import type { NewId } from '../model/record';
import type { Day, Instant } from '../model/time';
import type { RowOutcome } from './csv-outcome';
import type { RowCells } from './csv-row';

/** The lists that rows go on: those of the log by their titles, and new ones. */
export class CsvLists {
  private readonly byTitle: Map<string, ProblemList>;
  private readonly touched = new Set<string>();

  constructor(
    lists: readonly ProblemList[],
    private readonly moment: { readonly now: Instant; readonly newId: NewId },
  ) {
    this.byTitle = new Map(lists.map((list) => [titleKey(list.title), list]));
  }

  /** Why a problem cannot be put on a list; null where it can. A new problem has no id yet. */
  whyNot(title: string, problemId: string | null): Exclude<RowOutcome, { kind: 'row' }> | null {
    const list = this.byTitle.get(titleKey(title));
    if (!list) return null;
    if (problemId !== null && list.problems.includes(problemId))
      return { kind: 'duplicate', reason: `stands on “${list.title}” already` };
    if (list.problems.length < maxListed) return null;
    return { kind: 'refused', reasons: [`“${list.title}” holds ${maxListed} problems, and no more`] };
  }

  /** Puts problems on the list of a title, which is made where there is none. */
  put(title: string, until: Day | null, problemIds: readonly string[], row: RowCells): void {
    const key = titleKey(title);
    const list = this.byTitle.get(key) ?? this.make(title, row);
    const revision = this.touched.has(key) ? list.revision : this.moment.newId();
    this.byTitle.set(key, { ...withListed(list, problemIds), until: until ?? list.until, revision });
    this.touched.add(key);
  }

  changed(): ProblemList[] {
    return [...this.touched].flatMap((key) => this.byTitle.get(key) ?? []);
  }

  private make(title: string, row: RowCells): ProblemList {
    const { now, newId } = this.moment;
    return ProblemListSchema.parse({
      id: row.id('list id') ?? newId(),
      revision: newId(),
      title,
      createdAt: row.instant('list created') ?? now,
    });
  }
}
