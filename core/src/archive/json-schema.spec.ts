import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { archiveJsonSchema } from './json-schema';

describe('the published JSON Schema', () => {
  it('is the one that the code reads by; npm run schema writes it', () => {
    const published = fileURLToPath(new URL('../../../docs/lernen-archive.schema.json', import.meta.url));
    expect(JSON.parse(readFileSync(published, 'utf8'))).toEqual(JSON.parse(JSON.stringify(archiveJsonSchema())));
  });
});
