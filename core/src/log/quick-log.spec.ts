import { makeProblem, makeSitting, newId, now, quickContext } from '../testing/make';
import type { Problem } from './problem';
import { readQuickLine } from './quick-line';
import { type QuickRecords, recordsFromDraft } from './quick-log';
import type { Sitting } from './sitting';

const moment = { now, zone: 'Europe/Oslo', newId };

function log(line: string, known: Problem | null = null, sittings: Sitting[] = []): QuickRecords {
  return recordsFromDraft(readQuickLine(line, quickContext).draft, known, { sittings }, moment);
}

describe('logging a quick line', () => {
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
    expect(sitting.attempts).toEqual([{ verdict: null }, { verdict: null }, { verdict: 'accepted' }]);
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
