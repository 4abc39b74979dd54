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
  await new Promise<void>((resolve) => {
    waiting.push(resolve);
    port2.postMessage(null);
  });
}

// Other than a timer, a message is never held back. One channel serves all: thousands of them would have to be cleared away.
const { port1, port2 } = new MessageChannel();
const waiting: (() => void)[] = [];
port1.onmessage = () => waiting.shift()?.();
