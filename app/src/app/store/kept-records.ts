import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { IdSchema, InstantSchema } from '@lernen/core/model';
import * as z from 'zod/mini';
import type { Loss } from '../data/database';
import { LostDatabaseError } from '../data/errors';
import { parsedJson } from '../data/parsed-json';
import { Clock } from './clock';
import { LogStore } from './log-store';
import { Notices } from './notices';
import { PROFILE, REPOSITORY } from './profile';

/** What stood in this browser, kept beside the database, so that its loss is noticed. */
const MarkerSchema = z.object({
  /** The identity of the database. */
  id: IdSchema,
  problems: z.number(),
  sittings: z.number(),
  at: InstantSchema,
});
export type Marker = z.infer<typeof MarkerSchema>;

const markerName = 'records';

/** Watches over the records: whether they are still there, and whether they may be written. */
@Injectable({ providedIn: 'root' })
export class KeptRecords {
  private readonly log = inject(LogStore);
  private readonly repository = inject(REPOSITORY);
  private readonly clock = inject(Clock);
  private readonly loss = signal<Loss | null>(null);
  /** Why this page may not write any more, and what to do; null while it may. */
  readonly lossText = computed(() => {
    const loss = this.loss();
    return loss === null ? null : new LostDatabaseError(loss).message;
  });
  /** The records that stood here and are gone; null where none are missed. */
  readonly gone = signal<Marker | null>(null);

  constructor() {
    const notices = inject(Notices);
    this.repository.onLoss((loss) => {
      this.loss.set(loss);
      notices.areRecordsLost = true;
    });
    if (inject(PROFILE) === 'demo') return;
    effect(() => {
      this.log.changeCount();
      if (this.log.isLoaded()) untracked(() => void this.check().catch((error: unknown) => notices.fail(error)));
    });
  }

  /** Goes on without what is gone. */
  async goOn(): Promise<void> {
    this.gone.set(null);
    this.mark((await this.repository.identity()).id);
  }

  private async check(): Promise<void> {
    const { id } = await this.repository.identity();
    const marker = this.marker();
    const { problems, sittings } = this.log.log();
    const isMissing = marker !== null && marker.id !== id && problems.length < marker.problems;
    this.gone.set(isMissing ? marker : null);
    if (isMissing || problems.length === 0) return;
    if (marker === null) await navigator.storage.persist();
    if (marker?.id !== id || marker.problems !== problems.length || marker.sittings !== sittings.length) this.mark(id);
  }

  private marker(): Marker | null {
    return parsedJson(MarkerSchema, this.repository.drafts.text(markerName));
  }

  private mark(id: string): void {
    const { problems, sittings } = this.log.log();
    const marker: Marker = { id, problems: problems.length, sittings: sittings.length, at: this.clock.now() };
    this.repository.drafts.keepText(markerName, JSON.stringify(marker));
  }
}
