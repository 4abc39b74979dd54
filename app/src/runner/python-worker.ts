// Python in a worker. The page gives it a program, then inputs as JSON, and gets what they came to as JSON.
interface Python {
  readonly globals: { get(name: string): unknown };
  toPy(value: unknown): { get(name: string): unknown };
  runPython(code: string, options?: { globals: unknown }): unknown;
}

let python: Promise<Python> | null = null;
let runOne: ((input: string) => string) | null = null;

addEventListener('message', ({ data }: MessageEvent<{ folder?: string; program?: string; input?: string }>) => {
  void answer(data).then(
    (value) => postMessage(value),
    (error: unknown) => postMessage({ failed: error instanceof Error ? error.message : String(error) }),
  );
});

async function answer({
  folder,
  program,
  input,
}: {
  folder?: string;
  program?: string;
  input?: string;
}): Promise<string> {
  if (folder !== undefined) {
    const { loadPyodide } = (await import(`${folder}pyodide.mjs`)) as {
      loadPyodide: (options: object) => Promise<Python>;
    };
    python ??= loadPyodide({ indexURL: folder });
    await python;
    return 'ready';
  }
  const machine = await python;
  if (!machine) throw new Error('Python is not there.');
  if (program !== undefined) {
    const names = machine.toPy({});
    machine.runPython(program, { globals: names });
    runOne = names.get('lernen_run') as (input: string) => string;
    return 'ready';
  }
  return runOne?.(input ?? '') ?? '';
}
