import { readFile, writeFile } from 'node:fs/promises';
import { LernenError } from '@lernen/core/errors';
import { type MachineFamily, type Ran, machineFamilies, readValue, valueJson } from '@lernen/core/run';
import { type NativeJob, compileHeaders, confinement, findToolchains, runNative } from '@lernen/native';
import type { FastifyInstance } from 'fastify';

/** Jobs that wait for the one under way; more are told to come again. */
const mostWaiting = 8;
/** Bytes of a job: large inputs go whole. */
const largestJob = 32_000_000;
const largestLimitMs = 20_000;
const errorSchema = { type: 'object', properties: { error: { type: 'string' } } } as const;

/** One job after the other, and a bounded row of those that wait. */
class Row {
  private waiting = 0;
  private last: Promise<unknown> = Promise.resolve();

  get isFull(): boolean {
    return this.waiting > mostWaiting;
  }

  /** Ends when all that was taken until now has. */
  async idle(): Promise<void> {
    await this.last;
  }

  async take<T>(work: () => Promise<T>): Promise<T> {
    this.waiting++;
    const mine = this.last.then(work, work);
    this.last = mine.catch(() => undefined);
    try {
      return await mine;
    } finally {
      this.waiting--;
    }
  }
}

/**
 * Runs programs with the machine's own compilers, for who has the key and has switched it on: `GET /api/native` says what
 * there is, `PUT /api/native` switches it, `POST /api/native/run` runs a program and writes a line of JSON for each input as it
 * ends. Leaving the request ends the run.
 */
export function nativeRoutes(server: FastifyInstance, switchFile: string): void {
  const row = new Row();
  const closing = new AbortController();
  let headers: Promise<void> | null = null;
  // What runs is ended and its folder removed before the server is gone.
  server.addHook('onClose', async () => {
    closing.abort();
    await row.idle();
    await headers;
  });
  /** Beside what is run, once somebody writes C++: its standard headers are most of every compilation. */
  const compileHeadersOnce = (): void => {
    headers ??= compileHeaders(closing.signal).catch((error: unknown) => {
      if (!closing.signal.aborted) server.log.warn({ error }, 'the headers of C++ could not be compiled');
    });
  };
  const isOn = async (): Promise<boolean> => (await readFile(switchFile, 'utf8').catch(() => '')).trim() === 'on';

  server.get('/api/native', async (_request, reply) => {
    const on = await isOn();
    // What is not switched on starts no compiler, not even to look.
    const tools = on ? await findToolchains() : [];
    return reply.header('Cache-Control', 'no-store').send({ isOn: on, confined: confinement().inWords, tools });
  });

  server.put<{ Body: string }>(
    '/api/native',
    { schema: { body: { type: 'string', maxLength: 100 }, response: { 400: errorSchema } } },
    async (request, reply) => {
      const wanted = switchIn(request.body);
      if (wanted === null) return reply.code(400).send({ error: 'Say whether it is on.' });
      await writeFile(switchFile, wanted ? 'on\n' : 'off\n', { mode: 0o600 });
      return reply.code(204).send();
    },
  );

  server.post<{ Body: string }>(
    '/api/native/run',
    { bodyLimit: largestJob, schema: { body: { type: 'string', minLength: 2 } } },
    async (request, reply) => {
      if (!(await isOn()))
        return reply.code(403).send({ error: 'Running native languages is switched off. Setup switches it on.' });
      const job = jobIn(request.body);
      if (!job) return reply.code(400).send({ error: 'That is no program to run.' });
      if (row.isFull) return reply.code(503).send({ error: 'Too much is waiting to be run. Try again in a moment.' });
      const stop = new AbortController();
      reply.raw.once('close', () => stop.abort());
      reply.hijack();
      reply.raw.writeHead(200, { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' });
      const tell = (line: string): void => void reply.raw.write(`${line}\n`);
      try {
        await row.take(() =>
          runNative(job, (index, ran) => tell(toldOf(index, ran)), AbortSignal.any([stop.signal, closing.signal])),
        );
        tell(JSON.stringify({ isDone: true }));
        if (job.family === 'cpp') compileHeadersOnce();
      } catch (error) {
        request.log.warn({ error }, 'a native run failed');
        const message =
          error instanceof LernenError ? error.message : 'It could not be run; the log of the server says why.';
        tell(JSON.stringify({ error: message }));
      }
      reply.raw.end();
      return reply;
    },
  );
}

function toldOf(index: number, ran: Ran): string {
  return `{"index": ${index}, "ran": ${valueJson(ran as never)}}`;
}

function switchIn(body: string): boolean | null {
  try {
    const { isOn } = JSON.parse(body) as { isOn?: unknown };
    return typeof isOn === 'boolean' ? isOn : null;
  } catch {
    return null;
  }
}

/** What is asked for, checked; null where it makes no sense. Whole numbers keep all their digits. */
function jobIn(body: string): NativeJob | null {
  try {
    const { family, program, inputs, limitMs } = readValue(body) as unknown as Partial<NativeJob>;
    const known: MachineFamily | undefined = machineFamilies.find((it) => it === family);
    const isProgram = typeof program?.text === 'string' && typeof program.signature.shape === 'string';
    const isMeant = Array.isArray(inputs) && inputs.length <= 1000 && typeof limitMs === 'number' && limitMs > 0;
    if (!known || !isProgram || !isMeant) return null;
    return { family: known, program, inputs, limitMs: Math.min(limitMs, largestLimitMs) };
  } catch {
    return null;
  }
}
