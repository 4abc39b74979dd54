import { DestroyRef, Injectable, computed, effect, inject, signal } from '@angular/core';
import { InstantSchema, millisecondsPerDay } from '@lernen/core/model';
import * as z from 'zod/mini';
import { type DiskBackup, fetchBackup, listBackups } from '../data/backup-client';
import { Clock } from './clock';
import { Files } from './files-service';
import { LogStore } from './log-store';
import { PROFILE, REPOSITORY } from './profile';
import { whenHidden } from './when-hidden';
import { errorText } from '../ui/error-text';

export type { DiskBackup };

/** Wait this long after a change for the next one. The server thins out what comes close together. */
const debounceMs = 3000;

/** Under this stands what is on disk. */
const sentKey = 'backed-up';

const SentSchema = z.object({
  /** The number in the journal of the last change that is on disk. */
  seq: z.number(),
  at: InstantSchema,
});
type Sent = z.infer<typeof SentSchema>;

/**
 * Sends an archive to the server after changes, also after those that an earlier page did not live to send. The demo is
 * not backed up, nor a log without anything in it. Without a server nothing happens, until that has lasted for a day.
 */
@Injectable({ providedIn: 'root' })
export class DiskBackups {
  private readonly log = inject(LogStore);
  private readonly files = inject(Files);
  private readonly clock = inject(Clock);
  private readonly repository = inject(REPOSITORY);
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** When what is here was last known to be on disk, or first was not; null while nothing is owed. */
  private readonly owedSince = signal<string | null>(null);
  private readonly failure = signal<string | null>(null);

  /** Why nothing was backed up for more than a day; null while all is well. */
  readonly overdue = computed(() => {
    this.clock.today();
    const [since, failure] = [this.owedSince(), this.failure()];
    const isLong = since !== null && this.clock.milliseconds() - Date.parse(since) > millisecondsPerDay;
    return isLong && failure !== null ? { since, failure } : null;
  });

  constructor() {
    if (inject(PROFILE) === 'demo') return;
    effect(() => {
      this.log.changeCount();
      if (this.log.isLoaded()) this.schedule();
    });
    whenHidden(() => {
      if (this.timer !== undefined) void this.backUpIfOwed();
    });
    inject(DestroyRef).onDestroy(() => clearTimeout(this.timer));
  }

  /** The identity under which this browser's backups lie. */
  async copy(): Promise<string> {
    return (await this.repository.identity()).id;
  }

  /** Backups on disk of all browsers, newest first. @throws ServerFailure */
  list(): Promise<readonly DiskBackup[]> {
    return listBackups();
  }

  /** Backs up now. @throws LernenError when the server does not take it. */
  async backUp(): Promise<void> {
    const seq = await this.repository.lastChange();
    try {
      await this.files.backUp(await this.copy());
    } catch (error) {
      const { at } = (await this.sent()) ?? { at: (await this.repository.identity()).since };
      this.owedSince.set(at);
      this.failure.set(errorText(error));
      throw error;
    }
    await this.repository.setLocal(sentKey, { seq, at: this.clock.now() } satisfies Sent);
    this.owedSince.set(null);
    this.failure.set(null);
  }

  /** The archive in a backup. @throws ServerFailure when it cannot be had. */
  read(backup: DiskBackup): Promise<Blob> {
    return fetchBackup(backup);
  }

  private async backUpIfOwed(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    try {
      const [last, sent] = await Promise.all([this.repository.lastChange(), this.sent()]);
      if (last > (sent?.seq ?? 0) && !this.log.isEmpty()) await this.backUp();
    } catch {
      // It stays owed until the next change or visit; the frame says so when that takes too long.
    }
  }

  /** Earlier versions kept the number alone. */
  private async sent(): Promise<Sent | null> {
    const kept = await this.repository.local(sentKey, z.union([SentSchema, z.number()]));
    if (kept === undefined) return null;
    return typeof kept === 'number' ? { seq: kept, at: this.clock.now() } : kept;
  }

  private schedule(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.backUpIfOwed(), debounceMs);
  }
}
