import type * as z from 'zod/mini';
import { MarkdownError } from '../errors';
import { type Entry, type EntryKind, EntrySchema, isSingleKind, singleEntryId } from '../model/entry';
import { entryKinds } from '../model/stage';
import { type OldRecord, withSheetInEntries } from '../model/migrations';
import { type Problem, ProblemSchema } from '../model/problem';
import type { NewId } from '../model/record';
import { faultsOf } from './archive';
import { type Line, frontMatter } from './front-matter';
import { type SheetField, entryHeadings, fingerprint, sheetFields } from './sheet-fields';
import { sheetFormat, sheetVersion } from './write-sheet-markdown';

export interface SheetFile {
  readonly problem: Problem;
  readonly entries: readonly Entry[];
}

/**
 * Reads a sheet that writeSheetMarkdown wrote. What was changed by hand since gets a new revision, so that a merge takes
 * it; an entry without its stamp is new. @throws MarkdownError with the line.
 */
export function readSheetMarkdown(text: string, newId: NewId): SheetFile {
  const { front, lines } = frontMatter(text, sheetFormat, sheetVersion);
  const sections = sectionsOf(lines);
  const { format: _format, version, fingerprint: stamp, ...facts } = front;
  const named = { ...facts, id: facts['id'] ?? newId(), revision: facts['revision'] ?? newId() };
  const problem = checked(ProblemSchema, named, 2, 'problem in the front matter');
  const written = { ...problem, ...(version === 1 ? sheetInProblem(sections) : {}) };
  const read = fingerprint(written) === stamp ? written : { ...written, revision: newId() };
  const { problems: [now] = [], entries: ofProblem = [] } = withSheetInEntries(read);
  return {
    problem: checked(ProblemSchema, now, 2, 'problem in the front matter'),
    entries: [
      ...ofProblem.map((entry) => checked(EntrySchema, entry, 1, 'statement, bounds and notes')),
      ...sections.filter(({ level }) => level === 3).map((section) => entryFrom(section, problem.id, newId)),
    ],
  };
}

/** Version 1 had statement, bounds and notes right below the headings of their stages, as parts of the problem. */
function sheetInProblem(sections: readonly Section[]): OldRecord {
  const stage = (name: string): readonly Line[] =>
    sections.find(({ level, heading }) => level === 2 && heading.text === `## ${name}`)?.lines ?? [];
  return {
    statement: quotations(stage('Read')).get('Statement') ?? '',
    bounds: itemsOf(stage('Bounds')),
    note: quotations(stage('Lessons')).get('Notes') ?? '',
  };
}

/** @throws MarkdownError saying what is wrong with it. */
function checked<T>(schema: z.ZodMiniType<T>, value: unknown, line: number, what: string): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const [fault] = faultsOf(parsed.error);
  throw new MarkdownError(line, `a sound ${fault?.path || what} (${fault?.reason ?? ''})`);
}

interface Section {
  /** 2 for a stage, 3 for an entry. */
  readonly level: number;
  readonly heading: Line;
  readonly lines: readonly Line[];
}

/** Parts the file at its headings; headings inside of quotations and code do not count. */
function sectionsOf(lines: readonly Line[]): Section[] {
  const sections: { level: number; heading: Line; lines: Line[] }[] = [];
  let fence = '';
  for (const line of lines) {
    const ticks = /^`{3,}/.exec(line.text)?.[0];
    if (fence === '' && ticks !== undefined) fence = ticks;
    else if (fence !== '' && line.text === fence) fence = '';
    const level = fence === '' ? /^(#{1,3}) /.exec(line.text)?.[1]?.length : undefined;
    if (level !== undefined) sections.push({ level, heading: line, lines: [] });
    else sections.at(-1)?.lines.push(line);
  }
  return sections;
}

const stampPattern = /^<!-- ([a-z-]+) (\S+) (\S+) (-?[\d.e+-]+) ([0-9a-f]{8}) -->$/;

/** What the comment below a heading says of an entry. */
interface Stamp {
  readonly kind: EntryKind;
  readonly id: string;
  readonly revision: string;
  readonly order: number;
  readonly print: string;
}

function entryFrom(section: Section, problemId: string, newId: NewId): Entry {
  const { print, ...stamp } = stampOf(section) ?? freshStamp(section, problemId, newId);
  const values = { ...stamp, problemId, ...valuesOf(sheetFields[stamp.kind], section.lines) };
  const entry = checked(EntrySchema, values, section.heading.number, 'entry');
  return fingerprint(entry) === print ? entry : { ...entry, revision: newId() };
}

/** Null where the entry was written by hand. */
function stampOf({ lines }: Section): Stamp | null {
  const line = lines.find(({ text }) => text.startsWith('<!-- '));
  if (!line) return null;
  const [, word = '', id = '', revision = '', order, print = ''] = stampPattern.exec(line.text) ?? [];
  if (order === undefined) throw new MarkdownError(line.number, 'the line <!-- kind id … --> of an entry');
  const kind = entryKinds.find((it) => it === word);
  if (kind === undefined) throw new MarkdownError(line.number, `a kind of entry instead of “${word}”`);
  return { kind, id, revision, order: Number(order), print };
}

/** `### Observation 2`: the heading says what it is. */
function freshStamp({ heading }: Section, problemId: string, newId: NewId): Stamp {
  const name = heading.text.replace(/^#+ /, '').replace(/ \d+$/, '').trim();
  const kind = entryKinds.find((it) => entryHeadings[it].toLowerCase() === name.toLowerCase());
  if (kind === undefined) throw new MarkdownError(heading.number, `a kind of entry instead of “${name}”`);
  const id = isSingleKind(kind) ? singleEntryId(problemId, kind) : newId();
  return { kind, id, revision: newId(), order: 0, print: '' };
}

function valuesOf(fields: readonly SheetField[], lines: readonly Line[]): Record<string, unknown> {
  const texts = quotations(lines);
  const items = listItems(lines);
  const values: Record<string, unknown> = {};
  for (const field of fields) {
    if (field.as === 'text') values[field.key] = texts.get(field.label ?? '') ?? '';
    else if (field.as === 'lines') values[field.key] = itemsOf(lines).map(unquoted);
    else if (field.as === 'code') values[field.key] = codeIn(lines);
    else if (field.as === 'trace') Object.assign(values, traceIn(tableAfter(lines, null)));
    else if (field.as === 'table') {
      const [, , ...rows] = tableAfter(lines, field.label);
      values[field.key] = rows.map((cells) =>
        Object.fromEntries(field.columns.map((column, index) => [column, cells[index] ?? ''])),
      );
    } else {
      const word = items.get(field.label);
      const read = readLine(field, word);
      if (read !== undefined) values[field.key] = read;
    }
  }
  return values;
}

function readLine(field: SheetField, word: string | undefined): unknown {
  switch (field.as) {
    case 'flag':
      return word === 'yes';
    case 'number':
      return word === undefined ? undefined : Number(word);
    case 'words':
      return word === undefined ? [] : wordsIn(word);
    default:
      return word === undefined ? undefined : unquoted(word);
  }
}

/** Words parted by commas; those in quotes are read as JSON. */
function wordsIn(text: string): string[] {
  return [...text.matchAll(/\s*(?:("(?:[^"\\]|\\.)*")|[^,]+)\s*(?:,|$)/g)]
    .map(([word, quoted]) => unquoted(quoted ?? word.replace(/,$/, '').trim()))
    .filter((it) => it !== '');
}

function unquoted(word: string): string {
  if (!/^"(?:[^"\\]|\\.)*"$/s.test(word)) return word;
  try {
    return String(JSON.parse(word));
  } catch {
    return word;
  }
}

/** Lines outside of code. */
function* outside(lines: readonly Line[]): Generator<Line> {
  let fence = '';
  for (const line of lines) {
    const ticks = /^`{3,}/.exec(line.text)?.[0];
    if (fence === '' && ticks !== undefined) fence = ticks;
    else if (fence !== '') {
      if (line.text === fence) fence = '';
    } else yield line;
  }
}

function listItems(lines: readonly Line[]): Map<string, string> {
  const items = new Map<string, string>();
  for (const { text } of outside(lines)) {
    const [, label, value] = /^- ([^:]+): (.*)$/s.exec(text) ?? [];
    if (label !== undefined && value !== undefined) items.set(label, value);
  }
  return items;
}

/** The texts of a list's items. */
function itemsOf(lines: readonly Line[]): string[] {
  return lines.flatMap(({ text }) => (text.startsWith('- ') ? [text.slice(2)] : []));
}

/** Quotations by the bold label before them; the one without a label under the empty text. */
function quotations(lines: readonly Line[]): Map<string, string> {
  const found = new Map<string, string[]>();
  let [label, isOpen] = ['', false];
  for (const { text } of outside(lines)) {
    const named = /^\*\*([^*]+)\*\*$/.exec(text)?.[1];
    if (named !== undefined) [label, isOpen] = [named, false];
    else if (text === '>' || text.startsWith('> ')) {
      if (!isOpen) found.set(label, []);
      found.get(label)?.push(text.slice(2));
      isOpen = true;
    } else if (isOpen) [label, isOpen] = ['', false];
  }
  return new Map([...found].map(([name, texts]) => [name, texts.join('\n')]));
}

function codeIn(lines: readonly Line[]): string {
  const start = lines.findIndex(({ text }) => /^`{3,}/.test(text));
  const fence = /^`{3,}/.exec(lines[start]?.text ?? '')?.[0] ?? '';
  const end = lines.findIndex(({ text }, index) => index > start && text === fence);
  if (start < 0) return '';
  return lines
    .slice(start + 1, end < 0 ? undefined : end)
    .map(({ text }) => text)
    .join('\n');
}

/** The rows of the table behind a bold label, or of the first one; heading and rule first. */
function tableAfter(lines: readonly Line[], label: string | null): string[][] {
  const start = label === null ? 0 : lines.findIndex(({ text }) => text === `**${label}**`);
  if (start < 0) return [];
  const first = lines.findIndex(({ text }, index) => index >= start && text.startsWith('|'));
  if (first < 0) return [];
  const rows: string[][] = [];
  for (const { text } of lines.slice(first)) {
    if (!text.startsWith('|')) break;
    rows.push(cellsOf(text));
  }
  return rows;
}

/** The cells of a table's row; the inverse of tableRow. */
function cellsOf(row: string): string[] {
  const cells: string[] = [];
  let cell = '';
  for (let index = 1; index < row.length; index++) {
    const letter = row[index] ?? '';
    if (letter === '\\') {
      cell += row[index + 1] ?? '';
      index++;
    } else if (letter === '|') {
      cells.push(cell);
      cell = '';
    } else if (row.startsWith('<br>', index)) {
      cell += '\n';
      index += 3;
    } else cell += letter;
  }
  return cells.map((it) => it.replace(/^ | $/g, ''));
}

function traceIn([names = [], , kinds = [], ...rows]: string[][]): Record<string, unknown> {
  const columns = names.map((name, index) => {
    const [, kind, rule] = /^\(([a-z]+)\) ?(.*)$/s.exec(kinds[index] ?? '') ?? [];
    return { name, kind, rule: rule ?? '' };
  });
  return { columns, rows };
}
