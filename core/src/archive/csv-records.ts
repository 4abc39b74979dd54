import { type Entry, type EntryOf, type SingleKind, singleEntry } from '../model/entry';
import type { Log } from '../model/log';
import { type Problem, type ProblemId, ProblemSchema, titleKey } from '../model/problem';
import type { NewId } from '../model/record';
import {
  type Technique,
  type TechniqueId,
  TechniqueSchema,
  findTechnique,
  maxName,
  techniqueIdFrom,
} from '../model/technique';
import type { Instant } from '../model/time';
import { CsvLists } from './csv-lists';
import type { RowCells } from './csv-row';

/** What the rows of a spreadsheet make, on top of what the log has. */
export class CsvRecords {
  private readonly byTitle: Map<string, Problem>;
  private readonly byId: Map<ProblemId, Problem>;
  private readonly techniquesById: Map<TechniqueId, Technique>;
  private readonly found = new Map<string, TechniqueId>();
  readonly problems: Problem[] = [];
  readonly entries: Entry[] = [];
  readonly techniques: Technique[] = [];
  readonly lists: CsvLists;

  constructor(
    log: Log,
    private readonly moment: { readonly now: Instant; readonly newId: NewId },
  ) {
    this.byTitle = new Map(log.problems.map((problem) => [titleKey(problem.title), problem]));
    this.byId = new Map(log.problems.map((problem) => [problem.id, problem]));
    this.techniquesById = new Map(log.techniques.map((technique) => [technique.id, technique]));
    this.lists = new CsvLists(log.lists, moment);
  }

  /** The problem that a row names, by its id or else its title. */
  known(id: ProblemId | null, title: string): Problem | null {
    return this.byId.get(id ?? '') ?? this.byTitle.get(titleKey(title)) ?? null;
  }

  /** A problem that the log does not have, with what the row says of it. */
  add(row: RowCells, id: ProblemId | null, title: string, createdAt: Instant): Problem {
    const { newId } = this.moment;
    const problem = ProblemSchema.parse({
      id: id ?? newId(),
      revision: newId(),
      title,
      difficulty: row.difficulty(),
      techniques: this.techniquesIn(row),
      cost: { time: row.line('time cost', 120), space: row.line('space cost', 120) },
      origin: row.line('origin', 200),
      employer: row.line('employer', 120),
      link: row.link(),
      createdAt: row.instant('created') ?? createdAt,
    });
    this.byTitle.set(titleKey(title), problem);
    this.byId.set(problem.id, problem);
    this.problems.push(problem);
    return problem;
  }

  /** What stands once on a problem's sheet; nothing where the row says nothing. */
  write<K extends SingleKind>(kind: K, problem: Problem, content: Partial<EntryOf<K>>, isEmpty: boolean): void {
    if (!isEmpty) this.entries.push(singleEntry(kind, problem.id, this.moment.newId(), content));
  }

  private techniquesIn(row: RowCells): TechniqueId[] {
    const words = row
      .text('techniques')
      .split(/[,;/|\n]+/)
      .map((word) => word.trim().replace(/^#/, ''))
      .filter((word) => techniqueIdFrom(word) !== '');
    const long = words.find((word) => word.length > maxName);
    if (long !== undefined) row.fault('techniques', `has a name of more than ${maxName} characters`);
    const ids = words.filter((word) => word.length <= maxName).map((word) => this.techniqueFrom(word));
    return [...new Set(ids)].slice(0, 12);
  }

  /** The technique of a name: one that is known, hidden or merged though it be, or else a new one. */
  techniqueFrom(word: string): TechniqueId {
    const known = this.found.get(word);
    if (known !== undefined) return known;
    const match = findTechnique(word, [...this.techniquesById.values()]);
    const id = match.kind === 'one' ? match.technique.id : techniqueIdFrom(word);
    if (!this.techniquesById.has(id)) {
      const made = TechniqueSchema.parse({ id, revision: this.moment.newId(), name: word, family: 'My own' });
      this.techniquesById.set(id, made);
      this.techniques.push(made);
    }
    this.found.set(word, id);
    return id;
  }
}
