import { emptyEntry } from '../../model/entry';
import type { Log } from '../../model/log';
import {
  daysAgo,
  estimatesFor,
  everyDay,
  makeInterview,
  makeLog,
  makeProblem,
  makeSitting,
  newId,
  now,
} from '../../testing/make';
import { defaultSettings } from '../../model/settings';
import type { SittingKind } from '../../model/sitting-kinds';
import type { Result } from '../../model/sitting-words';
import type { PlanItem } from '../plan';
import { planDays } from '../planner';
import { type TwistsByProblem, nextTwist, twistsFrom } from './twists';

describe('the twists of a problem', () => {
  const [first, second, third] = [newId(), newId(), newId()];
  const textsOf = (twists: TwistsByProblem, id: string): string[] => (twists.get(id) ?? []).map(({ text }) => text);

  it('are those on its sheet, those that others of its family are, and those of the same idea', () => {
    const relation = (problemId: string, part: object): ReturnType<typeof emptyEntry<'relation'>> =>
      emptyEntry('relation', problemId, newId(), part);
    const twists = twistsFrom([
      emptyEntry('twist', first, newId(), { text: ' The data comes\nas a stream. ' }),
      emptyEntry('twist', first, newId(), { text: '' }),
      emptyEntry('twist', first, newId(), { text: 'Removed.', deleted: true }),
      relation(second, { relation: 'twist-of', otherId: first, was: 'at most k', is: 'exactly k' }),
      relation(third, { relation: 'same-idea', otherId: first }),
      relation(second, { relation: 'builds-on', otherId: third, is: 'nothing' }),
    ]);
    expect(textsOf(twists, first)).toEqual(['The data comes as a stream.', 'exactly k instead of at most k']);
    expect(textsOf(twists, third)).toEqual(['The data comes as a stream.']);
    expect(twists.get(third)?.[0]?.from).toBe(first);
    expect(twists.has(second)).toBeFalse();
  });

  it('come in turn: what was never worked first, then what was worked longest ago', () => {
    const twists = ['a', 'b', 'c'].map((text) => ({ text, from: first }));
    const worked = (...some: (string | null)[]): string | undefined =>
      nextTwist(
        twists,
        some.map((twist) => ({ twist })),
      )?.text;
    expect([worked(), worked('a', null), worked('a', 'b'), worked('b', 'a', 'c')]).toEqual(['a', 'b', 'c', 'b']);
    expect(nextTwist([], [])).toBeNull();
  });
});

describe('a Twist in the plan', () => {
  const settings = { ...defaultSettings, revision: newId(), week: everyDay(45) };
  const problems = Array.from({ length: 10 }, () => makeProblem({ techniques: ['heap'] }));
  const weak = makeProblem({ techniques: ['trie'] });
  const sittings = [
    ...problems.map(({ id }, index) => makeSitting(id, { startedAt: daysAgo(20 - index), minutes: 14 })),
    makeSitting(weak.id, { startedAt: daysAgo(20), result: 'unsolved' }),
  ];
  const twists: TwistsByProblem = new Map(
    [...problems, weak].map(({ id }) => [id, [{ text: 'exactly k', from: id }]] as const),
  );
  const logOf = (inDays: number, more = sittings): Log =>
    makeLog({
      problems: [...problems, weak],
      sittings: more,
      interviews: [makeInterview(inDays, { mix: { heap: 2, trie: 1 } })],
      settings,
    });
  const twistsIn = (log: Log, known: TwistsByProblem | null = twists): (PlanItem & { day: number })[] =>
    planDays({
      log,
      estimates: estimatesFor(log, now),
      asOf: now,
      zone: 'UTC',
      ...(known ? { twists: known } : {}),
    }).days.flatMap(({ items }, day) => items.filter(({ kind }) => kind === 'twist').map((item) => ({ ...item, day })));

  it('comes in the last third before an interview, of a technique near the goal, with the change in words', () => {
    const planned = twistsIn(logOf(36));
    expect(planned).toHaveSize(1);
    expect(planned[0]?.technique).toBe('heap');
    expect([planned[0]?.twist, planned[0]?.reasons.duty]).toEqual(['exactly k', 'twist']);
    expect(planned[0]?.day).toBeGreaterThanOrEqual(24);
    expect(planned[0]?.day).toBeLessThan(35);
  });

  it('comes at once where the interview is near, but not in the last two days', () => {
    const planned = twistsIn(logOf(7));
    expect(planned).toHaveSize(1);
    expect(planned[0]?.day).toBeLessThan(5);
  });

  it('does not come of what was solved once but not the last time, as a whole, a Sketch or a Spot', () => {
    const [some] = problems;
    const id = some?.id ?? '';
    const then = (kind: SittingKind, result: Result): PlanItem[] =>
      twistsIn(
        logOf(7, [...sittings, makeSitting(id, { kind, startedAt: daysAgo(18), result })]),
        new Map([[id, [{ text: 'exactly k', from: id }]]]),
      );
    for (const kind of ['rebuild', 'sketch', 'spot'] as const) {
      expect(then(kind, 'unsolved')).withContext(kind).toEqual([]);
      expect(then(kind, 'solved')).withContext(kind).toHaveSize(1);
    }
  });

  it('does not come where none is known, nor again within a fortnight', () => {
    expect(twistsIn(logOf(12), null)).toEqual([]);
    const [some] = problems;
    const worked = makeSitting(some?.id ?? '', { kind: 'twist', startedAt: daysAgo(3), minutes: 15 });
    expect(twistsIn(logOf(12, [...sittings, worked]))).toEqual([]);
  });
});
