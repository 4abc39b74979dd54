import { MarkdownError } from '../errors';
import { logFrom, noRecords } from '../model/log';
import type { ProblemList } from '../model/problem-list';
import { makeList, makeProblem, makeSitting, newId } from '../testing/make';
import { markdownFiles, recordsFromMarkdown } from './markdown-files';

/** Ids whose ends differ, as those of real records do. */
const idEnding = (digits: string): string => `${newId().slice(0, -6)}${digits}`;

describe('a list in Markdown', () => {
  const first = makeProblem({ title: 'Pier [Ring]', id: idEnding('aaaaaa') });
  const second = makeProblem({ title: 'Gull Census', id: idEnding('bbbbbb') });
  const list = makeList([first, second], { until: '2026-12-04' });
  const sittings = [makeSitting(first.id)];
  const files = markdownFiles({ ...noRecords, problems: [first, second], sittings, lists: [list] });
  const text = files.find(({ name }) => name.startsWith('list-'))?.text ?? '';
  const read = (changed: string): ProblemList | undefined =>
    recordsFromMarkdown([{ name: 'list.md', text: changed }], newId).lists[0];

  it('is a task list with a link to each sheet, what is solved ticked and struck through', () => {
    expect(text.split('\n---\n')[1]).toBe(
      '\n# Course week 3\n\nUntil 2026-12-04.\n\n' +
        '1. [x] ~~[Pier \\[Ring\\]](pier-ring-aaaaaa.md)~~\n2. [ ] [Gull Census](gull-census-bbbbbb.md)\n',
    );
  });

  it('comes back as it was, with its sheets or alone', () => {
    const records = recordsFromMarkdown(files, newId);
    expect(records.lists).toEqual([list]);
    expect(logFrom(records).problems.map(({ id }) => id)).toEqual([first.id, second.id]);
    expect(read(text)).toEqual(list);
  });

  it('takes lines that were moved, removed and added by hand, as a newer revision', () => {
    const lines = text.split('\n');
    const [one, two] = lines.slice(-3, -1);
    const swapped = read([...lines.slice(0, -3), two, one, ''].join('\n'));
    expect(swapped?.problems).toEqual([second.id, first.id]);
    expect((swapped?.revision ?? '') > list.revision).toBeTrue();
    expect(read(lines.slice(0, -2).join('\n'))?.problems).toEqual([first.id]);
    const third = makeProblem({ title: 'New One', id: idEnding('cccccc') });
    const sheet = markdownFiles({ ...noRecords, problems: [third] });
    const more = { name: 'list.md', text: `${text}- [New One](${sheet[0]?.name})\n` };
    expect(recordsFromMarkdown([more, ...sheet], newId).lists[0]?.problems).toEqual([first.id, second.id, third.id]);
  });

  it('is refused with the line where it names a sheet that nobody knows or has no sound front matter', () => {
    const fails = (changed: string): unknown => {
      try {
        return read(changed);
      } catch (error) {
        return error instanceof Error ? error.message : error;
      }
    };
    expect(fails(`${text}3. [ ] [Lost](lost-dddddd.md)`)).toMatch(/^list\.md: .*line \d+.*lost-dddddd\.md/i);
    expect(fails(text.replace('until: 2026-12-04', 'until: soon'))).toContain('until');
    expect(fails(text.replace('version: 1', 'version: 9'))).toContain('version');
    expect(new MarkdownError(3, 'x')).toBeInstanceOf(Error);
  });
});
