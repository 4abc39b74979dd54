import { type Stage, byProblem, logFrom, noRecords } from '@lernen/core/model';
import { someProblem, someSitting } from '../testing/database';
import { type ProblemFilter, filterRows, problemRows } from './problem-rows';

const everything: ProblemFilter = {
  search: '',
  technique: '',
  difficulty: '',
  result: '',
  help: '',
  dueWithin: null,
  neverReviewed: false,
  sort: 'title',
  descending: false,
};

describe('the rows of the problems table', () => {
  const gulls = { ...someProblem('Gull Census'), difficulty: 'hard' as const, origin: 'Skerry Problem Book' };
  const lens = { ...someProblem('Lens Order'), difficulty: 'easy' as const, techniques: ['greedy'] };
  const rope = { ...someProblem('Rope Ladder'), techniques: [] };
  const sittings = [
    someSitting(gulls.id, { note: 'forgot the empty window' }),
    someSitting(gulls.id, { kind: 'rebuild', result: 'partly', help: 'hint' }),
    someSitting(lens.id),
  ];
  const log = logFrom({ ...noRecords, problems: [gulls, lens, rope], sittings });
  const rows = problemRows(log, byProblem(log.sittings), {
    recalls: new Map([[gulls.id, { recall: 0.4, daysToHalf: 5 }]]),
    due: new Map([[gulls.id, '2026-11-26']]),
    marks: new Map([[lens.id, new Set<Stage>(['read', 'approaches'])]]),
    notes: new Map([[rope.id, 'Ask about **knots**.']]),
  });
  const titles = (part: Partial<ProblemFilter>): string[] =>
    filterRows(rows, { ...everything, ...part }, '2026-11-24').map((row) => row.title);

  it('search title, note, origin and technique, all words at once', () => {
    expect(titles({ search: 'GULL' })).toEqual(['Gull Census']);
    expect(titles({ search: 'skerry' })).toEqual(['Gull Census']);
    expect(titles({ search: 'empty window' })).toEqual(['Gull Census']);
    expect(titles({ search: 'knots' })).toEqual(['Rope Ladder']);
    expect(titles({ search: 'greedy' })).toEqual(['Lens Order']);
    expect(titles({ search: 'gull greedy' })).toEqual([]);
  });

  it('filter by what the last sitting was, by level and by what is planned', () => {
    expect(titles({ result: 'partly' })).toEqual(['Gull Census']);
    expect(titles({ help: 'hint' })).toEqual(['Gull Census']);
    expect(titles({ difficulty: 'none' })).toEqual(['Rope Ladder']);
    expect(titles({ technique: 'greedy' })).toEqual(['Lens Order']);
    expect([titles({ dueWithin: 1 }), titles({ dueWithin: 3 })]).toEqual([[], ['Gull Census']]);
    expect(titles({ neverReviewed: true })).toEqual(['Lens Order', 'Rope Ladder']);
  });

  it('sort both ways, what has no value last when it rises', () => {
    expect(titles({ sort: 'difficulty' })).toEqual(['Lens Order', 'Gull Census', 'Rope Ladder']);
    expect(titles({ sort: 'title', descending: true })).toEqual(['Rope Ladder', 'Lens Order', 'Gull Census']);
    expect(titles({ sort: 'recall' })[0]).toBe('Gull Census');
    expect(titles({ sort: 'sheet', descending: true })[0]).toBe('Lens Order');
  });
});
