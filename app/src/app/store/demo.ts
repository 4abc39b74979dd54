import { Injectable, inject } from '@angular/core';
import { type Instant, dayOf } from '@lernen/core/model';
import { write } from '../data/commands';
import { Clock } from './clock';
import { DATABASE, PROFILE } from './profile';

const madeKey = 'demo-made-at';

/** Fills the demo's own database. A demo nobody changed is made again each day, for its dates are relative to today. */
@Injectable({ providedIn: 'root' })
export class Demo {
  private readonly database = inject(DATABASE);
  private readonly clock = inject(Clock);
  private readonly profile = inject(PROFILE);

  async prepare(): Promise<void> {
    if (this.profile !== 'demo') return;
    const madeAt = (await this.database.local.get(madeKey))?.value as Instant | undefined;
    const entries = await this.database.journal.count();
    const isOld = madeAt !== undefined && dayOf(madeAt, this.clock.zone) !== this.clock.today();
    if (entries === 0 || (isOld && entries === 1)) await this.fill();
  }

  /** Throws the demo away, changes and all, and makes a new one. */
  async startAfresh(): Promise<void> {
    await this.fill();
    location.assign('/?demo');
  }

  private async fill(): Promise<void> {
    const { demoArchive } = await import('@lernen/demo');
    const now = this.clock.now();
    const { problems, sittings, techniques, interviews, choices, lists, entries, settings } = demoArchive(
      now,
      this.clock.zone,
    );
    await this.database.transaction('rw', this.database.tables, async () => {
      for (const table of this.database.tables) await table.clear();
      await write(
        this.database,
        { problems, sittings, techniques, interviews, choices, lists, entries, ...(settings ? { settings } : {}) },
        'Made the demo',
      );
      await this.database.local.put({ key: madeKey, value: now });
    });
  }
}
