import { chanceRange } from './chance';
import { type Coming, type Shown, StrengthModel, creditsOf } from './strength';

const coming = (technique: string, part: Partial<Coming> = {}): Coming => ({
  kind: 'first-solve',
  credits: creditsOf([technique]),
  difficulty: 'medium',
  practised: { amount: 0, byResolving: 0 },
  memory: null,
  day: 0,
  ...part,
});

const showing = (evidence: number, pace: number | null = null): Shown => ({ evidence, pace, isOwn: evidence > 0.2 });
const practised = (amount: number): Coming['practised'] => ({ amount, byResolving: 0 });

const inFamily = (): string => 'family';

describe('strength', () => {
  it('moves towards the evidence and narrows', () => {
    const model = new StrengthModel(inFamily, true);
    const before = model.strengthOf('heap', 0, 0);
    for (let day = 0; day < 8; day++) model.observe(coming('heap', { day }), showing(0.95));
    const after = model.strengthOf('heap', 0, 8);
    expect(after.mean).toBeGreaterThan(before.mean + 0.8);
    expect(after.variance).toBeLessThan(before.variance);
  });

  it('transfers to the family, less to strangers, and widens without practice', () => {
    const model = new StrengthModel((id) => (id === 'greedy' ? 'other' : 'family'), true);
    for (let day = 0; day < 8; day++) model.observe(coming('heap', { day }), showing(0.05));
    const [heap, trie, greedy] = ['heap', 'trie', 'greedy'].map((id) => model.strengthOf(id, 0, 8).mean);
    expect(heap).toBeLessThan(trie ?? 0);
    expect(trie).toBeLessThan(greedy ?? 0);
    expect(model.strengthOf('heap', 0, 200).variance).toBeGreaterThan(model.strengthOf('heap', 0, 8).variance);
  });

  it('learns more from a success at something hard', () => {
    const after = (difficulty: 'easy' | 'hard'): number => {
      const model = new StrengthModel(inFamily, true);
      model.observe(coming('heap', { difficulty }), showing(0.9));
      return model.strengthOf('heap', 0, 0).mean;
    };
    expect(after('hard')).toBeGreaterThan(after('easy'));
  });

  it('learns little from a solution that was recalled, and as much as ever from a failure', () => {
    const moved = (memory: Coming['memory'], evidence: number): number => {
      const model = new StrengthModel(inFamily, true);
      const before = model.strengthOf('heap', 0, 10).mean;
      model.observe(coming('heap', { memory, kind: 'rebuild', day: 10 }), showing(evidence));
      return model.strengthOf('heap', 0, 10).mean - before;
    };
    const fresh = { halfLife: 30, since: 9 };
    expect(moved(fresh, 0.9)).toBeLessThan(moved(null, 0.9) / 3);
    expect(moved(fresh, 0.9)).toBeGreaterThan(-0.05);
    expect(moved(fresh, 0.1)).toBeLessThan(-0.3);
  });

  it('learns how much easy and hard differ for this person, and what practice transfers, only where it may', () => {
    const learned = (learnsPerson: boolean): StrengthModel => {
      const model = new StrengthModel(inFamily, learnsPerson);
      for (let day = 0; day < 60; day++) {
        model.observe(coming('heap', { day, difficulty: 'hard', practised: practised(1) }), showing(0.05));
        model.observe(coming('heap', { day, difficulty: 'easy', practised: practised(1) }), showing(0.5));
        model.observe(coming('heap', { day, practised: practised(0) }), showing(0.5));
      }
      return model;
    };
    const own = learned(true).person();
    const common = learned(false).person();
    expect(common).toEqual({ transfer: 0.9, harder: { easy: -1, medium: 0, hard: 1.2 }, memory: 1, resolving: 0.35 });
    expect(own.harder.hard).toBeGreaterThan(common.harder.hard + 0.2);
    expect(own.harder.easy).toBeGreaterThan(common.harder.easy + 0.1);
    expect(own.transfer).toBeLessThan(common.transfer);
  });

  it('learns that somebody forgets more slowly', () => {
    const model = new StrengthModel(inFamily, true);
    for (let day = 0; day < 40; day++)
      model.observe(coming('heap', { day, kind: 'rebuild', memory: { halfLife: 6, since: day - 18 } }), showing(0.95));
    expect(model.person().memory).toBeGreaterThan(1.1);
  });

  it('takes a quick solve for a sign of strength, and a slow one for the opposite, against the person’s own pace', () => {
    const after = (usual: number, pace: number | null): number => {
      const model = new StrengthModel(inFamily, false);
      for (let day = 0; day < 30; day++) model.observe(coming('trie', { day }), showing(0.95, usual));
      model.observe(coming('heap', { day: 30 }), showing(0.95, pace));
      return model.strengthOf('heap', 0, 30).mean;
    };
    expect(after(0.7, 0.4)).toBeGreaterThan(after(0.7, null) + 0.05);
    expect(after(0.7, 0.98)).toBeLessThan(after(0.7, null) - 0.05);
    // Somebody who is always slow has not become weaker by being slow once more.
    expect(after(0.95, 0.95) - after(0.95, null)).toBeGreaterThan(after(0.5, 0.95) - after(0.5, null));
  });

  it('reads no more skill from a time that nobody could need', () => {
    const after = (pace: number): number => {
      const model = new StrengthModel(inFamily, true);
      model.observe(coming('heap', { kind: 'rebuild' }), showing(0.95, pace));
      return model.strengthOf('heap', 0, 0).mean;
    };
    // One minute for what should take 25: as much as seven and a half, and more than ten, which a master could need.
    expect(after(1 / 25)).toBe(after(0.3));
    expect(after(0.3)).toBeGreaterThan(after(0.4));
  });

  it('gives up on minutes that have nothing to do with the chance', () => {
    const shift = (isRelated: boolean): number => {
      const model = new StrengthModel((id) => id, true);
      for (let day = 0; day < 120; day++) {
        // One technique that always works and one that hardly does, solved now and then.
        const isStrong = day % 2 === 0;
        const pace = isRelated ? (isStrong ? 0.5 : 0.85) : 0.65;
        const isSolved = isStrong || day % 10 === 1;
        model.observe(
          coming(isStrong ? 'heap' : 'greedy', { day }),
          showing(isSolved ? 0.95 : 0.05, isSolved ? pace : null),
        );
      }
      const before = model.strengthOf('trie', 0, 120).mean;
      model.observe(coming('trie', { day: 120 }), showing(0.5, 0.3));
      return model.strengthOf('trie', 0, 120).mean - before;
    };
    expect(shift(false)).toBeLessThan(0.6 * shift(true));
  });

  it('narrows more by a solve with its minutes than by one without', () => {
    const variance = (pace: number | null): number => {
      const model = new StrengthModel(inFamily, true);
      model.observe(coming('heap'), showing(0.95, pace));
      return model.strengthOf('heap', 0, 0).variance;
    };
    expect(variance(0.7)).toBeLessThan(variance(null));
  });

  it('stays finite and sure of nothing, whatever comes', () => {
    const model = new StrengthModel(inFamily, true);
    for (let day = 0; day < 400; day++)
      model.observe(
        coming('heap', { day, practised: practised(5), difficulty: 'hard' }),
        showing(day < 200 ? 1 : 0, day < 200 ? 0 : null),
      );
    const { mean, variance } = model.strengthOf('heap', 5, 400);
    expect(Number.isFinite(mean)).toBeTrue();
    expect(variance).toBeGreaterThan(0);
    expect(model.person().transfer).toBeGreaterThanOrEqual(0.1);
  });

  it('splits credit with the main technique first', () => {
    expect(creditsOf(['a', 'b', 'c']).map(({ share }) => Math.round(share * 100))).toEqual([70, 15, 15]);
    expect(creditsOf([])).toEqual([]);
    expect(chanceRange({ mean: 0, variance: 1 }).point).toBe(0.5);
  });
});
