import fc from 'fast-check';
import { sittingKinds } from '../model/sitting-kinds';
import { type Work, type Worked, isFullKind, transferredOn, thereOn, untouched, workedAfter } from './worked';

const usual = { memory: 1, resolving: 0.5 };
const solve = (day: number, part: Partial<Work> = {}): Work => ({
  kind: 'first-solve',
  evidence: 0.95,
  isOwn: true,
  isAnswerKnown: true,
  day,
  ...part,
});
const read = (day: number): Work => solve(day, { evidence: 0.1, isOwn: false });
const givenUp = (day: number): Work => solve(day, { evidence: 0.06, isOwn: false, isAnswerKnown: false });
const after = (...work: Work[]): Worked => work.reduce((worked, it) => workedAfter(worked, it), untouched);

describe('what is left of the work at a problem', () => {
  it('is nothing where it was given up, some where the answer was read, all once it was solved', () => {
    expect(after(givenUp(0))).toEqual(untouched);
    expect(transferredOn(after(givenUp(0)), 0, usual)).toBe(0);
    expect(transferredOn(after(read(0)), 0, usual)).toBeCloseTo(0.3, 10);
    expect(transferredOn(after(solve(0)), 0, usual)).toBeCloseTo(1, 10);
  });

  it('is as much where it was failed, read and then solved, and more than where it was solved at once', () => {
    const rebuilt = after(givenUp(0), read(1), solve(4, { kind: 'rebuild' }));
    expect(rebuilt.quality).toBe(1);
    expect(transferredOn(rebuilt, 4, usual)).toBeGreaterThan(transferredOn(after(solve(4)), 4, usual));
  });

  it('grows by working out what was half forgotten, not by repeating what is fresh in mind', () => {
    const soon = after(solve(0), solve(0, { kind: 'rebuild' }));
    const late = after(solve(0), solve(20, { kind: 'rebuild' }));
    expect(soon.again).toBe(0);
    expect(late.again).toBeGreaterThan(0.4);
    expect(late.again * thereOn(late, 20, usual)).toBeCloseTo(late.again, 2);
    expect(after(solve(0), read(20)).again).toBe(0);
  });

  it('of short kinds refreshes, but is no solve', () => {
    expect(after(solve(0, { kind: 'sketch' })).quality).toBe(0);
    const sketched = after(solve(0), solve(10, { kind: 'sketch' }));
    expect(sketched.again).toBeLessThan(after(solve(0), solve(10, { kind: 'rebuild' })).again);
  });

  it('never transfers less after a solve than right before it, and stays finite whatever comes', () => {
    const work = fc.record({
      kind: fc.constantFrom(...sittingKinds),
      evidence: fc.double({ min: 0.02, max: 0.98, noNaN: true }),
      isOwn: fc.boolean(),
      gap: fc.integer({ min: 0, max: 90 }),
    });
    fc.assert(
      fc.property(fc.array(work, { maxLength: 10 }), (all) => {
        let [worked, day] = [untouched, 0];
        for (const { gap, ...it } of all) {
          day += gap;
          const before = transferredOn(worked, day, usual);
          worked = workedAfter(worked, { ...it, isAnswerKnown: it.isOwn, day });
          const transferred = transferredOn(worked, day, usual);
          expect(Number.isFinite(transferred)).toBeTrue();
          const isSolve = it.isOwn && isFullKind(it.kind) && it.evidence > 0.9;
          if (isSolve) expect(transferred).toBeGreaterThanOrEqual(before - 1e-9);
        }
      }),
      { numRuns: 200 },
    );
  });
});
