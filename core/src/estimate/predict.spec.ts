import fc from 'fast-check';
import { daysAgo, makeLog, makeProblem, makeSitting, now } from '../testing/make';
import { difficulties } from '../model/problem';
import { sittingKinds } from '../model/sitting-kinds';
import { estimateLog } from './estimate';
import { chanceOfSitting } from './predict';

describe('the chance of the next sitting', () => {
  const problems = Array.from({ length: 6 }, (_, index) =>
    makeProblem({ techniques: [index < 3 ? 'heap' : 'greedy'] }),
  );
  const sittings = problems.flatMap((problem, index) => [
    makeSitting(problem.id, { startedAt: daysAgo(20 - index), minutes: 15, result: index < 3 ? 'solved' : 'unsolved' }),
  ]);
  const estimates = estimateLog(makeLog({ problems, sittings }), now);
  const unseen = (techniques: readonly string[], difficulty: (typeof difficulties)[number] | null = 'medium'): number =>
    chanceOfSitting(estimates, { problemId: null, techniques, difficulty }, 'first-solve');

  it('is higher for what went well, and for what is easier', () => {
    expect(unseen(['heap'])).toBeGreaterThan(unseen(['greedy']));
    expect(unseen(['heap'], 'easy')).toBeGreaterThan(unseen(['heap'], 'medium'));
    expect(unseen(['heap'], 'medium')).toBeGreaterThan(unseen(['heap'], 'hard'));
    expect(unseen(['heap'], null)).toBe(unseen(['heap'], 'medium'));
  });

  it('lies between those of its techniques where there are two', () => {
    const both = unseen(['heap', 'greedy']);
    expect(both).toBeLessThan(unseen(['heap']));
    expect(both).toBeGreaterThan(unseen(['greedy']));
  });

  it('is higher for a problem that is known, and highest where it has only to be named', () => {
    const [known] = problems;
    const of = (kind: (typeof sittingKinds)[number]): number =>
      chanceOfSitting(estimates, { problemId: known?.id ?? null, techniques: ['heap'], difficulty: 'medium' }, kind);
    expect(of('rebuild')).toBeGreaterThan(unseen(['heap']));
    expect(of('spot')).toBeGreaterThan(of('sketch'));
    expect(of('sketch')).toBeGreaterThan(of('rebuild'));
    expect(of('twist')).toBeLessThan(of('rebuild'));
  });

  it('falls back to the person where nothing is known of a technique or none is named', () => {
    // Between what went well and what did not.
    expect(unseen([])).toBeLessThan(unseen(['heap']));
    expect(unseen([])).toBeGreaterThan(unseen(['greedy']));
    expect(unseen(['a-technique-of-nobody'])).toBe(unseen([]));
  });

  it('is a chance, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.record({
          problemId: fc.constantFrom(null, 'nowhere', ...problems.map(({ id }) => id)),
          techniques: fc.subarray(['heap', 'greedy', 'trie', 'line-dp', 'nobody']),
          difficulty: fc.constantFrom(null, ...difficulties),
        }),
        fc.constantFrom(...sittingKinds),
        (coming, kind) => {
          const chance = chanceOfSitting(estimates, coming, kind);
          expect(chance).toBeGreaterThan(0);
          expect(chance).toBeLessThan(1);
        },
      ),
    );
  });
});
