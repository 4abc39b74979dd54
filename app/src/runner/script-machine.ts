import { type CaseInput, type Ran, scriptLinesBefore } from '@lernen/core/run';
import { askWorker, workerOf } from './asked-worker';
import type { Machine } from './machine';

/** Longer than this no worker takes to start, milliseconds. */
const startMs = 3000;

/** Runs JavaScript, each program in a worker of its own. */
export class ScriptMachine implements Machine {
  private worker: Worker | null = null;
  private broken: Ran | null = null;

  async start(program: string): Promise<void> {
    this.stop();
    this.broken = null;
    const worker = workerOf(
      `${program}\nonmessage = ({ data }) => postMessage(data === 'ready?' ? 'ready' : lernenRun(data));`,
    );
    this.worker = worker;
    const answer = await askWorker(worker, 'ready?', startMs);
    if (answer.kind === 'error') {
      const line = answer.line === null ? null : Math.max(1, answer.line - scriptLinesBefore);
      const message = answer.message.replace(/^Uncaught /, '');
      this.broken = { outcome: 'did-not-compile', message, line, printed: '', ms: 0 };
    } else if (answer.kind === 'late') throw new Error('The browser did not start the code.');
  }

  async ask(input: CaseInput, limitMs: number): Promise<Ran> {
    if (this.broken || !this.worker) return this.broken ?? stopped;
    const started = performance.now();
    const answer = await askWorker<Ran>(this.worker, input, limitMs);
    const ms = performance.now() - started;
    if (answer.kind === 'answer') return withMemory(answer.value);
    this.stop();
    return answer.kind === 'late'
      ? { outcome: 'too-slow', printed: '', ms }
      : withMemory({ outcome: 'crashed', message: answer.message, line: null, printed: '', ms });
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
  }
}

const stopped: Ran = { outcome: 'crashed', message: 'It was stopped.', line: null, printed: '', ms: 0 };

/** What the browser says where memory runs out. */
function withMemory(ran: Ran): Ran {
  const isMemory =
    ran.outcome === 'crashed' &&
    /allocation failed|out of memory|Invalid (?:array|typed array) length/i.test(ran.message);
  return isMemory ? { outcome: 'too-much-memory', printed: ran.printed, ms: ran.ms } : ran;
}
