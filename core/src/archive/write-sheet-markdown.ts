import { stringify } from 'yaml';
import { type Entry, type EntryKind, type Trace, byOrder, isOnSheet, isSingleKind } from '../model/entry';
import { entryKinds, stageOf, stages } from '../model/stage';
import type { Problem } from '../model/problem';
import { tableRow } from '../trace/trace-markdown';
import { type SheetField, entryHeadings, fingerprint, sheetFields } from './sheet-fields';

export const sheetFormat = 'lernen-sheet';
export const sheetVersion = 2;

const stageHeadings = {
  read: 'Read',
  bounds: 'Bounds',
  examples: 'Examples',
  observations: 'Observations',
  approaches: 'Approaches',
  trace: 'Trace',
  code: 'Code',
  why: 'Why it holds',
  lessons: 'Lessons',
  family: 'Family',
} as const;

/**
 * A problem with its sheet as a Markdown file: the facts in YAML front matter, the stages as headings, every entry a
 * heading of its own. What was written in reviews is no part of it. docs/sheet.md describes the format; readSheetMarkdown gives back what went in.
 */
export function writeSheetMarkdown(problem: Problem, entries: readonly Entry[]): string {
  const front = stringify({
    format: sheetFormat,
    version: sheetVersion,
    ...problem,
    fingerprint: fingerprint(problem),
  });
  const standing = entries.filter((entry) => !entry.deleted && isOnSheet(entry)).sort(byOrder);
  const parts = stages.flatMap((stage) => {
    const own = entryKinds
      .filter((kind) => stageOf(kind) === stage)
      .flatMap((kind) => standing.filter((entry) => entry.kind === kind));
    return own.length === 0 ? [] : [`## ${stageHeadings[stage]}`, ...numbered(own)];
  });
  const body = [`# ${problem.title}`, ...parts].join('\n\n');
  return `---\n${front}---\n\n${body}\n`;
}

export function sheetFileName({ title, id }: Pick<Problem, 'title' | 'id'>): string {
  return fileName(title, id);
}

/** A file name out of a title, unique by the end of the id. */
export function fileName(title: string, id: string): string {
  const words = title
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${words || 'problem'}-${id.slice(-6)}.md`;
}

function numbered(entries: readonly Entry[]): string[] {
  const counts = new Map<EntryKind, number>();
  return entries.map((entry) => {
    const count = (counts.get(entry.kind) ?? 0) + 1;
    counts.set(entry.kind, count);
    const stamp = `<!-- ${entry.kind} ${entry.id} ${entry.revision} ${entry.order} ${fingerprint(entry)} -->`;
    const heading = isSingleKind(entry.kind) ? entryHeadings[entry.kind] : `${entryHeadings[entry.kind]} ${count}`;
    return [`### ${heading}`, stamp, ...fieldsOf(entry)].join('\n\n');
  });
}

function fieldsOf(entry: Entry): string[] {
  const values = entry as unknown as Readonly<Record<string, unknown>>;
  const lines: string[] = [];
  const blocks: string[] = [];
  for (const field of sheetFields[entry.kind]) {
    const value = values[field.key];
    if (field.as === 'text') blocks.push(...labelled(field.label, textOf(value)));
    else if (field.as === 'code') blocks.push(fenced(textOf(value), textOf(values['language'])));
    else if (field.as === 'lines') lines.push(...(value as readonly string[]).map((it) => `- ${quotedLine(it)}`));
    else if (field.as === 'trace') blocks.push(...traceTable(entry as Trace));
    else if (field.as === 'table') blocks.push(...table(field, value as readonly Readonly<Record<string, string>>[]));
    else {
      const word = lineValue(field, value);
      if (word !== '') lines.push(`- ${field.label}: ${word}`);
    }
  }
  return [...(lines.length > 0 ? [lines.join('\n')] : []), ...blocks];
}

function lineValue(field: SheetField, value: unknown): string {
  if (field.as === 'flag') return value === true ? 'yes' : 'no';
  if (field.as === 'words') return (value as readonly string[]).map(quotedWord).join(', ');
  return value === null || value === '' ? '' : quotedLine(textOf(value));
}

/** A line that would not be read back as it is stands in quotes, as in JSON. */
function quotedLine(value: string): string {
  return /[\n\r"]|^\s|\s$/.test(value) ? JSON.stringify(value) : value;
}

function quotedWord(value: string): string {
  return /[,"\n\r]|^\s|\s$|^$/.test(value) ? JSON.stringify(value) : value;
}

function labelled(label: string | null, value: string): string[] {
  if (value === '') return [];
  const quotation = value
    .split('\n')
    .map((line) => (line === '' ? '>' : `> ${line}`))
    .join('\n');
  return label === null ? [quotation] : [`**${label}**`, quotation];
}

function fenced(code: string, language: string): string {
  const longest = Math.max(2, ...[...code.matchAll(/`+/g)].map(([ticks]) => ticks.length));
  const fence = '`'.repeat(longest + 1);
  return `${fence}${/^[\w+#-]*$/.test(language) ? language : ''}\n${code}\n${fence}`;
}

function table(
  field: Extract<SheetField, { as: 'table' }>,
  rows: readonly Readonly<Record<string, string>>[],
): string[] {
  if (rows.length === 0) return [];
  return [
    `**${field.label}**`,
    [
      tableRow(field.columns),
      tableRow(field.columns.map(() => '---')),
      ...rows.map((row) => tableRow(field.columns.map((column) => row[column] ?? ''))),
    ].join('\n'),
  ];
}

/** The cells as they were typed. The kinds of the columns stand under their names, rules too. */
function traceTable({ columns, rows }: Trace): string[] {
  if (columns.length === 0) return [];
  const width = columns.length;
  return [
    [
      tableRow(columns.map(({ name }) => name)),
      tableRow(columns.map(() => '---')),
      tableRow(columns.map(({ kind, rule }) => (rule === '' ? `(${kind})` : `(${kind}) ${rule}`))),
      ...rows.map((cells) => tableRow(Array.from({ length: width }, (_, column) => cells[column] ?? ''))),
    ].join('\n'),
  ];
}

/** A text or number of an entry; empty where there is none. */
function textOf(value: unknown): string {
  return typeof value === 'string' ? value : typeof value === 'number' ? String(value) : '';
}
