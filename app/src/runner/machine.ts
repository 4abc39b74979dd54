import type { CaseInput, Ran } from '@lernen/core/run';

/** A language that can be run: a program is given, then asked once and again. */
export interface Machine {
  /** @throws Error with words for people where the machine itself cannot be started. */
  start(program: string): Promise<void>;
  ask(input: CaseInput, limitMs: number, isMeasured: boolean): Promise<Ran>;
  /** Ends what is under way; the next start makes everything again. */
  stop(): void;
}
