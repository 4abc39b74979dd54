// The command line: the bundle where it is newer than every source, else the sources themselves.
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { bundle, root } from './project.mjs';

if (isFresh()) await import(bundle);
else {
  const { register } = await import('tsx/esm/api');
  register();
  await import('../cli/src/main.ts');
}

function isFresh() {
  const builtAt = statSync(bundle, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  return ['core/src', 'native/src', 'cli/src', 'demo/src'].every((folder) =>
    readdirSync(join(root, folder), { recursive: true, withFileTypes: true }).every(
      (entry) => entry.isDirectory() || statSync(join(entry.parentPath, entry.name)).mtimeMs <= builtAt,
    ),
  );
}
