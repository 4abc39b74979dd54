import { type CollectionName, collectionNames, collections } from './collections';
import { type SingleKind, singleEntryId } from './entry';

/** A record of an earlier version: nothing is known of it. */
export type OldRecord = Readonly<Record<string, unknown>>;

/** What one record became, by collection. */
export type Migrated = Readonly<Partial<Record<CollectionName, readonly OldRecord[]>>>;

/** How the records of a collection change with a version of the data. */
export interface Migration {
  /** The version that it leads to. */
  readonly to: number;
  readonly collection: CollectionName;
  /** Gives the same for the same record wherever it is done, so that copies that were brought up apart can be merged. */
  readonly apply: (record: OldRecord) => Migrated;
}

/**
 * All changes of shape, the oldest first. A collection that is new needs none, nor a field that has a default. Archives
 * and databases of every earlier version go through them.
 */
export const migrations: readonly Migration[] = [{ to: 5, collection: 'problems', apply: withSheetInEntries }];

/** Statement, bounds and notes stood in the problem; each becomes an entry with the revision of the problem. */
export function withSheetInEntries({ statement, bounds, note, ...problem }: OldRecord): Migrated {
  const entry = (kind: SingleKind, key: string, value: unknown): OldRecord[] =>
    value === undefined || value === '' || (Array.isArray(value) && value.length === 0)
      ? []
      : [
          {
            id: singleEntryId(String(problem['id']), kind),
            revision: problem['revision'],
            deleted: false,
            problemId: problem['id'],
            order: 0,
            kind,
            [key]: value,
          },
        ];
  return {
    problems: [problem],
    entries: [
      ...entry('statement', 'text', statement),
      ...entry('bounds', 'lines', bounds),
      ...entry('notes', 'text', note),
    ],
  };
}

/**
 * The lists of an archive of an older version as those of this one; what is no list, or no record, stays as it is, for
 * the schema to refuse.
 */
export function broughtUp(lists: OldRecord, version: number): OldRecord {
  const later = collectionNames.filter((name) => collections[name].since > version);
  const start: OldRecord = { ...lists, ...Object.fromEntries(later.map((name) => [name, []])) };
  return migrations.filter(({ to }) => to > version).reduce(migrated, start);
}

function migrated(lists: OldRecord, { collection, apply }: Migration): OldRecord {
  const records = lists[collection];
  if (!Array.isArray(records)) return lists;
  const results = records.map((record: unknown) =>
    typeof record === 'object' && record !== null ? apply(record as OldRecord) : { [collection]: [record] },
  );
  const changed = collectionNames.filter((name) => results.some((result) => result[name] !== undefined));
  return {
    ...lists,
    ...Object.fromEntries(
      changed.map((name) => {
        const made = results.flatMap((result) => result[name] ?? []);
        const known: unknown = name === collection ? [] : lists[name];
        return [name, Array.isArray(known) ? [...(known as unknown[]), ...made] : made];
      }),
    ),
  };
}
