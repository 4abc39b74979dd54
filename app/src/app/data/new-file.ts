import { Dexie } from 'dexie';

/**
 * Has the browser go on in a new file with what is written to this origin's databases.
 *
 * Chromium appends to the file of the session before, also where a power cut or a kill ended it in the middle of a record.
 * What stands behind such a record makes the file unreadable at the start after that, and Chromium then throws all
 * databases of the origin away. Removing a database has it put the file's content in order elsewhere and begin another.
 * Other browsers are not helped by it, nor harmed.
 */
export async function goOnInNewFile(): Promise<void> {
  const database = new Dexie('lernen-new-file');
  database.version(1).stores({ rows: '' });
  try {
    await database.open();
    await database.delete();
  } catch {
    // Where the disk is full or the browser refuses databases, those with the records say so.
  }
}
