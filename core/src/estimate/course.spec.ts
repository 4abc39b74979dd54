import fc from 'fast-check';
import { sittingKinds } from '../log/sitting';
import { Course, type Observation } from './course';
import { Practised } from './practised';
import { practiceOf } from './readiness';
import { type Memory, firstMemory, mostGrowth, recallAt, reviewedMemory, scaled } from './recall';
import { creditsOf } from './strength';

const observation = (part: Partial<Observation> = {}): Observation => ({
  problemId: 'p',
  kind: 'first-solve',
  credits: creditsOf(['heap']),
  difficulty: 'medium',
  evidence: 0.9,
  pace: null,
  day: 0,
  ...part,
});

describe('what was practised', () => {
  const memory: Memory = { halfLife: 8, since: 0 };

  it('is the same by the day as at a moment, right after a sitting', () => {
    const practised = new Practised();
    practised.remember('a', memory, creditsOf(['heap']), 0, 1);
    practised.remember('b', memory, creditsOf(['heap', 'greedy']), 0, 1);
    for (const technique of ['heap', 'greedy', 'trie']) {
      const credits = creditsOf([technique]);
      expect(practised.practiceOn(credits, 0, 1)).toBeCloseTo(practised.practiceAt(credits, 0, 1), 12);
    }
    // One whole problem and 0.7 of another, both fresh in mind.
    expect(practised.practiceAt(creditsOf(['heap']), 0, 1)).toBeCloseTo(practiceOf(1.7), 12);
    expect(practised.practiceAt(creditsOf(['trie']), 0, 1)).toBe(0);
  });

  it('fades by half of it, and more slowly for who remembers longer', () => {
    const practised = new Practised();
    practised.remember('a', memory, creditsOf(['heap']), 0, 1);
    const at = (day: number, times: number): number => practised.practiceAt(creditsOf(['heap']), day, times);
    expect(at(8, 1)).toBeCloseTo(practiceOf(0.75), 12);
    expect(at(8, 3)).toBeGreaterThan(at(8, 1));
    expect(at(100_000, 1)).toBeGreaterThan(practiceOf(0.5));
  });

  it('counts a problem once, however often it is worked', () => {
    const practised = new Practised();
    for (let time = 0; time < 5; time++) practised.remember('a', memory, creditsOf(['heap']), 0, 1);
    expect(practised.practiceOn(creditsOf(['heap']), 0, 1)).toBeCloseTo(practiceOf(1), 12);
  });

  it('keeps problems without a technique apart', () => {
    const practised = new Practised();
    practised.remember('a', memory, [], 0, 1);
    expect(practised.practiceAt([], 0, 1)).toBeCloseTo(practiceOf(1), 12);
    expect(practised.practiceAt(creditsOf(['heap']), 0, 1)).toBe(0);
  });
});

describe('strength and memory through the sittings', () => {
  it('foresees a known problem better than a new one, and less well after a while', () => {
    const course = new Course(() => 'family', true);
    course.take(observation());
    const soon = new Course(() => 'family', true);
    soon.take(observation());
    const known = soon.take(observation({ kind: 'rebuild', day: 1 })).foreseen;
    const late = course.take(observation({ kind: 'rebuild', day: 300 })).foreseen;
    const fresh = new Course(() => 'family', true);
    fresh.take(observation());
    const unknown = fresh.take(observation({ problemId: 'q', day: 1 })).foreseen;
    expect(known).toBeGreaterThan(unknown);
    expect(late).toBeLessThan(known);
  });

  it('says by how much each sitting moved the strength, up or down', () => {
    const course = new Course(() => 'family', true);
    expect(course.take(observation({ evidence: 0.95 })).change).toBeGreaterThan(0.02);
    expect(course.take(observation({ problemId: 'q', evidence: 0.05, day: 1 })).change).toBeLessThan(-0.02);
  });

  it('grows by practice alone: who goes on as foreseen becomes stronger', () => {
    const course = new Course(() => 'family', false);
    const before = course.strengthOf('heap', 0).mean;
    for (let index = 0; index < 6; index++)
      course.take(observation({ problemId: `p${index}`, evidence: 0.45, day: index }));
    expect(course.strengthOf('heap', 6).mean).toBeGreaterThan(before + 0.5);
  });

  it('remembers what strength was some weeks ago, where it was seen', () => {
    const course = new Course(() => 'family', true);
    for (let day = 0; day < 60; day += 5) course.take(observation({ problemId: `p${day}`, day }));
    expect(course.pointBefore('heap', 31)).toBeGreaterThan(0.3);
    expect(course.pointBefore('heap', 31)).toBeLessThan(course.pointBefore('heap', 60) ?? 0);
    expect(course.pointBefore('trie', 60)).toBeNull();
    expect(course.pointBefore('heap', -1)).toBeNull();
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
        expect(after.halfLife).toBeLessThanOrEqual(halfLife * mostGrowth(kind) + 1e-9);
      }),
    );
    expect(mostGrowth('rebuild')).toBeGreaterThan(mostGrowth('spot'));
  });

  it('scales with the person', () => {
    const memory = firstMemory(0.5, 3);
    expect(scaled(memory, 2)).toEqual({ halfLife: 2 * memory.halfLife, since: 3 });
    expect(recallAt(memory, 10, 2)).toBeCloseTo(recallAt(scaled(memory, 2), 10), 12);
  });
});
