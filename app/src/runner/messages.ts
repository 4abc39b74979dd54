import type { CaseInput, Ran } from '@lernen/core/run';

/** What the app asks the runner page: to run a program on some inputs, or to end that. */
export type ToRunner =
  | {
      readonly ask: 'run';
      readonly id: number;
      readonly machine: 'script' | 'python';
      /** The program that defines `lernenRun` or `lernen_run`. */
      readonly program: string;
      readonly inputs: readonly CaseInput[];
      /** Milliseconds for one input. */
      readonly limitMs: number;
      /** Whether peak memory is wanted too, where the language can tell. */
      readonly isMeasured: boolean;
    }
  | { readonly ask: 'stop'; readonly id: number };

/** What the runner page tells: that Python is on its way, what one input came to, and that all are done. */
export type FromRunner =
  | { readonly tell: 'loading'; readonly id: number }
  | { readonly tell: 'ran'; readonly id: number; readonly index: number; readonly ran: Ran }
  | { readonly tell: 'done'; readonly id: number }
  | { readonly tell: 'failed'; readonly id: number; readonly message: string };
