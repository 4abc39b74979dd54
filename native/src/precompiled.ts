import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chmod, chown, mkdir, mkdtemp, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { LernenError } from '@lernen/core/errors';
import { confinement, runConfined } from './confined';
import { cppFlags } from './toolchains';

/** The header that holds all of the standard library, as most who write for interviews include it. */
const header = 'bits/stdc++.h';
const execute = promisify(execFile);
const limits = { seconds: 120, memoryMb: 8000, outputBytes: 500_000, fileMb: 600 };

/**
 * Where the standard headers of C++ stand compiled, for `-I`; null where they do not yet. Compiling a small program then takes
 * a quarter of the time, as nearly all of it goes into these headers.
 */
export async function compiledHeaders(): Promise<string | null> {
  const folder = await headersFolder();
  if (folder === null) return null;
  return (await isOurs(folder)) && (await isThere(join(folder, `${header}.gch`))) ? folder : null;
}

/**
 * Compiles the standard headers of C++ once for this compiler, which takes some seconds and about 120 MB. Does nothing where
 * they stand compiled, or where the compiler is another than GCC. Rejects where it cannot be done, or `stop` says so.
 */
export async function compileHeaders(stop: AbortSignal): Promise<void> {
  const folder = await headersFolder();
  if (folder === null || (await compiledHeaders()) !== null) return;
  const half = await mkdtemp(join(tmpdir(), 'lernen-half-headers-'));
  const file = join(half, header);
  try {
    await mkdir(join(half, 'bits'));
    await writeFile(file, `#include_next <${header}>\n`);
    const { user } = confinement();
    if (user !== null) for (const path of [half, join(half, 'bits')]) await chown(path, user, user);
    const command = ['g++', ...cppFlags, '-w', '-x', 'c++-header', header, '-o', `${header}.gch`];
    const { code, errors } = await runConfined(command, half, '', limits, stop);
    if (code !== 0) throw new LernenError('run', `The headers of C++ do not compile: ${errors.slice(0, 300)}`);
    for (const path of [half, join(half, 'bits'), file, `${file}.gch`]) await makeOurs(path);
    await rename(half, folder);
    await removeOlder(folder);
  } finally {
    await rm(half, { recursive: true, force: true });
  }
}

/** Written by us alone, and read by whoever runs a program. */
async function makeOurs(path: string): Promise<void> {
  if (process.getuid && process.getgid) await chown(path, process.getuid(), process.getgid());
  await chmod(path, (await stat(path)).isDirectory() ? 0o755 : 0o644);
}

/** A folder for each compiler and its flags; null where it is not GCC. */
async function headersFolder(): Promise<string | null> {
  const version = await execute('g++', ['--version']).then(
    ({ stdout }) => stdout,
    () => '',
  );
  if (!/Free Software Foundation/.test(version)) return null;
  const key = createHash('sha256')
    .update(JSON.stringify([version, cppFlags]))
    .digest('hex')
    .slice(0, 16);
  return join(tmpdir(), `${prefix()}${key}`);
}

function prefix(): string {
  return `lernen-headers-${process.getuid?.() ?? 'me'}-`;
}

/** Whoever runs a program may read it, and nobody else may have made it. */
async function isOurs(folder: string): Promise<boolean> {
  const found = await stat(folder).catch(() => null);
  return found !== null && (!process.getuid || (found.uid === process.getuid() && (found.mode & 0o022) === 0));
}

async function isThere(path: string): Promise<boolean> {
  return (await stat(path).catch(() => null)) !== null;
}

async function removeOlder(folder: string): Promise<void> {
  for (const name of await readdir(tmpdir())) {
    const other = join(tmpdir(), name);
    if (name.startsWith(prefix()) && other !== folder && (await isOurs(other)))
      await rm(other, { recursive: true, force: true });
  }
}
