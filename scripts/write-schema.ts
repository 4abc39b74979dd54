// Publishes the archive's JSON Schema: `npm run schema`. A test holds the file to what the code reads.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { archiveJsonSchema } from '../core/src/archive/json-schema';

writeFileSync(
  fileURLToPath(new URL('../docs/lernen-archive.schema.json', import.meta.url)),
  `${JSON.stringify(archiveJsonSchema(), null, 2)}\n`,
);
