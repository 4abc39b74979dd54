import { createContext, runInContext } from 'node:vm';
import { type Entry, type EntryOf } from '@lernen/core/model';
import {
  type CaseInput,
  type Ran,
  type Runnable,
  type Value,
  preparedRun,
  readValue,
  usualCheckRules,
  valueJson,
} from '@lernen/core/run';
import { startPython } from '../../core/src/testing/python';
import { demoArchive } from './index';

/** Runs a program as the browser has its language. */
async function ran({ family, program }: Runnable, input: CaseInput): Promise<Ran> {
  if (family === 'python') {
    const run = await startPython(program.text);
    return readValue(run(valueJson(input as unknown as Value))) as unknown as Ran;
  }
  const context = createContext({ performance, input });
  return runInContext(`${program.text}\nlernenRun(input)`, context, { timeout: 5000 }) as Ran;
}

describe('the code of the demo', () => {
  // To load Python takes seconds, on a slow machine many.
  beforeAll(() => startPython('import json'), 120_000);

  const { problems, entries } = demoArchive('2026-11-24T18:00:00.000Z');
  const of = <K extends Entry['kind']>(kind: K, problemId: string): EntryOf<K>[] =>
    entries.filter((it): it is EntryOf<K> => it.kind === kind && it.problemId === problemId);

  /** What the versions of a problem come to over its examples, a word each. */
  async function verdictsOf(problemId: string): Promise<string[]> {
    const examples = of('example', problemId);
    const verdicts: string[] = [];
    for (const version of of('version', problemId)) {
      const made = preparedRun(version, examples, usualCheckRules);
      if ('fault' in made) throw new Error(`${version.title} cannot be run: ${made.fault}`);
      const results: string[] = [];
      for (const check of made.checks)
        results.push(made.resultOf(check, check.fault === null ? await ran(made, check.input) : null).verdict);
      verdicts.push(results.join(' '));
    }
    return verdicts;
  }

  it('gives what its examples expect; of two problems a first version is still wrong', async () => {
    const found = new Map<string, string>();
    for (const { id, title } of problems) {
      const verdicts = await verdictsOf(id);
      if (verdicts.length > 0) found.set(title, verdicts.join('; '));
    }
    expect(found.size).toBe(15);
    expect([...found].filter(([, verdicts]) => !/^(?:right[; ]*)+$/.test(verdicts)).sort()).toEqual([
      ['Beacon Line of Sight', 'wrong right right ran; right right right ran'],
      ['Net Mesh Windows', 'right right; wrong right'],
    ]);
  });

  it('stands in two languages on twelve sheets', () => {
    const languages = problems.map(({ id }) => new Set(of('version', id).map(({ language }) => language)).size);
    expect(languages.filter((count) => count >= 2).length).toBe(12);
  });
});
