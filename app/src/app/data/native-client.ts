import { LernenError } from '@lernen/core/errors';
import {
  type CaseInput,
  type MachineFamily,
  type NativeFamily,
  type Program,
  type Ran,
  type Value,
  readValue,
  valueJson,
} from '@lernen/core/run';
import { askServer } from './ask-server';

/** A language of the machine, with its version where it is there. */
export interface NativeTool {
  readonly family: NativeFamily;
  readonly name: string;
  readonly version: string | null;
  /** The package of Debian that brings it. */
  readonly install: string;
}

/** Whether native languages may be run here, how they are confined, and what there is. */
export interface NativeState {
  readonly isOn: boolean;
  readonly confined: string;
  readonly tools: readonly NativeTool[];
}

const address = '/api/native';
const away = 'The server does not answer: native languages run when npm start does.';

/** @throws ServerFailure */
export async function nativeState(): Promise<NativeState> {
  return (await (await askServer(address, away)).json()) as NativeState;
}

/** @throws ServerFailure */
export async function switchNative(isOn: boolean): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  await askServer(address, away, { method: 'PUT', headers, body: JSON.stringify({ isOn }) });
}

/** A program with what it is asked, to be run by the machine's own tools. */
export interface NativeRunJob {
  readonly family: MachineFamily;
  readonly program: Program;
  readonly inputs: readonly CaseInput[];
  readonly limitMs: number;
  readonly onRan: (index: number, ran: Ran) => void;
}

/** Runs a program and tells each answer as it comes; aborting ends the run. @throws ServerFailure, LernenError */
export async function runNative({ onRan, ...job }: NativeRunJob, signal: AbortSignal): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  const body = valueJson(job as unknown as Value);
  const response = await askServer(`${address}/run`, away, { method: 'POST', headers, body, signal });
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let [rest, isDone] = ['', false];
  for (;;) {
    const { value = '', done } = (await reader?.read()) ?? { done: true };
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) {
      const told = readValue(line) as { error?: string; isDone?: boolean; index?: number; ran?: Value };
      if (told.error !== undefined) throw new LernenError('run', told.error);
      if (told.index !== undefined) onRan(told.index, told.ran as unknown as Ran);
      isDone ||= told.isDone === true;
    }
    if (done) break;
  }
  if (!isDone) throw new LernenError('run', 'The server stopped in the middle of the run. Run it again.');
}
