import fc from 'fast-check';
import { daysAgo, makeLog, makeProblem, makeSitting, now } from '../testing/make';
import type { Log } from '../log/log';
import type { Problem } from '../log/problem';
import { type Sitting, helps, results, sittingKinds } from '../log/sitting';
import { Estimator, type TechniqueEstimate, estimateLog, sittingEvidence } from './estimate';
import { type EvidenceFacts, comparedCost, evidenceOf, isTimelySolve } from './evidence';
import { firstMemory, recallAt, reviewedMemory } from './recall';
import { readinessOf } from './readiness';

const facts: EvidenceFacts = {
  result: 'solved',
  help: 'none',
  attempts: 1,
  timeToTarget: 1,
  named: null,
  stated: null,
};

describe('evidence', () => {
  it('is the logistic sum of its table: solved on target is σ(3) = 0.953', () => {
    expect(evidenceOf(facts)).toBeCloseTo(0.9526, 4);
    expect(evidenceOf({ ...facts, help: 'hint', attempts: 2, timeToTarget: 2 })).toBeCloseTo(
      1 / (1 + Math.exp(7.35)),
      6,
    );
  });

  it('falls with every step of help, attempts, minutes, and with a wrong technique or cost', () => {
    const evidences = helps.map((help) => evidenceOf({ ...facts, help }));
    expect(evidences).toEqual([...evidences].sort((a, b) => b - a));
    fc.assert(
      fc.property(
        fc.record({
          result: fc.constantFrom(...results),
          help: fc.constantFrom(...helps),
          attempts: fc.integer({ min: 0, max: 12 }),
          timeToTarget: fc.double({ min: 0, max: 20, noNaN: true }),
          named: fc.constant(null),
          stated: fc.constant(null),
        }),
        (some) => {
          const evidence = evidenceOf(some);
          expect(evidence).toBeGreaterThan(0);
          expect(evidence).toBeLessThan(1);
          expect(evidenceOf({ ...some, attempts: some.attempts + 1 })).toBeLessThanOrEqual(evidence);
          expect(evidenceOf({ ...some, timeToTarget: some.timeToTarget * 1.5 })).toBeLessThanOrEqual(evidence);
          expect(evidenceOf({ ...some, named: 'wrong' })).toBeLessThan(evidenceOf({ ...some, named: 'right' }));
          expect(evidenceOf({ ...some, stated: 'wrong' })).toBeLessThan(evidenceOf({ ...some, stated: 'right' }));
        },
      ),
    );
  });

  it('compares a stated cost by meaning and part by part', () => {
    expect(comparedCost({ time: 'n log n', space: null }, { time: 'O(n·log n)', space: 'O(1)' })).toBe('right');
    expect(comparedCost({ time: 'O(n)', space: 'O(n)' }, { time: 'O(n)', space: 'O(1)' })).toBe('wrong');
    expect(comparedCost({ time: 'O(n', space: null }, { time: 'O(n)', space: null })).toBeNull();
  });

  it('counts the minutes of a Sketch against those of a Sketch, not of a solve', () => {
    const problem = makeProblem();
    const log = makeLog({ problems: [problem] });
    const sketch = (minutes: number): Sitting => makeSitting(problem.id, { kind: 'sketch', minutes });
    const timeOf = (minutes: number) => sittingEvidence(sketch(minutes), problem, log).facts.timeToTarget;
    expect([timeOf(4), timeOf(16)]).toEqual([0.5, 2]);
    expect([isTimelySolve(sketch(8), 8), isTimelySolve(sketch(9), 8)]).toEqual([true, false]);
  });
});

describe('recall', () => {
  it('is one right after, one half after the half-life, and falls by a power law', () => {
    const memory = { halfLife: 8, since: 0 };
    expect(recallAt(memory, 0)).toBe(1);
    expect(recallAt(memory, 8)).toBeCloseTo(0.5, 10);
    expect(recallAt(memory, 40)).toBeCloseTo(0.25, 10);
  });

  it('lasts longer after a success, most after a hard one, and shorter after a failure', () => {
    const memory = firstMemory(0.8, 0);
    const early = reviewedMemory(memory, 'rebuild', 1, 1);
    const late = reviewedMemory(memory, 'rebuild', 1, 12);
    expect(early.halfLife).toBeGreaterThan(memory.halfLife);
    expect(late.halfLife).toBeGreaterThan(early.halfLife);
    expect(reviewedMemory(memory, 'rebuild', 0, 12).halfLife).toBeLessThan(memory.halfLife);
  });

  it('gains by review as much as the kind asks for', () => {
    const memory = firstMemory(0.8, 0);
    const after = (['spot', 'sketch', 'rebuild'] as const).map((kind) =>
      recallAt(reviewedMemory(memory, kind, 1, 10), 20),
    );
    expect(after).toEqual([...after].sort((a, b) => a - b));
    expect(after[0]).toBeGreaterThan(recallAt(memory, 20));
  });
});

describe('estimating a log', () => {
  const estimateOf = (part: Parameters<typeof makeLog>[0], technique = 'heap'): TechniqueEstimate => {
    const estimate = estimateLog(makeLog(part), now).techniques.get(technique);
    if (!estimate) throw new Error('no estimate');
    return estimate;
  };

  it('says that there is not enough for an empty log, with a wide range', () => {
    const { isThin, strength, sittings, lastAt, trend } = estimateOf({});
    expect([isThin, sittings, lastAt, trend]).toEqual([true, 0, null, null]);
    expect(strength.high - strength.low).toBeGreaterThan(0.5);
  });

  it('counts what stands behind a strength', () => {
    const problem = makeProblem();
    const { timeToTarget, firstAttemptRate, helpRate, slips, sittings } = estimateOf({
      problems: [problem],
      sittings: [
        makeSitting(problem.id, {
          minutes: 50,
          attempts: [{ verdict: 'wrong-answer' }, { verdict: 'accepted' }],
          slips: ['typo'],
          startedAt: daysAgo(9),
        }),
        makeSitting(problem.id, {
          minutes: 25,
          attempts: [{ verdict: 'accepted' }],
          help: 'hint',
          slips: ['typo'],
          kind: 'rebuild',
          startedAt: daysAgo(5),
        }),
        makeSitting(problem.id, { minutes: 3, kind: 'spot', startedAt: daysAgo(2) }),
      ],
    });
    expect({ timeToTarget, firstAttemptRate, helpRate, sittings }).toEqual({
      timeToTarget: 1.5,
      firstAttemptRate: 0.5,
      helpRate: 1 / 3,
      sittings: 3,
    });
    expect(slips).toEqual({ typo: 2 });
  });

  it('notes which technique was taken for which', () => {
    const problem = makeProblem({ techniques: ['heap'] });
    const sitting = makeSitting(problem.id, { kind: 'spot', named: 'greedy' });
    expect(estimateLog(makeLog({ problems: [problem], sittings: [sitting] }), now).mixUps).toEqual([
      { right: 'heap', named: 'greedy', count: 1, lastAt: sitting.startedAt },
    ]);
  });

  it('gives numbers for any log, however odd its dates', () => {
    const sittings = fc.array(
      fc.record({
        kind: fc.constantFrom(...sittingKinds),
        result: fc.constantFrom(...results),
        startedAt: fc.integer({ min: -400, max: 900 }).map(daysAgo),
        minutes: fc.option(fc.integer({ min: 0, max: 1440 })),
      }),
      { maxLength: 12 },
    );
    const problem = makeProblem();
    fc.assert(
      fc.property(sittings, (some) => {
        const { techniques, problems } = estimateLog(
          makeLog({ problems: [problem], sittings: some.map((it) => makeSitting(problem.id, it)) }),
          now,
        );
        for (const { strength } of techniques.values())
          expect([strength.low, strength.point, strength.high].every((it) => it > 0 && it < 1)).toBeTrue();
        for (const { recall, memory } of problems.values())
          expect(recall > 0 && recall <= 1 && memory.halfLife >= 1).toBeTrue();
      }),
    );
  });

  it('readiness is the mix of the techniques, and falls with what is forgotten', () => {
    const shares = new Map([
      ['a', 0.5],
      ['b', 0.5],
    ]);
    const outlook = { state: { mean: 0, variance: 0 }, lentNow: 1 };
    const person = { lend: 0.9, harder: { easy: -1, medium: 0, hard: 1.2 }, memory: 1 };
    const ready = (lent: number): number =>
      readinessOf(
        person,
        shares,
        'medium',
        () => outlook,
        () => lent,
      ).point;
    expect(ready(1)).toBeCloseTo(0.5, 10);
    expect(ready(0.2)).toBeLessThan(0.5);
    expect(ready(3)).toBeGreaterThan(0.5);
  });
});

describe('an estimator that follows a log', () => {
  const problems = ['heap', 'greedy', 'heap'].map((technique) => makeProblem({ techniques: [technique] }));
  const sittingsOf = (facts: readonly { problem: number; days: number; minutes: number | null }[]): Sitting[] =>
    facts.map(({ problem, days, minutes }) =>
      makeSitting(problems[problem]?.id ?? '', { minutes, startedAt: daysAgo(days) }),
    );
  const facts = fc.record({
    problem: fc.nat({ max: 2 }),
    days: fc.integer({ min: -2, max: 90 }),
    minutes: fc.option(fc.integer({ min: 1, max: 90 })),
  });

  it('says after every change of the log what an estimate from nothing says', () => {
    const steps = fc.array(fc.record({ added: fc.array(facts, { maxLength: 3 }), hours: fc.nat({ max: 900 }) }), {
      minLength: 2,
      maxLength: 6,
    });
    fc.assert(
      fc.property(steps, (all) => {
        const estimator = new Estimator();
        const sittings: Sitting[] = [];
        let at = Date.parse(now);
        for (const { added, hours } of all) {
          sittings.push(...sittingsOf(added));
          at += hours * 3_600_000;
          const asOf = new Date(at).toISOString();
          const log = makeLog({ problems, sittings });
          expect(estimator.estimate(log, asOf)).toEqual(estimateLog(log, asOf));
        }
      }),
      { numRuns: 60 },
    );
  });

  it('takes a corrected sitting, a changed problem and an earlier moment in anew', () => {
    const estimator = new Estimator();
    const [first] = problems;
    const sittings = sittingsOf([{ problem: 0, days: 3, minutes: 20 }]);
    const check = (log: Log, asOf = now): void => expect(estimator.estimate(log, asOf)).toEqual(estimateLog(log, asOf));
    check(makeLog({ problems, sittings }));
    check(makeLog({ problems, sittings: sittings.map((it) => ({ ...it, minutes: 80 })) }));
    check(makeLog({ problems: [{ ...first, difficulty: 'hard' } as Problem], sittings }));
    check(makeLog({ problems, sittings }), daysAgo(2));
    check(makeLog({ problems, sittings: [] }));
  });
});
