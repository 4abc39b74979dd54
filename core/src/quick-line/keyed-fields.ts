import { type Attempt, attemptFields, attemptWith, attemptsFrom } from '../model/attempt';
import { type InWords, fieldsInWords } from '../model/field-table';
import { type SittingFacts, sittingFields } from '../model/sitting';
import type { Result } from '../model/sitting-words';

/** A field that the quick line says in words after a key: of the sitting, or of its last attempt. */
export interface KeyedField {
  readonly name: string;
  readonly of: 'sitting' | 'attempt';
  readonly inWords: InWords<unknown>;
}

/** By their keys. */
export const keyedFields: ReadonlyMap<string, KeyedField> = new Map(
  [
    ...fieldsInWords(sittingFields).map((field): KeyedField => ({ ...field, of: 'sitting' })),
    ...fieldsInWords(attemptFields).map((field): KeyedField => ({ ...field, of: 'attempt' })),
  ].map((field) => [field.inWords.key, field]),
);

/** What words by key, each of which can be read, say of a sitting with so many attempts and this result. */
export function factsFromWords(
  words: Readonly<Record<string, string>>,
  attempts: number | null,
  result: Result,
): SittingFacts {
  const said = { sitting: {} as Record<string, unknown>, attempt: {} as Record<string, unknown> };
  for (const [key, text] of Object.entries(words)) {
    const field = keyedFields.get(key);
    const cell = field?.inWords.read(text);
    if (field && cell && 'value' in cell) said[field.of][field.name] = cell.value;
  }
  const isJudged = Object.keys(said.attempt).length > 0;
  const all = attemptsFrom(attempts ?? (isJudged ? 1 : 0), result);
  const last: Attempt = { ...(all.at(-1) ?? attemptWith(null)), ...said.attempt };
  return { ...said.sitting, attempts: isJudged ? [...all.slice(0, -1), last] : all };
}
