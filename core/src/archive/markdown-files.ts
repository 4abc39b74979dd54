import { LernenError } from '../errors';
import type { CollectionName, collections } from '../model/collections';
import { type StoredRecords, byProblem, noRecords } from '../model/log';
import { type ProblemList, listedProblems } from '../model/problem-list';
import { bySittingTime } from '../model/sitting';
import { type NewId, currentRecords } from '../model/record';
import { isListMarkdown, listFileName, readListMarkdown, writeListMarkdown } from './list-markdown';
import { type SheetFile, readSheetMarkdown } from './read-sheet-markdown';
import { sheetFileName, writeSheetMarkdown } from './write-sheet-markdown';

export interface TextFile {
  readonly name: string;
  readonly text: string;
}

/** The collections that have files of their own. */
type FiledName = {
  [N in CollectionName]: (typeof collections)[N]['inMarkdown'] extends 'files' ? N : never;
}[CollectionName];

const files: Readonly<Record<FiledName, (stored: StoredRecords) => TextFile[]>> = {
  problems: sheetFiles,
  lists: listFiles,
};

/** What is kept as Markdown files: every problem with its sheet, and every list. */
export function markdownFiles(stored: StoredRecords): TextFile[] {
  return Object.values(files).flatMap((write) => write(stored));
}

function sheetFiles({ problems, entries }: StoredRecords): TextFile[] {
  const sheets = byProblem(currentRecords(entries));
  return currentRecords(problems).map((problem) => ({
    name: sheetFileName(problem),
    text: writeSheetMarkdown(problem, sheets.get(problem.id) ?? []),
  }));
}

function listFiles({ problems, sittings, lists }: StoredRecords): TextFile[] {
  const byId = new Map(currentRecords(problems).map((problem) => [problem.id, problem]));
  const sittingsOf = byProblem(currentRecords(sittings).sort(bySittingTime));
  return currentRecords(lists).map((list) => ({
    name: listFileName(list),
    text: writeListMarkdown(list, listedProblems(list, byId, sittingsOf)),
  }));
}

/**
 * The records that some Markdown files hold, sheets and lists.
 * @throws LernenError naming the file that cannot be read.
 */
export function recordsFromMarkdown(texts: readonly TextFile[], newId: NewId): StoredRecords {
  const sheets: SheetFile[] = [];
  const idsByFile = new Map<string, string>();
  for (const file of texts.filter(({ text }) => !isListMarkdown(text))) {
    const sheet = named(file, () => readSheetMarkdown(file.text, newId));
    sheets.push(sheet);
    idsByFile.set(baseName(file.name), sheet.problem.id);
  }
  const lists = texts
    .filter(({ text }) => isListMarkdown(text))
    .map((file): ProblemList => named(file, () => readListMarkdown(file.text, newId, idsByFile)));
  return {
    ...noRecords,
    problems: sheets.map(({ problem }) => problem),
    entries: sheets.flatMap(({ entries }) => entries),
    lists,
  };
}

function named<T>({ name }: TextFile, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof LernenError) throw new LernenError(error.code, `${name}: ${error.message}`);
    throw error;
  }
}

function baseName(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1);
}
