import { type PyodideAPI, loadPyodide } from 'pyodide';

let python: Promise<PyodideAPI> | null = null;

/** Runs a Python program as the browser does, and gives what it defines as `lernen_run`. */
export async function startPython(program: string): Promise<(input: string) => string> {
  python ??= loadPyodide();
  const machine = await python;
  const names = machine.toPy({}) as { get(name: string): unknown };
  machine.runPython(program, { globals: names as never });
  return names.get('lernen_run') as (input: string) => string;
}
