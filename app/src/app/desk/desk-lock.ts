import { DestroyRef, Injectable, inject, signal } from '@angular/core';
import { PROFILE } from '../store/profile';

/** One tab alone works at the desk: two would write each other's phases and attempts. Provided by the desk. */
@Injectable()
export class DeskLock {
  private readonly name = `lernen-desk-${inject(PROFILE)}`;
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

  /** Holds it if it is free, else waits until it is. */
  private async ask(): Promise<void> {
    const isFree = await navigator.locks.request(this.name, { ifAvailable: true }, (lock) => {
      if (lock && !this.gone.signal.aborted) void this.wait();
      return lock !== null;
    });
    if (isFree || this.gone.signal.aborted) return;
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
