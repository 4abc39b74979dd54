import { lentBy, recallBehind } from '../estimate/readiness';
import { makeInterview, makeLog, newId, now } from '../testing/make';
import { estimateLog } from '../estimate/estimate';
import { Calendar } from './calendar';
import { type Candidate, memoryAfter, lentAtTargets, triedDays, withPlacement } from './candidate';
import { type Target, comingInterviews, horizonDays, targetsOf } from './horizon';
import { Outlook } from './outlook';
import type { PlanItem, Reasons } from './plan';
import { reasonSentence } from './reason-sentence';
import { trackOf } from './track';

const target = (time: number): Target => ({
  interviewId: newId(),
  time,
  day: Math.floor(time),
  importance: 1,
  shares: new Map([['heap', 1]]),
  difficulty: 'medium',
});

describe('candidates', () => {
  const memory = { halfLife: 8, since: 0 };
  const rebuild = (day: number) => ({ day, kind: 'rebuild' as const, minutes: 20 });

  it('lend at a target by what is placed before it, and nothing after', () => {
    const [before, after] = lentAtTargets(memory, [rebuild(12)], [target(10), target(20)]).map(recallBehind);
    expect(before).toBeCloseTo(1 / Math.sqrt(1 + 30 / 8), 10);
    // By hand: recall 0.4264 on day 12, half-life 8.807 and forgetting from day 11.31 after it.
    expect(after).toBeCloseTo(0.5026, 3);
  });

  it('lend half of what they teach for good, the rest as far as it is recalled', () => {
    expect([lentBy(0), lentBy(0.4), lentBy(1)]).toEqual([0.5, 0.7, 1]);
    expect(recallBehind(lentBy(0.3))).toBeCloseTo(0.3, 10);
  });

  it('trying a placement gives the same as placing it, wherever it falls', () => {
    const targets = [target(9), target(25)];
    for (const day of [2, 5, 8, 14, 30]) {
      const placed = lentAtTargets(memory, withPlacement([rebuild(6), rebuild(12)], rebuild(day)), targets);
      expect(lentAtTargets(memory, [rebuild(6), rebuild(12)], targets, rebuild(day)))
        .withContext(String(day))
        .toEqual(placed);
    }
  });

  it('a fresh problem is remembered from the day it is worked', () => {
    const fresh = { day: 4, kind: 'fresh' as const, minutes: 25 };
    expect(lentAtTargets(null, [fresh], [target(3), target(4.5)]).map((it) => it > 0)).toEqual([false, true]);
    expect(memoryAfter(null, [fresh], 3)).toBeNull();
  });

  it('tries all near days and every far one for some candidate', () => {
    const tried = new Set([0, 1, 2, 3, 4].flatMap((offset) => triedDays(0, 90, offset, null)));
    expect(tried.size).toBe(90);
    expect(triedDays(3, 90, 0, null).slice(0, 11)).toEqual([3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13]);
    expect(triedDays(-2, 20, 0, null)).toHaveSize(20);
  });

  it('tries fewer days where an earlier plan is followed, and those where it stood there', () => {
    const before = new Map([
      [3, ['sketch' as const]],
      [41, ['rebuild' as const]],
    ]);
    expect(triedDays(0, 90, 0, before)).toContain(41);
    expect(triedDays(0, 90, 0, before).length).toBeLessThan(triedDays(0, 90, 0, null).length);
    expect(triedDays(5, 90, 0, before)).not.toContain(3);
    expect(triedDays(0, 20, 0, before)).toHaveSize(20);
  });
});

describe('the calendar', () => {
  const candidate: Candidate = {
    problemId: newId(),
    technique: 'heap',
    credits: [],
    memory: null,
    kinds: [],
    notBefore: 0,
    rests: 0,
    bonus: 1,
    most: 1,
    successor: null,
  };

  it('keeps count of minutes, techniques and fresh slots', () => {
    const calendar = new Calendar([30, 30, 30], []);
    calendar.place({
      track: trackOf(candidate, []),
      placement: { day: 1, kind: 'fresh', minutes: 25 },
      isPinned: false,
    });
    expect([calendar.leftOn(1), calendar.freshOn(1), calendar.hasTechnique(1, 'heap'), calendar.totalLeft()]).toEqual([
      5,
      1,
      true,
      65,
    ]);
    expect([
      calendar.hasRoom(1, 'sketch', 6),
      calendar.hasRoom(1, 'sketch', 5),
      calendar.hasTechnique(0, 'heap'),
      calendar.freshOn(-1),
    ]).toEqual([false, true, false, 0]);
  });

  it('takes only what is recalled quickly on the last two days', () => {
    const calendar = new Calendar([60, 60, 60, 60], [target(3)]);
    expect([0, 1, 2, 3].map((day) => calendar.hasRoom(day, 'rebuild', 9))).toEqual([true, true, false, false]);
    expect(calendar.hasRoom(3, 'sketch', 9)).toBeTrue();
    expect(calendar.hasRoom(3, 'fresh', 9)).toBeFalse();
  });
});

describe('the horizon', () => {
  it('has the interviews to come, next first, with importances that sum to one', () => {
    const [far, near] = [makeInterview(20, { importance: 3 }), makeInterview(5, { importance: 1 })];
    const interviews = [far, near, makeInterview(-2), makeInterview(9, { status: 'cancelled' })];
    expect(comingInterviews(interviews, now)).toEqual([near, far]);
    expect(targetsOf(makeLog({ interviews }), now, 'UTC').map((it) => [it.day, it.importance])).toEqual([
      [5, 0.25],
      [20, 0.75],
    ]);
  });

  it('leaves out what lies beyond half a year, and counts days in the person’s zone', () => {
    expect(targetsOf(makeLog({ interviews: [makeInterview(300)] }), now, 'UTC')[0]?.interviewId).toBeNull();
    const late = makeInterview(0, { at: '2026-11-25T04:00:00.000Z' });
    expect(targetsOf(makeLog({ interviews: [late] }), now, 'America/Los_Angeles')[0]?.day).toBe(0);
    expect(targetsOf(makeLog({ interviews: [late] }), now, 'UTC')[0]?.day).toBe(1);
    expect(horizonDays([target(2)], '2026-12-30')).toEqual(['2026-12-30', '2026-12-31', '2027-01-01']);
  });
});

describe('the outlook', () => {
  it('values a unit of recall less the more is remembered already, and nothing where it is not asked', () => {
    const outlook = new Outlook(estimateLog(makeLog(), now), [target(10)], 0.01);
    const [first] = outlook.worth('heap');
    const version = outlook.version('heap');
    outlook.add('heap', [], [3], 1);
    expect(outlook.version('heap')).toBeGreaterThan(version);
    expect(outlook.worth('heap')[0]).toBeLessThan((first ?? 0) / 2);
    expect(outlook.worth('greedy')[0]).toBe(0);
    expect(outlook.worth(null)[0]).toBeGreaterThan(0);
  });
});

describe('the sentence of an item, word for word', () => {
  const reasons: Reasons = {
    recallNow: 0.58,
    recallOnDay: 0.55,
    recallIfKept: 0.9,
    recallIfDropped: 0.3,
    strength: { point: 0.5, low: 0.2, high: 0.8 },
    evidence: 4,
    interviewId: 'a',
    share: 0.14,
    gainPerMinute: 0.001,
    lastSitting: { at: '2026-11-12', kind: 'rebuild', result: 'partly', help: 'hint', attempts: 2, minutes: 41 },
    mixUp: null,
    isPinned: false,
  };
  const item: PlanItem = { problemId: 'p', technique: 'heap', kind: 'rebuild', minutes: 24, reasons };
  const names = {
    technique: (id: string) => ({ heap: 'Heap', 'line-dp': 'DP along a line' })[id] ?? id,
    employer: () => 'Otterbridge',
    date: (at: string) => at,
  };

  it('names the last sitting with all that went wrong', () => {
    expect(reasonSentence(item, names)).toContain('Last on 2026-11-12: partly, 41 min, 2 attempts, one hint.');
  });

  it('begins with a pin, and tells two mixed-up techniques apart in a Spot only', () => {
    const mixUp = { named: 'line-dp', at: '2026-11-15' };
    expect(reasonSentence({ ...item, reasons: { ...reasons, isPinned: true } }, names)).toMatch(
      /^You pinned it to this day\./,
    );
    expect(reasonSentence({ ...item, kind: 'spot', reasons: { ...reasons, mixUp } }, names)).toMatch(
      /^You named DP along a line on 2026-11-15; this keeps the two apart\./,
    );
    expect(reasonSentence({ ...item, reasons: { ...reasons, mixUp } }, names)).not.toContain('apart');
  });

  it('says for a fresh problem how little is known', () => {
    const fresh: PlanItem = {
      ...item,
      problemId: null,
      kind: 'fresh',
      reasons: { ...reasons, evidence: 1, recallNow: null, lastSitting: null },
    };
    expect(reasonSentence(fresh, names)).toBe(
      'One sitting logged for heap; the estimate is still wide, 20 % to 80 %. It carries 14 % of the Otterbridge round.',
    );
  });
});
