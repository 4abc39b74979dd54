import { randomUUID } from 'node:crypto';
import { constants } from 'node:fs';
import { link, lstat, mkdir, open, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { BackupError } from './errors';

/** How much a backup holds. */
export interface BackupCounts {
  readonly problems: number;
  readonly sittings: number;
}

export interface BackupFile extends BackupCounts {
  /** The database that it is a copy of: its identity, or `earlier` for files of before databases had one. */
  readonly copy: string;
  readonly name: string;
  /** When it was written, ISO 8601 UTC. */
  readonly writtenAt: string;
  readonly bytes: number;
  /** Whether the clock stood in the future when it was written; it is the newest of nothing. */
  readonly isDatedAhead: boolean;
}

/** The newest backups that are kept of each copy, and beside them the last of each of so many days that have any. */
export const backupsKept = 20;
export const backupDaysKept = 30;

/** Backups closer together than this replace each other, so that those kept reach back over many evenings. */
export const minGapMinutes = 10;

/** Half-written files that are older than this belong to nobody any more. */
const draftMinutes = 60;

/** The folder itself, where files of before databases had an identity lie. They are offered, and never thinned. */
export const earlierCopy = 'earlier';

export const copyPattern = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
export const namePattern = /^lernen-\d{8}T\d{9}Z(?:-(\d+)p-(\d+)s)?\.json$/;
const draftPattern = /^\.lernen-.*\.json\./;

/**
 * A folder of archive files, with a folder in it for each database that is backed up, so that none pushes another's out.
 * A file is written beside its place, read back, and then linked into it: a crash leaves either the whole file or none,
 * and two servers on one folder never write over each other. Of those that lie close together the last one stays, of all
 * the newest `backupsKept`, and of earlier days the last one each.
 */
export class BackupFolder {
  private writing: Promise<unknown> = Promise.resolve();

  constructor(private readonly folder: string) {}

  /** Newest first; those that are dated ahead behind all others. */
  async list(now: Date): Promise<BackupFile[]> {
    const files: BackupFile[] = [];
    for (const copy of await this.copies())
      for (const name of await this.names(copy)) {
        const { size } = await lstat(join(this.pathOf(copy), name));
        const [, problems, sittings] = namePattern.exec(name) ?? [];
        const time = timeOf(name);
        files.push({
          copy,
          name,
          writtenAt: new Date(time).toISOString(),
          bytes: size,
          problems: Number(problems ?? 0),
          sittings: Number(sittings ?? 0),
          isDatedAhead: time > now.getTime() + minGapMinutes * 60_000,
        });
      }
    return files.sort(
      (a, b) => Number(a.isDatedAhead) - Number(b.isDatedAhead) || (a.writtenAt > b.writtenAt ? -1 : 1),
    );
  }

  /** The content of a backup; null when there is none of that name. A link is not followed. */
  async read(copy: string, name: string): Promise<string | null> {
    if (!isCopy(copy) || !namePattern.test(name) || !(await this.names(copy)).includes(name)) return null;
    return readPlainFile(join(this.pathOf(copy), name));
  }

  /** Writes one after the other, even when called at the same time. @throws BackupError when it does not read back. */
  write(copy: string, content: string, counts: BackupCounts, at: Date): Promise<BackupFile> {
    const written = this.writing.then(() => this.writeNow(copy, content, counts, at));
    this.writing = written.catch(() => undefined);
    return written;
  }

  /** Removes what a crash left half-written, but nothing that another server may be writing now. */
  async clearDrafts(now: Date): Promise<void> {
    for (const copy of await this.copies())
      for (const name of (await namesIn(this.pathOf(copy))).filter((it) => draftPattern.test(it))) {
        const path = join(this.pathOf(copy), name);
        if (now.getTime() - (await lstat(path)).mtimeMs > draftMinutes * 60_000) await rm(path, { force: true });
      }
  }

  private async writeNow(copy: string, content: string, counts: BackupCounts, at: Date): Promise<BackupFile> {
    const folder = this.pathOf(copy);
    await mkdir(folder, { recursive: true, mode: 0o700 });
    if ((await lstat(folder)).isSymbolicLink()) throw new BackupError(`${folder} is a link; backups do not follow it.`);
    const draft = join(folder, `.${nameOf(at.getTime(), counts)}.${randomUUID()}`);
    try {
      const file = await open(draft, 'wx', 0o600);
      try {
        await file.writeFile(content);
        await file.sync();
      } finally {
        await file.close();
      }
      if ((await readPlainFile(draft)) !== content) throw new BackupError('What was written does not read back.');
      const name = await linkFree(draft, folder, at, counts);
      for (const old of surplus(await this.names(copy), name)) await rm(join(folder, old), { force: true });
      const writtenAt = new Date(timeOf(name)).toISOString();
      return { copy, name, writtenAt, bytes: Buffer.byteLength(content), ...counts, isDatedAhead: false };
    } finally {
      await rm(draft, { force: true });
    }
  }

  private async copies(): Promise<string[]> {
    return [earlierCopy, ...(await namesIn(this.folder)).filter((name) => copyPattern.test(name))];
  }

  private async names(copy: string): Promise<string[]> {
    return (await namesIn(this.pathOf(copy))).filter((name) => namePattern.test(name)).sort();
  }

  private pathOf(copy: string): string {
    return copy === earlierCopy ? this.folder : join(this.folder, copy);
  }
}

export function isCopy(text: string): boolean {
  return text === earlierCopy || copyPattern.test(text);
}

/** Gives a finished file its name; one that is taken moves on by a millisecond. */
async function linkFree(draft: string, folder: string, at: Date, counts: BackupCounts): Promise<string> {
  for (let time = at.getTime(); ; time++) {
    const name = nameOf(time, counts);
    try {
      await link(draft, join(folder, name));
      return name;
    } catch (error) {
      if (!isCode(error, 'EEXIST')) throw error;
    }
  }
}

async function readPlainFile(path: string): Promise<string | null> {
  try {
    const file = await open(path, constants.O_RDONLY | constants.O_NOFOLLOW);
    try {
      return (await file.stat()).isFile() ? await file.readFile('utf8') : null;
    } finally {
      await file.close();
    }
  } catch (error) {
    if (isCode(error, 'ENOENT') || isCode(error, 'ELOOP')) return null;
    throw error;
  }
}

async function namesIn(folder: string): Promise<string[]> {
  try {
    return await readdir(folder);
  } catch (error) {
    if (isCode(error, 'ENOENT') || isCode(error, 'ENOTDIR')) return [];
    throw error;
  }
}

function isCode(error: unknown, code: string): boolean {
  return error instanceof Error && 'code' in error && error.code === code;
}

/** Which of a copy's names, oldest first, are to go now that `written` is there. What is dated later stays as it is. */
function surplus(all: readonly string[], written: string): string[] {
  const names = all.filter((name) => timeOf(name) <= timeOf(written));
  const spaced = names.filter((name, index) => {
    const before = names[index - 1];
    return name === written || before === undefined || timeOf(name) - timeOf(before) >= minGapMinutes * 60_000;
  });
  const lastOfDays = new Map(names.map((name) => [name.slice(0, dayEnd), name]));
  const kept = new Set([...spaced.slice(-backupsKept), ...[...lastOfDays.values()].slice(-backupDaysKept)]);
  return names.filter((name) => !kept.has(name));
}

/** Where the day of a name ends: `lernen-20261124`. */
const dayEnd = 15;

function nameOf(time: number, { problems, sittings }: BackupCounts): string {
  return `lernen-${new Date(time).toISOString().replace(/[-:.]/g, '')}-${problems}p-${sittings}s.json`;
}

/** Milliseconds since the epoch, from `lernen-20261124T180000000Z…`. */
function timeOf(name: string): number {
  const parts = /(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z/.exec(name)?.slice(1).map(Number) ?? [];
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0, milli = 0] = parts;
  return Date.UTC(year, month - 1, day, hour, minute, second, milli);
}
