import { makeLog, makeProblem, makeSitting, newId } from '../testing/make';
import { ChoiceSchema } from '../log/choice';
import { newProblemAdvice, plannedProblems } from './new-problem';

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
    const { level, offers } = newProblemAdvice('heap', at(0.5), log);
    expect(level).toBe('medium');
    expect(offers.map(({ problem }) => problem.difficulty)).toEqual(['medium', null, 'easy']);
    expect(offers[0]?.why).toBe('medium, the level that teaches most now');
  });

  it('is easy for who is weak and hard for who is strong, and says so', () => {
    expect(newProblemAdvice('heap', at(0.2), log).offers[0]?.problem.difficulty).toBe('easy');
    const strong = newProblemAdvice('heap', at(0.8), log);
    expect([strong.level, strong.offers[0]?.problem.difficulty]).toEqual(['hard', 'hard']);
    expect(strong.why).toContain('At 80 %');
  });

  it('says what to look for where nothing was kept, and leaves out what was dropped', () => {
    const advice = newProblemAdvice('trie', null, log);
    expect(advice.offers).toEqual([]);
    expect(advice.cues.length).toBeGreaterThan(0);
    const drop = ChoiceSchema.parse({
      id: newId(),
      revision: newId(),
      target: { problemId: medium?.id },
      choice: { dropped: true },
    });
    const left = newProblemAdvice('heap', at(0.5), { ...log, choices: [drop] }).offers;
    expect(left.some(({ problem }) => problem.id === medium?.id)).toBeFalse();
  });
});
