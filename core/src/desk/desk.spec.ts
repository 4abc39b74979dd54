import fc from 'fast-check';
import { attemptWith } from '../model/attempt';
import { phaseSeconds, phases, readCourse, readMoments, readSeconds, secondsText } from '../model/course';
import { emptyEntry, isOpenIn } from '../model/entry';
import type { CheckResult } from '../run/checks';
import { makeProblem, makeSitting, newId } from '../testing/make';
import { helpStepsOf } from './help-steps';
import { type Happened, likelySlips } from './likely-slips';
import { attemptOf, resultFrom } from './run-attempt';
import { railOf } from './rail';
import { type Turn, correctedCourse, phaseAt, stretchesOf, turned } from './turns';
import { techniquePhases, usualPhases } from './usual';

const result = (verdict: CheckResult['verdict'], part: Partial<CheckResult> = {}): CheckResult => ({
  id: newId(),
  verdict,
  actual: '',
  difference: null,
  bytes: null,
  message: '',
  line: null,
  printed: '',
  ms: 1,
  ...part,
});

describe('the phases of a sitting', () => {
  it('follow one another as they came, and a glance elsewhere is none', () => {
    let turns: readonly Turn[] = [{ phase: 'read', at: 0 }];
    turns = turned(turns, 'plan', 140_000);
    turns = turned(turns, 'code', 445_000);
    turns = turned(turns, 'read', 500_000);
    turns = turned(turns, 'code', 502_000);
    turns = turned(turns, 'check', 785_000);
    expect(stretchesOf(turns, 800_000)).toEqual([
      { phase: 'read', seconds: 140 },
      { phase: 'plan', seconds: 305 },
      { phase: 'code', seconds: 340 },
      { phase: 'check', seconds: 15 },
    ]);
    expect(turned(turns, 'check', 790_000)).toBe(turns);
    expect([phaseAt('bounds'), phaseAt('trace'), phaseAt('code'), phaseAt('why')]).toEqual([
      'read',
      'plan',
      'code',
      'explain',
    ]);
  });

  it('always add up to the time at work, whatever the clock did', () => {
    const moves = fc.array(fc.tuple(fc.constantFrom(...phases), fc.integer({ min: -20_000, max: 90_000 })), {
      maxLength: 40,
    });
    fc.assert(
      fc.property(moves, fc.nat(4_000_000), (all, worked) => {
        let turns: readonly Turn[] = [{ phase: 'read', at: 0 }];
        let at = 0;
        for (const [phase, by] of all) turns = turned(turns, phase, (at += by));
        const stretches = stretchesOf(turns, worked);
        expect(stretches.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(Math.round(worked / 1000));
        expect(stretches.every(({ seconds }) => seconds > 0)).toBeTrue();
      }),
    );
  });

  it('are written as minutes and seconds, and refused where they are none', () => {
    expect([secondsText(140), readSeconds('2:20'), readSeconds('2:60'), readSeconds('1441:00')]).toEqual([
      '2:20',
      140,
      null,
      null,
    ]);
    expect(readCourse('read 2:20; plan 5:05')).toEqual({
      value: [
        { phase: 'read', seconds: 140 },
        { phase: 'plan', seconds: 305 },
      ],
    });
    expect(readCourse('reading 2:20')).toEqual({
      reason: '“reading 2:20” is no phase with its time, such as plan 5:05',
    });
    expect(readMoments('5:10 plain O(n^2)\n9:00 cheer')).toEqual({
      reason: '“9:00 cheer” is no moment of a sitting, such as 5:10 plain O(n^2)',
    });
  });

  it('are compared with the median of what was timed before, of the same difficulty where there are enough', () => {
    const [easy, hard] = [makeProblem({ difficulty: 'easy' }), makeProblem({ difficulty: 'hard' })];
    const problems = new Map([easy, hard].map((problem) => [problem.id, problem]));
    const timed = (problemId: string, seconds: number) =>
      makeSitting(problemId, { course: [{ phase: 'plan', seconds }] });
    const solve = { kind: 'rebuild', difficulty: 'hard' } as const;
    const few = [timed(easy.id, 100), timed(hard.id, 500), timed(hard.id, 700)];
    expect(usualPhases(few, problems, solve)).toEqual({
      seconds: { read: 0, plan: 500, code: 0, check: 0, explain: 0 },
      count: 3,
    });
    const enough = [...few, timed(hard.id, 900), makeSitting(hard.id)];
    expect(usualPhases(enough, problems, solve)?.seconds.plan).toBe(700);
    expect(usualPhases(enough, problems, solve, enough[3]?.id)?.count).toBe(3);
    expect(usualPhases([makeSitting(hard.id)], problems, solve)).toBeNull();
    expect(usualPhases(few, problems, { ...solve, kind: 'sketch' })).toBeNull();
    const split = techniquePhases([...few, makeSitting(hard.id)], ({ problemId }) => problemId === hard.id);
    expect([split?.own.seconds.plan, split?.own.count, split?.others?.seconds.plan]).toEqual([600, 2, 100]);
    expect(techniquePhases(few, () => true)?.others).toBeNull();
    expect(techniquePhases([makeSitting(hard.id)], () => true)).toBeNull();
    expect(phaseSeconds(few.flatMap(({ course }) => course)).plan).toBe(1300);
  });
});

describe('the rail of a sitting', () => {
  const course = [
    { phase: 'read', seconds: 140 },
    { phase: 'plan', seconds: 305 },
    { phase: 'code', seconds: 340 },
  ] as const;
  const run = (right: number, at: number) => ({
    ...attemptWith(right === 6 ? 'accepted' : 'wrong-answer'),
    checks: { right, of: 6 },
    at,
  });

  it('shows the phases to scale up to the target, and in words what happened when', () => {
    const moments = [
      { at: 320, kind: 'plain', text: 'O(n²)' },
      { at: 560, kind: 'help', text: 'When may the left end move?' },
    ] as const;
    const rail = railOf({ course, attempts: [run(4, 780), attemptWith('accepted')], moments, targetSeconds: 1500 });
    expect(rail.target).toBeCloseTo(100 / 1.04, 6);
    expect(rail.segments.map(({ width }) => Math.round(width))).toEqual([9, 20, 22]);
    expect(rail.ticks.map(({ minutes }) => minutes)).toEqual([0, 5, 10, 15, 20]);
    expect(rail.marks.map(({ kind, lane, time }) => `${kind} ${lane} ${time}`)).toEqual([
      'stood 0 5:20',
      'help 0 9:20',
      'wrong 0 13:00',
    ]);
    expect(rail.inWords).toBe(
      'read 2:20; plan 5:05; code 5:40; at 5:20 plain approach O(n²); at 9:20 help 1; ' +
        'at 13:00 attempt 1 · 4 of 6; target 25 min',
    );
  });

  it('grows beyond the target, and lets no words lie over each other', () => {
    const late = [...course, { phase: 'check', seconds: 1400 }] as const;
    const attempts = [780, 790, 800, 2180].map((at, index) => run(index, at));
    const rail = railOf({ course: late, attempts, moments: [], targetSeconds: 1500 });
    expect(rail.target).toBeLessThan(70);
    expect(rail.marks.map(({ lane }) => lane)).toEqual([0, 1, null, null]);
    const empty = railOf({ course: [], attempts: [], moments: [], targetSeconds: 120 });
    expect([empty.segments, empty.ticks.length]).toEqual([[], 2]);
  });

  it('can be corrected a phase at a time, to the second', () => {
    const twice = [...course, { phase: 'read', seconds: 60 }] as const;
    expect(phaseSeconds(correctedCourse(twice, 'read', 100))).toEqual({
      read: 100,
      plan: 305,
      code: 340,
      check: 0,
      explain: 0,
    });
    expect(correctedCourse(twice, 'read', 0).map(({ phase }) => phase)).toEqual(['plan', 'code']);
    expect(correctedCourse(course, 'explain', 30).at(-1)).toEqual({ phase: 'explain', seconds: 30 });
    expect(correctedCourse(course, 'explain', 0)).toEqual([...course]);
  });
});

describe('a run over all checks', () => {
  it('is an attempt with the verdict of the first check that is not right', () => {
    const run = [result('right'), result('too-slow'), result('wrong'), result('ran'), result('unreadable')];
    expect(attemptOf(run, 'some version', 780_400)).toEqual({
      ...attemptWith('too-slow'),
      checks: { right: 1, of: 3 },
      at: 780,
      versionId: 'some version',
    });
    expect(attemptOf([result('right'), result('right')], 'v', 0)?.verdict).toBe('accepted');
    expect(attemptOf([result('ran')], 'v', 0)).toBeNull();
  });

  it('says what the result was, as far as it can be said', () => {
    const wrong = (right: number) => ({ ...attemptWith('wrong-answer'), checks: { right, of: 6 } });
    expect(resultFrom([wrong(3), attemptWith('accepted')], false, false)).toBe('solved');
    expect(resultFrom([wrong(3)], false, false)).toBe('partly');
    expect(resultFrom([wrong(3)], false, true)).toBe('unsolved');
    expect(resultFrom([wrong(0)], true, false)).toBe('partly');
    expect(resultFrom([wrong(0)], false, false)).toBeNull();
    expect(resultFrom([], true, false)).toBeNull();
  });
});

describe('help in steps', () => {
  it('goes from the cue over the observations of the sheet, and holds nothing of the answer or of a review', () => {
    const problemId = newId();
    const entry = (kind: 'observation' | 'approach' | 'lesson', part: object) =>
      emptyEntry(kind, problemId, newId(), part);
    const steps = helpStepsOf([
      entry('approach', { idea: 'Two ends that only move right' }),
      entry('observation', { text: 'The second', order: 2 }),
      entry('observation', { text: 'The first', order: 1 }),
      entry('observation', { text: '  ' }),
      entry('observation', { text: 'Written in a review', sittingId: newId() }),
      entry('lesson', { lesson: 'slip', text: 'Forgot the last run' }),
      entry('lesson', { lesson: 'cue', text: 'shortest stretch that holds all', order: 9 }),
    ]);
    expect(steps.map(({ text }) => text)).toEqual(['shortest stretch that holds all', 'The first', 'The second']);
  });

  it('leaves a review only what the sheet gives, and what was written in it', () => {
    const [problemId, review] = [newId(), newId()];
    const entries = (['statement', 'bounds', 'example', 'observation', 'version', 'trace'] as const).map((kind) =>
      emptyEntry(kind, problemId, newId()),
    );
    const own = emptyEntry('version', problemId, newId(), { sittingId: review });
    const open = (sittingId: string | null) =>
      [...entries, own].filter((entry) => isOpenIn(entry, sittingId)).map(({ kind }) => kind);
    expect(open(review)).toEqual(['statement', 'bounds', 'example', 'version']);
    expect(open(null)).toEqual(entries.map(({ kind }) => kind));
  });
});

describe('slips that a sitting points to', () => {
  const happened: Happened = {
    wrong: [],
    stated: { time: null, space: null },
    recorded: { time: 'O(n)', space: 'O(1)' },
    isNamedWrong: false,
    isSolved: true,
    minutes: 20,
    targetMinutes: 25,
  };
  const slipsOf = (part: Partial<Happened>) => likelySlips({ ...happened, ...part }).map(({ slip }) => slip);
  const wrongOn = (tags: string[], it: Partial<CheckResult>) => ({
    example: { tags, input: '[]' },
    result: result('wrong', it),
  });

  it('are none where nothing went wrong', () => {
    expect(slipsOf({ stated: { time: 'O(2n)', space: null } })).toEqual([]);
  });

  it('come from the checks, the cost, the technique and the clock, each once with its reason', () => {
    const difference = { place: '', expected: '3', actual: '2' };
    expect(slipsOf({ wrong: [wrongOn(['empty'], {}), wrongOn(['empty'], {})] })).toEqual(['edge-case']);
    expect(slipsOf({ wrong: [wrongOn([], { difference })] })).toEqual(['off-by-one']);
    expect(slipsOf({ wrong: [wrongOn([], { difference: { ...difference, actual: 'None' } })] })).toEqual([
      'missing-return',
    ]);
    const crashed = (message: string) => wrongOn([], { verdict: 'crashed', message });
    expect(slipsOf({ wrong: [crashed('IndexError: list index out of range')] })).toEqual(['out-of-range']);
    expect(slipsOf({ wrong: [crashed('NameError: name “coutn” is not defined')] })).toEqual(['typo']);
    expect(slipsOf({ wrong: [wrongOn([], { verdict: 'too-slow' })], isSolved: false, minutes: 30 })).toEqual([
      'too-slow',
      'ran-out-of-time',
    ]);
    const [misstated] = likelySlips({ ...happened, stated: { time: 'O(n log n)', space: null }, isNamedWrong: false });
    expect(misstated).toEqual({
      slip: 'cost-misstated',
      why: 'O(n log n) was stated for the time, O(n) is recorded',
    });
    expect(slipsOf({ isNamedWrong: true })).toEqual(['wrong-technique']);
  });
});
