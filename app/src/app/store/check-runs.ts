import { Injectable, inject, signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { EntryOf } from '@lernen/core/model';
import type {
  CaseInput,
  CheckResult,
  BrowserFamily,
  CodeFamily,
  PreparedRun,
  Program,
  Ran,
  RunFault,
  Runnable,
} from '@lernen/core/run';
import { byGroup, isSameAnswer } from '@lernen/core/run';
import { type NativeRunJob, runNative } from '../data/native-client';
import { type Run, type RunJob, RunnerClient } from '../workers/runner/runner-client';
import type { CodeFault } from '../ui/code-mirror';
import { SheetStore } from './sheet-store';

type Version = EntryOf<'version'>;
type Example = EntryOf<'example'>;

/** What running a version's checks came to so far. It belongs to the code that was run. */
export interface VersionRun {
  readonly code: string;
  readonly language: string;
  /** The rules that it was checked by, and what each example said. */
  readonly rules: string;
  readonly examples: ReadonlyMap<string, string>;
  readonly state: 'starting' | 'running' | 'done' | 'failed' | 'stopped';
  /** By the ids of the examples. */
  readonly results: ReadonlyMap<string, CheckResult>;
  /** How many there are in all. */
  readonly count: number;
  /** Why it could not be run, or its memory not be told, and where in the code; empty and null while it can. */
  readonly message: string;
  readonly line: number | null;
}

/** A run that came to its end. */
export interface FinishedRun {
  readonly versionId: string;
  /** In the order of the examples. */
  readonly results: readonly CheckResult[];
}

/** Milliseconds for one check. */
const limits: Readonly<Record<BrowserFamily, number>> = { javascript: 2000, typescript: 2000, python: 5000 };
const nativeLimit = 5000;

/** Runs the checks of versions, one version at a time. Provided by the sheet. */
@Injectable()
export class CheckRuns {
  private readonly sheet = inject(SheetStore);
  private readonly client = new RunnerClient();
  /** Ends what is under way. */
  private stopRun = (): void => undefined;
  /** Every run that came to its end, also one of code that does not compile. */
  readonly finished = new Subject<FinishedRun>();
  /** Whether peak memory is wanted where that takes a second run, as it does in the browser's Python. */
  readonly measuresMemory = signal(false);
  /** Results are made again when rules change, and so is what is known of two. */
  private readonly compared = new WeakMap<CheckResult, WeakMap<CheckResult, boolean | null>>();
  private readonly runs = signal<ReadonlyMap<string, VersionRun>>(new Map());

  /** What is known of a version as its code, the rules and the examples are now; null where it was not run. */
  of({ id, code, language }: Version): VersionRun | null {
    const run = this.runs().get(id);
    if (run?.code !== code || run.language !== language || run.rules !== this.rulesKey()) return null;
    const isSame = (exampleId: string): boolean => {
      const example = this.sheet.find(exampleId);
      return example?.kind === 'example' && exampleKey(example) === run.examples.get(exampleId);
    };
    return { ...run, results: new Map([...run.results].filter(([exampleId]) => isSame(exampleId))) };
  }

  /** Where the code of a version is wrong, as far as its runs have told. */
  faultsOf(version: Version): readonly CodeFault[] {
    const run = this.of(version);
    if (!run) return [];
    const told = [{ line: run.line, message: run.message }, ...run.results.values()];
    const faults = told.flatMap(({ line, message }) => (line === null ? [] : [{ line, message }]));
    return faults.filter(({ line }, index) => faults.findIndex((other) => other.line === line) === index);
  }

  private rulesKey(): string {
    const { comparison, tolerance, asked, checker, checkerLanguage } = this.sheet.single('check-rules');
    return JSON.stringify([comparison, tolerance, asked, checker, checkerLanguage]);
  }

  stop(): void {
    this.stopRun();
  }

  /** Whether two versions gave the same. Answers may be long: they are compared once. */
  isSame(a: CheckResult, b: CheckResult): boolean | null {
    const known = this.compared.get(a) ?? new WeakMap<CheckResult, boolean | null>();
    this.compared.set(a, known);
    if (!known.has(b)) known.set(b, isSameAnswer(a, b, this.sheet.single('check-rules')));
    return known.get(b) ?? null;
  }

  /** Runs versions one after the other, until one is stopped. */
  async runEach(versions: readonly Version[], examples: readonly Example[]): Promise<void> {
    for (const version of versions) {
      await this.run(version, examples);
      if (this.of(version)?.state === 'stopped') return;
    }
  }

  /** Runs examples on a version, usual ones first and large ones last, and marks those as passed that come out right. What others came to stays. */
  async run(version: Version, asked: readonly Example[]): Promise<void> {
    const examples = byGroup(asked);
    this.stop();
    const { code, language } = version;
    const known = this.of(version);
    const others = [...(known?.results ?? [])].filter(([id]) => !examples.some((it) => it.id === id));
    let state: VersionRun = {
      code,
      language,
      rules: this.rulesKey(),
      examples: new Map([...(known?.examples ?? []), ...examples.map((it) => [it.id, exampleKey(it)] as const)]),
      state: 'starting',
      results: new Map(others),
      count: others.length + examples.length,
      message: '',
      line: null,
    };
    const show = (part: Partial<VersionRun>): void => {
      state = { ...state, ...part };
      this.runs.update((runs) => new Map([...runs, [version.id, state]]));
    };
    show({});
    const add = (...results: CheckResult[]): void =>
      show({ results: new Map([...state.results, ...results.map((result) => [result.id, result] as const)]) });
    try {
      const { preparedRun } = await import('@lernen/core/run');
      const made = preparedRun(version, examples, this.sheet.single('check-rules'));
      if ('fault' in made) {
        show({ state: 'failed', message: made.fault, line: made.line });
        if (made.isCompileFault)
          this.finished.next({ versionId: version.id, results: examples.map(notCompiled(made)) });
        return;
      }
      const end = { isStopped: false };
      const runAll: RunAll = async (runnable, inputs, onRan) => {
        if (end.isStopped) return;
        const run = this.startRun(runnable, inputs, {
          onLoading: () => show({ state: 'starting' }),
          onRan: (index, ran) => {
            onRan(index, ran);
            show({ state: 'running' });
          },
          onUnmeasured: (message) => show({ message }),
        });
        this.stopRun = () => {
          end.isStopped = true;
          run.stop();
        };
        await run.done;
      };
      await runPrepared(made, runAll, add);
      show({ state: end.isStopped ? 'stopped' : 'done' });
      if (end.isStopped) return;
      this.keepPassed(version, state.results);
      const results = examples.flatMap(({ id }) => state.results.get(id) ?? []);
      this.finished.next({ versionId: version.id, results });
    } catch (error) {
      show({ state: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  }

  /** In the browser; native languages on the machine, by the server. */
  private startRun(
    { family, program }: Runnable,
    inputs: readonly CaseInput[],
    {
      onLoading,
      onRan,
      onUnmeasured,
    }: Pick<RunJob, 'onLoading' | 'onRan'> & { readonly onUnmeasured: (why: string) => void },
  ): Run {
    if (isBrowserFamily(family)) {
      const machine = family === 'python' ? 'python' : 'script';
      const isMeasured = this.measuresMemory();
      const job = {
        machine,
        program: program.text,
        limitMs: limits[family],
        inputs,
        isMeasured,
        onLoading,
        onRan,
      } as const;
      return machine === 'script' && isMeasured ? this.runMeasured(job, program, onUnmeasured) : this.client.run(job);
    }
    onLoading();
    return onMachine({ family, program, inputs, limitMs: nativeLimit, onRan });
  }

  /** No browser tells the memory of a script: Node runs on the machine once more what it answered. */
  private runMeasured(job: RunJob, program: Program, onUnmeasured: (why: string) => void): Run {
    const answered = new Map<number, Extract<Ran, { outcome: 'answered' }>>();
    const onRan = (index: number, ran: Ran): void => {
      if (ran.outcome === 'answered') answered.set(index, ran);
      job.onRan(index, ran);
    };
    let current = this.client.run({ ...job, onRan });
    const end = { isStopped: false };
    const measure = async (): Promise<void> => {
      const indexes = [...answered.keys()];
      if (end.isStopped || indexes.length === 0) return;
      const inputs = job.inputs.filter((_, index) => answered.has(index));
      current = onMachine({
        family: 'javascript',
        program,
        inputs,
        limitMs: nativeLimit,
        onRan: (at, measured) => {
          const index = indexes[at] ?? -1;
          const ran = answered.get(index);
          if (measured.outcome !== 'answered' || measured.bytes === undefined || !ran) return;
          job.onRan(index, { ...ran, bytes: measured.bytes });
        },
      });
      await current.done.catch((error: unknown) =>
        onUnmeasured(error instanceof Error ? error.message : String(error)),
      );
    };
    return {
      done: current.done.then(measure),
      stop: () => {
        end.isStopped = true;
        current.stop();
      },
    };
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

/** Runs a program with the machine's own tools, by the server. */
function onMachine(job: NativeRunJob): Run {
  const stopping = new AbortController();
  const done = runNative(job, stopping.signal).catch((error: unknown) => {
    if (!stopping.signal.aborted) throw error;
  });
  return { done, stop: () => stopping.abort() };
}

function isBrowserFamily(family: CodeFamily): family is BrowserFamily {
  return family in limits;
}

function exampleKey({ input, expected }: Example): string {
  return JSON.stringify([input, expected]);
}

/** Runs a program on some inputs, and says what came of each. */
type RunAll = (
  runnable: Runnable,
  inputs: readonly CaseInput[],
  onRan: (index: number, ran: Ran) => void,
) => Promise<void>;

/** Runs a version over its checks, and where there is one its checking function over the answers. */
async function runPrepared(made: PreparedRun, runAll: RunAll, add: (...results: CheckResult[]) => void): Promise<void> {
  const { checkedResult, checkerInput } = await import('@lernen/core/run');
  const readable = made.checks.flatMap((check) => (check.fault === null ? [check] : []));
  add(...made.checks.filter(({ fault }) => fault !== null).map((check) => made.resultOf(check, null)));
  const answered = new Map<number, { readonly result: CheckResult; readonly asked: CaseInput }>();
  const inputs = readable.map(({ input }) => input);
  await runAll(made, inputs, (index, ran) => {
    const check = readable[index];
    if (!check) return;
    const result = made.resultOf(check, ran);
    const asked = made.checker && checkerInput(check, ran);
    // One that is measured is told twice.
    if (asked) answered.set(index, { result, asked });
    else add(result);
  });
  if (!made.checker || answered.size === 0) return;
  const all = [...answered.values()];
  const questions = all.map(({ asked }) => asked);
  await runAll(made.checker, questions, (index, ran) => {
    const { result } = all[index] ?? {};
    if (result) add(checkedResult(result, ran));
  });
}

function notCompiled({ fault }: RunFault): (example: Example) => CheckResult {
  const rest = { actual: '', difference: null, line: null, printed: '', ms: 0, bytes: null };
  return ({ id }) => ({ ...rest, id, verdict: 'did-not-compile', message: fault });
}
