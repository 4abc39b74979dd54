import { boundCues, budgetFor, checkApproach, readBounds, stateCosts } from '@lernen/core/sheet';
import { type Approach, type Trace, isFilled, stageOf, stages } from '@lernen/core/model';
import { readTrace } from '@lernen/core/trace';
import { demoArchive } from './index';

describe('the sheets of the demo', () => {
  const { problems, entries } = demoArchive('2026-11-24T18:00:00.000Z');
  const titles = new Map(problems.map(({ id, title }) => [id, title]));
  const on = (title: string) => entries.filter(({ problemId }) => titles.get(problemId) === title);
  const boundsOf = (problemId: string) =>
    readBounds(entries.flatMap((it) => (it.kind === 'bounds' && it.problemId === problemId ? it.lines : [])));

  it('all have statement and bounds; fifteen are filled in most of their stages', () => {
    const given: readonly string[] = ['statement', 'bounds'];
    const filled = entries.filter(isFilled);
    for (const { id, title } of problems)
      expect(filled.filter((it) => it.problemId === id && given.includes(it.kind)).length)
        .withContext(title)
        .toBe(2);
    const worked = new Set(filled.filter(({ kind }) => !given.includes(kind)).map(({ problemId }) => problemId));
    expect(worked.size).toBe(15);
    for (const id of worked) {
      const reached = new Set(filled.filter(({ problemId }) => problemId === id).map(({ kind }) => stageOf(kind)));
      expect(reached.size)
        .withContext(titles.get(id) ?? id)
        .toBeGreaterThanOrEqual(stages.length - 4);
    }
  });

  it('have traces in which every cell and every rule can be read', () => {
    const faults = entries
      .filter((entry): entry is Trace => entry.kind === 'trace')
      .flatMap((trace) => {
        const { rows, ruleFaults } = readTrace(trace);
        const context = `${titles.get(trace.problemId)}, ${trace.title}`;
        return [
          ...ruleFaults.flatMap((fault) => (fault ? [`${context}: ${fault.message}`] : [])),
          ...rows.flatMap((row, index) =>
            row.flatMap(({ fault, rule }) => [
              ...(fault ? [`${context}, step ${index + 1}: ${fault.message}`] : []),
              ...(rule?.outcome === 'faulty' ? [`${context}, step ${index + 1}: ${rule.message}`] : []),
            ]),
          ),
        ];
      });
    expect(faults).toEqual([]);
  });

  it('accept only cues that their bounds give', () => {
    for (const entry of entries) {
      if (entry.kind !== 'cue-choices') continue;
      const given = boundCues(boundsOf(entry.problemId)).map(({ id }) => id);
      for (const id of entry.accepted)
        expect(given)
          .withContext(titles.get(entry.problemId) ?? '')
          .toContain(id);
    }
  });

  it('have a trace that breaks its rule, a misstated cost, and a parameter that was dropped', () => {
    const traced = on('Beacon Line of Sight').find((entry): entry is Trace => entry.kind === 'trace');
    expect(traced && readTrace(traced).firstBreaks.at(-1)).toBe(2);

    const rafts = on('Driftwood Rafts')
      .filter((entry): entry is Approach => entry.kind === 'approach')
      .at(-1);
    const bounds = boundsOf(rafts?.problemId ?? '');
    expect(rafts && checkApproach(rafts, bounds, budgetFor(bounds)).remarks.map(({ rule }) => rule)).toEqual([
      'time-forgets-sort',
    ]);

    const card = on('Ballast Split').find((entry) => entry.kind === 'state-card');
    const costs = card?.kind === 'state-card' ? stateCosts(card.parameters, card.transitionCount, 1, {}) : null;
    expect([costs?.time, costs?.before?.time]).toEqual(['O(n·S)', 'O(n·S^2)']);
  });

  it('have a family of four and a structure with costs per operation', () => {
    const relations = entries.filter((entry) => entry.kind === 'relation');
    const family = new Set(['Gull Census Window']);
    for (let round = 0; round < 4; round++) {
      for (const { problemId, otherId } of relations) {
        const pair = [titles.get(problemId) ?? '', titles.get(otherId) ?? ''];
        if (pair.some((title) => family.has(title))) pair.forEach((title) => family.add(title));
      }
    }
    expect([...family].sort()).toEqual([
      'Gull Census Window',
      'Lamp Window Peak',
      'Net Mesh Windows',
      'Spray Line Totals',
    ]);
    const shelf = on('Recent Chart Shelf').filter((entry): entry is Approach => entry.kind === 'approach');
    expect(shelf.at(-1)?.operations.map(({ time }) => time)).toEqual(['O(1)', 'O(1)', 'O(1)']);
  });
});
