import { stringify } from 'yaml';
import { MarkdownError } from '../errors';
import type { ListedProblem, ProblemList } from '../model/problem-list';
import { ProblemListSchema } from '../model/problem-list';
import type { ProblemId } from '../model/problem';
import type { NewId } from '../model/record';
import { faultsOf } from './archive';
import { type Line, frontMatter } from './front-matter';
import { fingerprint } from './sheet-fields';
import { fileName, sheetFileName } from './write-sheet-markdown';

export const listFormat = 'lernen-list';
export const listVersion = 1;

/**
 * A list as a Markdown file: what it is in YAML front matter, then its problems as a task list, each a link to its sheet,
 * those that are solved ticked and struck through. docs/sheet.md describes it.
 */
export function writeListMarkdown(list: ProblemList, listed: readonly ListedProblem[]): string {
  const shown = { ...list, problems: listed.map(({ problem }) => problem.id) };
  const front = stringify({ format: listFormat, version: listVersion, ...shown, fingerprint: fingerprint(shown) });
  const lines = listed.map(({ problem, state }, index) => {
    const link = `[${problem.title.replace(/[\\[\]]/g, '\\$&')}](${sheetFileName(problem)})`;
    return state === 'solved' ? `${index + 1}. [x] ~~${link}~~` : `${index + 1}. [ ] ${link}`;
  });
  const until = list.until === null ? [] : [`Until ${list.until}.`];
  return `---\n${front}---\n\n${[`# ${list.title}`, ...until, lines.join('\n')].join('\n\n')}\n`;
}

export function listFileName(list: ProblemList): string {
  return `list-${fileName(list.title, list.id)}`;
}

/** Whether a Markdown file is a list; else it is a sheet. */
export function isListMarkdown(text: string): boolean {
  return new RegExp(`^\\uFEFF?---\\r?\\nformat: ${listFormat}\\r?\\n`).test(text);
}

const item = /^\s*(?:\d+[.)]|[-*])\s+(?:\[[ xX]\]\s+)?(?:~~)?\[.*\]\(([^()]+)\)/;

/**
 * Reads a list that writeListMarkdown wrote. Which problems it holds, in which order, is what its lines say: they may be
 * moved, added and removed by hand. `idsByFile` names the sheets that come with it.
 * @throws MarkdownError with the line.
 */
export function readListMarkdown(text: string, newId: NewId, idsByFile: ReadonlyMap<string, ProblemId>): ProblemList {
  const { front, lines } = frontMatter(text, listFormat, listVersion);
  const { format: _format, version: _version, fingerprint: stamp, ...facts } = front;
  const written = ProblemListSchema.safeParse(facts);
  if (!written.success) {
    const [fault] = faultsOf(written.error);
    throw new MarkdownError(2, `a sound ${fault?.path ?? 'list'} in the front matter (${fault?.reason ?? ''})`);
  }
  const problems = lines.flatMap((line) => {
    const file = item.exec(line.text)?.[1];
    return file === undefined ? [] : [idFor(file, line, written.data, idsByFile)];
  });
  const list = { ...written.data, problems: [...new Set(problems)] };
  return fingerprint(list) === stamp ? list : { ...list, revision: newId() };
}

function idFor(
  file: string,
  { number }: Line,
  { problems }: ProblemList,
  idsByFile: ReadonlyMap<string, ProblemId>,
): ProblemId {
  const ending = /([0-9a-f]{6})\.md$/.exec(file)?.[1];
  const id = idsByFile.get(file) ?? problems.find((it) => ending !== undefined && it.endsWith(ending));
  if (id === undefined) throw new MarkdownError(number, `a sheet that comes with the list instead of “${file}”`);
  return id;
}
