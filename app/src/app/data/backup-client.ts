import { askServer } from './ask-server';

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

const away = 'The server does not answer: there are no backups until npm start runs again.';

/** Backups on disk, newest first. @throws ServerFailure */
export async function listBackups(): Promise<readonly DiskBackup[]> {
  return (await (await askServer(address, away)).json()) as DiskBackup[];
}

/** A backup's archive. @throws ServerFailure */
export async function fetchBackup({ copy, name }: Pick<DiskBackup, 'copy' | 'name'>): Promise<Blob> {
  return (await askServer(`${address}/${encodeURIComponent(copy)}/${encodeURIComponent(name)}`, away)).blob();
}

/** Writes an archive to disk, as a backup of the database with this identity. @throws ServerFailure */
export async function sendBackup(copy: string, archive: string): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  await askServer(`${address}/${copy}`, away, { method: 'POST', headers, body: archive });
}
