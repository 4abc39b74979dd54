import fc from 'fast-check';
import type { PastSitting } from '../../estimate/estimate';
import { type Spacing, isSpaced, nextGap, spacingAfter, unspaced } from './spacing';

const sat = (day: number, part: Partial<PastSitting> = {}): PastSitting => ({
  day,
  kind: 'first-solve',
  isOwn: true,
  isTimely: false,
  ...part,
});

describe('when a problem can come again', () => {
  it('is three days after a solve, two after an answer read, the next day after neither', () => {
    expect(spacingAfter([sat(-0.2)], true, 30).earliest).toBe(3);
    expect(spacingAfter([sat(-1.2)], true, 30).earliest).toBe(2);
    expect(spacingAfter([sat(-0.2, { isOwn: false })], true, 30).earliest).toBe(2);
    expect(spacingAfter([sat(-0.2, { isOwn: false })], false, 30).earliest).toBe(1);
    expect(spacingAfter([], false, 30)).toEqual(unspaced);
  });

  it('is ever later after each solve, and soon again after a failure', () => {
    const history = [sat(-12), sat(-8, { kind: 'rebuild' }), sat(-2, { kind: 'sketch' })];
    expect(spacingAfter(history, true, 60).gap).toBe(6);
    expect(spacingAfter([...history, sat(-0.5, { kind: 'rebuild', isOwn: false })], true, 60).gap).toBe(2);
  });

  it('is three weeks after two solves in time, some days apart', () => {
    const timely = { isTimely: true };
    expect(spacingAfter([sat(-6, timely), sat(-1, { ...timely, kind: 'rebuild' })], true, 30).earliest).toBe(20);
    expect(spacingAfter([sat(-2, timely), sat(-1, { ...timely, kind: 'rebuild' })], true, 30).earliest).toBeLessThan(7);
  });

  it('never comes nearer than the gap before it, as far as a fifth of the days', () => {
    expect([nextGap(3, 30), nextGap(5, 30), nextGap(20, 30), nextGap(20, 90)]).toEqual([3, 5, 7, 18]);
    const first: Spacing = { past: [-4], lastTwist: null, earliest: 0, gap: 3 };
    expect([4, 7, 8, 9].map((day) => isSpaced(first, [0], day, 30))).toEqual([true, true, true, true]);
    expect(isSpaced(first, [0, 5], 8, 30)).toBeFalse();
    expect(isSpaced(first, [0, 5], 10, 30)).toBeTrue();
    expect(isSpaced(first, [8], 3, 30)).toBeFalse();
  });

  it('comes again although it was once worked more often than that', () => {
    const often = [-200, -198, -195, -192, -190, -187, -184].map((day) => sat(day - 0.5));
    const spacing = spacingAfter(often, true, 60);
    expect([0, 1, 30].map((day) => isSpaced(spacing, [], day, 60))).toEqual([true, true, true]);
    const lately = [-25, -20, -16, -12, -8, -4].map((day) => sat(day - 0.5));
    expect([4, 9, 10].map((day) => isSpaced(spacingAfter(lately, true, 60), [], day, 60))).toEqual([
      false,
      false,
      true,
    ]);
  });

  it('leaves no more than five reviews in thirty days, gaps that widen, and nothing on the next day', () => {
    const wishes = fc.array(fc.nat(59), { maxLength: 40 });
    fc.assert(
      fc.property(wishes, fc.nat(20), (days, ago) => {
        const spacing = spacingAfter([sat(-ago - 0.5)], true, 60);
        const planned: number[] = [];
        for (const day of days)
          if (isSpaced(spacing, planned, day, 60)) {
            planned.push(day);
            planned.sort((a, b) => a - b);
          }
        const all = [...spacing.past, ...planned];
        const gaps = all.slice(1).map((day, index) => day - (all[index] ?? 0));
        gaps.forEach((gap, index) => {
          expect(gap).toBeGreaterThanOrEqual(3);
          expect(gap).toBeGreaterThanOrEqual(Math.min(gaps[index - 1] ?? 0, 12));
        });
        for (const from of planned)
          expect(planned.filter((day) => day >= from && day < from + 30).length).toBeLessThanOrEqual(5);
      }),
      { numRuns: 200 },
    );
  });
});
