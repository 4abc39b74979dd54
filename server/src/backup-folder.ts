import { randomUUID } from 'node:crypto';
import { mkdir, open, readFile, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';

export interface BackupFile {
  readonly name: string;
  /** When it was written, ISO 8601 UTC. */
  readonly writtenAt: string;
  readonly bytes: number;
}

/** The newest backups that are kept, and beside them the last of each of so many days that have any. */
export const backupsKept = 20;
export const backupDaysKept = 30;

/** Backups closer together than this replace each other, so that those kept reach back over many evenings. */
export const minGapMinutes = 10;

const namePattern = /^lernen-\d{8}T\d{9}Z\.json$/;

/**
 * A folder of archive files. Each is written beside its place and then renamed into it, so that a crash leaves either
 * the whole file or none; of those that lie close together the last one stays, of all the newest `backupsKept`, and of
 * earlier days the last one each.
 */
export class BackupFolder {
  private writing: Promise<unknown> = Promise.resolve();

  constructor(private readonly folder: string) {}

  /** Newest first. */
  async list(): Promise<BackupFile[]> {
    const names = (await this.names()).reverse();
    return Promise.all(
      names.map(async (name) => {
        const { size, mtime } = await stat(join(this.folder, name));
        return { name, writtenAt: mtime.toISOString(), bytes: size };
      }),
    );
  }

  /** The content of a backup; null when there is none of that name. */
  async read(name: string): Promise<string | null> {
    if (!namePattern.test(name) || !(await this.names()).includes(name)) return null;
    return readFile(join(this.folder, name), 'utf8');
  }

  /** Writes one after the other, even when called at the same time. */
  write(content: string, at: Date): Promise<BackupFile> {
    const written = this.writing.then(() => this.writeNow(content, at));
    this.writing = written.catch(() => undefined);
    return written;
  }

  private async writeNow(content: string, at: Date): Promise<BackupFile> {
    await mkdir(this.folder, { recursive: true, mode: 0o700 });
    const name = await this.freeName(at);
    const draft = join(this.folder, `.${name}.${randomUUID()}`);
    try {
      const file = await open(draft, 'wx', 0o600);
      try {
        await file.writeFile(content);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(draft, join(this.folder, name));
    } finally {
      await rm(draft, { force: true });
    }
    for (const old of surplus(await this.names())) await rm(join(this.folder, old), { force: true });
    return { name, writtenAt: at.toISOString(), bytes: Buffer.byteLength(content) };
  }

  /** Names sort by time; two of the same millisecond move apart. */
  private async freeName(at: Date): Promise<string> {
    const taken = new Set(await this.names());
    for (let time = at.getTime(); ; time++) {
      const name = `lernen-${new Date(time).toISOString().replace(/[-:.]/g, '')}.json`;
      if (!taken.has(name)) return name;
    }
  }

  private async names(): Promise<string[]> {
    try {
      return (await readdir(this.folder)).filter((name) => namePattern.test(name)).sort();
    } catch (error) {
      if (error instanceof Error && 'code' in error && error.code === 'ENOENT') return [];
      throw error;
    }
  }
}

/** Which of the names, oldest first, are to go. */
function surplus(names: readonly string[]): string[] {
  const spaced = names.filter((name, index) => {
    const [before, after] = [names[index - 1], names[index + 1]];
    const isNewest = after === undefined;
    return isNewest || before === undefined || timeOf(name) - timeOf(before) >= minGapMinutes * 60_000;
  });
  const lastOfDays = new Map(names.map((name) => [name.slice(0, dayEnd), name]));
  const kept = new Set([...spaced.slice(-backupsKept), ...[...lastOfDays.values()].slice(-backupDaysKept)]);
  return names.filter((name) => !kept.has(name));
}

/** Where the day of a name ends: `lernen-20261124`. */
const dayEnd = 15;

/** Milliseconds since the epoch, from `lernen-20261124T180000000Z.json`. */
function timeOf(name: string): number {
  const parts = /(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z/.exec(name)?.slice(1).map(Number) ?? [];
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0, milli = 0] = parts;
  return Date.UTC(year, month - 1, day, hour, minute, second, milli);
}
