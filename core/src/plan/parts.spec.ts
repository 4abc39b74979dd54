import { recallAt } from '../estimate/recall';
import { type Worked, transferredOn, untouched } from '../estimate/worked';
import { estimatesFor, makeInterview, makeLog, newId, now } from '../testing/make';
import { Calendar, type GivenDay } from './search/calendar';
import { type Candidate, transferredAtTargets, triedDays, withPlacement, workedUntil } from './model/candidate';
import { type Target, comingInterviews, horizonDays, targetsOf } from './model/horizon';
import { MarginalGains } from './model/marginal-gains';
import type { PlanItem, Reasons } from './plan';
import { reasonSentence } from './explain/reason-sentence';
import { unspaced } from './model/spacing';
import { stateWithoutPlacements } from './model/candidate-state';

const target = (day: number, part: Partial<Target> = {}): Target => ({
  interviewId: newId(),
  time: day + 0.5,
  day,
  until: day + 1,
  isWhole: true,
  importance: 1,
  shares: new Map([['heap', 1]]),
  difficulty: 'medium',
  ...part,
});
const way = { memory: 1, resolving: 0 };

describe('candidates', () => {
  const worked: Worked = { memory: { halfLife: 8, since: 0 }, quality: 1, again: 0 };
  const rebuild = (day: number) => ({ day, kind: 'rebuild' as const, minutes: 20 });

  it('transfer at a target by what is placed before it, and nothing after', () => {
    const early = target(20, { until: 10 });
    const [before, after] = transferredAtTargets(worked, [rebuild(12)], [early, target(20)], way);
    expect(before).toBeCloseTo(0.5 + 0.5 / Math.sqrt(1 + (3 * 20.5) / 8), 10);
    // By hand: recall 0.4264 on day 12, half-life 8.807 and forgetting from day 11.31 after it.
    expect(after).toBeCloseTo(0.5 + 0.5 / Math.sqrt(1 + (3 * (20.5 - 11.3117)) / 8.807), 3);
  });

  it('transfer half of what they teach for good, the rest as far as it is recalled, and more where it was worked out again', () => {
    const at = (part: Partial<Worked>, resolving = 0): number =>
      transferredOn({ ...worked, ...part }, 8, { memory: 1, resolving });
    expect(at({ memory: null })).toBe(0.5);
    expect(at({})).toBeCloseTo(0.75, 10);
    expect(at({ quality: 0.3 })).toBeCloseTo(0.225, 10);
    expect(at({ again: 0.4 }, 0.5)).toBeCloseTo(0.9, 10);
  });

  it('gain most by working out again what is half forgotten, and nothing of what is fresh in mind', () => {
    const again = (day: number): number => workedUntil(worked, [rebuild(day)], way).again;
    expect(again(0)).toBe(0);
    expect(again(24)).toBeGreaterThan(1.5 * again(3));
  });

  it('trying a placement gives the same as placing it, wherever it falls', () => {
    const targets = [target(25, { until: 9 }), target(25)];
    for (const day of [2, 5, 8, 14, 30]) {
      const placed = transferredAtTargets(worked, withPlacement([rebuild(6), rebuild(12)], rebuild(day)), targets, way);
      const all = [rebuild(6), rebuild(12), rebuild(day)].sort((one, other) => one.day - other.day);
      expect(transferredAtTargets(worked, all, targets, way))
        .withContext(String(day))
        .toEqual(placed);
    }
  });

  it('a fresh problem is remembered from the day it is worked, and what was never solved before that not at all', () => {
    const fresh = { day: 4, kind: 'fresh' as const, minutes: 25 };
    expect(
      transferredAtTargets(untouched, [fresh], [target(9, { until: 3 }), target(9)], way).map((it) => it > 0),
    ).toEqual([false, true]);
    expect(workedUntil(untouched, [fresh], way, 3).memory).toBeNull();
    const { memory } = workedUntil(untouched, [rebuild(2)], way);
    expect(memory && recallAt(memory, 2)).toBe(1);
    expect(workedUntil(untouched, [{ day: 2, kind: 'sketch', minutes: 8 }], way).memory).toBeNull();
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
    worked: untouched,
    firstKinds: [],
    kinds: [],
    twist: null,
    spacing: unspaced,
    notBefore: 0,
    bonus: 1,
    max: 1,
    successor: null,
  };

  const given = (...budgets: number[]): GivenDay[] =>
    budgets.map((budget) => ({ budget, done: 0, fresh: [], techniques: [], hadInterview: false }));
  const state = stateWithoutPlacements(candidate, [], way);
  const light = { kind: 'sketch' as const, minutes: 9 };

  it('holds a tenth more than the minutes of a day, and keeps count of techniques and fresh slots', () => {
    const calendar = new Calendar(given(30, 30, 30), [], 25);
    calendar.place(state, { day: 1, kind: 'fresh', minutes: 25 }, false);
    expect([calendar.leftOn(1), calendar.freshOn(1), calendar.hasTechnique(1, 'heap'), calendar.totalLeft()]).toEqual([
      8,
      1,
      true,
      74,
    ]);
    expect([calendar.hasRoom(1, 9), calendar.hasRoom(1, 8), calendar.hasTechnique(0, 'heap')]).toEqual([
      false,
      true,
      false,
    ]);
    expect(calendar.isOpen(1, { kind: 'fresh', minutes: 5 }, candidate)).toBeFalse();
  });

  it('takes what was done off the day, and counts new problems that were begun on it', () => {
    const calendar = new Calendar(
      [{ budget: 60, done: 40, fresh: ['greedy'], techniques: ['greedy', 'greedy'], hadInterview: false }],
      [],
      25,
    );
    expect([calendar.leftOn(0), calendar.freshOn(0), calendar.maxFreshOn(0)]).toEqual([26, 1, 2]);
    expect([calendar.hasTechnique(0, 'greedy'), calendar.hasTechnique(0, 'heap')]).toEqual([true, false]);
    expect([calendar.freshOfTechniqueOn(0, 'greedy'), calendar.freshOfTechniqueOn(0, 'heap')]).toEqual([1, 0]);
    const placement = { day: 0, kind: 'fresh' as const, minutes: 25 };
    calendar.place(state, placement, false);
    expect(calendar.freshOfTechniqueOn(0, 'heap')).toBe(1);
    calendar.remove(state, placement);
    expect([calendar.freshOfTechniqueOn(0, 'heap'), calendar.hasTechnique(0, 'heap')]).toEqual([0, false]);
  });

  it('lets what is longer than a day go on the next one, and gives both back when it is taken out', () => {
    const calendar = new Calendar(given(20, 20, 0, 20), [], 25);
    const long = { day: 1, kind: 'rebuild' as const, minutes: 32 };
    expect([calendar.hasRoom(0, 23), calendar.hasRoom(0, 60), calendar.hasRoom(3, 23)]).toEqual([true, false, false]);
    calendar.place(state, long, false);
    expect([1, 2, 3].map((day) => calendar.leftOn(day))).toEqual([0, 0, 12]);
    expect(calendar.itemsOn(1)[0]).toEqual(jasmine.objectContaining({ minutesThen: 22, goesOn: 3 }));
    calendar.remove(state, long);
    expect([1, 2, 3].map((day) => calendar.leftOn(day))).toEqual([22, 0, 22]);
  });

  it('says on which days something takes no place from something new', () => {
    const sparing = (calendar: Calendar, minutes: number): number[] =>
      [0, 1, 2].filter((day) => calendar.sparesFresh(day, minutes));
    const calendar = new Calendar(given(20, 45, 20), [], 20);
    expect(sparing(calendar, 8)).toEqual([1]);
    calendar.place(state, { day: 2, kind: 'sketch', minutes: 8 }, false);
    expect([sparing(calendar, 8), sparing(calendar, 15)]).toEqual([[1, 2], []]);
    const short = new Calendar(given(15, 15, 15), [], 25);
    expect([sparing(short, 4), sparing(short, 8)]).toEqual([[0, 1, 2], []]);
  });

  it('keeps the day of an interview to 20 minutes and the one before to 30, short kinds that it asks for', () => {
    const calendar = new Calendar(given(60, 60, 60, 60), [target(3)], 25);
    expect([0, 1, 2, 3].map((day) => calendar.minutesOn(day))).toEqual([66, 66, 30, 20]);
    const rebuild = { kind: 'rebuild' as const, minutes: 9 };
    expect([0, 1, 2, 3].map((day) => calendar.isOpen(day, rebuild, candidate))).toEqual([true, true, false, false]);
    expect([2, 3].map((day) => calendar.isOpen(day, light, candidate))).toEqual([true, true]);
    expect(calendar.isOpen(3, light, { ...candidate, technique: 'trie' })).toBeFalse();
  });
});

describe('the horizon', () => {
  it('has the future interviews, next first, with importances that sum to one', () => {
    const [far, near] = [makeInterview(20, { importance: 3 }), makeInterview(5, { importance: 1 })];
    const interviews = [far, near, makeInterview(-2), makeInterview(9, { status: 'cancelled' })];
    expect(comingInterviews(interviews, now)).toEqual([near, far]);
    const targets = targetsOf(makeLog({ interviews }), now, 'UTC');
    expect(targets.filter(({ isWhole }) => isWhole).map((it) => [it.day, it.importance])).toEqual([
      [5, 0.125],
      [20, 0.375],
    ]);
    expect(targets.reduce((sum, { importance }) => sum + importance, 0)).toBeCloseTo(1, 12);
  });

  it('counts for a quarter each what is there already where somebody stops after a third or two thirds', () => {
    const targets = targetsOf(makeLog({ interviews: [makeInterview(30)] }), now, 'UTC');
    expect(targets.map(({ until, time, importance }) => [until, time, importance])).toEqual([
      [10, 30.5, 0.25],
      [20, 30.5, 0.25],
      [31, 30.5, 0.5],
    ]);
  });

  it('is the same at any hour of a day', () => {
    const log = makeLog({ interviews: [makeInterview(9)] });
    const at = (hour: string): Target[] => targetsOf(log, `2026-11-24T${hour}:30:00.000Z`, 'UTC');
    expect(at('00')).toEqual(at('23'));
  });

  it('leaves out what lies beyond half a year, and counts days in the person’s zone', () => {
    expect(targetsOf(makeLog({ interviews: [makeInterview(300)] }), now, 'UTC')[0]?.interviewId).toBeNull();
    const late = makeInterview(0, { at: '2026-11-25T04:00:00.000Z' });
    expect(targetsOf(makeLog({ interviews: [late] }), now, 'America/Los_Angeles')[0]?.day).toBe(0);
    expect(targetsOf(makeLog({ interviews: [late] }), now, 'UTC')[0]?.day).toBe(1);
    expect(horizonDays([target(2)], '2026-12-30')).toEqual(['2026-12-30', '2026-12-31', '2027-01-01']);
  });
});

describe('marginal gains', () => {
  it('value a unit of recall less the more is remembered already, and nothing where it is not asked', () => {
    const marginalGains = new MarginalGains(estimatesFor(makeLog()), [target(10)], 0.01);
    const [first] = marginalGains.worth('heap');
    const version = marginalGains.version('heap');
    marginalGains.add('heap', [0], [3], 1);
    expect(marginalGains.version('heap')).toBeGreaterThan(version);
    expect(marginalGains.worth('heap')[0]).toBeLessThan((first ?? 0) / 2);
    expect(marginalGains.worth('greedy')[0]).toBe(0);
    expect(marginalGains.worth(null)[0]).toBeGreaterThan(0);
  });
});

describe('the sentence of an item, word for word', () => {
  const reasons: Reasons = {
    duty: null,
    interviewId: 'a',
    gain: 0.0062,
    share: 0.14,
    gainPerMinute: 0.001,
    recallOnDay: 0.55,
    strength: { point: 0.5, low: 0.2, high: 0.8 },
    evidence: 4,
    needRank: 1,
    failures: 0,
    wasSolved: false,
    failedAs: null,
    comesBack: '2026-12-03',
    lastSitting: { at: '2026-11-12', kind: 'rebuild', result: 'partly', help: 'hint', attempts: 2, minutes: 41 },
    mixUp: null,
    isPinned: false,
  };
  const item: PlanItem = {
    problemId: 'p',
    technique: 'heap',
    kind: 'rebuild',
    minutes: 24,
    goesOn: null,
    begun: null,
    freshOn: null,
    twist: null,
    reasons,
  };
  const names = {
    technique: (id: string) => ({ heap: 'Heap', 'line-dp': 'DP along a line' })[id] ?? id,
    employer: () => 'Otterbridge',
    date: (at: string) => at,
    onDay: (day: string) => `on ${day}`,
  };
  const sentence = (part: Partial<Reasons>, more: Partial<PlanItem> = {}): string =>
    reasonSentence({ ...item, ...more, reasons: { ...reasons, ...part } }, names);

  it('says what it is, the last sitting, which interview gains how much, and when it comes back', () => {
    expect(sentence({})).toBe(
      'What you need most: heap, at 50 %. Due before it is half forgotten. Last came up as a Rebuild on 2026-11-12: partly solved, 41 min, 2 attempts. ' +
        '0.6 points for Otterbridge, where it is 14 % of what is asked. Comes back on 2026-12-03.',
    );
  });

  it('says of a failure how often, and what to do about it', () => {
    const last = { ...item.reasons.lastSitting, kind: 'first-solve', result: 'unsolved', help: 'read' } as const;
    const lastSitting = { ...last, at: '2026-11-12', attempts: 1, minutes: 30 };
    expect(sentence({ failures: 2, lastSitting })).toMatch(
      /^Not solved by yourself yet: 2 tries\. Last tried on 2026-11-12: not solved, 30 min, answer read\. Work it out from blank\./,
    );
    expect(sentence({ failures: 1, wasSolved: true, lastSitting })).toMatch(
      /^Solved before, but not the last time\. Last tried on 2026-11-12: not solved/,
    );
    expect(sentence({ failures: 2, wasSolved: true, lastSitting })).toMatch(/, but not the last 2 times\. Last tried/);
    expect(sentence({ failures: 1, lastSitting, recallOnDay: null })).toMatch(
      /^Not solved yet: one try\. Last tried on 2026-11-12\. Try again from blank, and take a hint when you are stuck\./,
    );
  });

  it('says what did not come off of a problem that was solved as it was, until its Rebuild', () => {
    const lastSitting = { at: '2026-11-12', result: 'partly', help: 'read', attempts: 0, minutes: 8 } as const;
    for (const failedAs of ['sketch', 'twist'] as const) {
      const failures = failedAs === 'twist' ? 1 : 0;
      const word = failedAs === 'twist' ? 'Twist' : 'Sketch';
      const failed = { wasSolved: true, failures, failedAs, lastSitting: { ...lastSitting, kind: failedAs } };
      expect(sentence(failed)).toMatch(
        `^Its ${word} on 2026-11-12 did not come off \\(partly solved, 8 min, answer read\\)\\. Work it out from blank\\.`,
      );
      expect(sentence({ ...failed, failedAs: null, failures: 0 })).not.toContain('did not come off');
    }
  });

  it('says of a Twist how it is changed, and of what kind the last sitting was', () => {
    const last = { ...item.reasons.lastSitting, kind: 'spot', result: 'solved', help: 'none' } as const;
    const lastSitting = { ...last, at: '2026-11-12', attempts: 1, minutes: 3 };
    expect(sentence({ lastSitting }, { kind: 'twist', twist: 'exactly k' })).toMatch(
      /^Changed as an interviewer would: exactly k\. You can solve it as it was\. Last came up as a Spot on 2026-11-12: solved unaided, 3 min\. 0\.6/,
    );
  });

  it('begins with a pin or what was begun, and tells two mixed-up techniques apart', () => {
    const mixUp = { named: 'line-dp', at: '2026-11-15' };
    expect(sentence({ isPinned: true })).toMatch(/^You pinned it to this day\./);
    expect(sentence({}, { begun: '2026-11-23' })).toMatch(/^Begun on 2026-11-23; this is the rest\./);
    expect(sentence({ duty: 'mix-up', mixUp }, { kind: 'spot' })).toMatch(
      /^You named DP along a line for heap on 2026-11-15; say which is which\./,
    );
  });

  it('says for a fresh problem how little is known', () => {
    const part = { evidence: 1, lastSitting: null, needRank: 4, comesBack: null } as const;
    expect(sentence(part, { problemId: null, kind: 'fresh' })).toBe(
      'Something new in heap. One sitting logged; the estimate is still wide, 20 % to 80 %. 0.6 points for Otterbridge, where it is 14 % of what is asked.',
    );
  });
});
