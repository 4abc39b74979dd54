import { faultsOf } from '@lernen/core/archive';
import type { Fault } from '@lernen/core/errors';
import { collectionNames, collectionOf, readSettings, safeParse } from '@lernen/core/model';
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
