import * as z from 'zod/mini';
import { ArchiveError, type Fault } from '../errors';
import {
  type CollectionName,
  type Collections,
  collectionNames,
  collectionOf,
  collections,
  dataVersion,
  eachCollection,
} from '../model/collections';
import { listOf, orNull } from '../model/fields';
import type { StoredRecords } from '../model/log';
import { type OldRecord, broughtUp } from '../model/migrations';
import type { LogRecord } from '../model/record';
import { safeParse } from '../model/safe-parse';
import { SettingsSchema } from '../model/settings';
import { type Instant, InstantSchema } from '../model/time';

export const archiveFormat = 'lernen-archive';
export const archiveVersion = dataVersion;

type CollectionLists = {
  [N in CollectionName]: z.ZodMiniDefault<z.ZodMiniArray<(typeof collections)[N]['schema']>>;
};

/** Everything a person has, in one file. docs/file-format.md describes it, docs/lernen-archive.schema.json fixes it. */
export const ArchiveSchema = z.strictObject({
  format: z.literal(archiveFormat),
  version: z.literal(archiveVersion),
  exportedAt: InstantSchema,
  ...eachCollection<CollectionLists>(
    (name) => listOf<z.ZodMiniType>(collections[name].schema) as unknown as CollectionLists[typeof name],
  ),
  settings: orNull(SettingsSchema),
});
export type Archive = z.infer<typeof ArchiveSchema>;

export function archiveFrom(stored: StoredRecords, exportedAt: Instant): Archive {
  return {
    format: archiveFormat,
    version: archiveVersion,
    exportedAt,
    ...eachCollection<{ [N in CollectionName]: Collections[N][] }>(
      (name) => [...stored[name]] as Collections[CollectionName][] as never,
    ),
    settings: stored.settings,
  };
}

/** Writes an archive as a file: one record a line, so that two files can be compared by eye. */
export function formatArchive(archive: Archive): string {
  const fields = Object.entries(archive).map(([name, value]) => {
    if (!Array.isArray(value) || value.length === 0) return `${JSON.stringify(name)}: ${JSON.stringify(value)}`;
    return `${JSON.stringify(name)}: [\n${value.map((record) => JSON.stringify(record)).join(',\n')}\n]`;
  });
  return `{\n${fields.join(',\n')}\n}\n`;
}

const maxFaults = 100;
const maxFaultText = 300;

/**
 * Reads an archive file.
 * @throws ArchiveError when it is no archive, comes from a later version, or is damaged; with path and reason of every
 * fault, at most a hundred.
 */
export function readArchive(text: string): Archive {
  const value = parseJson(text);
  if (typeof value !== 'object' || value === null || !('format' in value) || value.format !== archiveFormat) {
    throw new ArchiveError('This is not a Lernen archive.', [{ path: 'format', reason: `must be "${archiveFormat}"` }]);
  }
  const version = 'version' in value ? value.version : undefined;
  if (typeof version === 'number' && version > archiveVersion) {
    throw new ArchiveError(
      `This archive has version ${version}; this Lernen reads up to ${archiveVersion}. Update Lernen first.`,
      [{ path: 'version', reason: `is ${version}, at most ${archiveVersion} can be read` }],
    );
  }
  const { archive, faults } = parsedArchive(asOfThisVersion(value, version));
  if (archive === null || faults.length > 0) {
    const count =
      faults.length === maxFaults
        ? `${maxFaults} places or more`
        : faults.length === 1
          ? 'one place'
          : `${faults.length} places`;
    throw new ArchiveError(`This archive is damaged in ${count}. Nothing was taken from it.`, faults);
  }
  return archive;
}

/** Record by record, up to the most faults that are told: a file that is wrong in millions of places ends as soon. */
function parsedArchive(value: object): { readonly archive: Archive | null; readonly faults: readonly Fault[] } {
  const faults: Fault[] = [];
  const lists: Partial<Record<CollectionName, unknown[]>> = {};
  const frame: Record<string, unknown> = { ...value };
  for (const name of collectionNames) {
    const records: unknown = frame[name];
    if (!Array.isArray(records)) continue;
    frame[name] = [];
    const read: unknown[] = [];
    for (const [index, record] of records.entries()) {
      if (faults.length >= maxFaults) break;
      const parsed = safeParse(collectionOf(name).schema, record);
      if (parsed.success) read.push(parsed.data);
      else faults.push(...faultsOf(parsed.error, [name, index]));
    }
    lists[name] = read;
  }
  const parsed = ArchiveSchema.safeParse(frame);
  if (!parsed.success) faults.push(...faultsOf(parsed.error));
  if (!parsed.success || faults.length > 0) return { archive: null, faults: faults.slice(0, maxFaults) };
  const archive = { ...parsed.data, ...lists } as Archive;
  return { archive, faults: [...strayReferences(archive), ...repeatedRevisions(archive)].slice(0, maxFaults) };
}

/** Where every revision is kept, it is what a record is told apart by. */
function repeatedRevisions(archive: Archive): Fault[] {
  return collectionNames
    .filter((name) => collections[name].keeps === 'revisions')
    .flatMap((name) => {
      const seen = new Set<string>();
      return archive[name].flatMap(({ revision }, index) => {
        if (seen.has(revision))
          return [{ path: `${name}[${index}].revision`, reason: 'is that of another record of the file' }];
        seen.add(revision);
        return [];
      });
    });
}

function asOfThisVersion(value: object, version: unknown): object {
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1 || version >= archiveVersion)
    return value;
  return { ...broughtUp(value as OldRecord, version), version: archiveVersion };
}

/** Zod's issues as paths and reasons, below a path. */
export function faultsOf(error: z.core.$ZodError, below: readonly PropertyKey[] = []): Fault[] {
  return error.issues
    .slice(0, maxFaults)
    .map((issue) => ({ path: shortened(pathText([...below, ...issue.path])), reason: shortened(issue.message) }));
}

/** A key of the file may be megabytes long. */
function shortened(text: string): string {
  return text.length > maxFaultText ? `${text.slice(0, maxFaultText)} …` : text;
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    throw new ArchiveError('This file is not JSON, or is cut off.', [{ path: '', reason }]);
  }
}

function strayReferences(archive: Archive): Fault[] {
  const known = new Set(archive.problems.map((problem) => problem.id));
  return collectionNames
    .filter((name) => collections[name].isOfProblem)
    .flatMap((name) =>
      archive[name].flatMap((record: LogRecord & { readonly problemId?: string }, index) =>
        record.problemId !== undefined && known.has(record.problemId)
          ? []
          : [{ path: `${name}[${index}].problemId`, reason: 'names a problem that is not in the file' }],
      ),
    )
    .slice(0, maxFaults);
}

function pathText(path: readonly PropertyKey[]): string {
  return path
    .map((key, index) => (typeof key === 'number' ? `[${key}]` : `${index > 0 ? '.' : ''}${String(key)}`))
    .join('');
}
