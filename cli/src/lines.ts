import { CostError, LernenError } from '@lernen/core/errors';
import type { Io } from './io';
import { jsonOf } from './json';

/** What stands in the place of an answer that could not be given. */
export interface LineError {
  readonly error: {
    readonly code: string;
    readonly message: string;
    /** Offset of the first letter in the way, where that is known. */
    readonly at?: number;
  };
}

/** Answers every line of standard input with a line of JSON. One that cannot be answered is an error and ends nothing. */
export async function answerLines(io: Io, answer: (line: string) => object): Promise<void> {
  for await (const line of io.lines()) {
    if (line.trim() !== '') io.out(`${jsonOf(answered(line, answer))}\n`);
  }
}

function answered(line: string, answer: (line: string) => object): object {
  try {
    return answer(line);
  } catch (error) {
    return errorOf(error);
  }
}

function errorOf(error: unknown): LineError {
  const message = error instanceof Error ? error.message : String(error);
  if (error instanceof CostError) return { error: { code: error.code, message, at: error.at } };
  return { error: { code: error instanceof LernenError ? error.code : 'arguments', message } };
}

/** A JSON list of arguments. @throws LernenError when it is none. */
export function argumentsIn(line: string): string[] {
  let value: unknown;
  try {
    value = JSON.parse(line);
  } catch {
    value = null;
  }
  if (Array.isArray(value) && value.every((it): it is string => typeof it === 'string')) return value;
  throw new LernenError('arguments', 'Write the arguments of one line as a JSON list of texts, such as ["n^2"].');
}
