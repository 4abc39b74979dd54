import { emptyEntry } from '../model/entry';
import { newId } from '../testing/make';
import { readBounds } from './bounds/bounds';
import { solutionsOf } from './solutions';

describe('the versions of a sheet beside each other', () => {
  const problemId = newId();
  const [first, second] = [newId(), newId()];
  const plain = emptyEntry('approach', problemId, newId(), { time: 'O(n + n^2)', space: 'O(1)' });
  const sorted = emptyEntry('approach', problemId, newId(), { time: 'n log', space: '' });
  const versions = [
    emptyEntry('version', problemId, newId(), {
      title: 'both loops',
      code: 'for a in p:\n  for b in p:\n    pass\n',
      approachId: plain.id,
      passed: [first, newId()],
    }),
    emptyEntry('version', problemId, newId(), { code: 'p.sort()', approachId: sorted.id, passed: [first, second] }),
    emptyEntry('version', problemId, newId(), {}),
  ];
  const made = solutionsOf(
    versions,
    [plain, sorted],
    new Set([first, second]),
    readBounds(['no library sort', 'no nested loops']),
  );

  it('have their size, the costs of their approach, and what they passed of the checks that are left', () => {
    expect(
      made.rows.map(({ number, lines, approach, time, space, passed }) => [
        number,
        lines,
        approach,
        time,
        space,
        passed,
      ]),
    ).toEqual([
      [1, 3, 1, 'O(n^2)', 'O(1)', 1],
      [2, 1, 2, 'n log', null, 2],
      [3, 0, null, null, null, 0],
    ]);
    expect(made.checks).toBe(2);
  });

  it('are held to the rules of the code', () => {
    expect(made.rows.map(({ broken }) => broken.map(({ rule }) => rule))).toEqual([
      ['no nested loops'],
      ['no library sort'],
      [],
    ]);
  });

  it('have the averages of those that are written', () => {
    expect(made.average).toEqual({ lines: 2, characters: (versions[0]?.code.length ?? 0) / 2 + 4, passed: 1.5 });
    expect(solutionsOf([], [], new Set(), readBounds([])).average).toBeNull();
  });
});
