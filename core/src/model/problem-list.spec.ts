import { makeList, makeLog, makeProblem, makeSitting } from '../testing/make';
import { byProblem } from './log';
import { listedProblems, maxListed, problemState, withListed } from './problem-list';

describe('a list of problems for later', () => {
  const [first, second, third] = [makeProblem(), makeProblem(), makeProblem()];
  const byId = new Map([first, second].map((problem) => [problem.id, problem]));

  it('says of each problem whether it is planned, begun or solved, in the order of the list', () => {
    const sittings = [
      makeSitting(first.id, { result: 'unsolved' }),
      makeSitting(second.id, { result: 'solved', help: 'hint' }),
    ];
    const states = (ids: typeof sittings): [string, string][] =>
      listedProblems(makeList([second, third, first]), byId, byProblem(ids)).map(({ problem, state }) => [
        problem.id,
        state,
      ]);
    expect(states(sittings)).toEqual([
      [second.id, 'solved'],
      [first.id, 'begun'],
    ]);
    expect(states([])).toEqual([
      [second.id, 'planned'],
      [first.id, 'planned'],
    ]);
  });

  it('takes nothing for solved that was read or copied', () => {
    for (const help of ['read', 'copied'] as const) expect(problemState([{ result: 'solved', help }])).toBe('begun');
    expect(
      problemState([
        { result: 'solved', help: 'copied' },
        { result: 'solved', help: 'none' },
        { result: 'abandoned', help: 'none' },
      ]),
    ).toBe('solved');
  });

  it('comes before others the nearer its last day is, and then as it was made', () => {
    const lists = [
      makeList([], { title: 'a' }),
      makeList([], { title: 'b', until: '2026-12-04' }),
      makeList([], { title: 'c' }),
      makeList([], { title: 'd', until: '2026-11-27' }),
    ];
    expect(makeLog({ lists }).lists.map(({ title }) => title)).toEqual(['d', 'b', 'a', 'c']);
  });

  it('takes a problem once, behind the others, and no more than it holds', () => {
    const list = makeList([first, second]);
    expect(withListed(list, [third.id, first.id]).problems).toEqual([first.id, second.id, third.id]);
    const full = makeList(Array.from({ length: maxListed }, () => makeProblem()));
    expect(withListed(full, full.problems)).toEqual(full);
    expect(() => withListed(full, [third.id])).toThrowError(RangeError);
  });
});
