import { type Remote, wrap } from 'comlink';
import { carryErrors } from './errors';
import { whenLost } from './life';

const brokenOff = 'A background part of Lernen has stopped. Reload the page.';

/** The one way to a worker: it is started when it is first asked, and again after it was stopped or broke. */
export class WorkerHost<Api> {
  private worker: Worker | null = null;
  private api: Remote<Api> | null = null;
  /** Whoever waits for an answer. */
  private readonly waiting = new Set<(reason: Error) => void>();

  /** `start` makes the worker; the bundler has to see its address there. */
  constructor(private readonly start: () => Worker) {}

  /** Whether it was asked before and is there. */
  get isRunning(): boolean {
    return this.worker !== null;
  }

  /** @throws what the worker throws; Error when it is stopped or breaks meanwhile. */
  run<T>(work: (api: Remote<Api>) => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.waiting.add(reject);
      work(this.running())
        .then(resolve, reject)
        .finally(() => this.waiting.delete(reject));
    });
  }

  /** Ends what is under way; whoever waits for it is told why. What it was writing is rolled back. */
  stop(reason: string): void {
    this.worker?.terminate();
    this.worker = null;
    this.api = null;
    for (const reject of this.waiting) reject(new Error(reason));
    this.waiting.clear();
  }

  private running(): Remote<Api> {
    if (!this.api) {
      carryErrors();
      this.worker = this.start();
      // It could not be loaded, or broke outside of any answer.
      this.worker.onerror = (event) => {
        event.preventDefault();
        console.error(`A worker broke: ${event.message}`);
        this.stop(brokenOff);
      };
      const { worker } = this;
      whenLost(worker, () => {
        if (this.worker === worker) this.stop(brokenOff);
      });
      this.api = wrap<Api>(worker);
    }
    return this.api;
  }
}
