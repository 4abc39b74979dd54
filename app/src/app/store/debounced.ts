/**
 * A task that runs a moment after it was asked for, and never twice at once: a run that is asked for while another one is
 * under way follows it.
 */
export class Debounced {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> = Promise.resolve();

  /** @param task reports its own errors. @param ms from the first call of a burst to its run. */
  constructor(
    private readonly task: () => Promise<void>,
    private readonly ms: number,
  ) {}

  schedule(): void {
    this.timer ??= setTimeout(() => void this.flush(), this.ms);
  }

  /** Runs without waiting. @returns when all that was asked for until now is done. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.running = this.running.then(() => this.task());
    return this.running;
  }
}
