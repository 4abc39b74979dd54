import fc from 'fast-check';
import { sittingKinds } from '../model/sitting-kinds';
import { expectedChance } from './chance';
import { Replay, type Observation } from './replay';
import { Practised } from './practised';
import { practiceOf } from './readiness';
import { firstMemory, maxGrowth, recallAt, reviewedMemory, scaled } from './recall';
import { creditsOf } from './strength';
import type { WayOfLearning, Worked } from './worked';

const observation = (part: Partial<Observation> = {}): Observation => ({
  problemId: 'p',
  kind: 'first-solve',
  credits: creditsOf(['heap']),
  difficulty: 'medium',
  evidence: 0.9,
  pace: null,
  isOwn: true,
  isAnswerKnown: true,
  day: 0,
  ...part,
});

describe('what was practised', () => {
  const worked: Worked = { memory: { halfLife: 8, since: 0 }, quality: 1, again: 0 };
  const usual: WayOfLearning = { memory: 1, resolving: 0.5 };
  const amountAt = (practised: Practised, technique: string, day: number, way = usual): number =>
    practised.amountAt(technique, day, way);

  it('is the same by the day as at a moment, right after a sitting', () => {
    const practised = new Practised();
    practised.remember('a', worked, creditsOf(['heap']), 0, usual);
    practised.remember('b', worked, creditsOf(['heap', 'greedy']), 0, usual);
    for (const technique of ['heap', 'greedy', 'trie']) {
      const credits = creditsOf([technique]);
      expect(practised.practiceOn(credits, 0, usual).amount).toBeCloseTo(amountAt(practised, technique, 0), 12);
    }
    // One whole problem and 0.7 of another, both fresh in mind.
    expect(amountAt(practised, 'heap', 0)).toBeCloseTo(practiceOf(1.7), 12);
    expect(amountAt(practised, 'trie', 0)).toBe(0);
  });

  it('fades by half of it, and more slowly for who remembers longer', () => {
    const practised = new Practised();
    practised.remember('a', worked, creditsOf(['heap']), 0, usual);
    const at = (day: number, memory: number): number => amountAt(practised, 'heap', day, { ...usual, memory });
    expect(at(8, 1)).toBeCloseTo(practiceOf(0.75), 12);
    expect(at(8, 3)).toBeGreaterThan(at(8, 1));
    expect(at(100_000, 1)).toBeGreaterThan(practiceOf(0.5));
  });

  it('counts a problem once, however often it is worked', () => {
    const practised = new Practised();
    for (let time = 0; time < 5; time++) practised.remember('a', worked, creditsOf(['heap']), 0, usual);
    expect(practised.practiceOn(creditsOf(['heap']), 0, usual).amount).toBeCloseTo(practiceOf(1), 12);
  });

  it('keeps problems without a technique apart', () => {
    const practised = new Practised();
    practised.remember('a', worked, [], 0, usual);
    expect(amountAt(practised, '', 0)).toBeCloseTo(practiceOf(1), 12);
    expect(amountAt(practised, 'heap', 0)).toBe(0);
  });
});

describe('strength and memory through the sittings', () => {
  it('foresees a known problem better than a new one, and less well after a while', () => {
    const replay = new Replay(() => 'family', true);
    replay.take(observation());
    const soon = new Replay(() => 'family', true);
    soon.take(observation());
    const known = soon.take(observation({ kind: 'rebuild', day: 1 })).predicted;
    const late = replay.take(observation({ kind: 'rebuild', day: 300 })).predicted;
    const fresh = new Replay(() => 'family', true);
    fresh.take(observation());
    const unknown = fresh.take(observation({ problemId: 'q', day: 1 })).predicted;
    expect(known).toBeGreaterThan(unknown);
    expect(late).toBeLessThan(known);
  });

  it('says by how much each sitting moved the strength, up or down', () => {
    const replay = new Replay(() => 'family', true);
    expect(replay.take(observation({ evidence: 0.95 })).change).toBeGreaterThan(0.02);
    expect(replay.take(observation({ problemId: 'q', evidence: 0.05, isOwn: false, day: 1 })).change).toBeLessThan(
      -0.02,
    );
  });

  it('grows by practice alone: who goes on as foreseen becomes stronger', () => {
    const replay = new Replay(() => 'family', false);
    const before = replay.strengthOf('heap', 0).mean;
    for (let index = 0; index < 6; index++)
      replay.take(observation({ problemId: `p${index}`, evidence: 0.45, day: index }));
    expect(replay.strengthOf('heap', 6).mean).toBeGreaterThan(before + 0.5);
  });

  it('remembers what strength was some weeks ago, where it was seen', () => {
    const replay = new Replay(() => 'family', true);
    for (let day = 0; day < 60; day += 5) replay.take(observation({ problemId: `p${day}`, day }));
    expect(replay.pointBefore('heap', 31)).toBeGreaterThan(0.3);
    expect(replay.pointBefore('heap', 31)).toBeLessThan(replay.pointBefore('heap', 60) ?? 0);
    expect(replay.pointBefore('trie', 60)).toBeNull();
    expect(replay.pointBefore('heap', -1)).toBeNull();
  });
});

describe('failing', () => {
  const failures: readonly Partial<Observation>[] = [
    { evidence: 0.08, isAnswerKnown: false },
    { evidence: 0.06, isAnswerKnown: false },
    { evidence: 0.1, isAnswerKnown: true },
    { evidence: 0.16, isAnswerKnown: false },
  ];

  it('never raises the strength of a technique, however weak or strong it was, and narrows its range', () => {
    const start = fc.array(fc.record({ evidence: fc.double({ min: 0.03, max: 0.97, noNaN: true }), gap: fc.nat(20) }), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(start, fc.constantFrom(...failures), fc.boolean(), (before, failure, isNew) => {
        const replay = new Replay(() => 'family', true);
        let day = 0;
        before.forEach(({ evidence, gap }, index) => {
          day += gap;
          replay.take(observation({ problemId: `p${index}`, evidence, isOwn: evidence > 0.2, day }));
        });
        const was = expectedChance(replay.strengthOf('heap', day));
        const { variance } = replay.strengthOf('heap', day);
        replay.take(observation({ problemId: isNew ? 'new' : 'p0', isOwn: false, ...failure, day }));
        const is = replay.strengthOf('heap', day);
        expect(expectedChance(is)).toBeLessThanOrEqual(was + 1e-9);
        expect(is.variance).toBeLessThanOrEqual(variance + 1e-9);
      }),
      { numRuns: 200 },
    );
  });

  it('leaves no solution that could be recalled until it was read or found, and then it can', () => {
    const replay = new Replay(() => 'family', true);
    replay.take(observation({ evidence: 0.06, isOwn: false, isAnswerKnown: false }));
    expect(replay.workedOf('p')).toEqual({ memory: null, quality: 0, again: 0 });
    replay.take(observation({ kind: 'rebuild', evidence: 0.1, isOwn: false, isAnswerKnown: true, day: 2 }));
    expect(replay.workedOf('p')?.memory?.since).toBe(2);
    expect(replay.workedOf('p')?.quality).toBe(0.3);
    replay.take(observation({ kind: 'rebuild', evidence: 0.9, day: 5 }));
    expect(replay.workedOf('p')?.quality).toBe(1);
    expect(replay.workedOf('p')?.again).toBeGreaterThan(0.1);
  });
});

describe('the growth of a half-life', () => {
  it('is never more than the most that a kind can do', () => {
    const any = fc.record({
      kind: fc.constantFrom(...sittingKinds),
      halfLife: fc.double({ min: 1, max: 300, noNaN: true }),
      day: fc.double({ min: 0, max: 400, noNaN: true }),
    });
    fc.assert(
      fc.property(any, ({ kind, halfLife, day }) => {
        const memory = { halfLife, since: 0 };
        const after = reviewedMemory(memory, kind, recallAt(memory, day), day);
        expect(after.halfLife).toBeLessThanOrEqual(halfLife * maxGrowth(kind) + 1e-9);
      }),
    );
    expect(maxGrowth('rebuild')).toBeGreaterThan(maxGrowth('spot'));
  });

  it('scales with the person', () => {
    const memory = firstMemory(0.5, 3);
    expect(scaled(memory, 2)).toEqual({ halfLife: 2 * memory.halfLife, since: 3 });
    expect(recallAt(memory, 10, 2)).toBeCloseTo(recallAt(scaled(memory, 2), 10), 12);
  });
});
