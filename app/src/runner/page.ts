// The page on which people's code runs: of an origin that nothing else belongs to, so that code reaches neither the app, nor
// its database, nor the network. The app talks to it through one port.
import type { Machine } from './machine';
import { ScriptMachine } from './script-machine';
import { PythonMachine } from './python-machine';
import type { FromRunner, ToRunner } from './messages';

const machines = { script: new ScriptMachine(), python: new PythonMachine(new URL('.', location.href)) };
let current = { id: 0, stop: (): void => undefined };

addEventListener('message', (event) => {
  const [port] = event.ports;
  if (event.source !== parent || !port) return;
  port.postMessage('here');
  port.onmessage = ({ data }: MessageEvent<ToRunner>) => {
    if (data.ask === 'stop') {
      if (current.id === data.id) current.stop();
      return;
    }
    current.stop();
    void run(data, (message) => port.postMessage(message));
  };
});

async function run(
  { id, machine: name, program, inputs, limitMs, isMeasured }: Extract<ToRunner, { ask: 'run' }>,
  tell: (message: FromRunner) => void,
): Promise<void> {
  const machine: Machine = machines[name];
  let isStopped = false;
  current = {
    id,
    stop: () => {
      if (isStopped) return;
      isStopped = true;
      machine.stop();
    },
  };
  const isOver = (): boolean => isStopped;
  try {
    tell({ tell: 'loading', id });
    await machine.start(program);
    for (const [index, input] of inputs.entries()) {
      if (isOver()) return;
      const ran = await machine.ask(input, limitMs, isMeasured);
      if (isOver()) return;
      tell({ tell: 'ran', id, index, ran });
      // Code that does not compile does not for any input.
      if (ran.outcome === 'did-not-compile') break;
      if (ran.outcome === 'too-slow' || ran.outcome === 'too-much-memory') await machine.start(program);
    }
    tell({ tell: 'done', id });
  } catch (error) {
    if (!isOver()) tell({ tell: 'failed', id, message: error instanceof Error ? error.message : String(error) });
  } finally {
    isStopped = true;
  }
}
