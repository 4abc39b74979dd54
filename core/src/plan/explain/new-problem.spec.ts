import { makeList, makeLog, makeProblem, makeSitting, newId } from '../../testing/make';
import { ChoiceSchema } from '../../model/choice';
import { plannedProblems } from '../../model/problem-list';
import { newProblemAdvice } from './new-problem';

const today = '2026-11-24';
const at = (point: number) => ({ strength: { point, low: 0, high: 1 }, sittings: 3 });

describe('something new', () => {
  const solved = makeProblem({ techniques: ['heap'] });
  const [easy, medium, hard] = (['easy', 'medium', 'hard'] as const).map((difficulty) =>
    makeProblem({ techniques: ['heap'], difficulty }),
  );
  const unstated = makeProblem({ techniques: ['heap'], difficulty: null });
  const other = makeProblem({ techniques: ['greedy'] });
  const kept = [easy, medium, hard, unstated].flatMap((problem) => problem ?? []);
  const log = makeLog({ problems: [solved, ...kept, other], sittings: [makeSitting(solved.id)] });

  it('is offered from what was kept for later and never sat, of the technique, nearest to the level first', () => {
    expect(plannedProblems(log).map(({ id }) => id)).toEqual([...kept, other].map(({ id }) => id));
    const { level, offers } = newProblemAdvice('heap', at(0.5), log, today);
    expect(level).toBe('medium');
    expect(offers.map(({ problem }) => problem.difficulty)).toEqual(['medium', null, 'easy']);
    expect(offers[0]?.why).toBe('medium, the level that teaches most now');
  });

  it('is easy for who is weak and hard for who is strong, and says so', () => {
    expect(newProblemAdvice('heap', at(0.2), log, today).offers[0]?.problem.difficulty).toBe('easy');
    const strong = newProblemAdvice('heap', at(0.8), log, today);
    expect([strong.level, strong.offers[0]?.problem.difficulty]).toEqual(['hard', 'hard']);
    expect(strong.why).toContain('At 80 %');
  });

  it('says what to look for where nothing was kept, and leaves out what was dropped', () => {
    const advice = newProblemAdvice('trie', null, log, today);
    expect(advice.offers).toEqual([]);
    expect(advice.cues.length).toBeGreaterThan(0);
    const drop = ChoiceSchema.parse({
      id: newId(),
      revision: newId(),
      target: { problemId: medium?.id },
      choice: { dropped: true },
    });
    const left = newProblemAdvice('heap', at(0.5), { ...log, choices: [drop] }, today).offers;
    expect(left.some(({ problem }) => problem.id === medium?.id)).toBeFalse();
  });

  it('puts first what a list wants within a week, and keeps the order of the lists among equals', () => {
    const [a, b] = [makeProblem({ techniques: ['heap'] }), makeProblem({ techniques: ['heap'] })];
    const offersWith = (until: string | null): string[] => {
      const lists = [makeList([b, a]), makeList(hard ? [hard] : [], { until })];
      return newProblemAdvice('heap', at(0.5), makeLog({ problems: [...kept, a, b], lists }), today).offers.map(
        ({ problem }) => problem.id,
      );
    };
    expect(offersWith('2026-11-27')).toEqual([hard?.id ?? '', b.id, a.id]);
    expect(offersWith('2027-01-27')).toEqual([b.id, a.id, medium?.id ?? '']);
  });

  it('names a planned problem that has no technique yet', () => {
    const nameless = makeProblem({ techniques: [] });
    const some = makeLog({ problems: [...kept, nameless] });
    expect(newProblemAdvice('trie', null, some, today).unnamed?.problem.id).toBe(nameless.id);
    expect(newProblemAdvice('trie', null, log, today).unnamed).toBeNull();
  });
});
