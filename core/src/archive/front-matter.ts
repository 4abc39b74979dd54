import { parse } from 'yaml';
import { MarkdownError } from '../errors';

export interface Line {
  readonly text: string;
  /** Counted from 1. */
  readonly number: number;
}

export interface MarkdownParts {
  readonly front: Record<string, unknown>;
  /** What stands below the front matter. */
  readonly lines: readonly Line[];
}

/**
 * Parts a Markdown file into its YAML front matter and the lines below it.
 * @throws MarkdownError with the line, when the front matter is missing, names another format or a later version.
 */
export function frontMatter(text: string, format: string, version: number): MarkdownParts {
  const all = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n/g, '\n')
    .split('\n');
  const end = all.indexOf('---', 1);
  if (all[0] !== '---' || end < 0) throw new MarkdownError(1, 'the front matter between two lines of ---');
  let front: unknown;
  try {
    front = parse(all.slice(1, end).join('\n'));
  } catch (error) {
    throw new MarkdownError(2, `YAML that can be read (${error instanceof Error ? error.message.split('\n')[0] : ''})`);
  }
  if (typeof front !== 'object' || front === null || !('format' in front) || front.format !== format)
    throw new MarkdownError(2, `format: ${format}`);
  if (!('version' in front) || typeof front.version !== 'number' || front.version > version)
    throw new MarkdownError(3, `a version up to ${version}`);
  const lines = all.slice(end + 1).map((line, index) => ({ text: line, number: end + 2 + index }));
  return { front: front as Record<string, unknown>, lines };
}
