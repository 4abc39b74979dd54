import * as z from 'zod/mini';
import type { Cell } from './cells';
import type { Zone } from './time';

/** What a column of CSV can say of other records. */
export interface CsvNames {
  readonly zone: Zone;
  /** The name of a technique; empty for none. */
  readonly technique: (id: string | null) => string;
  /** The title of a problem. */
  readonly title: (problemId: string) => string;
}

/** What a column of CSV needs to find other records by their names. */
export interface CsvFinder {
  /** The id of the technique of a name; one that is not known yet is made. */
  readonly technique: (name: string) => string;
}

/** A column of CSV that a field is written to, and read from where it can be. */
export interface CsvColumn<T> {
  readonly heading: string;
  /** Other headings that people give it. */
  readonly aliases?: readonly string[];
  readonly write: (value: T, names: CsvNames) => string | number;
  /** Reads a cell that is not empty; `before` is what columns of the same field said. */
  readonly read?: (cell: string, before: T | undefined, finder: CsvFinder) => Cell<T>;
}

/** A field in words: after `key:` on the quick line, and in a plain line of the form. */
export interface InWords<T> {
  /** A word of its own on the quick line. */
  readonly key: string;
  /** What it is called, on the form and where it is wrong. */
  readonly label: string;
  readonly maxLength: number;
  /** What to write, where that needs saying. */
  readonly example?: string;
  readonly read: (words: string) => Cell<T>;
  /** Empty where there is nothing to say; reading it gives the value back. */
  readonly write: (value: T) => string;
}

/** One field of a record in every form that it takes. */
export interface Field<S extends z.ZodMiniType = z.ZodMiniType> {
  /** What stands for it in records from before it: the schema's default. */
  readonly schema: S;
  readonly csv: readonly CsvColumn<z.infer<S>>[];
  /** Null for a field with marks of its own on the quick line, and a control of its own in the form; or with neither. */
  readonly inWords: InWords<z.infer<S>> | null;
}

export function field<S extends z.ZodMiniType>(schema: S, rest: Omit<Field<S>, 'schema'>): Field<S> {
  return { schema, ...rest };
}

type FieldTable = Readonly<Record<string, { readonly schema: z.ZodMiniType }>>;

/** The schemas of all fields of a table, by name. */
export function schemasOf<T extends FieldTable>(table: T): { [F in keyof T]: T[F]['schema'] } {
  return Object.fromEntries(Object.entries(table).map(([name, { schema }]) => [name, schema])) as {
    [F in keyof T]: T[F]['schema'];
  };
}

/** The fields of a table that are said in words, in its order. */
export function fieldsInWords<T extends FieldTable>(
  table: T,
): { readonly name: keyof T & string; readonly inWords: InWords<unknown> }[] {
  return Object.entries(table as unknown as Readonly<Record<string, Field>>).flatMap(([name, { inWords }]) =>
    inWords ? [{ name, inWords }] : [],
  );
}

/** What a table's fields hold. */
export type FieldsOf<T extends FieldTable> = { [F in keyof T]: z.infer<T[F]['schema']> };

/** A few words, kept as they are; nothing where there are none. */
export function fewWords(key: string, label: string, maxLength: number): InWords<string | null> {
  return {
    key,
    label,
    maxLength,
    read: (words) =>
      words.length > maxLength ? { reason: `has at most ${maxLength} characters` } : { value: words.trim() || null },
    write: (value) => value ?? '',
  };
}
