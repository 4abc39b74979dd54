import * as z from 'zod/mini';
import { flag } from './fields';

/** A UUIDv7: its order is the order of creation. */
export const IdSchema = z.uuidv7();
export type Id = z.infer<typeof IdSchema>;

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

export interface LogRecord {
  readonly id: string;
  readonly revision: Id;
  readonly deleted: boolean;
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
