import { attemptWith } from '../model/attempt';
import fc from 'fast-check';
import { daysAgo, makeLog, makeProblem, makeSitting, now } from '../testing/make';
import type { Log } from '../model/log';
import type { Problem } from '../model/problem';
import type { Sitting } from '../model/sitting';
import { sittingKinds } from '../model/sitting-kinds';
import { helps, results } from '../model/sitting-words';
import { Estimator, type MixUp, type TechniqueEstimate, estimateLog, sittingEvidence } from './estimate';
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
  hints: 0,
  checksRight: null,
  isPlainFirst: false,
};

describe('evidence', () => {
  it('is the logistic sum of its table: solved on target is σ(3) = 0.953, with a hint σ(−1) = 0.269', () => {
    expect(evidenceOf(facts)).toBeCloseTo(0.9526, 4);
    expect(evidenceOf({ ...facts, help: 'hint' })).toBeCloseTo(0.2689, 4);
    // Twice the target bends towards the floor: −0.8 + 1.8·e^((3 − 9 − 1)/1.8).
    expect(evidenceOf({ ...facts, timeToTarget: 2 })).toBeCloseTo(
      1 / (1 + Math.exp(0.8 - 1.8 * Math.exp(-7 / 1.8))),
      9,
    );
  });

  const atTheDesk = [
    { hints: 0, checksRight: null, isPlainFirst: false },
    { hints: 1, checksRight: 1, isPlainFirst: true },
    { hints: 9, checksRight: 0, isPlainFirst: false },
    { hints: 9, checksRight: 1, isPlainFirst: true },
  ] as const;
  const manners = [1, 2, 6].flatMap((attempts) =>
    ([null, 'right', 'wrong'] as const).flatMap((named) =>
      ([null, 'right', 'wrong'] as const).flatMap((stated) =>
        atTheDesk.map((desk) => ({ attempts, named, stated, ...desk })),
      ),
    ),
  );
  const paces = [null, 0.1, 0.4, 0.6, 1, 1.01, 1.6, 3, 20];
  const all = results.flatMap((result) =>
    helps.flatMap((help) =>
      manners.flatMap((manner) =>
        paces.map((timeToTarget): EvidenceFacts => ({ result, help, ...manner, timeToTarget })),
      ),
    ),
  );
  /** What came of it, best first. */
  const rankOf = ({ result, help, timeToTarget }: EvidenceFacts): number => {
    if (help === 'copied') return 5;
    if (help === 'read') return 4;
    if (result === 'solved') return help === 'hint' ? 2 : (timeToTarget ?? 1) <= 1 ? 0 : 1;
    return result === 'partly' ? 3 : result === 'unsolved' ? 6 : 7;
  };
  const inOrder = [0, 1, 2, 3, 4, 5].map((rank) => all.filter((it) => rankOf(it) === rank).map(evidenceOf));

  it('of any unaided solve is above any with a hint, that above a part, an answer read, an answer copied', () => {
    const [, late = [], hint = [], partly = [], read = [], copied = []] = inOrder;
    for (const [better, worse] of [
      [late, hint],
      [hint, partly],
      [partly, read],
      [read, copied],
    ] as const) {
      expect(better.length * worse.length).toBeGreaterThan(5000);
      expect(Math.min(...better)).toBeGreaterThan(Math.max(...worse));
    }
  });

  it('orders any two sittings alike in all else as anyone would', () => {
    let pairs = 0;
    for (const manner of manners) {
      const alike = (result: EvidenceFacts['result'], help: EvidenceFacts['help'], pace: number | null): number =>
        evidenceOf({ result, help, ...manner, timeToTarget: pace });
      const falling = [
        alike('solved', 'none', 0.6),
        alike('solved', 'none', 1),
        alike('solved', 'none', 1.6),
        alike('solved', 'none', 3),
        alike('solved', 'hint', 1),
        alike('partly', 'none', 1),
        alike('solved', 'read', 1),
        alike('solved', 'copied', 1),
      ];
      falling.slice(1).forEach((worse, index) => {
        pairs++;
        expect(worse).toBeLessThan(falling[index] ?? 0);
      });
      for (const pace of paces)
        for (const help of helps) expect(alike('abandoned', help, 0.2)).toBeLessThan(alike('unsolved', help, pace));
    }
    expect(pairs).toBe(7 * manners.length);
  });

  it('is never raised by more attempts, more minutes, a wrong technique or a wrong cost', () => {
    for (const some of all) {
      const evidence = evidenceOf(some);
      expect(evidence > 0 && evidence < 1).toBeTrue();
      expect(evidenceOf({ ...some, attempts: some.attempts + 1 })).toBeLessThanOrEqual(evidence);
      if (some.timeToTarget !== null)
        expect(evidenceOf({ ...some, timeToTarget: some.timeToTarget * 1.5 })).toBeLessThanOrEqual(evidence);
      expect(evidenceOf({ ...some, named: 'wrong' })).toBeLessThan(evidenceOf({ ...some, named: 'right' }));
      expect(evidenceOf({ ...some, stated: 'wrong' })).toBeLessThan(evidenceOf({ ...some, stated: 'right' }));
      expect(evidenceOf({ ...some, hints: some.hints + 1 })).toBeLessThanOrEqual(evidence);
      expect(evidenceOf({ ...some, isPlainFirst: false })).toBeLessThanOrEqual(evidence);
      const withChecks = [0, 0.3, 1].map((checksRight) => evidenceOf({ ...some, checksRight }));
      expect(withChecks).toEqual([...withChecks].sort((a, b) => a - b));
    }
  });

  it('counts what the desk recorded: deeper help, the checks of the last run, a plain approach before the first attempt', () => {
    const problem = makeProblem();
    const log = makeLog({ problems: [problem] });
    const of = (part: Partial<Sitting>): number =>
      sittingEvidence(makeSitting(problem.id, part), problem, log).evidence;
    const help = (at: number) => ({ at, kind: 'help', text: 'When may the left end move?' }) as const;
    const run = (right: number, at: number) => ({ ...attemptWith('wrong-answer'), checks: { right, of: 6 }, at });
    expect(of({ help: 'hint', moments: [help(10), help(20)] })).toBeLessThan(of({ help: 'hint', moments: [help(10)] }));
    expect(of({ result: 'partly', attempts: [run(5, 300)] })).toBeGreaterThan(
      of({ result: 'partly', attempts: [run(1, 300)] }),
    );
    const plain = (at: number): number =>
      of({ result: 'partly', attempts: [run(3, 300)], moments: [{ at, kind: 'plain', text: 'O(n²)' }] });
    expect(plain(120)).toBeGreaterThan(plain(400));
    expect(of({ result: 'partly', help: 'read', attempts: [run(6, 9)] })).toBe(
      of({ result: 'partly', help: 'read', attempts: [run(0, 9)] }),
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
          attempts: [attemptWith('wrong-answer'), attemptWith('accepted')],
          slips: ['typo'],
          startedAt: daysAgo(9),
        }),
        makeSitting(problem.id, {
          minutes: 25,
          attempts: [attemptWith('accepted')],
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
    const sitting = makeSitting(problem.id, { kind: 'spot', named: 'greedy', startedAt: daysAgo(3) });
    const mixUpsAfter = (...more: Sitting[]): readonly MixUp[] =>
      estimateLog(makeLog({ problems: [problem], sittings: [sitting, ...more] }), now).mixUps;
    const mixUp = { right: 'heap', named: 'greedy', count: 1, lastAt: sitting.startedAt };
    expect(mixUpsAfter()).toEqual([{ ...mixUp, waiting: ['heap', 'greedy'] }]);
    const later = makeSitting(problem.id, { kind: 'spot', named: 'heap', startedAt: daysAgo(1) });
    expect(mixUpsAfter(later)).toEqual([{ ...mixUp, waiting: ['greedy'] }]);
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
        for (const { recall, worked } of problems.values())
          expect(
            recall === null ? worked.memory === null : recall > 0 && recall <= 1 && (worked.memory?.halfLife ?? 0) >= 1,
          ).toBeTrue();
      }),
    );
  });

  it('readiness is the mix of the techniques, and falls with what is forgotten', () => {
    const shares = new Map([
      ['a', 0.5],
      ['b', 0.5],
    ]);
    const baseline = { state: { mean: 0, variance: 0 }, transferredNow: 1 };
    const person = { transfer: 0.9, harder: { easy: -1, medium: 0, hard: 1.2 }, memory: 1, resolving: 0.35 };
    const ready = (transferred: number): number =>
      readinessOf(
        person,
        shares,
        'medium',
        () => baseline,
        () => transferred,
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

  it('takes a corrected sitting, a changed problem and an earlier moment in from scratch', () => {
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
