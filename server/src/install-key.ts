import { randomBytes, timingSafeEqual } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { ServerError } from './errors';

const keyPattern = /^[A-Za-z0-9_-]{43}$/;

/**
 * The secret of this installation, made at the first start in a file that only its owner can read. Whoever has it may ask
 * for backups: other people with an account on this machine reach the port too, but not the file.
 * @throws ServerError when the file holds something else.
 */
export async function installKey(file: string): Promise<string> {
  await mkdir(dirname(file), { recursive: true, mode: 0o700 });
  try {
    await writeFile(file, randomBytes(32).toString('base64url'), { flag: 'wx', mode: 0o600 });
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'EEXIST')) throw error;
  }
  const key = (await readFile(file, 'utf8')).trim();
  if (!keyPattern.test(key)) throw new ServerError('key', `${file} holds no key. Remove it, and a new one is made.`);
  return key;
}

/** Compares in a time that says nothing of where they differ. */
export function isSameKey(given: string, key: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(key)];
  return a.length === b.length && timingSafeEqual(a, b);
}
