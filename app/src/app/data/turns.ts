/** So long a piece of work may hold a page up, in milliseconds: less than the blink of a key. */
const mostHeld = 10;

/** Parts long work on a page into tasks, between which keys, drawing and other reading come to their turn. */
export class Turns {
  private since = performance.now();

  /** Whether it is time that others have their turn. */
  get isOver(): boolean {
    return performance.now() - this.since > mostHeld;
  }

  /** Goes on in a task of its own. */
  async next(): Promise<void> {
    await nextTask();
    this.since = performance.now();
  }
}

/**
 * Ends the task under way, and with it what it holds: work that follows a reading at once holds its transaction open, and
 * with it all that want to write.
 */
export async function nextTask(): Promise<void> {
  // Other than a timer, a message is never held back.
  await new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}
