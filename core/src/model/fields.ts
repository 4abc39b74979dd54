import * as z from 'zod/mini';
import { faultWords } from './fault-words';

// The small build of Zod says nothing about what is wrong unless told a language.
z.config({ localeError: faultWords });

/** Parts that the schemas of the records are made of. */

/** One line of text, trimmed and not empty. */
export const line = (max: number): z.ZodMiniString<string> =>
  z.string().check(z.trim(), z.minLength(1), z.maxLength(max));

/** Text of any number of lines; empty where nothing was written. */
export const text = (max: number): z.ZodMiniDefault<z.ZodMiniString> =>
  z._default(z.string().check(z.maxLength(max)), '');

/** A number within both ends. */
export const numberWithin = (min: number, max: number): z.ZodMiniNumber =>
  z.number().check(z.minimum(min), z.maximum(max));

/** A whole number within both ends. */
export const wholeNumber = (min: number, max: number): z.ZodMiniNumberFormat =>
  z.int().check(z.minimum(min), z.maximum(max));

/** What is not known is null, and null where it is left out. */
export const orNull = <T extends z.ZodMiniType>(schema: T): z.ZodMiniDefault<z.ZodMiniNullable<T>> =>
  z._default(z.nullable(schema), null);

/** A list, of at most `max` where that is given; empty where it is left out. */
export const listOf = <T extends z.ZodMiniType>(schema: T, max?: number): z.ZodMiniDefault<z.ZodMiniArray<T>> => {
  const list = z.array(schema);
  return z._default(max === undefined ? list : list.check(z.maxLength(max)), () => []);
};

/** A yes or no that is no where it is left out. */
export const flag = (): z.ZodMiniDefault<z.ZodMiniBoolean> => z._default(z.boolean(), false);

/** The schema of a field that has a default, without it: for a form, in which every field stands. */
export const given = <T extends z.ZodMiniType>(schema: z.ZodMiniDefault<T>): T => schema._zod.def.innerType;

/** A line of a form: what is left empty means nothing. */
export const blankIsNull = <T extends z.ZodMiniType<string | null, string | null>>(
  schema: T,
): z.ZodMiniPipe<z.ZodMiniTransform<string | null, string>, T> =>
  z.pipe(
    z.transform((text: string) => text.trim() || null),
    schema,
  );
