import type { Id } from './record';

/** A record of which each field is merged on its own. */
export interface FieldwiseRecord {
  readonly revision: Id | null;
  /** The revision with which each field was changed last; a field that stands as it was made is left out. */
  readonly changed?: Readonly<Record<string, Id>> | undefined;
}

/** What says which record this is, and in which state, rather than what it holds. */
const ofTheRecord: readonly string[] = ['id', 'revision', 'changed', 'deleted'];

function fieldsOf(record: object): string[] {
  return Object.keys(record).filter((name) => !ofTheRecord.includes(name));
}

/** Whether two values of a field say the same. Both come out of a schema, so that their parts have one order. */
export function isSameValue(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

/** The state `after`, which says of each field that differs from `before` that it was changed with its revision. */
export function withChanges<R extends FieldwiseRecord>(before: R | null, after: R): R {
  const { changed: _said, ...plain } = after;
  if (before === null || after.revision === null) return plain as R;
  const revision = after.revision;
  const differing = fieldsOf(after).filter((name) => !isSameValue(before[name as keyof R], after[name as keyof R]));
  return withClocks(plain as R, {
    ...before.changed,
    ...Object.fromEntries(differing.map((name) => [name, revision])),
  });
}

/** In one order, so that the same state is the same text. */
function withClocks<R extends FieldwiseRecord>(record: R, clocks: Readonly<Record<string, Id>>): R {
  const names = Object.keys(clocks).sort();
  if (names.length === 0) return record;
  return { ...record, changed: Object.fromEntries(names.map((name) => [name, clocks[name] ?? ''])) };
}

/**
 * Both states in one: of each field the one that was changed last, of what was changed in neither the newer record's.
 * In whatever order copies are merged, the same comes of it.
 */
export function mergedFields<R extends FieldwiseRecord>(a: R, b: R): R {
  const [older, newer] = (a.revision ?? '') < (b.revision ?? '') ? [a, b] : [b, a];
  const clockOf = (record: R, name: string): Id => record.changed?.[name] ?? '';
  const taken = fieldsOf(older).filter((name) => clockOf(older, name) > clockOf(newer, name));
  const fields = Object.fromEntries(taken.map((name) => [name, older[name as keyof R]]));
  const clocks = {
    ...older.changed,
    ...newer.changed,
    ...Object.fromEntries(taken.map((name) => [name, clockOf(older, name)])),
  };
  return withClocks({ ...newer, ...fields } as R, clocks);
}

/** A field that was changed in both of two copies, and differs. */
export interface FieldClash {
  readonly field: string;
  readonly here: unknown;
  readonly there: unknown;
  /** Which of the two stands after the merge: the one that was changed last. */
  readonly taken: 'here' | 'there';
}

export function clashesOf<R extends FieldwiseRecord>(here: R, there: R): FieldClash[] {
  return fieldsOf(here).flatMap((name) => {
    const [ours, theirs] = [here.changed?.[name], there.changed?.[name]];
    const [a, b] = [here[name as keyof R], there[name as keyof R]];
    if (ours === undefined || theirs === undefined || ours === theirs || isSameValue(a, b)) return [];
    return [{ field: name, here: a, there: b, taken: ours > theirs ? ('here' as const) : ('there' as const) }];
  });
}
