import { appendFile, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';

const blockBytes = 32_768;
const headerBytes = 7;
const wholeRecord = 1;

/**
 * Leaves the browser's files as a kill in the middle of a write does: the last record of the file that it appends to is
 * begun, and not ended. Nothing that was confirmed is touched. The format is that of LevelDB: in blocks of 32 KiB, each
 * record has a checksum of four bytes, its length in two and its kind in one before it.
 *
 * @returns whether there was such a file, with room for a record in its last block.
 */
export async function tearEnd(profile: string): Promise<boolean> {
  const databases = join(profile, 'Default', 'IndexedDB');
  const folder = (await readdir(databases)).find((name) => name.endsWith('.leveldb'));
  const file =
    folder &&
    (await readdir(join(databases, folder)))
      .filter((name) => /^\d+\.log$/.test(name))
      .sort()
      .at(-1);
  if (!folder || !file) return false;
  const path = join(databases, folder, file);
  const left = blockBytes - ((await stat(path)).size % blockBytes);
  const length = Math.min(200, left - headerBytes);
  if (length < 2) return false;
  const record = Buffer.alloc(headerBytes + Math.floor(length / 2), 7);
  record.writeUInt16LE(length, 4);
  record.writeUInt8(wholeRecord, 6);
  await appendFile(path, record);
  return true;
}
