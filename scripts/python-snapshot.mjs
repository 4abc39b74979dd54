// The memory of Python just after its start, with the modules that most programs want: the browser goes on from there, which
// takes a second instead of the six that the start takes.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { loadPyodide, version } from 'pyodide';
import { root } from './project.mjs';

const modules = [
  ...[
    'bisect',
    'collections',
    'copy',
    'dataclasses',
    'functools',
    'heapq',
    'io',
    'itertools',
    'json',
    'math',
    'operator',
  ],
  ...['re', 'string', 'sys', 'time', 'traceback', 'tracemalloc', 'typing'],
];

/** Makes it once for each version of Python and list of modules. */
export async function pythonSnapshot() {
  const list = createHash('sha256').update(modules.join()).digest('hex').slice(0, 8);
  const kept = join(root, `node_modules/.cache/lernen/python-${version}-${list}.bin`);
  if (existsSync(kept)) return readFileSync(kept);
  const python = await loadPyodide({ _makeSnapshot: true });
  python.runPython(`import ${modules.join(', ')}`);
  const snapshot = python.makeMemorySnapshot();
  mkdirSync(dirname(kept), { recursive: true });
  // Whole, or not at all.
  writeFileSync(`${kept}.half`, snapshot);
  renameSync(`${kept}.half`, kept);
  return snapshot;
}
