import { Injectable, effect, inject } from '@angular/core';
import { sendBackup } from '../data/backup-client';
import { Files } from './files-service';
import { LogStore } from './log-store';
import { WORLD } from './world';

/** Wait this long after a change for the next one, so that an evening's work is one backup and not fifty. */
const calm = 15_000;

/** Sends an archive to the server after changes. The demo is not backed up. Without a server nothing happens. */
@Injectable({ providedIn: 'root' })
export class DiskBackups {
  private readonly log = inject(LogStore);
  private readonly files = inject(Files);
  private timer: ReturnType<typeof setTimeout> | undefined;
  private firstCount: number | null = null;

  constructor() {
    if (inject(WORLD) === 'demo') return;
    effect(() => {
      const count = this.log.changeCount();
      if (!this.log.isLoaded()) return;
      this.firstCount ??= count;
      if (count > this.firstCount) this.schedule();
    });
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'hidden' && this.timer !== undefined) void this.backUp();
    });
  }

  /** Backs up now. @returns whether the server took it. */
  async backUp(): Promise<boolean> {
    clearTimeout(this.timer);
    this.timer = undefined;
    return sendBackup(await this.files.exportArchive());
  }

  private schedule(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.backUp(), calm);
  }
}
