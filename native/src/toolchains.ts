import { tmpdir } from 'node:os';
import type { NativeFamily } from '@lernen/core/run';
import { runConfined } from './confined';

/** How programs of a language are made and run with what is on the machine. */
export interface Toolchain {
  readonly family: NativeFamily;
  /** As people name it. */
  readonly name: string;
  /** The file that the program is written to. */
  readonly file: string;
  /** Makes what runs; null for a language that runs its text. */
  readonly compile: readonly string[] | null;
  readonly run: readonly string[];
  /** Says its version. */
  readonly version: readonly string[];
  /** The package of Debian that brings it. */
  readonly install: string;
  /** Megabytes of addresses; what brings a machine of its own maps much more than it takes. */
  readonly memoryMb: number;
}

const usualMemory = 512;

export const toolchains: readonly Toolchain[] = [
  {
    family: 'cpp',
    name: 'C++',
    file: 'solution.cpp',
    compile: ['g++', '-std=c++20', '-O2', '-pipe', '-o', 'solution', 'solution.cpp'],
    run: ['./solution'],
    version: ['g++', '--version'],
    install: 'g++',
    memoryMb: usualMemory,
  },
  {
    family: 'c',
    name: 'C',
    file: 'solution.c',
    compile: ['gcc', '-std=c17', '-O2', '-pipe', '-o', 'solution', 'solution.c', '-lm'],
    run: ['./solution'],
    version: ['gcc', '--version'],
    install: 'gcc',
    memoryMb: usualMemory,
  },
  {
    family: 'java',
    name: 'Java',
    file: 'Main.java',
    compile: ['javac', '-J-Xmx512m', 'Main.java'],
    run: ['java', `-Xmx${usualMemory}m`, '-Xss64m', '-XX:+UseSerialGC', '-cp', '.', 'Main'],
    version: ['javac', '-version'],
    install: 'default-jdk',
    memoryMb: 6000,
  },
  {
    family: 'go',
    name: 'Go',
    file: 'solution.go',
    compile: ['go', 'build', '-o', 'solution', 'solution.go'],
    run: ['./solution'],
    version: ['go', 'version'],
    install: 'golang',
    memoryMb: 2000,
  },
  {
    family: 'rust',
    name: 'Rust',
    file: 'solution.rs',
    compile: ['rustc', '-O', '--edition', '2021', '-o', 'solution', 'solution.rs'],
    run: ['./solution'],
    version: ['rustc', '--version'],
    install: 'rustc',
    memoryMb: usualMemory,
  },
  {
    family: 'csharp',
    name: 'C#',
    file: 'solution.cs',
    compile: ['mcs', '-optimize', '-out:solution.exe', 'solution.cs'],
    run: ['mono', 'solution.exe'],
    version: ['mcs', '--version'],
    install: 'mono-mcs mono-runtime',
    memoryMb: 2000,
  },
  {
    family: 'kotlin',
    name: 'Kotlin',
    file: 'solution.kt',
    compile: ['kotlinc', 'solution.kt', '-include-runtime', '-d', 'solution.jar'],
    run: ['java', `-Xmx${usualMemory}m`, '-Xss64m', '-jar', 'solution.jar'],
    version: ['kotlinc', '-version'],
    install: 'kotlin',
    memoryMb: 6000,
  },
  {
    family: 'ruby',
    name: 'Ruby',
    file: 'solution.rb',
    compile: null,
    run: ['ruby', 'solution.rb'],
    version: ['ruby', '--version'],
    install: 'ruby',
    memoryMb: usualMemory,
  },
];

export function toolchainOf(family: NativeFamily): Toolchain {
  const found = toolchains.find((it) => it.family === family);
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
