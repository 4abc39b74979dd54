import { DestroyRef, Injectable, inject, signal } from '@angular/core';
import { PROFILE } from '../store/profile';
import { RunningStore } from '../store/running-store';

/** One tab alone works at the desk: two would write each other's phases and attempts. Provided by the desk. */
@Injectable()
export class DeskLock {
  private readonly name = `lernen-desk-${inject(PROFILE)}`;
  private readonly running = inject(RunningStore);
  private readonly gone = new AbortController();
  private letGo = (): void => undefined;
  /** Whether this tab is the one; null until that is known. */
  readonly isHeld = signal<boolean | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.gone.abort();
      this.letGo();
    });
    void this.ask();
  }

  /** Takes the desk over from the other tab, which then shows where it went. */
  takeOver(): void {
    void navigator.locks.request(this.name, { steal: true }, () => this.hold()).catch(() => this.lose());
  }

  /** Takes the desk, open already, for a sitting that was started on it. */
  claim(): void {
    if (this.running.claim() && this.isHeld() === false) this.takeOver();
  }

  /** Holds it if it is free, else waits until it is. */
  private async ask(): Promise<void> {
    const isOurs = this.running.claim();
    const isFree = await navigator.locks.request(this.name, { ifAvailable: true }, (lock) => {
      if (lock && !this.gone.signal.aborted) void this.wait();
      return lock !== null;
    });
    if (isFree || this.gone.signal.aborted) return;
    // Another tab had the desk open with nothing on it.
    if (isOurs) {
      this.takeOver();
      return;
    }
    this.isHeld.set(false);
    void this.wait();
  }

  private async wait(): Promise<void> {
    try {
      await navigator.locks.request(this.name, { signal: this.gone.signal }, () => this.hold());
    } catch {
      this.lose();
    }
  }

  private hold(): Promise<void> {
    this.isHeld.set(true);
    return new Promise((resolve) => (this.letGo = resolve));
  }

  private lose(): void {
    if (this.gone.signal.aborted) return;
    this.isHeld.set(false);
    void this.wait();
  }
}
