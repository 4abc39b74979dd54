// Python in a worker. The page gives it a program, then inputs as JSON, and gets what they came to as JSON.
interface Python {
  readonly globals: { get(name: string): unknown };
  setInterruptBuffer(buffer: Uint8Array): void;
  toPy(value: unknown): { get(name: string): unknown };
  runPython(code: string, options?: { globals: unknown }): unknown;
}

let python: Promise<Python> | null = null;
let runOne: ((input: string, isMeasured: boolean) => string) | null = null;

/** To load Python with a byte that interrupts it, to take a program, or to run it on an input. */
interface Question {
  readonly folder?: string;
  readonly signal?: Uint8Array | null;
  readonly program?: string;
  readonly input?: string;
  readonly isMeasured?: boolean;
}

addEventListener('message', ({ data }: MessageEvent<Question>) => {
  void answer(data).then(
    (value) => postMessage(value),
    (error: unknown) => postMessage({ failed: error instanceof Error ? error.message : String(error) }),
  );
});

/** From the memory that it had after its start; where that cannot be had, from its start. */
async function started(load: (options: object) => Promise<Python>, folder: string): Promise<Python> {
  try {
    const response = await fetch(`${folder}snapshot.bin`);
    if (!response.ok) throw new Error('There is no snapshot.');
    const snapshot = new Uint8Array(await response.arrayBuffer());
    const machine = await load({ indexURL: folder, _loadSnapshot: snapshot });
    // Every copy would draw the same numbers.
    machine.runPython('import random; random.seed()');
    return machine;
  } catch {
    return load({ indexURL: folder });
  }
}

async function answer({ folder, signal, program, input, isMeasured = false }: Question): Promise<string> {
  if (folder !== undefined) {
    const { loadPyodide } = (await import(`${folder}pyodide.mjs`)) as {
      loadPyodide: (options: object) => Promise<Python>;
    };
    python ??= started(loadPyodide, folder);
    const loaded = await python;
    if (signal) loaded.setInterruptBuffer(signal);
    return 'ready';
  }
  const machine = await python;
  if (!machine) throw new Error('Python is not there.');
  if (program !== undefined) {
    const names = machine.toPy({});
    machine.runPython(program, { globals: names });
    runOne = names.get('lernen_run') as (input: string, isMeasured: boolean) => string;
    return 'ready';
  }
  return runOne?.(input ?? '', isMeasured) ?? '';
}
