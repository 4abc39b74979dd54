import { Injectable, effect, inject } from '@angular/core';
import { type DiskBackup, fetchBackup, listBackups, sendBackup } from '../data/backup-client';
import { Files } from './files-service';
import { LogStore } from './log-store';
import { PROFILE, REPOSITORY } from './profile';

export type { DiskBackup };

/** Wait this long after a change for the next one. The server thins out what comes close together. */
const debounceMs = 3000;

/** Under this stands the number in the journal of the last change that is on disk. */
const sentKey = 'backed-up';

/**
 * Sends an archive to the server after changes, also after those that an earlier page did not live to send. The demo is
 * not backed up. Without a server nothing happens.
 */
@Injectable({ providedIn: 'root' })
export class DiskBackups {
  private readonly log = inject(LogStore);
  private readonly files = inject(Files);
  private readonly repository = inject(REPOSITORY);
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    if (inject(PROFILE) === 'demo') return;
    effect(() => {
      this.log.changeCount();
      if (this.log.isLoaded()) this.schedule();
    });
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && this.timer !== undefined) void this.backUpIfOwed();
    });
  }

  /** Backups on disk, newest first; null when the server does not answer. */
  list(): Promise<readonly DiskBackup[] | null> {
    return listBackups();
  }

  /** Backs up now. @returns whether the server took it. */
  async backUp(): Promise<boolean> {
    const last = await this.repository.lastChange();
    const isTaken = await sendBackup(await this.files.exportArchive());
    if (isTaken) await this.repository.setLocal(sentKey, last);
    return isTaken;
  }

  /** Merges a backup into what is here; what was changed since stays. @throws {Error} when it cannot be had. */
  async bringBack(name: string, onProgress: (share: number) => void): ReturnType<Files['importArchive']> {
    const text = await fetchBackup(name);
    if (text === null) throw new Error('The backup could not be read. Is the server still running?');
    return this.files.importArchive(text, 'Brought a backup back', onProgress);
  }

  private async backUpIfOwed(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const [last, sent] = await Promise.all([this.repository.lastChange(), this.repository.local<number>(sentKey)]);
    if (last > (sent ?? 0)) await this.backUp();
  }

  private schedule(): void {
    clearTimeout(this.timer);
    // Stopped by the person with other work on files: it stays owed until the next change or visit.
    this.timer = setTimeout(() => void this.backUpIfOwed().catch(() => undefined), debounceMs);
  }
}
