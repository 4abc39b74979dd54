import { spawn, spawnSync } from 'node:child_process';
import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';

/** What a process may take. */
export interface Limits {
  readonly seconds: number;
  /** Megabytes of addresses. */
  readonly memoryMb: number;
  /** Bytes of what it writes, output and errors together. */
  readonly outputBytes: number;
  /** Megabytes of the largest file that it may write; 32 unless it is said. */
  readonly fileMb?: number;
  /** Whether its peak memory is to be found out. */
  readonly isMeasured?: boolean;
}

/** What a process came to. */
export interface Ended {
  readonly out: string;
  readonly errors: string;
  /** The code it left with; null where a signal ended it. */
  readonly code: number | null;
  readonly signal: string | null;
  readonly isLate: boolean;
  readonly isTooLong: boolean;
  readonly ms: number;
  /** Peak memory; null where it is not known. */
  readonly bytes: number | null;
}

/** How much a process can be confined on this machine. */
export interface Confinement {
  /** What stands before the command: namespaces, another user, limits. */
  readonly before: (limits: Limits) => readonly string[];
  /** In words, for who switches it on. */
  readonly inWords: string;
  /** The user that it runs as; null for the one who asks. */
  readonly user: number | null;
  /** What stands right before the command and writes its peak memory into `peakFile`; nothing where the machine has no such tool. */
  readonly measure: readonly string[];
}

/** Where the peak memory of a process is written, in its folder, in kilobytes. */
const peakFile = 'peak-memory';

/** Nobody's own, where the server runs as root. */
const nobody = 65534;
const mostProcesses = 64;
const mostFiles = 64;
const largestFileMb = 32;
const stackMb = 256;

let known: Confinement | null = null;

/** Finds out once what the machine allows: a namespace without network, another user, limits on what is taken. */
export function confinement(): Confinement {
  known ??= findConfinement();
  return known;
}

function findConfinement(): Confinement {
  const isRoot = process.getuid?.() === 0;
  const namespaces = [
    ['unshare', ...(isRoot ? [] : ['--map-root-user']), '--net', '--ipc', '--pid', '--fork', '--kill-child'],
    [],
  ].find((it) => works([...it, 'true'])) as readonly string[];
  const drop = ['setpriv', `--reuid=${nobody}`, `--regid=${nobody}`, '--clear-groups', '--no-new-privs'];
  const user = isRoot && works([...drop, 'true']) ? drop : [];
  const hasLimits = works(['prlimit', '--nofile=64', 'true']);
  const measure = ['time', '--quiet', '--format=%M', `--output=${peakFile}`];
  const canMeasure = works(['time', '--quiet', '--format=%M', '--output=/dev/null', 'true']);
  const words = [
    namespaces.length > 0 ? 'without network' : 'with the network of this machine',
    user.length > 0 ? 'as a user without rights' : 'as the user who started the server',
    hasLimits ? 'with limits on memory, processes and files' : 'with a limit on time and output only',
    ...(canMeasure ? [] : ['its peak memory not told (the package “time” would)']),
  ];
  return {
    user: user.length > 0 ? nobody : null,
    measure: canMeasure ? measure : [],
    inWords: words.join(', '),
    before: ({ memoryMb, seconds, fileMb = largestFileMb }) => [
      ...namespaces,
      ...user,
      ...(hasLimits
        ? [
            'prlimit',
            `--as=${memoryMb * 1_048_576}`,
            `--cpu=${Math.ceil(seconds) + 1}`,
            `--nproc=${mostProcesses}`,
            `--nofile=${mostFiles}`,
            `--fsize=${fileMb * 1_048_576}`,
            `--stack=${stackMb * 1_048_576}`,
            '--core=0',
          ]
        : []),
    ],
  };
}

function works([command = '', ...args]: readonly string[]): boolean {
  return spawnSync(command, args, { stdio: 'ignore', timeout: 5000 }).status === 0;
}

/**
 * Runs a command in a folder, confined as far as the machine allows, in a process group of its own that is killed as a whole
 * when it is over, when its time is up, when it writes too much, or when `stop` says so. Rejects where it cannot be started.
 */
export function runConfined(
  command: readonly string[],
  folder: string,
  input: string,
  limits: Limits,
  stop: AbortSignal,
): Promise<Ended> {
  const [program = '', ...args] = [
    ...confinement().before(limits),
    ...(limits.isMeasured === true ? confinement().measure : []),
    ...command,
  ];
  const started = performance.now();
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, {
      cwd: folder,
      detached: true,
      env: { PATH: process.env['PATH'] ?? '', HOME: folder, TMPDIR: folder, LANG: 'C.UTF-8', GOCACHE: folder },
    });
    let [bytes, isLate, isTooLong] = [0, false, false];
    const [out, errors]: [Buffer[], Buffer[]] = [[], []];
    const kill = (): void => {
      if (child.pid === undefined) return;
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch {
        // It is gone already.
      }
    };
    const timer = setTimeout(() => {
      isLate = true;
      kill();
    }, limits.seconds * 1000);
    const take = (into: Buffer[]) => (part: Buffer) => {
      if (isTooLong) return;
      into.push(part);
      bytes += part.length;
      isTooLong = bytes > limits.outputBytes;
      if (isTooLong) kill();
    };
    child.stdout.on('data', take(out));
    child.stderr.on('data', take(errors));
    child.stdin.on('error', () => undefined).end(input);
    stop.addEventListener('abort', kill);
    const done = (): void => {
      clearTimeout(timer);
      stop.removeEventListener('abort', kill);
    };
    child.on('error', (error) => {
      done();
      reject(error);
    });
    child.on('exit', kill);
    child.on('close', (left, signal) => {
      done();
      const text = (parts: Buffer[]): string => Buffer.concat(parts).toString('utf8');
      const ms = performance.now() - started;
      const ended = { out: text(out), errors: text(errors), code: left, isLate, isTooLong, signal, ms };
      if (limits.isMeasured !== true) resolve({ ...ended, bytes: null });
      else peakOf(folder).then((bytes) => resolve({ ...ended, bytes }), reject);
    });
  });
}

async function peakOf(folder: string): Promise<number | null> {
  const file = join(folder, peakFile);
  const text = await readFile(file, 'utf8').catch(() => '');
  await rm(file, { force: true });
  const kilobytes = Number(text.trim().split('\n').at(-1));
  return kilobytes > 0 ? kilobytes * 1024 : null;
}
