import { createHash } from 'node:crypto';
import { chmod, chown, cp, mkdir, mkdtemp, readdir, rename, rm, stat, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type CaseInput,
  type MachineFamily,
  type Program,
  type Ran,
  type Value,
  answerMark,
  mostOutput,
  readValue,
  shownOutput,
  valueJson,
} from '@lernen/core/run';
import { LernenError } from '@lernen/core/errors';
import { type Ended, type Limits, confinement, runConfined } from './confined';
import { compiledHeaders } from './precompiled';
import { nodeInput, nodeScript } from './script';
import { type Toolchain, toolchainOf } from './toolchains';

/** A program with what it is asked. */
export interface NativeJob {
  readonly family: MachineFamily;
  readonly program: Program;
  readonly inputs: readonly CaseInput[];
  /** Milliseconds for one input. */
  readonly limitMs: number;
}

const compileLimits: Limits = { seconds: 120, memoryMb: 8000, outputBytes: 500_000 };
/** Compiled programs that are kept. */
const mostKept = 60;

/**
 * Compiles a program, unless it was before, and runs it on each input in a fresh folder that is gone afterwards. Tells each
 * as it ends. @throws LernenError where the tools are missing
 */
export async function runNative(
  { family, program, inputs, limitMs }: NativeJob,
  onRan: (index: number, ran: Ran) => void,
  stop: AbortSignal,
): Promise<void> {
  const toolchain = toolchainOf(family);
  const folder = await freshFolder();
  try {
    const fault = await prepare(toolchain, program, folder, stop);
    if (isOver(stop)) return;
    if (fault) {
      onRan(0, fault);
      return;
    }
    const limits: Limits = {
      seconds: limitMs / 1000,
      memoryMb: toolchain.memoryMb,
      outputBytes: mostOutput + 8_000_000,
      isMeasured: true,
    };
    for (const [index, input] of inputs.entries()) {
      if (isOver(stop)) return;
      const isText = input.shape === 'stdio' && family !== 'javascript';
      const ended = await started(toolchain, toolchain.run(!isText), folder, askedText(family, input), limits, stop);
      if (isOver(stop)) return;
      onRan(index, withPeak(ranOf(ended, isText), ended.bytes));
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** What a program reads: its input, or what it is asked. */
function askedText(family: MachineFamily, input: CaseInput): string {
  if (family === 'javascript') return nodeInput(input);
  return input.shape === 'stdio' ? input.text : valueJson(input as unknown as Value);
}

/** Asked as a function: while something is waited for, it changes. */
function isOver(stop: AbortSignal): boolean {
  return stop.aborted;
}

/** A folder that whoever runs the program may write to, and nobody else. */
async function freshFolder(): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'lernen-run-'));
  const { user } = confinement();
  if (user !== null) await chown(folder, user, user);
  return folder;
}

/** Runs a tool of a language. @throws LernenError where it is not on the machine */
async function started(
  { name, install }: Toolchain,
  command: readonly string[],
  folder: string,
  input: string,
  limits: Limits,
  stop: AbortSignal,
): Promise<Ended> {
  const missing = new LernenError('run', `${name} is not on this machine: install ${install}.`);
  const ended = await runConfined(command, folder, input, limits, stop).catch((error: unknown) => {
    throw error instanceof Error && 'code' in error && error.code === 'ENOENT' ? missing : error;
  });
  // What confines a command says so itself when it cannot start it.
  const isMissing =
    /^(?:prlimit|setpriv|unshare|time): (?:failed to execute|exec failed|cannot run|.*: No such file)/m.test(
      ended.errors,
    );
  if (ended.code !== 0 && isMissing) throw missing;
  return ended;
}

/** Puts what runs into the folder. @returns what is wrong with the program; null where nothing is. */
async function prepare(toolchain: Toolchain, program: Program, folder: string, stop: AbortSignal): Promise<Ran | null> {
  const { compile } = toolchain;
  const files = filesOf(toolchain, program);
  const write = (): Promise<unknown> => Promise.all(files.map(({ name, text }) => writeFile(join(folder, name), text)));
  if (!compile) {
    await write();
    return null;
  }
  const command = compile(files.map(({ name }) => name));
  const kept = join(await keepFolder(), keyOf(command, files));
  if (await isThere(kept)) {
    await cp(kept, folder, { recursive: true });
    await utimes(kept, new Date(), new Date());
  } else {
    await write();
    const headers = toolchain.family === 'cpp' ? await compiledHeaders() : null;
    const whole = headers === null ? command : [...command, '-I', headers];
    const ended = await started(toolchain, whole, folder, '', compileLimits, stop);
    if (ended.code !== 0) return compileFault(ended);
    await Promise.all(files.map(({ name }) => rm(join(folder, name))));
    await keep(folder, kept);
  }
  const { user } = confinement();
  if (user !== null) for (const name of await readdir(folder)) await chown(join(folder, name), user, user);
  return null;
}

interface SourceFile {
  readonly name: string;
  readonly text: string;
}

function filesOf({ family, file, harness: name }: Toolchain, { text, harness }: Program): SourceFile[] {
  if (family === 'javascript') return [{ name: file, text: nodeScript(text) }];
  return [{ name: file, text }, ...(harness === undefined ? [] : [{ name, text: harness }])];
}

function keyOf(command: readonly string[], files: readonly SourceFile[]): string {
  return createHash('sha256')
    .update(JSON.stringify([command, files]))
    .digest('hex');
}

/** Where compiled programs are kept: a folder that only this user can reach. */
async function keepFolder(): Promise<string> {
  const folder = join(tmpdir(), `lernen-compiled-${process.getuid?.() ?? 'me'}`);
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const { uid, mode } = await stat(folder);
  if (process.getuid && (uid !== process.getuid() || (mode & 0o077) !== 0))
    throw new Error(`${folder} belongs to somebody else; remove it.`);
  return folder;
}

async function isThere(path: string): Promise<boolean> {
  return stat(path).then(
    () => true,
    () => false,
  );
}

/** Whole or not at all: another server may read it at the same time. The oldest go. */
async function keep(folder: string, kept: string): Promise<void> {
  const half = `${kept}.${process.pid}`;
  await cp(folder, half, { recursive: true });
  await chmod(half, 0o700);
  await rename(half, kept).catch(() => rm(half, { recursive: true, force: true }));
  const parent = join(kept, '..');
  const all = await Promise.all(
    (await readdir(parent)).map(async (name) => ({ name, at: (await stat(join(parent, name))).mtimeMs })),
  );
  for (const { name } of all.sort((a, b) => b.at - a.at).slice(mostKept))
    await rm(join(parent, name), { recursive: true, force: true });
}

/** What a compiler says first is wrong, with line and column of the person's code. */
function compileFault({ errors, out, isLate, ms }: Ended): Ran {
  const told = errors.trim() === '' ? out : errors;
  const nothing = { outcome: 'did-not-compile', printed: told.slice(0, shownOutput), ms } as const;
  if (isLate) return { ...nothing, message: 'Compiling took too long, and was ended.', line: null };
  for (const line of told.split('\n')) {
    const [, at, column, message] =
      /^(?:\.\/)?(?:solution\.\w+|Main\.java)[:(](\d+)(?:[:,](\d+))?\)?:?\s*(?:fatal )?(?:error)?(?: \w+)?:?\s*(.+)$/.exec(
        line,
      ) ?? [];
    if (message === undefined || /^\s*(?:warning|note)\b/.test(message)) continue;
    // Go says what is wrong without calling it an error.
    if (!/error|\.go:/.test(line)) continue;
    return { ...nothing, message: `${message}${column === undefined ? '' : ` (column ${column})`}`, line: Number(at) };
  }
  const rust = /^error(?:\[\w+\])?: (.+)\n\s*--> solution\.rs:(\d+):(\d+)/m.exec(told);
  if (rust) return { ...nothing, message: `${rust[1] ?? ''} (column ${rust[3] ?? '?'})`, line: Number(rust[2]) };
  const lines = told.trim().split('\n');
  return { ...nothing, message: lines.find((line) => /\berror\b/i.test(line)) ?? lines[0] ?? '', line: null };
}

function withPeak(ran: Ran, bytes: number | null): Ran {
  return ran.outcome === 'answered' && bytes !== null ? { ...ran, bytes } : ran;
}

/** What signals mean to a person. */
const signals: Readonly<Record<string, string>> = {
  SIGSEGV: 'It touched memory that is not its own: an index out of bounds, or too deep a recursion.',
  SIGFPE: 'It divided by zero.',
  SIGABRT: 'It gave up by itself (abort).',
  SIGXFSZ: 'It wrote too large a file.',
};

function ranOf(ended: Ended, isText: boolean): Ran {
  const { out, errors, isLate, isTooLong, ms } = ended;
  const mark = isText ? -1 : out.lastIndexOf(answerMark);
  const printed = (mark < 0 ? out : out.slice(0, mark)).slice(0, shownOutput);
  if (isLate || ended.signal === 'SIGXCPU') return { outcome: 'too-slow', printed, ms };
  if (isTooLong || printed.length > mostOutput)
    return { outcome: 'too-much-output', message: 'It printed too much.', line: null, printed, ms };
  if (mark >= 0) return answeredOf(out.slice(mark + 1), printed, ms);
  if (/bad_alloc|OutOfMemoryError|out of memory|memory allocation of|cannot allocate/i.test(errors))
    return { outcome: 'too-much-memory', printed, ms };
  const signal = ended.signal ?? signalOfCode(ended.code);
  if (ended.code === 0 && isText) return { outcome: 'answered', value: null, printed: out.slice(0, mostOutput), ms };
  const last =
    errors
      .trim()
      .split('\n')
      .findLast((line) => line.trim() !== '') ?? '';
  const why = signal === null ? `It ended with code ${ended.code}.` : (signals[signal] ?? `It was ended by ${signal}.`);
  return { outcome: 'crashed', message: last === '' ? why : `${last} — ${why}`, line: null, printed, ms };
}

/** Between the program and us stands what confines it: it tells a signal as 128 and its number. */
function signalOfCode(code: number | null): string | null {
  const names: Readonly<Record<number, string>> = {
    134: 'SIGABRT',
    136: 'SIGFPE',
    137: 'SIGKILL',
    139: 'SIGSEGV',
    152: 'SIGXCPU',
    153: 'SIGXFSZ',
  };
  return names[code ?? 0] ?? null;
}

function answeredOf(json: string, printed: string, ms: number): Ran {
  try {
    const told = readValue(json.trim()) as unknown as Readonly<Record<string, Value | undefined>>;
    const { outcome } = told;
    if (outcome === 'crashed' || outcome === 'did-not-compile' || outcome === 'too-much-output')
      return {
        outcome,
        message: typeof told['message'] === 'string' ? told['message'] : 'It crashed.',
        line: typeof told['line'] === 'number' && told['line'] > 0 ? told['line'] : null,
        printed,
        ms,
      };
    return {
      outcome: 'answered',
      value: told['value'] ?? null,
      printed: typeof told['printed'] === 'string' ? told['printed'] : printed,
      ms: typeof told['ms'] === 'number' ? told['ms'] : ms,
      ...(typeof told['bytes'] === 'number' && { bytes: told['bytes'] }),
    };
  } catch {
    return { outcome: 'crashed', message: 'What it answered cannot be read.', line: null, printed, ms };
  }
}
