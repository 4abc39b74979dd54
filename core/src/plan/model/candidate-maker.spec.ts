import {
  daysAgo,
  estimatesFor,
  makeInterview,
  makeLog,
  makeProblem,
  makeSitting,
  newId,
  now,
} from '../../testing/make';
import { type Choice, ChoiceSchema, targetKey } from '../../model/choice';
import type { Log } from '../../model/log';
import type { Sitting } from '../../model/sitting';
import type { Candidate } from './candidate';
import { CandidateMaker } from './candidate-maker';
import { horizonDays, targetsOf } from './horizon';
import { pacesOf } from './pace';

const today = '2026-11-24';
const makerOf = (log: Log): CandidateMaker => {
  const targets = targetsOf(log, now, 'UTC');
  const choices = new Map(log.choices.map((it) => [targetKey(it.target), it]));
  const input = { log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' };
  return new CandidateMaker(input, targets, horizonDays(targets, today), choices, pacesOf(log));
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

  it('takes four fifths of the target for a rebuild, however soon it was given up or however long it took', () => {
    expect(minutes(reviewOf([{ minutes: 20 }]))).toEqual({ spot: 3, sketch: 8, rebuild: 20 });
    expect(minutes(reviewOf([{ minutes: 600 }]))['rebuild']).toBe(20);
    const given = reviewOf([{ minutes: 4, result: 'abandoned' }]);
    expect(given?.firstKinds).toEqual([{ kind: 'rebuild', minutes: 20 }]);
  });

  it('takes the person’s own pace once it is known, but where it was never solved never less than four fifths', () => {
    const quick = Array.from({ length: 5 }, () => ({ kind: 'rebuild' as const, minutes: 15 }));
    expect(minutes(reviewOf(quick))['rebuild']).toBe(15);
    const read = [...quick.map((it) => ({ ...it, help: 'read' as const }))];
    expect(minutes(reviewOf(read))['rebuild']).toBe(20);
    const sketches = [6, 6, 4, 6, 4].map((it) => ({ kind: 'sketch' as const, minutes: it }));
    expect(minutes(reviewOf([{}, ...sketches]))['sketch']).toBe(6);
  });

  it('comes again some days after a sitting, soon where it was not solved, and ever later after that', () => {
    const earliest = (...sittings: Partial<Sitting>[]): number | undefined => reviewOf(sittings)?.notBefore;
    expect(earliest({ startedAt: daysAgo(20) })).toBe(0);
    expect(earliest({ startedAt: daysAgo(0.1) })).toBe(3);
    expect(earliest({ startedAt: daysAgo(1) })).toBe(2);
    expect(earliest({ startedAt: daysAgo(0.1), result: 'unsolved', help: 'read' })).toBe(2);
    expect(earliest({ startedAt: daysAgo(0.1), result: 'unsolved' })).toBe(1);
    expect(earliest({ startedAt: daysAgo(8) }, { kind: 'sketch', startedAt: daysAgo(2) })).toBe(4);
  });

  it('rests for weeks once it was solved in time twice, some days apart', () => {
    const twice = [{ startedAt: daysAgo(9) }, { kind: 'rebuild' as const, startedAt: daysAgo(1) }];
    expect(reviewOf(twice)?.notBefore).toBe(20);
    const late = [{ startedAt: daysAgo(9) }, { kind: 'rebuild' as const, minutes: 60, startedAt: daysAgo(1) }];
    expect(reviewOf(late)?.notBefore).toBeLessThan(8);
  });

  it('waits where it was put off, and is remembered but never planned where it was dropped', () => {
    const target = { problemId: problem.id };
    expect(reviewOf([{}], [choose(target, { notBefore: '2026-12-01' })])?.notBefore).toBe(7);
    expect(reviewOf([{}], [choose(target, { notBefore: '2026-11-01' })])?.notBefore).toBe(0);
    const dropped = reviewOf([{}], [choose(target, { dropped: true })]);
    expect([dropped?.max, dropped?.kinds.length]).toEqual([0, 0]);
    expect(dropped?.worked.memory).not.toBeNull();
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
    expect(of('heap')?.firstKinds).toEqual([{ kind: 'fresh', minutes: 25 }]);
    expect(of('heap')?.worked.memory).toBeNull();
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
    expect(of('heap', { sittings: quick })?.firstKinds[0]?.minutes).toBe(15);
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
