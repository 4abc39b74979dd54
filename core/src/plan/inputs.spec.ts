import { catalogue } from '../model/catalogue';
import { defaultSettings } from '../model/settings';
import { makeInterview, makeList, makeProblem, makeSitting, newId } from '../testing/make';
import { changesPlan } from './inputs';

describe('what the plan is made again for', () => {
  const problem = makeProblem();
  const settings = { ...defaultSettings, revision: newId() };

  it('is a problem of other techniques, difficulty or cost, or one that is gone, but no other words', () => {
    const now = (part: Partial<typeof problem>): boolean =>
      changesPlan('problems', problem, { ...problem, revision: newId(), ...part });
    expect([now({ title: 'x' }), now({ origin: 'x' }), now({ link: 'https://x.org' }), now({ employer: 'x' })]).toEqual(
      [false, false, false, false],
    );
    expect(now({ techniques: ['greedy'] })).toBeTrue();
    expect(now({ difficulty: 'hard' })).toBeTrue();
    expect(now({ cost: { time: 'O(n)', space: null } })).toBeTrue();
    expect(now({ deleted: true })).toBeTrue();
    expect(changesPlan('problems', null, problem)).toBeTrue();
  });

  it('is another family or share of a technique, or that it is hidden or merged, but neither its name nor its template', () => {
    const [shipped] = catalogue;
    if (!shipped) throw new Error('no technique is shipped');
    const now = (part: Partial<typeof shipped>): boolean =>
      changesPlan('techniques', null, { ...shipped, revision: newId(), ...part });
    expect([now({ template: 'queue = []' }), now({ name: 'Lanterns' })]).toEqual([false, false]);
    expect([now({ hidden: true }), now({ mergedInto: 'heap' }), now({ usualShare: 9 })]).toEqual([true, true, true]);
    expect(changesPlan('techniques', null, { ...shipped, id: 'lanterns' })).toBeTrue();
  });

  it('is the goal, the targets and the minutes, but neither theme nor keys', () => {
    const now = (part: Partial<typeof settings>): boolean =>
      changesPlan('settings', settings, { ...settings, ...part });
    expect([now({ theme: 'dark' }), now({ singleKeys: false }), now({ language: 'python' })]).toEqual([
      false,
      false,
      false,
    ]);
    expect(now({ goal: 0.8 })).toBeTrue();
    expect(now({ exceptions: { '2026-12-01': 0 } })).toBeTrue();
  });

  it('is any sitting and interview, but no list', () => {
    expect(changesPlan('sittings', null, makeSitting(problem.id))).toBeTrue();
    expect(changesPlan('interviews', null, makeInterview(3))).toBeTrue();
    expect(changesPlan('lists', null, makeList([problem]))).toBeFalse();
  });
});
