import { Injectable, inject } from '@angular/core';
import { InstantSchema, dayOf, eachCollection } from '@lernen/core/model';
import type { Changes } from '../data/commands';
import { Clock } from './clock';
import { PROFILE, REPOSITORY } from './profile';

const madeKey = 'demo-made-at';

/** Fills the demo's own database. A demo nobody changed is made again each day, for its dates are relative to today. */
@Injectable({ providedIn: 'root' })
export class Demo {
  private readonly repository = inject(REPOSITORY);
  private readonly clock = inject(Clock);
  private readonly profile = inject(PROFILE);

  async prepare(): Promise<void> {
    if (this.profile !== 'demo') return;
    const madeAt = await this.repository.local(madeKey, InstantSchema);
    const entries = await this.repository.journalLength();
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
    const { settings, ...records } = demoArchive(now, this.clock.zone);
    const changes = eachCollection<Required<Omit<Changes, 'settings'>>>((name) => records[name]);
    await this.repository.replaceAll({ ...changes, ...(settings && { settings }) }, 'Made the demo', madeKey, now);
  }
}
