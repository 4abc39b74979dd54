import { Injectable, inject, signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { EntryOf } from '@lernen/core/model';
import type { Check, CheckResult, CodeFamily, Signature } from '@lernen/core/run';
import { RunnerClient } from '../workers/runner/runner-client';
import { SheetStore } from './sheet-store';

type Version = EntryOf<'version'>;
type Example = EntryOf<'example'>;

/** What running a version's checks came to so far. It belongs to the code that was run. */
export interface VersionRun {
  readonly code: string;
  readonly language: string;
  readonly state: 'starting' | 'running' | 'done' | 'failed' | 'stopped';
  /** By the ids of the examples. */
  readonly results: ReadonlyMap<string, CheckResult>;
  /** How many there are in all. */
  readonly count: number;
  /** Why it could not be run; empty while it can. */
  readonly message: string;
}

/** A run that came to its end. */
export interface FinishedRun {
  readonly versionId: string;
  /** In the order of the examples. */
  readonly results: readonly CheckResult[];
}

/** Milliseconds for one check. */
const limits: Readonly<Record<CodeFamily, number>> = { javascript: 2000, typescript: 2000, python: 5000 };

/** Runs the checks of versions, one version at a time. Provided by the sheet. */
@Injectable()
export class CheckRuns {
  private readonly sheet = inject(SheetStore);
  private readonly client = new RunnerClient();
  /** Ends what is under way. */
  private stopRun = (): void => undefined;
  /** Every run that came to its end, also one of code that does not compile. */
  readonly finished = new Subject<FinishedRun>();
  private readonly runs = signal<ReadonlyMap<string, VersionRun>>(new Map());

  /** What is known of a version as its code is now; null where it was not run. */
  of({ id, code, language }: Version): VersionRun | null {
    const run = this.runs().get(id);
    return run?.code === code && run.language === language ? run : null;
  }

  stop(): void {
    this.stopRun();
  }

  /** Runs all examples on a version, and marks those checks as passed that come out right. */
  async run(version: Version, examples: readonly Example[]): Promise<void> {
    this.stop();
    const { code, language } = version;
    let state: VersionRun = {
      code,
      language,
      state: 'starting',
      results: new Map(),
      count: examples.length,
      message: '',
    };
    const show = (part: Partial<VersionRun>): void => {
      state = { ...state, ...part };
      this.runs.update((runs) => new Map([...runs, [version.id, state]]));
    };
    show({});
    const add = (...results: CheckResult[]): void =>
      show({ results: new Map([...state.results, ...results.map((result) => [result.id, result] as const)]) });
    try {
      const made = await prepared(version, examples);
      if ('fault' in made) {
        show({ state: 'failed', message: made.fault });
        if (made.isCompileFault)
          this.finished.next({ versionId: version.id, results: examples.map(notCompiled(made)) });
        return;
      }
      const { checks, job, resultOf } = made;
      const readable = checks.flatMap((check) => (check.fault === null ? [check] : []));
      add(...checks.filter(({ fault }) => fault !== null).map((check) => resultOf(check, null, 'exact')));
      const end = { isStopped: false };
      const run = this.client.run({
        ...job,
        inputs: readable.map(({ input }) => input),
        onLoading: () => show({ state: 'starting' }),
        onRan: (index, ran) => {
          const check = readable[index];
          if (check) add(resultOf(check, ran, 'exact'));
          show({ state: 'running' });
        },
      });
      this.stopRun = () => {
        end.isStopped = true;
        run.stop();
      };
      await run.done;
      show({ state: end.isStopped ? 'stopped' : 'done' });
      if (end.isStopped) return;
      this.keepPassed(version, state.results);
      const results = examples.flatMap(({ id }) => state.results.get(id) ?? []);
      this.finished.next({ versionId: version.id, results });
    } catch (error) {
      show({ state: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  }

  /** A pass belongs to the code that was run: while it ran, it may have been changed. */
  private keepPassed({ id, code }: Version, results: ReadonlyMap<string, CheckResult>): void {
    const version = this.sheet.find(id);
    if (version?.kind !== 'version' || version.code !== code) return;
    const passed = [...results.values()].filter(({ verdict }) => verdict === 'right').map((result) => result.id);
    this.sheet.change(version, ({ passed: known }) => ({
      passed: [...known.filter((it) => !results.has(it)), ...passed],
    }));
  }
}

interface Prepared {
  readonly checks: readonly Check[];
  readonly job: { readonly machine: 'script' | 'python'; readonly program: string; readonly limitMs: number };
  readonly resultOf: (typeof import('@lernen/core/run'))['resultOf'];
}

/** Why a version cannot be run, in words. */
interface Refused {
  readonly fault: string;
  readonly isCompileFault: boolean;
}

function refused(fault: string, isCompileFault = false): Refused {
  return { fault, isCompileFault };
}

function notCompiled({ fault }: Refused): (example: Example) => CheckResult {
  const rest = { actual: '', difference: null, line: null, printed: '', ms: 0 };
  return ({ id }) => ({ ...rest, id, verdict: 'did-not-compile', message: fault });
}

/** The program and its checks. */
async function prepared({ code, language }: Version, examples: readonly Example[]): Promise<Prepared | Refused> {
  const run = await import('@lernen/core/run');
  if (code.trim() === '') return refused('There is no code yet.');
  const family = run.familyOf(language);
  if (!family)
    return refused(
      `${language === '' ? 'Say the language first' : `${language} does not run here yet`}: Python, JavaScript and TypeScript do.`,
    );
  const signature: Signature | null = run.signatureOf(code, family, examples[0]?.input ?? '');
  if (!signature) return refused('The code has no function and no class that could be called, and reads no input.');
  const program = family === 'python' ? run.pythonProgram(code, signature) : run.scriptProgram(code, family, signature);
  if (program instanceof run.CompileFault)
    return refused(
      `It does not compile${program.line === null ? '' : `, line ${program.line}`}: ${program.message}`,
      true,
    );
  return {
    checks: run.checksOf(examples, signature),
    job: { machine: family === 'python' ? 'python' : 'script', program: program.text, limitMs: limits[family] },
    resultOf: run.resultOf,
  };
}
