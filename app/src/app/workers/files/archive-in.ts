import { readArchive } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import type { StoredRecords } from '@lernen/core/model';

/** The archive in a file, read beside the page: its millions of letters never cross it. @throws LernenError */
export async function archiveIn(file: Blob): Promise<StoredRecords> {
  const text = await file.text().catch(() => {
    throw new LernenError(
      'files',
      'The file cannot be read any more: it was changed or moved since it was chosen. Choose it again; nothing was read.',
    );
  });
  return readArchive(text);
}
