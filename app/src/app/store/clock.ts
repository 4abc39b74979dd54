import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';
import { type Day, type Instant, type Zone, dayOf } from '@lernen/core/model';

/** The one clock of the page. It ticks by the minute; whoever needs seconds reads `milliseconds()`. */
@Injectable({ providedIn: 'root' })
export class Clock {
  private readonly minute = signal(Date.now());
  private readonly zoneNow = computed<Zone>(() => {
    this.minute();
    return Intl.DateTimeFormat().resolvedOptions().timeZone;
  });
  /** Changes at midnight in the person's zone. */
  readonly today = computed<Day>(() => dayOf(new Date(this.minute()).toISOString(), this.zone));

  constructor() {
    const ticking = setInterval(() => this.minute.set(Date.now()), 60_000);
    inject(DestroyRef).onDestroy(() => clearInterval(ticking));
    document.addEventListener('visibilitychange', () => this.minute.set(Date.now()));
  }

  /** The zone that the machine is in; who travels with an open page is followed. */
  get zone(): Zone {
    return this.zoneNow();
  }

  milliseconds(): number {
    return Date.now();
  }

  now(): Instant {
    return new Date(this.milliseconds()).toISOString();
  }
}
