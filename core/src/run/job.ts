import type { Signature } from './signature';
import type { Value } from './value';

/** What a program is asked once. */
export type CaseInput =
  | { readonly shape: 'call'; readonly given: readonly Value[] }
  | { readonly shape: 'object'; readonly calls: readonly (readonly [name: string, given: readonly Value[]])[] }
  | { readonly shape: 'stdio'; readonly text: string };

/** What a program did when it was asked, as its harness reports it. */
export type Ran =
  | {
      readonly outcome: 'answered';
      readonly value: Value;
      readonly printed: string;
      readonly ms: number;
      /** Peak memory in bytes, where it was measured. */
      readonly bytes?: number;
    }
  | {
      readonly outcome: 'crashed' | 'too-much-output' | 'did-not-compile';
      readonly message: string;
      /** Line of the person's code, from 1; null where it is not known. */
      readonly line: number | null;
      readonly printed: string;
      readonly ms: number;
    }
  /** Ended from outside, as it took too long or too much. */
  | { readonly outcome: 'too-slow' | 'too-much-memory'; readonly printed: string; readonly ms: number };

/** A program that can be asked: text for the worker or the machine that runs it, and where the person's lines are in it. */
export interface Program {
  readonly text: string;
  /** What asks it, where that stands in a file of its own, as native languages want it. */
  readonly harness?: string;
  readonly signature: Signature;
}

/** Lines of a JavaScript program before the first line of the person's code. */
export const scriptLinesBefore = 1;

/** Printed letters beyond this are dropped, and far beyond it a run is ended. */
export const shownOutput = 20_000;
export const mostOutput = 2_000_000;

/** What stands before the JSON of an answer in what a native program writes. */
export const answerMark = '\u001e';
