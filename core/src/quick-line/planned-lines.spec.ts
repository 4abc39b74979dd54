import { makeProblem, newId, now, quickContext } from '../testing/make';
import { readPlannedLines } from './planned-lines';
import { readQuickLine } from './quick-line';
import { formatQuickLine } from './write-quick-line';

const known = makeProblem({ title: 'Gull Census', techniques: ['heap'] });
const read = (text: string) =>
  readPlannedLines(text, { ...quickContext, problems: [known] }, { now, zone: 'UTC', newId });

describe('problems for later, one a line', () => {
  it('take title, link, technique and difficulty in any order, and bullets before them', () => {
    const lines = read(
      '- Buoy Ring Order #heap =hard\n\n2) https://example.org/tasks/tide-ladder #dp from:"Skerry Book"',
    );
    expect(lines.map(({ fault }) => fault)).toEqual([null, null]);
    const [first, second] = lines.map(({ records }) => records?.problem);
    expect([first?.title, first?.techniques, first?.difficulty]).toEqual(['Buoy Ring Order', ['heap'], 'hard']);
    expect([second?.title, second?.link, second?.origin]).toEqual([
      'Tide ladder',
      'https://example.org/tasks/tide-ladder',
      'Skerry Book',
    ]);
    expect(lines[1]?.number).toBe(3);
  });

  it('are refused one by one where they cannot be understood, tell of a sitting, or are there already', () => {
    const lines = read('Good One\nBad #binary-serch\nDone 31m\ngull  census\nGood one\n#heap');
    expect(lines.map(({ fault }) => fault === null)).toEqual([true, false, false, false, false, false]);
    expect(lines[1]?.fault).toContain('No technique');
    expect(lines[2]?.fault).toContain('tells of a sitting');
    expect(lines[3]?.fault).toBe('You have this problem already.');
    expect(lines[4]?.fault).toBe('It stands in the list twice.');
    expect(lines[5]?.fault).toContain('neither a title nor a link');
  });

  it('fill in what a known problem lacks', () => {
    const [line] = read('Gull Census =easy https://example.org/gull');
    expect([line?.records?.isNewProblem, line?.records?.problem?.id]).toEqual([false, known.id]);
    expect(line?.records?.problem?.link).toBe('https://example.org/gull');
  });
});

describe('a quick line that does not say how it went', () => {
  const purpose = (line: string): string => readQuickLine(line, quickContext).purpose;

  it('is unsaid, a sitting, or kept for later; a title alone is never a solve', () => {
    expect(['Gull Census', 'Gull Census #heap =hard https://example.org/x'].map(purpose)).toEqual(['unsaid', 'unsaid']);
    const told = ['T 31m', 'T x2', 'T O(n)', 'T !typo', 'T ~hint', 'T ~unsolved', 'T @yesterday', 'T ~solved'];
    expect(told.map(purpose)).toEqual(told.map(() => 'sitting'));
    expect(purpose('T #heap ~planned')).toBe('planned');
  });

  it('cannot be both for later and done, and says so', () => {
    const { isComplete, parts } = readQuickLine('T 31m ~planned', quickContext);
    expect(isComplete).toBeFalse();
    expect(parts.find(({ fault }) => fault !== null)?.fault).toContain('kept for later has no kind');
    expect(readQuickLine('T ~planned ~solved', quickContext).isComplete).toBeFalse();
  });

  it('is written back as it was said', () => {
    for (const line of ['T #heap ~planned', 'T ~solved'])
      expect(formatQuickLine(readQuickLine(line, quickContext).draft)).toBe(line);
  });
});
