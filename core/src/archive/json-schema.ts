import * as z from 'zod/mini';
import { ArchiveSchema } from './archive';

/** The archive's format as JSON Schema 2020-12, as a file may be written: what has a default may be left out. */
export function archiveJsonSchema(): object {
  return {
    $id: 'lernen-archive.schema.json',
    title: 'Lernen archive',
    ...z.toJSONSchema(ArchiveSchema, { io: 'input' }),
  };
}
