import { type Collections, type LogCollectionName, collectionOf, logCollectionNames } from './collections';
import type { Log } from './log';
import type { LogRecord } from './record';
import { type Settings, defaultSettings } from './settings';

/**
 * A log that takes in records as they are written. It is the same whatever the order in which they come, and what did not
 * change is the same array as before: one more sitting is put where it belongs, and nothing is sorted.
 */
export class GrowingLog {
  private readonly parts = new Map(logCollectionNames.map((name) => [name, new Part(name)]));
  private settings: Settings = defaultSettings;
  private problemIds: ReadonlySet<string> = new Set();
  private made: Log | null = null;

  put<N extends LogCollectionName>(name: N, records: Iterable<Collections[N]>): void {
    for (const record of records) this.part(name).put(record);
    this.made = null;
  }

  putSettings(settings: Settings | null): void {
    this.settings = settings ?? defaultSettings;
    this.made = null;
  }

  /** Puts what came of one collection in order, so that `log` has less to do at once. */
  putInOrder(name: LogCollectionName): void {
    this.part(name).standing();
  }

  /** What stands. What belongs to a problem that does not stand is left out. */
  log(): Log {
    return (this.made ??= this.make());
  }

  private make(): Log {
    this.followProblems();
    const lists = logCollectionNames.map((name) => {
      const part = this.part(name);
      return [name, collectionOf(name).isOfProblem ? part.standingOf(this.problemIds) : part.standing()];
    });
    return { ...(Object.fromEntries(lists) as Omit<Log, 'settings'>), settings: this.settings };
  }

  /** A new set only where a problem came or went, so that what belongs to them stays as it is otherwise. */
  private followProblems(): void {
    const problems = this.part('problems').standing();
    if (problems.length !== this.problemIds.size || problems.some(({ id }) => !this.problemIds.has(id)))
      this.problemIds = new Set(problems.map(({ id }) => id));
  }

  private part<N extends LogCollectionName>(name: N): Part<N> {
    return this.parts.get(name) as unknown as Part<N>;
  }
}

/** One collection of a log. */
class Part<N extends LogCollectionName> {
  private readonly newest = new Map<string, Collections[N]>();
  /** What came since the records were put in order, by id, and what of that replaces something that came before. */
  private readonly changed = new Map<string, Collections[N]>();
  private readonly replaced = new Set<string>();
  private ordered: readonly Collections[N][] = [];
  private view: readonly Collections[N][] | null = null;
  private ofProblems: {
    readonly problems: ReadonlySet<string>;
    readonly all: readonly Collections[N][];
    readonly own: readonly Collections[N][];
  } | null = null;
  /** How many of the records that stand each problem has. */
  private readonly countByProblem = new Map<string, number>();

  constructor(private readonly name: N) {}

  put(record: Collections[N]): void {
    const known = this.newest.get(record.id);
    if (known && known.revision > record.revision) return;
    if (known) {
      this.replaced.add(record.id);
      this.count(known, -1);
    }
    this.count(record, 1);
    this.newest.set(record.id, record);
    this.changed.set(record.id, record);
  }

  standing(): readonly Collections[N][] {
    if (this.view !== null && this.changed.size === 0) return this.view;
    const { order = byId, arrange } = collectionOf(this.name);
    const kept = this.replaced.size > 0 ? this.ordered.filter(({ id }) => !this.replaced.has(id)) : this.ordered;
    const fresh = [...this.changed.values()].filter(({ deleted }) => !deleted);
    this.changed.clear();
    this.replaced.clear();
    this.ordered = fresh.length > fewFresh ? [...kept, ...fresh].sort(order) : withInserted(kept, fresh, order);
    return (this.view = arrange ? arrange(this.ordered) : this.ordered);
  }

  /** Those that belong to one of these problems. */
  standingOf(problems: ReadonlySet<string>): readonly Collections[N][] {
    const all = this.standing();
    if ([...this.countByProblem.keys()].every((id) => problems.has(id))) return all;
    const known = this.ofProblems;
    if (known?.all === all && known.problems === problems) return known.own;
    const own = all.filter((record) => 'problemId' in record && problems.has(record.problemId));
    this.ofProblems = { problems, all, own };
    return own;
  }

  private count(record: Collections[N], change: 1 | -1): void {
    if (record.deleted || !('problemId' in record)) return;
    const count = (this.countByProblem.get(record.problemId) ?? 0) + change;
    if (count > 0) this.countByProblem.set(record.problemId, count);
    else this.countByProblem.delete(record.problemId);
  }
}

/** So few are each put where they belong; more are sorted with all others. */
const fewFresh = 16;

function withInserted<R>(ordered: readonly R[], fresh: readonly R[], order: (a: R, b: R) => number): R[] {
  const all = [...ordered];
  for (const record of fresh) {
    let low = 0;
    let high = all.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      const other = all[middle];
      if (other !== undefined && order(other, record) < 0) low = middle + 1;
      else high = middle;
    }
    all.splice(low, 0, record);
  }
  return all;
}

function byId(a: LogRecord, b: LogRecord): number {
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
