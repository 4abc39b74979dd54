import { type EntryOf, type Entry } from '@lernen/core/model';
import {
  type Ran,
  type Value,
  checksOf,
  familyOf,
  pythonProgram,
  readValue,
  resultOf,
  signatureOf,
  valueJson,
} from '@lernen/core/run';
import { startPython } from '../../core/src/testing/python';
import { demoArchive } from './index';

describe('the code of the demo', () => {
  // To load Python takes seconds, on a slow machine many.
  beforeAll(() => startPython(''), 120_000);

  const { problems, entries } = demoArchive('2026-11-24T18:00:00.000Z');
  const titles = new Map(problems.map(({ id, title }) => [id, title]));
  const of = <K extends Entry['kind']>(kind: K, problemId: string): EntryOf<K>[] =>
    entries.filter((it): it is EntryOf<K> => it.kind === kind && it.problemId === problemId);

  /** What the versions of a problem come to over its examples, a word each. */
  async function verdictsOf(problemId: string): Promise<string[]> {
    const examples = of('example', problemId);
    const verdicts: string[] = [];
    for (const version of of('version', problemId)) {
      const signature = signatureOf(version.code, 'python', examples[0]?.input ?? '');
      if (familyOf(version.language) !== 'python' || !signature) throw new Error(`${version.title} cannot be run`);
      const run = await startPython(pythonProgram(version.code, signature).text);
      const results = checksOf(examples, signature).map((check) => {
        const ran = check.fault === null ? readValue(run(valueJson(check.input as unknown as Value))) : null;
        return resultOf(check, ran as unknown as Ran | null).verdict;
      });
      verdicts.push(results.join(' '));
    }
    return verdicts;
  }

  it('gives what its examples expect; of one problem the first version is still wrong', async () => {
    const found = new Map<string, string>();
    for (const [id, title] of titles) {
      const verdicts = await verdictsOf(id);
      if (verdicts.length > 0) found.set(title, verdicts.join('; '));
    }
    expect(found.size).toBe(15);
    expect([...found].filter(([, verdicts]) => !/^(?:right[; ]*)+$/.test(verdicts))).toEqual([
      ['Beacon Line of Sight', 'wrong right right; right right right'],
    ]);
  });
});
