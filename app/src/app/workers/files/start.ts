/** Starts the worker that reads and writes files. */
export function startFiles(): Worker {
  return new Worker(new URL('./files.worker', import.meta.url), { type: 'module' });
}
