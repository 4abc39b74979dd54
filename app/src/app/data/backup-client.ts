/** A backup on disk, as the server lists it. */
export interface DiskBackup {
  readonly name: string;
  readonly writtenAt: string;
  readonly bytes: number;
}

const address = '/api/backups';

/** Backups on disk, newest first; null when the server does not answer. */
export async function listBackups(): Promise<readonly DiskBackup[] | null> {
  try {
    const response = await fetch(address);
    return response.ok ? ((await response.json()) as DiskBackup[]) : null;
  } catch {
    return null;
  }
}

/** The text of a backup; null when it cannot be had. */
export async function fetchBackup(name: string): Promise<string | null> {
  try {
    const response = await fetch(`${address}/${encodeURIComponent(name)}`);
    return response.ok ? await response.text() : null;
  } catch {
    return null;
  }
}

/** Writes an archive to disk. @returns whether the server took it. */
export async function sendBackup(archive: string): Promise<boolean> {
  try {
    const response = await fetch(address, {
      method: 'POST',
      headers: { 'Content-Type': 'application/vnd.lernen+json' },
      body: archive,
    });
    return response.ok;
  } catch {
    return false;
  }
}
