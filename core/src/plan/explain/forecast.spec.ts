import type { Log } from '../../model/log';
import { addDays } from '../../model/time';
import { daysAgo, estimatesFor, makeInterview, makeLog, makeProblem, makeSitting, now } from '../../testing/make';
import { type ForecastCheck, checkForecast, forecastFrom, forecastMadeAgain, whyItCame } from './forecast';
import type { Plan, PlanInput } from '../plan';
import { planDays } from '../planner';

const today = '2026-11-24';

describe('a forecast held against what came', () => {
  const problems = Array.from({ length: 24 }, (_, index) =>
    makeProblem({ techniques: [index % 2 ? 'heap' : 'greedy'] }),
  );
  const interviews = [makeInterview(20, { mix: { heap: 1, greedy: 1 } })];
  const sittings = problems.map(({ id }, index) => makeSitting(id, { startedAt: daysAgo(30 - index), minutes: 20 }));
  const log = makeLog({ problems, sittings, interviews });
  const inputOf = (some: Log): PlanInput => ({ log: some, estimates: estimatesFor(some, now), asOf: now, zone: 'UTC' });
  const input = inputOf(log);
  const plan: Plan = planDays(input);

  it('is kept as the plan promised it, for four weeks', () => {
    const { madeOn, isMadeAgain, minutes, points } = forecastFrom(plan);
    expect([madeOn, isMadeAgain, minutes.length, points.length]).toEqual([today, false, 21, 21]);
    expect(points[7]).toEqual(plan.curve[7]);
  });

  it('is made again from the sittings until then, and nothing that came after', () => {
    const madeOn = addDays(today, -14);
    const again = forecastMadeAgain(input, madeOn);
    expect([again?.madeOn, again?.isMadeAgain]).toEqual([madeOn, true]);
    const until = makeLog({
      problems,
      interviews,
      sittings: sittings.filter(({ startedAt }) => startedAt <= daysAgo(13)),
    });
    expect(forecastMadeAgain(inputOf(until), madeOn)?.points).toEqual(again?.points);
    expect(forecastMadeAgain(input, addDays(today, -29)))
      .withContext('too few sittings')
      .toBeNull();
    expect(forecastMadeAgain(input, addDays(today, -60)))
      .withContext('before the first')
      .toBeNull();
  });

  it('is checked for the end of yesterday, with the minutes and the solves since it was made', () => {
    const madeOn = addDays(today, -14);
    const again = forecastMadeAgain(input, madeOn);
    const check = again && checkForecast(again, plan, input);
    expect(check?.interviewId).toBe(interviews[0]?.id ?? '');
    expect(check?.ifKept).toBe(again?.points[13]?.ifKept);
    expect(check?.came).toBe(plan.readiness[0]?.now);
    // From the day on which it was made to yesterday one sitting a day, up to the last one a week ago.
    expect([check?.sittings, check?.solves, check?.minutesDone]).toEqual([8, 8, 160]);
    expect(check?.solvesExpected).toBeLessThan(8);
  });

  it('says nothing where its interview is over', () => {
    const again = forecastMadeAgain(input, addDays(today, -14));
    const without = inputOf(makeLog({ problems, sittings, interviews: [makeInterview(40)] }));
    expect(again && checkForecast(again, planDays(without), without)).toBeNull();
  });

  it('is explained by the minutes that were worked and by what was solved against expectation', () => {
    const came = (part: Partial<ForecastCheck>): string =>
      whyItCame({
        madeOn: today,
        isMadeAgain: false,
        interviewId: null,
        ifKept: 0.7,
        ifDropped: 0.6,
        came: 0.65,
        minutesPlanned: 500,
        minutesDone: 480,
        sittings: 20,
        solvesExpected: 12.3,
        solves: 12,
        ...part,
      });
    expect(came({})).toBe('You worked 480 of the 500 min planned, and about as many were solved as expected.');
    expect(came({ minutesDone: 210 })).toBe('You worked 210 of the 500 min planned.');
    expect(came({ minutesDone: 210, came: 0.72 })).toBe(
      'You worked 210 of the 500 min planned, and it came all the same.',
    );
    expect(came({ solves: 8 })).toBe(
      '8 of 20 sittings were solved unaided in time, where 12 were expected, in 480 of the 500 min planned.',
    );
    expect(came({ minutesDone: 100, solves: 17 })).toBe(
      'You worked 100 of the 500 min planned; 17 of 20 sittings were solved unaided in time, where 12 were expected.',
    );
  });
});
