import { tmpdir } from 'node:os';
import type { MachineFamily, NativeFamily } from '@lernen/core/run';
import { runConfined } from './confined';

/** How programs of a language are made and run with what is on the machine. */
export interface Toolchain {
  readonly family: MachineFamily;
  /** As people name it. */
  readonly name: string;
  /** The file that the program is written to. */
  readonly file: string;
  /** The file of what asks it, where that stands apart. */
  readonly harness: string;
  /** Makes what runs of these files; null for a language that runs its text. */
  readonly compile: ((files: readonly string[]) => readonly string[]) | null;
  /** Runs it; what is asked begins elsewhere than what reads standard input by itself. */
  readonly run: (isAsked: boolean) => readonly string[];
  /** Says its version. */
  readonly version: readonly string[];
  /** The package of Debian that brings it. */
  readonly install: string;
  /** Megabytes of addresses; what brings a machine of its own maps much more than it takes. */
  readonly memoryMb: number;
}

const usualMemory = 512;
const java = ['java', `-Xmx${usualMemory}m`, '-Xss64m', '-XX:+UseSerialGC'];

/** For a compiler that runs on Java: it is over before Java's own second compiler would pay. */
const javaOfCompiler = ['-J-Xmx512m', '-J-XX:TieredStopAtLevel=1', '-J-XX:+UseSerialGC'];

/** Programs and the headers compiled before them must have the same. */
export const cppFlags: readonly string[] = ['-std=c++20', '-O2', '-pipe'];

export const toolchains: readonly (Toolchain & { readonly family: NativeFamily })[] = [
  {
    family: 'cpp',
    name: 'C++',
    file: 'solution.cpp',
    harness: '',
    compile: (files) => ['g++', ...cppFlags, '-o', 'solution', ...files],
    run: () => ['./solution'],
    version: ['g++', '--version'],
    install: 'g++',
    memoryMb: usualMemory,
  },
  {
    family: 'c',
    name: 'C',
    file: 'solution.c',
    harness: '',
    compile: (files) => ['gcc', '-std=c17', '-O2', '-pipe', '-o', 'solution', ...files, '-lm'],
    run: () => ['./solution'],
    version: ['gcc', '--version'],
    install: 'gcc',
    memoryMb: usualMemory,
  },
  {
    family: 'java',
    name: 'Java',
    file: 'Main.java',
    harness: 'Lernen.java',
    compile: (files) => ['javac', ...javaOfCompiler, ...files],
    run: (isAsked) => [...java, '-cp', '.', isAsked ? 'Lernen' : 'Main'],
    version: ['javac', '-version'],
    install: 'default-jdk',
    memoryMb: 6000,
  },
  {
    family: 'go',
    name: 'Go',
    file: 'solution.go',
    harness: 'lernen.go',
    compile: (files) => ['go', 'build', '-o', 'solution', ...files],
    run: () => ['./solution'],
    version: ['go', 'version'],
    install: 'golang',
    memoryMb: 2000,
  },
  {
    family: 'rust',
    name: 'Rust',
    file: 'solution.rs',
    harness: '',
    compile: (files) => ['rustc', '-O', '--edition', '2021', '-o', 'solution', ...files],
    run: () => ['./solution'],
    version: ['rustc', '--version'],
    install: 'rustc',
    memoryMb: usualMemory,
  },
  {
    family: 'csharp',
    name: 'C#',
    file: 'solution.cs',
    harness: 'lernen.cs',
    compile: (files) => ['mcs', '-optimize', '-r:System.Numerics', '-out:solution.exe', ...files],
    run: () => ['mono', 'solution.exe'],
    version: ['mcs', '--version'],
    install: 'mono-mcs mono-runtime',
    memoryMb: 2000,
  },
  {
    family: 'kotlin',
    name: 'Kotlin',
    file: 'solution.kt',
    harness: 'lernen.kt',
    compile: (files) => ['kotlinc', ...javaOfCompiler, ...files, '-include-runtime', '-d', 'solution.jar'],
    run: (isAsked) => [...java, '-cp', 'solution.jar', isAsked ? 'LernenKt' : 'SolutionKt'],
    version: ['kotlinc', '-version'],
    install: 'kotlin',
    memoryMb: 6000,
  },
  {
    family: 'ruby',
    name: 'Ruby',
    file: 'solution.rb',
    harness: 'lernen.rb',
    compile: null,
    run: (isAsked) => ['ruby', isAsked ? 'lernen.rb' : 'solution.rb'],
    version: ['ruby', '--version'],
    install: 'ruby',
    memoryMb: usualMemory,
  },
];

/** Node, which runs this; what starts its programs need not find it on the path. */
const node: Toolchain = {
  family: 'javascript',
  name: 'Node',
  file: 'program.cjs',
  harness: '',
  compile: null,
  run: () => [process.execPath, `--max-old-space-size=${usualMemory}`, 'program.cjs'],
  version: [process.execPath, '--version'],
  install: 'nodejs',
  memoryMb: 20_000,
};

export function toolchainOf(family: MachineFamily): Toolchain {
  const found = [...toolchains, node].find((it) => it.family === family);
  if (!found) throw new RangeError(`no toolchain for ${family}`);
  return found;
}

/** A language with the version that is on the machine; null where it is not. */
export interface FoundToolchain {
  readonly family: NativeFamily;
  readonly name: string;
  readonly version: string | null;
  readonly install: string;
}

/** Looks for all of them, as a program would see them. */
export function findToolchains(): Promise<FoundToolchain[]> {
  return Promise.all(
    toolchains.map(async ({ family, name, install, version }) => ({
      family,
      name,
      install,
      version: await firstLine(version),
    })),
  );
}

/** The first line that a command writes; null where it cannot be run. */
async function firstLine(command: readonly string[]): Promise<string | null> {
  const limits = { seconds: 20, memoryMb: 8000, outputBytes: 100_000 };
  try {
    const { code, out, errors } = await runConfined(command, tmpdir(), '', limits, new AbortController().signal);
    return code === 0 ? (`${out}${errors}`.trim().split('\n')[0] ?? '') : null;
  } catch {
    return null;
  }
}
