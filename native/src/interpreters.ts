import { spawn } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type BrowserFamily,
  type CaseInput,
  type Program,
  type Ran,
  type Runnable,
  type Value,
  answerMark,
  isNative,
  readValue,
  valueJson,
} from '@lernen/core/run';
import { LernenError } from '@lernen/core/errors';
import { runNative } from './run-native';
import { nodeInput, nodeScript } from './script';

/** Seconds for one check, the start of the language with it. */
export const usualLimit = 10;
/** Megabytes that a program may take. */
const memoryMb = 512;
/** Letters of what a program writes; its own printing is held back long before. */
const mostOutput = 8_000_000;

/** Runs a program on one input with the machine's own tools, in a process group and a folder that are gone afterwards. */
export async function runOnMachine({ family, program }: Runnable, input: CaseInput, seconds: number): Promise<Ran> {
  if (!isNative(family)) return runInterpreted(program, family, input, seconds);
  const told: Ran[] = [];
  const job = { family, program, inputs: [input], limitMs: seconds * 1000 };
  await runNative(job, (_, ran) => void told.push(ran), new AbortController().signal);
  return told[0] ?? { outcome: 'crashed', message: 'It ended without an answer.', line: null, printed: '', ms: 0 };
}

/** Runs Python, JavaScript or TypeScript. */
async function runInterpreted(
  { text }: Program,
  family: BrowserFamily,
  input: CaseInput,
  seconds: number,
): Promise<Ran> {
  const folder = await mkdtemp(join(tmpdir(), 'lernen-run-'));
  try {
    if (family === 'python') {
      const file = join(folder, 'program.py');
      await writeFile(file, `${text}\n${pythonLimit}\n${pythonOut}`);
      return await ranBy('python3', ['-I', file], folder, valueJson(input as unknown as Value), seconds);
    }
    const file = join(folder, 'program.cjs');
    await writeFile(file, nodeScript(text));
    const command = [`--max-old-space-size=${memoryMb}`, file];
    return await ranBy(process.execPath, command, folder, nodeInput(input), seconds);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const pythonLimit = `
try:
    import resource
    resource.setrlimit(resource.RLIMIT_AS, (${memoryMb} * 1024 * 1024,) * 2)
except Exception:
    pass
`;

/** Tells with what was done what the process took at its most; on macOS the number is of bytes, elsewhere of kilobytes. */
const pythonOut = `
_done = json.loads(lernen_run(sys.stdin.read()))
try:
    _peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    _done["bytes"] = _peak if sys.platform == "darwin" else _peak * 1024
except Exception:
    pass
print(json.dumps(_done))
`;

/** What a process says of its run. @throws LernenError where the tool is missing. */
function ranBy(command: string, args: readonly string[], cwd: string, input: string, seconds: number): Promise<Ran> {
  const started = performance.now();
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, detached: true, env: { PATH: process.env['PATH'] ?? '' } });
    let [out, errors, isLate] = ['', '', false];
    const end = (): void => {
      // The group: what the program has started goes with it.
      if (child.pid !== undefined)
        try {
          process.kill(-child.pid, 'SIGKILL');
        } catch {
          // It is gone already.
        }
    };
    const timer = setTimeout(() => {
      isLate = true;
      end();
    }, seconds * 1000);
    child.stdout.setEncoding('utf8').on('data', (part: string) => {
      out += part;
      if (out.length > mostOutput) end();
    });
    child.stderr.setEncoding('utf8').on('data', (part: string) => (errors = (errors + part).slice(-4000)));
    child.stdin.on('error', () => undefined).end(input);
    child.on('error', () => {
      clearTimeout(timer);
      reject(new LernenError('run', `${command} is not on this machine.`));
    });
    child.on('close', () => {
      clearTimeout(timer);
      end();
      const ms = performance.now() - started;
      resolve(isLate ? { outcome: 'too-slow', printed: '', ms } : toldBy(out, errors, ms));
    });
  });
}

function toldBy(out: string, errors: string, ms: number): Ran {
  try {
    return readValue((out.trim().split('\n').at(-1) ?? '').replace(answerMark, '')) as unknown as Ran;
  } catch {
    if (/out of memory|MemoryError|heap limit/i.test(errors)) return { outcome: 'too-much-memory', printed: '', ms };
    const message = errors.trim().split('\n').at(-1) ?? 'It ended without an answer.';
    return { outcome: 'crashed', message, line: null, printed: '', ms };
  }
}
