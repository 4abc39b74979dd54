import * as z from 'zod/mini';
import { flag } from './fields';

/** The first moment of the year 2200, as a UUIDv7 begins. */
const tooLate = '0699e991-a800-';

/** A UUIDv7: its order is the order of creation. One of a clock far ahead would leave no room for those that follow. */
export const IdSchema = z
  .uuidv7()
  .check(z.refine((id) => id.toLowerCase() < tooLate, { error: 'must have been made before the year 2200' }));
export type Id = z.infer<typeof IdSchema>;

/** Older than any that a person can make, so that every change of theirs wins over what has it. */
export const oldestRevision: Id = '00000000-0000-7000-8000-000000000000';

/** Makes identifiers. Passed in, so that core stays free of clocks and randomness. */
export type NewId = () => Id;

/**
 * What every record carries. `id` names the thing for good; `revision` names this state of it and orders states in
 * time; a `deleted` record is a tombstone, kept so that a deletion survives a merge and can be undone.
 */
export const recordShape = {
  id: IdSchema,
  revision: IdSchema,
  deleted: flag(),
};

/** What a record carries whose fields are merged one by one; see `fieldwise.ts`. */
export const fieldwiseShape = {
  ...recordShape,
  changed: z.optional(z.record(z.string(), IdSchema)),
};

export interface LogRecord {
  readonly id: string;
  readonly revision: Id;
  readonly deleted: boolean;
}

/**
 * A revision greater than the greatest one seen: `fresh` where the clock has gone on since, else `fresh` at a millisecond
 * after it. So a clock that is set back, or another copy's that is ahead, never makes a newer state look older (a hybrid
 * logical clock, Kulkarni et al. 2014, with the 48 bits of time of a UUIDv7 as its one counter).
 */
export function revisionAfter(seen: Id, fresh: Id): Id {
  if (fresh > seen) return fresh;
  const time = (timeOfId(seen) + 1).toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}${fresh.slice(13)}`;
}

/** When an id was made, milliseconds since the epoch. */
export function timeOfId(id: Id): number {
  return Number.parseInt(id.replace('-', '').slice(0, 12), 16);
}

/** The newest revision of each id, tombstones included, in order of first appearance. */
export function newestRevisions<R extends LogRecord>(records: Iterable<R>): R[] {
  const newest = new Map<string, R>();
  for (const record of records) {
    const known = newest.get(record.id);
    if (!known || record.revision > known.revision) newest.set(record.id, record);
  }
  return [...newest.values()];
}

/** The records that stand: newest revisions without tombstones. */
export function currentRecords<R extends LogRecord>(records: Iterable<R>): R[] {
  return newestRevisions(records).filter((record) => !record.deleted);
}
