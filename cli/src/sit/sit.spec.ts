import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readArchive, writeSheetMarkdown } from '@lernen/core/archive';
import { type Entry, ProblemSchema, emptyEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { saved } from '../saved';
import { type SitOptions, sit } from './sit';

const problem = ProblemSchema.parse({
  id: newId(),
  revision: newId(),
  title: 'Wharf Crane Loads',
  createdAt: '2026-11-24T18:00:00.000Z',
  difficulty: 'easy',
});
const entry = (kind: 'example' | 'observation', part: object): Entry => emptyEntry(kind, problem.id, newId(), part);
const sheet = writeSheetMarkdown(problem, [
  entry('example', { input: 'oil = [3, 1, 2]', expected: '3' }),
  entry('example', { input: 'oil = []', expected: '0' }),
  entry('observation', { text: 'Every crane carries once.' }),
]);

describe('a sitting in the terminal', () => {
  let folder = '';
  beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'lernen-sit-'))));
  afterEach(() => rm(folder, { recursive: true, force: true }));

  /** Says lines one after the other; before each so many seconds go by, and the code may be written. */
  const sat = async (
    steps: readonly (readonly [seconds: number, line: string, code?: string])[],
    part: Partial<SitOptions> = {},
  ) => {
    let at = Date.parse('2026-11-24T18:00:00.000Z');
    const [out, errors]: [string[], string[]] = [[], []];
    const options: SitOptions = {
      code: join(folder, 'solution.js'),
      out: join(folder, 'sitting.json'),
      language: 'javascript',
      kind: 'rebuild',
      ...part,
    };
    const io = {
      out: (text: string) => void out.push(text),
      error: (text: string) => void errors.push(text),
      input: () => Promise.resolve(''),
      async *lines() {
        for (const [seconds, line, code] of steps) {
          at += seconds * 1000;
          if (code !== undefined) await writeFile(options.code, code);
          yield line;
        }
      },
      zone: 'UTC',
      now: () => new Date(at).toISOString(),
      ended: new AbortController().signal,
    };
    const nothing = { [Symbol.asyncIterator]: () => ({ next: () => new Promise<never>(() => undefined) }) };
    const code = await sit(sheet, options, io, newId, nothing);
    const archive = readArchive(await readFile(options.out, 'utf8'));
    return { code, out: out.join(''), errors: errors.join(''), archive, sitting: archive.sittings[0] };
  };

  it('records phases, the plain approach, help, attempts and the code, for the application to take in', async () => {
    const { code, out, archive, sitting } = await sat([
      [60, 'phase plan'],
      [60, 'plain O(n^2)'],
      [60, 'hint'],
      [60, 'run', 'const loads = (oil) => oil.length || 1;'],
      [0, 'pause'],
      [3600, 'go on'],
      [60, 'run', 'const loads = (oil) => oil.length;'],
      [60, 'done'],
    ]);
    expect(code).toBe(0);
    expect(out).toContain('Wharf Crane Loads: rebuild, 15 min. 2 checks run');
    expect(out).toContain('Every crane carries once.');
    expect(out).toContain('wrong        oil = []  expected 0, got 1');
    expect(out).toContain('5:00  2 of 2 right');
    expect(sitting).toEqual(
      jasmine.objectContaining({ kind: 'rebuild', result: 'solved', help: 'hint', minutes: 6, language: 'javascript' }),
    );
    expect(sitting?.attempts.map(({ verdict, checks, at }) => [verdict, checks?.right, at])).toEqual([
      ['wrong-answer', 1, 240],
      ['accepted', 2, 300],
    ]);
    expect(sitting?.moments.map(({ kind, at, text }) => `${kind} ${at} ${text}`.trim())).toEqual([
      'plain 120 O(n^2)',
      'help 180 Every crane carries once.',
      'first-complete 300',
    ]);
    expect(sitting?.course.map(({ phase, seconds }) => `${phase} ${seconds}`)).toEqual([
      'read 60',
      'plan 180',
      'code 120',
    ]);
    const [version] = archive.entries;
    expect(version?.kind === 'version' && version.code).toBe('const loads = (oil) => oil.length;');
    expect([version?.sittingId, archive.problems[0]?.id]).toEqual([sitting?.id ?? '', problem.id]);
  });

  it('given up is unsolved; what is not known is said, and what does not compile is an attempt', async () => {
    const { code, errors, sitting } = await sat([
      [60, 'dance'],
      [0, 'phase singing'],
      [60, 'run', 'function loads(oil) { return +; }'],
      [0, 'hint'],
      [0, 'hint'],
      [0, 'give up'],
    ]);
    expect([code, sitting?.result]).toEqual([1, 'unsolved']);
    expect(errors).toContain('“dance” is not known; run, hint, plain COST');
    expect(errors).toContain('“singing” is no phase; read, plan, code, check, explain are.');
    expect(sitting?.attempts.map(({ verdict }) => verdict)).toEqual(['did-not-compile']);
  });

  it('needs something to check, and says what cannot be run', async () => {
    const { errors } = await sat(
      [
        [0, 'run', 'x'],
        [0, 'done'],
      ],
      { language: 'Cobol' },
    );
    expect(errors).toContain('Cobol does not run here yet');
    const bare = writeSheetMarkdown(problem, []);
    const io = { out: () => undefined, error: () => undefined } as never;
    const options: SitOptions = { code: 'a', out: 'b', language: 'js', kind: 'rebuild' };
    await expectAsync(sit(bare, options, io, newId, saved('a', AbortSignal.abort()))).toBeRejectedWithError(
      /has no examples/,
    );
  });
});

describe('a file that is watched', () => {
  it('is told of once for every save, also when it is made, and no more when it is over', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'lernen-saved-'));
    const file = join(folder, 'solution.py');
    const over = new AbortController();
    let count = 0;
    const watching = (async () => {
      for await (const _ of saved(file, over.signal)) count++;
    })();
    const until = async (wanted: number): Promise<void> => {
      for (let tries = 0; tries < 100 && count < wanted; tries++)
        await new Promise((resolve) => setTimeout(resolve, 50));
    };
    await new Promise((resolve) => setTimeout(resolve, 200));
    await writeFile(file, 'one');
    await until(1);
    await writeFile(join(folder, 'other.py'), 'x');
    await writeFile(file, 'two, and more');
    await until(2);
    over.abort();
    await watching;
    expect(count).toBe(2);
    await rm(folder, { recursive: true, force: true });
  }, 20_000);
});
