import { type CaseInput, type Ran, type Value, readValue, valueJson } from '@lernen/core/run';
import { type Answer, askWorker, workerOf } from './asked-worker';
import type { Machine } from './machine';

/** Longer than this Python does not take to come, milliseconds, even where all else is slow. */
const loadMs = 90_000;
const startMs = 10_000;

/** So long Python may take to give up when it is interrupted; who catches that too is ended with its worker. */
const graceMs = 700;
/** What Python takes for Ctrl+C. */
const interrupt = 2;

/**
 * Runs Python in one worker, which stays from program to program, as to load it takes seconds: what takes too long is
 * interrupted through shared memory, where the browser gives any.
 */
export class PythonMachine implements Machine {
  private worker: Promise<Worker> | null = null;
  private signal: Uint8Array | null = null;

  constructor(private readonly folder: URL) {}

  async start(program: string): Promise<void> {
    this.worker ??= this.load();
    const worker = await this.worker;
    const answer = await askWorker<string | { failed: string }>(worker, { program }, startMs);
    if (answer.kind === 'answer' && answer.value === 'ready') return;
    this.stop();
    throw new Error('Python could not read the program.');
  }

  async ask(input: CaseInput, limitMs: number, isMeasured: boolean): Promise<Ran> {
    const started = performance.now();
    const worker = await this.worker;
    if (!worker) return { outcome: 'crashed', message: 'It was stopped.', line: null, printed: '', ms: 0 };
    const text = valueJson(input as unknown as Value);
    if (this.signal) this.signal[0] = 0;
    const asking = askWorker<string | { failed: string }>(worker, { input: text, isMeasured }, limitMs + graceMs);
    const end = { isLate: false };
    const timer = setTimeout(() => {
      end.isLate = true;
      if (this.signal) this.signal[0] = interrupt;
      else this.stop();
    }, limitMs);
    const answer = await asking;
    clearTimeout(timer);
    const ms = performance.now() - started;
    if (answer.kind === 'answer' && typeof answer.value === 'string') return readValue(answer.value) as unknown as Ran;
    // It gave up as it was told to, and can be asked again.
    if (end.isLate && answer.kind === 'answer') return { outcome: 'too-slow', printed: '', ms };
    this.stop();
    if (answer.kind === 'late') return { outcome: 'too-slow', printed: '', ms };
    const message = answer.kind === 'error' ? answer.message : (answer.value as { failed: string }).failed;
    return /memory/i.test(message)
      ? { outcome: 'too-much-memory', printed: '', ms }
      : { outcome: 'crashed', message, line: null, printed: '', ms };
  }

  stop(): void {
    void this.worker?.then((worker) => worker.terminate());
    this.worker = null;
  }

  private async load(): Promise<Worker> {
    const response = await fetch(new URL('python-worker.js', this.folder));
    if (!response.ok) throw new Error('Python could not be loaded: the server does not answer.');
    const worker = workerOf(await response.text());
    const folder = new URL('pyodide/', this.folder).href;
    this.signal = typeof SharedArrayBuffer === 'undefined' ? null : new Uint8Array(new SharedArrayBuffer(1));
    const answer = await askWorker<string | { failed: string }>(worker, { folder, signal: this.signal }, loadMs);
    if (answer.kind === 'answer' && answer.value === 'ready') return worker;
    worker.terminate();
    this.worker = null;
    throw new Error(`Python could not be loaded: ${reasonOf(answer)}`);
  }
}

function reasonOf(answer: Answer<string | { failed: string }>): string {
  if (answer.kind === 'late') return 'it did not come in time';
  if (answer.kind === 'error') return answer.message;
  return typeof answer.value === 'string' ? answer.value : answer.value.failed;
}
