import fc from 'fast-check';
import { emptyEntry } from '../model/entry';
import { type StoredRecords, logFrom, noRecords } from '../model/log';
import { collectionNames } from '../model/collections';
import { withChanges } from '../model/fieldwise';
import { difficulties } from '../model/problem';
import { revisionAfter } from '../model/record';
import { defaultSettings } from '../model/settings';
import { makeProblem, makeSitting, newId } from '../testing/make';
import { archiveFrom, formatArchive } from './archive';
import { mergeRecords } from './merge';
import { isNothingRestored, restoration } from './restore';

/** What is there after a merge: what was written replaces what had its key. */
function mergedInto(here: StoredRecords, incoming: StoredRecords): StoredRecords {
  const { write, settings } = mergeRecords(here, incoming);
  return put(here, { ...write, settings });
}

function put(here: StoredRecords, change: Partial<StoredRecords>): StoredRecords {
  const lists = collectionNames.map((name) => {
    const changed = change[name] ?? [];
    const ids = new Set(changed.map(({ id }) => id));
    const kept = name === 'sittings' ? here[name] : here[name].filter(({ id }) => !ids.has(id));
    return [name, [...kept, ...changed]];
  });
  return { ...(Object.fromEntries(lists) as typeof noRecords), settings: change.settings ?? here.settings };
}

/** The archive with every list in one order, so that two can be compared. */
function textOf(records: StoredRecords): string {
  const lists = collectionNames.map((name) => [
    name,
    [...records[name]].sort((a, b) => (a.id + a.revision < b.id + b.revision ? -1 : 1)),
  ]);
  const archive = { ...(Object.fromEntries(lists) as typeof noRecords), settings: records.settings };
  return formatArchive(archiveFrom(archive, '2026-11-24T18:00:00.000Z'));
}

type Act = 'rename' | 'grade' | 'remove' | 'add' | 'sit' | 'correct' | 'write' | 'choose';
const acts: readonly Act[] = ['rename', 'grade', 'remove', 'add', 'sit', 'correct', 'write', 'choose'];

/** The greatest revision that a copy has seen. */
function seenIn(copy: StoredRecords): string {
  const all = collectionNames.flatMap((name) => copy[name].map(({ revision }) => revision));
  return [...all, copy.settings?.revision ?? ''].reduce((a, b) => (a > b ? a : b), '');
}

/** One thing done on a copy, whose clock may stand anywhere. */
function done(copy: StoredRecords, act: Act, pick: number, clock: string): StoredRecords {
  const revision = revisionAfter(seenIn(copy), clock);
  const problem = copy.problems[pick % copy.problems.length];
  const sitting = copy.sittings[pick % Math.max(copy.sittings.length, 1)];
  if (act === 'choose')
    return put(copy, {
      settings: withChanges(copy.settings, {
        ...(copy.settings ?? defaultSettings),
        revision,
        ...(pick % 2 === 0 ? { goal: 0.5 + (pick % 40) / 100 } : { theme: 'dark' as const }),
      }),
    });
  if (act === 'add' || !problem) return put(copy, { problems: [makeProblem({ revision })] });
  if (act === 'sit') return put(copy, { sittings: [makeSitting(problem.id, { revision })] });
  if (act === 'correct' && sitting) return put(copy, { sittings: [{ ...sitting, revision, minutes: pick % 90 }] });
  if (act === 'write') return put(copy, { entries: [{ ...emptyEntry('lesson', problem.id, newId()), revision }] });
  const changed =
    act === 'grade'
      ? { ...problem, revision, difficulty: difficulties[pick % 3] ?? null }
      : { ...problem, revision, title: `Named ${pick}`, deleted: act === 'remove' };
  return put(copy, { problems: [withChanges(problem, changed)] });
}

const history = fc.array(fc.tuple(fc.constantFrom(...acts), fc.nat(60), fc.integer({ min: -9, max: 9 })), {
  maxLength: 8,
});

/** An id of a clock that is wrong by so many hours. */
function clockOff(hours: number): string {
  const [head = '', ...rest] = newId().split('-');
  return [(Number.parseInt(head, 16) + hours * 54).toString(16).padStart(8, '0'), ...rest].join('-');
}

describe('copies that went their own ways', () => {
  const start = put(noRecords, { problems: [makeProblem(), makeProblem()] });

  it('end in the same archive in whatever order they are merged, wrong clocks or not', () => {
    fc.assert(
      fc.property(
        fc.tuple(history, history, history),
        fc.shuffledSubarray([0, 1, 2], { minLength: 3 }),
        (all, order) => {
          const copies = all.map((steps) =>
            steps.reduce((copy, [act, pick, hours]) => done(copy, act, pick, clockOff(hours)), start),
          );
          const [a, b, c] = order.map((index) => copies[index] ?? start);
          if (!a || !b || !c) throw new Error('three copies are needed');
          const oneByOne = mergedInto(mergedInto(a, b), c);
          const otherWay = mergedInto(c, mergedInto(b, a));
          expect(textOf(oneByOne)).toBe(textOf(otherWay));
          expect(textOf(mergedInto(oneByOne, b))).toBe(textOf(oneByOne));
        },
      ),
      { numRuns: 1000 },
    );
  });

  it('keep of each field what was changed last, and tell what both changed', () => {
    const [first] = start.problems;
    if (!first) throw new Error('a problem is needed');
    const edit = (part: object): StoredRecords =>
      put(start, { problems: [withChanges(first, { ...first, ...part, revision: newId() })] });
    const [titled, graded, retitled] = [
      edit({ title: 'Here' }),
      edit({ difficulty: 'hard' }),
      edit({ title: 'There' }),
    ];
    const both = mergedInto(titled, graded);
    expect(both.problems.at(-1)).toEqual(jasmine.objectContaining({ title: 'Here', difficulty: 'hard' }));
    expect(mergeRecords(titled, graded).clashes).toEqual([]);
    expect(mergedInto(both, retitled).problems.at(-1)?.title).toBe('There');
    expect(mergeRecords(both, retitled).clashes).toEqual([
      {
        collection: 'problems',
        id: first.id,
        name: 'Here',
        field: 'title',
        here: 'Here',
        there: 'There',
        taken: 'there',
      },
    ]);
  });

  it('say what a file has that was removed here, and bring it back when asked', () => {
    const [first, second] = start.problems;
    if (!first || !second) throw new Error('two problems are needed');
    const here = put(start, { problems: [{ ...first, revision: newId(), deleted: true }] });
    expect(mergeRecords(here, start).counts.problems).toEqual({ added: 0, changed: 0, left: 2, removedHere: 1 });
    const back = restoration(here, start, 'removed', newId);
    expect(back.counts.problems).toEqual({ back: 1, changed: 0, removed: 0 });
    expect(logFrom(put(here, back.write)).problems.map(({ id }) => id)).toContain(first.id);
  });

  it('go back to what stood, whatever was done since, and back again', () => {
    fc.assert(
      fc.property(history, history, (before, after) => {
        const run = (from: StoredRecords, steps: typeof before): StoredRecords =>
          steps.reduce((copy, [act, pick, hours]) => done(copy, act, pick, clockOff(hours)), from);
        const then = put(run(start, before), { settings: { ...defaultSettings, revision: newId() } });
        const now = run(then, after);
        const next = (): string => revisionAfter(seenIn(now), newId());
        const went = restoration(now, then, 'everything', next);
        const back = put(now, { ...went.write, ...(went.settings ? { settings: went.settings } : {}) });
        const standing = ({ problems, sittings, settings }: StoredRecords): unknown[] => [
          ...logFrom({ ...noRecords, problems, sittings, settings })
            .problems.map(({ id, title }) => `${id} ${title}`)
            .sort(),
          ...logFrom({ ...noRecords, problems, sittings, settings })
            .sittings.map(({ id, minutes }) => `${id} ${minutes}`)
            .sort(),
          settings?.goal,
        ];
        expect(standing(back)).toEqual(standing(then));
        expect(isNothingRestored(restoration(back, then, 'everything', newId))).toBeTrue();
      }),
    );
  });
});
