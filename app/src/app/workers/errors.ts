import { type Fault, LernenError } from '@lernen/core/errors';
import { transferHandlers } from 'comlink';

interface SentError {
  readonly name: string;
  readonly message: string;
  readonly code: string;
  readonly faults: readonly Fault[];
}

/** An error that crossed over from a worker, with its code and faults. */
export class WorkerError extends LernenError {}

interface Thrown {
  readonly value: unknown;
}

/** Comlink sends only name and message of an error; the code and faults of ours have to come along. Both sides call this. */
export function carryErrors(): void {
  const plain = transferHandlers.get('throw');
  if (!plain) return;
  transferHandlers.set('throw', {
    canHandle: (value): value is Thrown => plain.canHandle(value),
    serialize: (thrown: Thrown) => {
      const error = thrown.value;
      if (!(error instanceof LernenError)) return plain.serialize(thrown);
      const { name, message, code, faults } = error;
      return [{ lernen: { name, message, code, faults } }, []];
    },
    deserialize: (sent: unknown) => {
      const ours = (sent as { lernen?: SentError }).lernen;
      if (ours) throw new WorkerError(ours.code, ours.message, ours.faults);
      return plain.deserialize(sent);
    },
  });
}
