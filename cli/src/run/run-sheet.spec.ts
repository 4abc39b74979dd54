import { writeSheetMarkdown } from '@lernen/core/archive';
import { type Entry, ProblemSchema, emptyEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { runSheet, runText } from './run-sheet';

const problemId = newId();
const problem = ProblemSchema.parse({
  id: problemId,
  revision: newId(),
  title: 'Wharf Crane Loads',
  createdAt: '2026-11-24T18:00:00.000Z',
});

/** A sheet in a file, with two examples and these versions. */
function sheet(...versions: readonly (readonly [title: string, code: string, language?: string])[]): string {
  const example = (input: string, expected: string): Entry =>
    emptyEntry('example', problemId, newId(), { input, expected });
  return writeSheetMarkdown(problem, [
    example('oil = [3, 1, 2], b = 4', '2'),
    example('oil = [9], b = 4', '0'),
    ...versions.map(([title, code, language = 'JavaScript']) =>
      emptyEntry('version', problemId, newId(), { title, code, language }),
    ),
  ]);
}

const right = 'const longest = (oil, b) => (oil.length > 1 ? 2 : 0);\n';

describe('a sheet on the command line', () => {
  it('is run over its examples, version by version', async () => {
    const text = sheet(
      ['right', right],
      ['wrong', 'function longest(oil, b) {\n  return 2;\n}\n'],
      ['crashes', 'function longest(oil) {\n  return oil.a.b;\n}\n'],
    );
    const report = await runSheet(text, {}, newId);
    expect(report.isRight).toBeFalse();
    const lines = runText(report).split('\n');
    expect(lines.filter((line) => / {2}\(\d[\d.]* m?s · \d+ MB\)$/.test(line))).toHaveSize(4);
    expect(lines.map((line) => line.replace(/ {2}\([^()]*\)$/, ''))).toEqual([
      'Wharf Crane Loads',
      '1 right (JavaScript)',
      '  right        oil = [3, 1, 2], b = 4  2',
      '  right        oil = [9], b = 4  0',
      '2 wrong (JavaScript)',
      '  right        oil = [3, 1, 2], b = 4  2',
      '  wrong        oil = [9], b = 4  expected 0, got 2',
      '3 crashes (JavaScript)',
      jasmine.stringMatching(/^ {2}unreadable/),
      jasmine.stringMatching(/^ {2}unreadable/),
    ] as string[]);
    expect((await runSheet(text, { version: 'right' }, newId)).isRight).toBeTrue();
  });

  it('ends what does not end, and what eats memory', async () => {
    const verdicts = async (body: string, limit: number): Promise<string[]> => {
      const text = sheet(['endless', `function longest(oil, b) {\n  ${body}\n}\n`]);
      const { versions } = await runSheet(text, { input: '[1], 2', limit }, newId);
      return versions.flatMap(({ results }) => results.map(({ verdict }) => verdict));
    };
    expect(await verdicts('for (;;);', 0.7)).toEqual(['too-slow']);
    const eating = 'const all = [];\n  for (;;) all.push(new Array(1e6).fill(b));';
    expect(await verdicts(eating, 60)).toEqual(['too-much-memory']);
  }, 60_000);

  it('runs on an input of its own, and says what cannot be run', async () => {
    const report = await runSheet(sheet(['right', right]), { input: '[1, 2], 3' }, newId);
    expect(report.versions[0]?.results.map(({ verdict, actual }) => [verdict, actual])).toEqual([['ran', '2']]);
    const faults = await runSheet(
      sheet(['odd', 'x', 'Cobol'], ['broken', 'function f(a) { return a +; }', 'TypeScript'], ['empty', '1 + 1']),
      {},
      newId,
    );
    expect(faults.versions.map(({ fault }) => fault)).toEqual([
      jasmine.stringMatching(/^Cobol does not run here yet/),
      jasmine.stringMatching(/^It does not compile, line 1/),
      'The code has no function and no class that could be called, and reads no input.',
    ] as (string | null)[]);
    expect(runText(faults)).toContain('  not run: Cobol does not run here yet');
    await expectAsync(runSheet(sheet(['right', right]), { version: 'none' }, newId)).toBeRejectedWithError(
      /no such version/,
    );
  });
});
