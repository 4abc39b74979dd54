import type * as z from 'zod/mini';

/** The schema of what stands in a form; reading it may give something else, such as null for a line that is empty. */
export type FormSchema<T> = z.ZodMiniType<unknown, T>;

/** Faults of what a person has typed: a form with them is one that is not finished yet. */
const unfinished = new Set(['too_small', 'too_big', 'invalid_format', 'custom', 'not_multiple_of']);

/**
 * A form as it was kept, read back: faults that a person can mend are fine, while a value of another shape, such as one that
 * an older version kept, is refused.
 */
export function readKeptForm<T>(schema: FormSchema<T>, text: string): T | null {
  const value = parseJson(text);
  const read = schema.safeParse(value);
  const isForm = read.success || read.error.issues.every(({ code }) => unfinished.has(code));
  return isForm ? (value as T) : null;
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
