import { signal } from '@angular/core';
import { type Failure, failureOf } from './failure-report';

/** Work on a file: how far it is, and what went wrong with it. */
export class FileWork {
  /** Share done; null while nothing is under way. */
  readonly progress = signal<number | null>(null);
  readonly failure = signal<Failure | null>(null);
  readonly report = (share: number): void => this.progress.set(share);

  async run(work: () => Promise<void>): Promise<void> {
    this.progress.set(0);
    try {
      await work();
    } catch (error) {
      this.failure.set(failureOf(error));
    } finally {
      this.progress.set(null);
    }
  }
}
