import { attemptWith } from '../model/attempt';
import fc from 'fast-check';
import { makeProblem, makeSitting, newId, now, quickContext } from '../testing/make';
import type { Problem } from '../model/problem';
import { readQuickLine } from './quick-line';
import { type QuickRecords, recordsFromDraft } from './quick-log';
import type { Sitting } from '../model/sitting';

const moment = { now, zone: 'Europe/Oslo', newId };

function log(line: string, known: Problem | null = null, sittings: Sitting[] = []): QuickRecords {
  return recordsFromDraft(readQuickLine(line, quickContext).draft, known, { sittings }, moment);
}

/** Words of a line, some far too long for what they say. */
const words = fc
  .tuple(
    fc.constantFrom('', '#', '#"', '!', '~', '=', '@', 'from:', 'for:"', 'in:', 'as:', 'https://', 'x', 'O(', '"'),
    fc.oneof(
      fc.string({ maxLength: 6 }),
      fc.nat().map(String),
      fc.constantFrom('n', 'ab ').map((it) => it.repeat(400)),
    ),
    fc.constantFrom('', '"', ')', 'm', 'h'),
  )
  .map((parts) => parts.join(''));

describe('logging a quick line', () => {
  it('can be shown whatever is typed: what cannot be recorded is a fault of the line', () => {
    fc.assert(
      fc.property(fc.array(words, { maxLength: 6 }), (parts) => {
        const { draft } = readQuickLine(parts.join(' '), quickContext);
        const { problem, sitting } = recordsFromDraft(
          { ...draft, title: draft.title.trim() || 'Untitled' },
          null,
          { sittings: [] },
          moment,
        );
        expect(sitting.problemId).toBe(problem?.id ?? '');
      }),
      { numRuns: 500 },
    );
  });

  it('refuses a title, a name or a time that is too long, and keeps what came before', () => {
    const faults = (line: string): (string | null)[] =>
      readQuickLine(line, quickContext).parts.flatMap(({ fault }) => (fault === null ? [] : [fault]));
    expect(faults(`Kelp ${'row'.repeat(99)}`)).toEqual(['A title has at most 300 characters.']);
    expect(readQuickLine(`Kelp ${'row'.repeat(99)}`, quickContext).draft.title).toBe('Kelp');
    expect(faults(`Kelp #"${'row'.repeat(27)}"`)).toEqual(['The name of a technique has at most 80 characters.']);
    expect(faults('Kelp 99999m')).toEqual(['A sitting takes between 1m and 24h.']);
  });

  it('makes a problem and its first solve, begun its minutes ago', () => {
    const { problem, sitting, isNewProblem } = log('Gull Census #sliding 31m x3 O(n) O(k) =hard');
    expect(isNewProblem).toBeTrue();
    expect(problem).toEqual(
      jasmine.objectContaining({
        title: 'Gull Census',
        techniques: ['sliding-window'],
        difficulty: 'hard',
        cost: { time: 'O(n)', space: 'O(k)' },
      }),
    );
    expect(sitting).toEqual(
      jasmine.objectContaining({
        kind: 'first-solve',
        minutes: 31,
        startedAt: '2026-11-24T17:29:00.000Z',
        named: null,
        stated: { time: 'O(n)', space: 'O(k)' },
      }),
    );
    expect(sitting.attempts).toEqual([attemptWith(null), attemptWith(null), attemptWith('accepted')]);
  });

  it('puts an earlier day at noon there, and never a sitting into the future', () => {
    expect(log('T @2026-11-20').sitting.startedAt).toBe('2026-11-20T11:00:00.000Z');
    expect(log('T 10m @today').sitting.startedAt).toBe('2026-11-24T17:50:00.000Z');
  });

  it('adds a rebuild to a known problem, whose technique is what was named', () => {
    const known = makeProblem({
      techniques: ['heap'],
      difficulty: 'medium',
      cost: { time: 'O(n log k)', space: null },
    });
    const { problem, sitting } = log('T #greedy 12m O(n) O(k)', known, [makeSitting(known.id)]);
    expect(sitting.kind).toBe('rebuild');
    expect(sitting.named).toBe('greedy');
    expect(problem?.techniques).toEqual(['heap']);
    expect(problem?.cost).toEqual({ time: 'O(n log k)', space: 'O(k)' });
  });

  it('takes what is done today for what is planned of it, unless the line or its time says otherwise', () => {
    const known = makeProblem();
    const kindOf = (line: string, sittings = [makeSitting(known.id)]): string => {
      const { draft } = readQuickLine(line, quickContext);
      return recordsFromDraft(draft, known, { sittings }, moment, { kind: 'sketch', minutes: 8, twist: null }).sitting
        .kind;
    };
    expect([kindOf('T 6m'), kindOf('T ~solved'), kindOf('T 16m @today')]).toEqual(['sketch', 'sketch', 'sketch']);
    expect([kindOf('T 17m'), kindOf('T 6m @yesterday'), kindOf('T 6m', [])]).toEqual([
      'rebuild',
      'rebuild',
      'first-solve',
    ]);
    expect([kindOf('T 6m as:rebuild'), kindOf('T 6m as:spot @yesterday')]).toEqual(['rebuild', 'spot']);
  });

  it('keeps of a planned Twist how the problem was changed', () => {
    const known = makeProblem();
    const planned = { kind: 'twist', minutes: 20, twist: 'The row is a ring.' } as const;
    const twistOf = (line: string): string | null => {
      const { draft } = readQuickLine(line, quickContext);
      return recordsFromDraft(draft, known, { sittings: [makeSitting(known.id)] }, moment, planned).sitting.twist;
    };
    expect([twistOf('T 18m'), twistOf('T 18m as:rebuild')]).toEqual(['The row is a ring.', null]);
  });

  it('leaves a known problem alone when the line says nothing new of it, and says what it changes', () => {
    const known = makeProblem({ difficulty: 'medium', cost: { time: 'O(n)', space: 'O(1)' } });
    expect(log('T 12m O(n^2)', known).problem).toBeNull();
    expect(log('T =hard from:Cup', known).changes).toEqual(['difficulty: hard instead of medium', 'origin: Cup']);
  });

  it('does not record a cost that was misstated', () => {
    expect(log('T O(n) !cost-misstated').problem?.cost.time).toBeNull();
  });

  it('brings new techniques along', () => {
    expect(log('T #"Tide ladder"').techniques).toEqual([
      jasmine.objectContaining({ id: 'tide-ladder', name: 'Tide ladder' }),
    ]);
  });
});
