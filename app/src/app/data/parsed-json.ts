import type * as z from 'zod/mini';

/** What the page's storage holds; null where it is nothing that can be read. */
export function parsedJson<S extends z.ZodMiniType>(schema: S, text: string | null): z.infer<S> | null {
  try {
    return schema.safeParse(JSON.parse(text ?? 'null')).data ?? null;
  } catch {
    return null;
  }
}
