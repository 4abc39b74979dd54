import { attemptWith } from '../model/attempt';
import fc from 'fast-check';
import { makeSitting, newId } from '../testing/make';
import type { Sitting } from '../model/sitting';
import type { EvidenceFacts } from './evidence';
import { Moves, Tally } from './tally';

const facts = (timeToTarget: number | null = 1): EvidenceFacts => ({
  result: 'solved',
  help: 'none',
  attempts: 1,
  timeToTarget,
  named: null,
  stated: null,
  hints: 0,
  checksRight: null,
  isPlainFirst: false,
});
const attempts = (count: number): Sitting['attempts'] => Array.from({ length: count }, () => attemptWith(null));

const problem = newId();

describe('the counts of a technique', () => {
  it('are empty before anything was sat, and say what is not known', () => {
    expect(new Tally().summary()).toEqual({
      sittings: 0,
      lastAt: null,
      timeToTarget: null,
      firstAttemptRate: null,
      helpRate: null,
      slips: {},
    });
  });

  it('count help, first attempts of what was solved, and slips', () => {
    const tally = new Tally();
    tally.take(makeSitting(problem, { attempts: attempts(1), slips: ['edge-case'] }), facts());
    tally.take(makeSitting(problem, { attempts: attempts(3), help: 'hint', slips: ['edge-case', 'misread'] }), facts());
    tally.take(makeSitting(problem, { attempts: attempts(1), result: 'unsolved', help: 'read' }), facts());
    tally.take(makeSitting(problem, { attempts: [] }), facts());
    const counts = tally.summary();
    expect(counts.sittings).toBe(4);
    expect(counts.helpRate).toBe(0.5);
    // Only three counted their attempts, and of those one was solved at the first.
    expect(counts.firstAttemptRate).toBeCloseTo(1 / 3, 12);
    expect(counts.slips).toEqual({ 'edge-case': 2, misread: 1 });
  });

  it('take the median of minutes over target, of whole sittings with known minutes', () => {
    const tally = new Tally();
    for (const time of [0.5, 3, 1.2, null]) tally.take(makeSitting(problem), facts(time));
    tally.take(makeSitting(problem, { kind: 'spot' }), facts(9));
    expect(tally.summary().timeToTarget).toBe(1.2);
    tally.take(makeSitting(problem), facts(2));
    expect(tally.summary().timeToTarget).toBe(1.6);
  });

  it('do not change afterwards', () => {
    const tally = new Tally();
    tally.take(makeSitting(problem, { slips: ['misread'] }), facts());
    const before = tally.summary();
    tally.take(makeSitting(problem, { slips: ['misread'] }), facts());
    expect(before).toEqual(jasmine.objectContaining({ sittings: 1, slips: { misread: 1 } }));
    expect(tally.summary().slips).toEqual({ misread: 2 });
  });
});

describe('the largest moves', () => {
  it('are the eight largest by size, up or down, the largest first', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { maxLength: 40 }), (changes) => {
        const moves = new Moves();
        changes.forEach((change, index) => moves.take(String(index), change));
        const sizes = moves.largest.map(({ change }) => Math.abs(change));
        const expected = changes.map(Math.abs).sort((a, b) => b - a);
        expect(sizes).toEqual(expected.slice(0, 8));
      }),
    );
  });

  it('keep whose they are', () => {
    const moves = new Moves();
    moves.take('small', 0.01);
    moves.take('down', -0.2);
    expect(moves.largest).toEqual([
      { sittingId: 'down', change: -0.2 },
      { sittingId: 'small', change: 0.01 },
    ]);
  });
});
