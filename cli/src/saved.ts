import { stat, watch } from 'node:fs/promises';
import { basename, dirname } from 'node:path';

/** An editor writes a file in several goes; milliseconds after which it is through. */
const settled = 120;

/** Tells whenever a file was saved, until the signal ends it. The file need not be there yet. */
export async function* saved(file: string, signal: AbortSignal): AsyncGenerator<undefined> {
  let last = await stateOf(file);
  try {
    for await (const { filename } of watch(dirname(file) || '.', { signal })) {
      if (filename !== basename(file)) continue;
      await new Promise((resolve) => setTimeout(resolve, settled));
      const now = await stateOf(file);
      if (now === last || now === null) continue;
      last = now;
      yield undefined;
    }
  } catch (error) {
    if (!(error instanceof Error && error.name === 'AbortError')) throw error;
  }
}

async function stateOf(file: string): Promise<string | null> {
  return stat(file).then(
    ({ mtimeMs, size }) => `${mtimeMs} ${size}`,
    () => null,
  );
}
