import { daysAgo, makeInterview, makeLog, makeProblem, makeSitting, newId, now } from '../testing/make';
import { estimateLog } from '../estimate/estimate';
import { type Choice, ChoiceSchema, targetKey } from '../log/choice';
import type { Log } from '../log/log';
import type { Sitting } from '../log/sitting';
import { dayOf } from '../log/time';
import type { Candidate } from './candidate';
import { CandidateMaker } from './candidate-maker';
import { horizonDays, targetsOf } from './horizon';

const today = '2026-11-24';
const makerOf = (log: Log): CandidateMaker => {
  const targets = targetsOf(log, now, 'UTC');
  const choices = new Map(log.choices.map((it) => [targetKey(it.target), it]));
  const sittingsToday = log.sittings.filter(({ startedAt }) => dayOf(startedAt, 'UTC') === today);
  const input = { log, estimates: estimateLog(log, now), asOf: now, zone: 'UTC' };
  return new CandidateMaker(input, targets, horizonDays(targets, today), choices, sittingsToday);
};
const choose = (target: Choice['target'], choice: unknown): Choice =>
  ChoiceSchema.parse({ id: newId(), revision: newId(), target, choice });
const interviews = [makeInterview(30, { mix: { heap: 3, greedy: 1 } })];

describe('what can be planned of a problem', () => {
  const problem = makeProblem({ techniques: ['heap'], difficulty: 'medium' });
  const reviewOf = (sittings: Partial<Sitting>[], choices: Choice[] = []): Candidate | undefined =>
    makerOf(
      makeLog({
        problems: [problem],
        sittings: sittings.map((part) => makeSitting(problem.id, { startedAt: daysAgo(20), ...part })),
        interviews,
        choices,
      }),
    ).reviews()[0];
  const minutes = (candidate: Candidate | undefined): Record<string, number> =>
    Object.fromEntries((candidate?.kinds ?? []).map((it) => [it.kind, it.minutes]));

  it('is nothing before it was ever sat', () => {
    expect(makerOf(makeLog({ problems: [problem], interviews })).reviews()).toEqual([]);
  });

  it('takes three quarters of what it took last for a rebuild, within bounds of the target', () => {
    expect(minutes(reviewOf([{ minutes: 20 }]))).toEqual({ spot: 3, sketch: 8, rebuild: 15 });
    expect(minutes(reviewOf([{ minutes: 1 }]))['rebuild']).toBe(10);
    expect(minutes(reviewOf([{ minutes: 600 }]))['rebuild']).toBe(30);
    expect(minutes(reviewOf([{ minutes: null }]))['rebuild']).toBe(25);
  });

  it('takes the target for a rebuild after a short sitting, and the person’s own pace once it is known', () => {
    const sketches = [6, 6, 4, 6, 4].map((it) => ({ kind: 'sketch' as const, minutes: it }));
    const made = minutes(reviewOf(sketches));
    expect(made['sketch']).toBe(6);
    expect(made['rebuild']).toBe(25);
    expect(made['spot']).toBe(3);
  });

  it('rests after a sitting as long as planned reviews lie apart', () => {
    expect(reviewOf([{ startedAt: daysAgo(20) }])?.rests).toBe(0);
    expect(reviewOf([{ startedAt: daysAgo(1) }])?.rests).toBe(2);
    expect(reviewOf([{ startedAt: daysAgo(0.1) }])?.rests).toBe(3);
    expect(reviewOf([{ startedAt: daysAgo(0.1) }])?.notBefore).toBe(3);
  });

  it('waits where it was put off, and is remembered but never planned where it was dropped', () => {
    const target = { problemId: problem.id };
    expect(reviewOf([{}], [choose(target, { notBefore: '2026-12-01' })])?.notBefore).toBe(7);
    expect(reviewOf([{}], [choose(target, { notBefore: '2026-11-01' })])?.notBefore).toBe(0);
    const dropped = reviewOf([{}], [choose(target, { dropped: true })]);
    expect([dropped?.most, dropped?.kinds.length]).toEqual([0, 0]);
    expect(dropped?.memory).not.toBeNull();
  });
});

describe('fresh problems of a technique', () => {
  const worked = ['heap', 'heap', 'heap', 'heap'].map((technique) => makeProblem({ techniques: [technique] }));
  const sittings = worked.map(({ id }) => makeSitting(id, { startedAt: daysAgo(10), minutes: 20 }));
  const freshOf = (part: Partial<Log> = {}): Candidate[] =>
    makerOf(makeLog({ problems: worked, sittings, interviews, ...part })).fresh();
  const behind = (candidate: Candidate | null | undefined): number => (candidate ? 1 + behind(candidate.successor) : 0);
  const of = (technique: string, part: Partial<Log> = {}): Candidate | undefined =>
    freshOf(part).find((it) => it.technique === technique);

  it('are offered for what an interview asks, one behind the other', () => {
    expect(
      freshOf()
        .map(({ technique }) => technique)
        .sort(),
    ).toEqual(['greedy', 'heap']);
    expect(behind(of('heap'))).toBeGreaterThan(behind(of('greedy')));
    expect(of('heap')?.kinds).toEqual([{ kind: 'fresh', minutes: 25 }]);
    expect(of('heap')?.memory).toBeNull();
  });

  it('count more while there are too few to say much, and no longer after that', () => {
    expect(of('heap')?.bonus).toBe(1);
    expect(of('greedy')?.bonus).toBeGreaterThan(1);
    let candidate: Candidate | null | undefined = of('greedy');
    const bonuses: number[] = [];
    for (; candidate; candidate = candidate.successor) bonuses.push(candidate.bonus);
    expect(bonuses.filter((bonus) => bonus > 1)).toHaveSize(3);
    expect(bonuses.slice(3).every((bonus) => bonus === 1)).toBeTrue();
  });

  it('take as long as the person’s first solves', () => {
    const quick = [...sittings, makeSitting(worked[0]?.id ?? '', { startedAt: daysAgo(9), minutes: 15 })].map((it) => ({
      ...it,
      minutes: 15,
    }));
    expect(of('heap', { sittings: quick })?.kinds[0]?.minutes).toBe(15);
  });

  it('are left out where the technique was dropped, and wait where it was put off', () => {
    const target = { technique: 'greedy' };
    expect(of('greedy', { choices: [choose(target, { dropped: true })] })).toBeUndefined();
    expect(of('greedy', { choices: [choose(target, { notBefore: '2026-11-27' })] })?.notBefore).toBe(3);
  });

  it('of techniques that are hardly asked are offered only when they are pinned', () => {
    const asked = [makeInterview(30, { mix: { heap: 99, greedy: 1 } })];
    expect(of('greedy', { interviews: asked })).toBeUndefined();
    const pinned = [choose({ technique: 'greedy' }, { pin: '2026-11-28', kind: null })];
    expect(of('greedy', { interviews: asked, choices: pinned })).toBeDefined();
  });
});
