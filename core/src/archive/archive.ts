import * as z from 'zod/mini';
import { ArchiveError, type Fault } from '../errors';
import { ChoiceSchema } from '../model/choice';
import { EntrySchema } from '../model/entry';
import { listOf, orNull } from '../model/fields';
import { InterviewSchema } from '../model/interview';
import type { StoredRecords } from '../model/log';
import { ProblemSchema } from '../model/problem';
import { ProblemListSchema } from '../model/problem-list';
import { SettingsSchema } from '../model/settings';
import { SittingSchema } from '../model/sitting';
import { TechniqueSchema } from '../model/technique';
import { type Instant, InstantSchema } from '../model/time';

export const archiveFormat = 'lernen-archive';
export const archiveVersion = 3;

/** Everything a person has, in one file. docs/file-format.md describes it, docs/lernen-archive.schema.json fixes it. */
export const ArchiveSchema = z.strictObject({
  format: z.literal(archiveFormat),
  version: z.literal(archiveVersion),
  exportedAt: InstantSchema,
  problems: listOf(ProblemSchema),
  /** All revisions, tombstones included. */
  sittings: listOf(SittingSchema),
  /** Only those the person added or changed. */
  techniques: listOf(TechniqueSchema),
  interviews: listOf(InterviewSchema),
  choices: listOf(ChoiceSchema),
  /** Rows of problems for later. A problem that was removed stays named. */
  lists: listOf(ProblemListSchema),
  /** What the sheets of the problems hold. */
  entries: listOf(EntrySchema),
  settings: orNull(SettingsSchema),
});
export type Archive = z.infer<typeof ArchiveSchema>;

export function archiveFrom(stored: StoredRecords, exportedAt: Instant): Archive {
  return {
    format: archiveFormat,
    version: archiveVersion,
    exportedAt,
    problems: [...stored.problems],
    sittings: [...stored.sittings],
    techniques: [...stored.techniques],
    interviews: [...stored.interviews],
    choices: [...stored.choices],
    lists: [...stored.lists],
    entries: [...stored.entries],
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
  const parsed = ArchiveSchema.safeParse(broughtUp(value, version));
  const faults = parsed.success ? strayReferences(parsed.data) : faultsOf(parsed.error);
  if (!parsed.success || faults.length > 0) {
    const count =
      faults.length === maxFaults
        ? `${maxFaults} places or more`
        : faults.length === 1
          ? 'one place'
          : `${faults.length} places`;
    throw new ArchiveError(`This archive is damaged in ${count}. Nothing was taken from it.`, faults);
  }
  return parsed.data;
}

/** An archive of an older version as one of this version. */
function broughtUp(value: object, version: unknown): object {
  const second = version === 1 ? fromVersion1(value) : value;
  return version === 1 || version === 2 ? fromVersion2(second) : second;
}

/** Version 1 knew no sheets. */
function fromVersion1(value: object): object {
  return { ...value, version: 2, entries: [] };
}

/** Version 2 knew no lists. */
function fromVersion2(value: object): object {
  return { ...value, version: 3, lists: [] };
}

/** Zod's issues as paths and reasons. */
export function faultsOf(error: z.core.$ZodError): Fault[] {
  return error.issues.slice(0, maxFaults).map((issue) => ({ path: pathText(issue.path), reason: issue.message }));
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
  return (['sittings', 'entries'] as const)
    .flatMap((name) =>
      archive[name].flatMap(({ problemId }, index) =>
        known.has(problemId)
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
