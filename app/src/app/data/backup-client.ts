import { LernenError } from '@lernen/core/errors';

/** A backup on disk, as the server lists it. */
export interface DiskBackup {
  /** The identity of the database that it is a copy of; `earlier` for files of before databases had one. */
  readonly copy: string;
  readonly name: string;
  readonly writtenAt: string;
  readonly bytes: number;
  readonly problems: number;
  readonly sittings: number;
  /** Whether it was written while the clock stood in the future. */
  readonly isDatedAhead: boolean;
}

const address = '/api/backups';

/** Why the server gives nothing: it does not answer (`away`), this browser has no key (`no-key`), or in its own words. */
export class BackupFailure extends LernenError {}

/** Backups on disk, newest first. @throws BackupFailure */
export async function listBackups(): Promise<readonly DiskBackup[]> {
  return (await (await ask(address)).json()) as DiskBackup[];
}

/** The text of a backup. @throws BackupFailure */
export async function fetchBackup({ copy, name }: Pick<DiskBackup, 'copy' | 'name'>): Promise<string> {
  return (await ask(`${address}/${encodeURIComponent(copy)}/${encodeURIComponent(name)}`)).text();
}

/** Writes an archive to disk, as a backup of the database with this identity. @throws BackupFailure */
export async function sendBackup(copy: string, archive: string): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  await ask(`${address}/${copy}`, { method: 'POST', headers, body: archive });
}

async function ask(path: string, options?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, options);
  } catch {
    throw new BackupFailure('away', 'The server does not answer: there are no backups until npm start runs again.');
  }
  if (response.ok) return response;
  const answer = (await response.json().catch(() => null)) as { readonly error?: string } | null;
  const why = answer?.error ?? `The server answered ${response.status}.`;
  throw new BackupFailure(response.status === 401 ? 'no-key' : 'refused', why);
}
