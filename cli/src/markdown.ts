import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Archive, archiveFrom, markdownFiles, recordsFromMarkdown } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import type { Instant } from '@lernen/core/model';
import { v7 as newId } from 'uuid';

/** Writes every problem with its sheet, and every list, as a Markdown file of its own into a folder, which is made when it is missing. */
export async function writeMarkdown(archive: Archive, folder: string | undefined): Promise<void> {
  if (folder === undefined) throw new LernenError('format', 'Say where the files go: --out FOLDER.');
  await mkdir(folder, { recursive: true });
  for (const { name, text } of markdownFiles(archive)) await writeFile(join(folder, name), text);
}

/**
 * The problems, sheets and lists of a Markdown file, or of all in a folder, as an archive.
 * @throws LernenError naming the file that cannot be read.
 */
export async function archiveFromMarkdown(path: string, exportedAt: Instant): Promise<Archive> {
  const paths = (await stat(path)).isDirectory()
    ? (await readdir(path))
        .filter((name) => name.endsWith('.md'))
        .sort()
        .map((name) => join(path, name))
    : [path];
  if (paths.length === 0) throw new LernenError('markdown', `There is no Markdown file in ${path}.`);
  const files = await Promise.all(paths.map(async (name) => ({ name, text: await readFile(name, 'utf8') })));
  return archiveFrom(recordsFromMarkdown(files, newId), exportedAt);
}
