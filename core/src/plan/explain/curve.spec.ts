import { daysAgo, everyDay, makeInterview, makeLog, makeProblem, makeSitting, now } from '../../testing/make';
import { estimateLog } from '../../estimate/estimate';
import type { Log } from '../../model/log';
import type { Plan } from '../plan';
import { planDays } from '../planner';

const techniques = ['heap', 'greedy', 'sliding-window'];
const problems = Array.from({ length: 9 }, (_, index) =>
  makeProblem({ techniques: [techniques[index % 3] ?? 'heap'] }),
);
const sittings = problems.map((problem, index) =>
  makeSitting(problem.id, { startedAt: daysAgo(12 + index), minutes: 20 }),
);
const planOf = (log: Partial<Log>): Plan => {
  const made = makeLog({ problems, sittings, ...log });
  return planDays({ log: made, estimates: estimateLog(made, now), asOf: now, zone: 'UTC' });
};

describe('the curve of readiness', () => {
  it('has a point for every day of the plan, each for the next interview', () => {
    const [near, far] = [makeInterview(6), makeInterview(15, { employer: 'Halden & Reef' })];
    const { curve, days } = planOf({ interviews: [far, near] });
    expect(curve.map(({ date }) => date)).toEqual(days.map(({ date }) => date));
    expect(curve.map(({ interviewId }) => interviewId)).toEqual([
      ...Array.from({ length: 7 }, () => near.id),
      ...Array.from({ length: 9 }, () => far.id),
    ]);
  });

  it('only falls where everything is dropped, and lies above that where the plan is kept', () => {
    const { curve } = planOf({ interviews: [makeInterview(20)] });
    curve.slice(1).forEach(({ ifDropped }, index) => expect(ifDropped).toBeLessThan(curve[index]?.ifDropped ?? 0));
    for (const { ifKept, ifDropped } of curve) expect(ifKept).toBeGreaterThanOrEqual(ifDropped - 1e-12);
    expect(curve.at(-1)?.ifKept).toBeGreaterThan((curve.at(-1)?.ifDropped ?? 1) + 0.02);
  });

  it('comes near what the plan says of the interview itself', () => {
    const interview = makeInterview(14);
    const { curve, readiness } = planOf({ interviews: [interview] });
    const [said] = readiness;
    expect(said?.interviewId).toBe(interview.id);
    // The interview is in the evening of its day, the curve is taken at its beginning.
    expect(Math.abs((curve.at(-1)?.ifDropped ?? 0) - (said?.ifDropped ?? 1))).toBeLessThan(0.01);
    expect(Math.abs((curve.at(-1)?.ifKept ?? 0) - (said?.ifKept ?? 1))).toBeLessThan(0.02);
  });

  it('is drawn straight between the days that are computed on long plans', () => {
    const { curve } = planOf({ interviews: [makeInterview(120)] });
    const bends = curve.slice(1, -1).filter(({ ifDropped }, index) => {
      const [before, after] = [curve[index]?.ifDropped ?? 0, curve[index + 2]?.ifDropped ?? 0];
      return Math.abs(before - 2 * ifDropped + after) > 1e-9;
    });
    expect(curve).toHaveSize(121);
    expect(bends.length).toBeGreaterThan(5);
    expect(bends.length).toBeLessThanOrEqual(30);
  });

  it('leads to thirty days ahead where there is no interview', () => {
    const { curve } = planOf({});
    expect(curve).toHaveSize(31);
    expect(curve.every(({ interviewId }) => interviewId === null)).toBeTrue();
  });

  it('is flat at the person’s level where nothing was worked and nothing can be planned', () => {
    const { settings } = makeLog();
    const { curve } = planOf({ problems: [], sittings: [], settings: { ...settings, week: everyDay(0) } });
    for (const { ifKept, ifDropped } of curve) expect([ifKept, ifDropped]).toEqual([curve[0]?.ifKept ?? 0, ifKept]);
  });
});
