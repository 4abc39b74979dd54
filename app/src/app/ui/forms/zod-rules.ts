import {
  MAX,
  MAX_LENGTH,
  MIN,
  REQUIRED,
  type SchemaPath,
  type SchemaPathTree,
  metadata,
  validateStandardSchema,
} from '@angular/forms/signals';
import type { FormSchema } from '@lernen/core/model';

/**
 * Makes the rules of a Zod schema those of a form over the same values: how long and how large a field may be, which it
 * needs, and in which words it is refused. Nothing of that is said again in a template.
 */
export function zodRules<T extends object>(path: SchemaPath<T> & SchemaPathTree<T>, schema: FormSchema<T>): void {
  // The form's type asks for what the schema would accept as well as for what it gives; both are the same here.
  validateStandardSchema(path as never, schema as never);
  limit(path, schema);
}

/** A schema, as far as its limits go. */
interface Rule {
  readonly _zod: { readonly def: object };
}

/** What a schema is made of. */
interface Parts {
  readonly type: string;
  readonly format?: string;
  readonly shape?: Readonly<Record<string, Rule>>;
  readonly innerType?: Rule;
  /** Where a pipe leads. */
  readonly out?: Rule;
  readonly checks?: readonly { readonly _zod: { readonly def: object } }[];
}

/** What a check asks for: lengths are `minimum` and `maximum`, sizes of numbers `value`. */
interface Check {
  readonly check: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly value?: number;
}

function limit(path: unknown, schema: Rule): void {
  const { type, format, shape, innerType, out, checks = [] } = schema._zod.def as Parts;
  const inner = innerType ?? out;
  if (shape) {
    for (const [name, field] of Object.entries(shape)) limit((path as Record<string, unknown>)[name], field);
    return;
  }
  if (inner) {
    limit(path, inner);
    return;
  }
  const at = path as SchemaPath<string> & SchemaPath<number>;
  const asked = new Map(checks.map(({ _zod }) => [(_zod.def as Check).check, _zod.def as Check]));
  if (type === 'string') {
    const isRequired =
      format !== undefined || asked.has('string_format') || (asked.get('min_length')?.minimum ?? 0) > 0;
    metadata(at, REQUIRED, () => isRequired);
    metadata(at, MAX_LENGTH, () => asked.get('max_length')?.maximum);
  } else if (type === 'number') {
    metadata(at, MIN, () => asked.get('greater_than')?.value);
    metadata(at, MAX, () => asked.get('less_than')?.value);
  }
}
