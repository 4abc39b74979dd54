import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Archive, archiveFrom, readSheetMarkdown, sheetFileName, writeSheetMarkdown } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import { type Instant, byProblem, noRecords, standing } from '@lernen/core/log';
import { v7 as newId } from 'uuid';

/** Writes every problem with its sheet as a Markdown file of its own into a folder, which is made when it is missing. */
export async function writeSheets(archive: Archive, folder: string | undefined): Promise<void> {
  if (folder === undefined) throw new LernenError('format', 'Say where the files go: --out FOLDER.');
  await mkdir(folder, { recursive: true });
  const sheets = byProblem(standing(archive.entries));
  for (const problem of standing(archive.problems)) {
    await writeFile(join(folder, sheetFileName(problem)), writeSheetMarkdown(problem, sheets.get(problem.id) ?? []));
  }
}

/**
 * The problems and sheets of a Markdown file, or of all in a folder, as an archive.
 * @throws LernenError naming the file that cannot be read.
 */
export async function archiveFromSheets(path: string, exportedAt: Instant): Promise<Archive> {
  const files = (await stat(path)).isDirectory()
    ? (await readdir(path))
        .filter((name) => name.endsWith('.md'))
        .sort()
        .map((name) => join(path, name))
    : [path];
  if (files.length === 0) throw new LernenError('markdown', `There is no Markdown file in ${path}.`);
  const sheets = [];
  for (const file of files) {
    try {
      sheets.push(readSheetMarkdown(await readFile(file, 'utf8'), newId));
    } catch (error) {
      if (error instanceof LernenError) throw new LernenError(error.code, `${file}: ${error.message}`);
      throw error;
    }
  }
  const records = {
    ...noRecords,
    problems: sheets.map(({ problem }) => problem),
    entries: sheets.flatMap(({ entries }) => entries),
  };
  return archiveFrom(records, exportedAt);
}
