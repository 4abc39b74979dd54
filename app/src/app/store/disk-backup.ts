import { Injectable, effect, inject } from '@angular/core';
import { sendBackup } from '../data/backup-client';
import { Files } from './files-service';
import { LogStore } from './log-store';
import { localValue } from './local-value';
import { DATABASE, WORLD } from './world';

/** Wait this long after a change for the next one. The server thins out what comes close together. */
const calm = 3000;

/**
 * Sends an archive to the server after changes, also after those that an earlier page did not live to send. The demo is
 * not backed up. Without a server nothing happens.
 */
@Injectable({ providedIn: 'root' })
export class DiskBackups {
  private readonly log = inject(LogStore);
  private readonly files = inject(Files);
  private readonly database = inject(DATABASE);
  /** The last change that is on disk, as its number in the journal. */
  private readonly sent = localValue<number>('backed-up');
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    if (inject(WORLD) === 'demo') return;
    effect(() => {
      this.log.changeCount();
      if (this.log.isLoaded()) this.schedule();
    });
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && this.timer !== undefined) void this.backUpIfOwed();
    });
  }

  /** Backs up now. @returns whether the server took it. */
  async backUp(): Promise<boolean> {
    const last = await this.lastChange();
    const isTaken = await sendBackup(await this.files.exportArchive());
    if (isTaken) await this.sent.write(last);
    return isTaken;
  }

  private async backUpIfOwed(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const [last, sent] = await Promise.all([this.lastChange(), this.sent.read()]);
    if (last > (sent ?? 0)) await this.backUp();
  }

  private async lastChange(): Promise<number> {
    return ((await this.database.journal.orderBy('seq').lastKey()) as number | undefined) ?? 0;
  }

  private schedule(): void {
    clearTimeout(this.timer);
    // Stopped by the person with other work on files: it stays owed until the next change or visit.
    this.timer = setTimeout(() => void this.backUpIfOwed().catch(() => undefined), calm);
  }
}
