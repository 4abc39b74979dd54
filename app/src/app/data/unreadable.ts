import { faultsOf } from '@lernen/core/archive';
import type { Fault } from '@lernen/core/errors';
import {
  type Id,
  type Problem,
  ProblemSchema,
  type StoredRecords,
  collectionNames,
  collectionOf,
  oldestRevision,
  readSettings,
  safeParse,
  timeOfId,
} from '@lernen/core/model';
import type * as z from 'zod/mini';
import { withoutId } from './commands';
import type { ContentTable, LernenDatabase, StoredEntry } from './database';
import { withoutFills } from './entries';

/** A row that breaks its schema: a fault of the disk or of the program, or the work of a later version. */
export interface UnreadableRow {
  readonly table: ContentTable;
  readonly row: object;
  readonly faults: readonly Fault[];
}

/** Everything in the database that cannot be read. It stays there, and can be handed out as it is. */
export async function unreadableRows(database: LernenDatabase): Promise<UnreadableRow[]> {
  const found: UnreadableRow[] = [];
  for (const name of collectionNames) {
    const { schema } = collectionOf(name);
    await database.table(name).each((row: StoredEntry) => {
      const parsed = safeParse(schema, name === 'entries' ? withoutFills(row) : row);
      if (!parsed.success) found.push({ table: name, row, faults: faultsOf(parsed.error) });
    });
  }
  const settings = await database.settings.get('settings');
  const unreadable = settings ? readSettings(withoutId(settings)).unreadable : [];
  if (settings && unreadable.length > 0)
    found.push({
      table: 'settings',
      row: settings,
      faults: unreadable.map((path) => ({ path, reason: 'cannot be read; the usual value counts instead' })),
    });
  return found;
}

/**
 * Records with a problem in the place of each that is missing or cannot be read, so that what belongs to it has a home in
 * files. It has what can be read of the row, and the oldest revision: any state that can be read wins over it.
 */
export async function withStandIns(database: LernenDatabase, stored: StoredRecords): Promise<StoredRecords> {
  const known = new Set(stored.problems.map(({ id }) => id));
  const named = [...stored.sittings, ...stored.entries].map(({ problemId }) => problemId);
  const missing = [...new Set(named)].filter((id) => !known.has(id));
  if (missing.length === 0) return stored;
  const rows = await database.table<object | undefined>('problems').bulkGet(missing);
  return { ...stored, problems: [...stored.problems, ...missing.map((id, index) => standIn(id, rows[index]))] };
}

function standIn(id: Id, row: object = {}): Problem {
  const schemas: Readonly<Record<string, z.ZodMiniType>> = ProblemSchema.shape;
  const readable = Object.entries(row).filter(([name, value]) => schemas[name]?.safeParse(value).success);
  return ProblemSchema.parse({
    title: 'A problem that cannot be read',
    createdAt: new Date(timeOfId(id)).toISOString(),
    ...Object.fromEntries(readable),
    id,
    revision: oldestRevision,
    changed: undefined,
  });
}
