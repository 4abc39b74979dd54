import { fork } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import type { Done, Job } from './job';

/** Works through the jobs in as many processes as there are cores, and gives what came of them in no certain order. */
export function workThrough(jobs: readonly Job[], onDone: (done: number) => void): Promise<Done[]> {
  const waiting = [...jobs].reverse();
  const done: Done[] = [];
  return new Promise((resolve, reject) => {
    if (jobs.length === 0) resolve(done);
    for (let count = Math.min(availableParallelism(), jobs.length); count > 0; count--) {
      const worker = fork(fileURLToPath(new URL('./job.ts', import.meta.url)), [], { execArgv: ['--import', 'tsx'] });
      const next = (): void => {
        const job = waiting.pop();
        if (job) worker.send(job);
        else worker.disconnect();
      };
      worker.on('message', (result: Done) => {
        done.push(result);
        onDone(done.length);
        if (done.length === jobs.length) resolve(done);
        next();
      });
      worker.on('exit', (code) => {
        if (code !== 0) reject(new Error(`A process of the benchmark ended with ${code}.`));
      });
      next();
    }
  });
}
