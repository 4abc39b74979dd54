import type { CaseInput, Ran } from '@lernen/core/run';
import type { FromRunner, ToRunner } from '../../../runner/messages';

/** What is run, and where to. */
export interface RunJob {
  readonly machine: 'script' | 'python';
  readonly program: string;
  readonly inputs: readonly CaseInput[];
  readonly limitMs: number;
  readonly isMeasured: boolean;
  readonly onRan: (index: number, ran: Ran) => void;
  /** Called when the machine of the language begins to start, which takes seconds for Python the first time. */
  readonly onLoading: () => void;
}

/** A run under way. */
export interface Run {
  /** Ends when all inputs are through, or it was stopped. Rejects with words for people. */
  readonly done: Promise<void>;
  readonly stop: () => void;
}

/** So long the runner page may take to be there, milliseconds. */
const patienceMs = 15_000;

/** The one way to the page on which code runs; it is made when it is first needed. */
export class RunnerClient {
  private port: Promise<MessagePort> | null = null;
  private lastId = 0;
  private readonly listeners = new Map<number, (message: FromRunner) => void>();

  run(job: RunJob): Run {
    const id = ++this.lastId;
    let settle = (): void => undefined;
    const done = new Promise<void>((resolve, reject) => {
      settle = resolve;
      this.listeners.set(id, (message) => {
        if (message.tell === 'loading') job.onLoading();
        if (message.tell === 'ran') job.onRan(message.index, message.ran);
        if (message.tell === 'done') resolve();
        if (message.tell === 'failed') reject(new Error(message.message));
      });
      const { machine, program, inputs, limitMs, isMeasured } = job;
      this.connected().then(
        (port) => ask(port, { ask: 'run', id, machine, program, inputs, limitMs, isMeasured }),
        reject,
      );
    }).finally(() => this.listeners.delete(id));
    const stop = (): void => {
      settle();
      void this.port?.then((port) => ask(port, { ask: 'stop', id }));
    };
    return { done, stop };
  }

  private connected(): Promise<MessagePort> {
    this.port ??= this.connect().catch((error: unknown) => {
      this.port = null;
      throw error;
    });
    return this.port;
  }

  private connect(): Promise<MessagePort> {
    const frame = document.createElement('iframe');
    frame.setAttribute('sandbox', 'allow-scripts');
    // So that what runs there can be interrupted through shared memory.
    frame.allow = 'cross-origin-isolated';
    frame.setAttribute('aria-hidden', 'true');
    frame.tabIndex = -1;
    frame.title = 'Runner of code';
    frame.hidden = true;
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => {
        frame.remove();
        reject(new Error('Code cannot be run: its page does not come. Is the server there?'));
      }, patienceMs);
      frame.addEventListener('load', () => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = ({ data }: MessageEvent<FromRunner | 'here'>) => {
          if (data === 'here') {
            clearTimeout(timer);
            resolve(port1);
          } else this.listeners.get(data.id)?.(data);
        };
        frame.contentWindow?.postMessage('connect', '*', [port2]);
      });
      frame.src = '/runner/page.html';
      document.body.append(frame);
    });
  }
}

function ask(port: MessagePort, message: ToRunner): void {
  port.postMessage(message);
}
