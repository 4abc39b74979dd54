import { quickContext } from '../testing/make';
import { type Completion, type CompletionContext, completeQuickLine, isMarked } from './quick-completion';

const context: CompletionContext = {
  ...quickContext,
  problems: [
    { id: 'a', title: 'Beacon Line of Sight' },
    { id: 'b', title: 'Tide: "Gauge" Gaps' },
  ],
  origins: ["Keeper's Cup", 'Skerry Problem Book'],
  employers: ['Otterbridge'],
  languages: ['python'],
};
const complete = (line: string): Completion[] => completeQuickLine(line, line.length, context);
const apply = (line: string, { start, end, insert }: Completion): string =>
  line.slice(0, start) + insert + line.slice(end);

describe('completion of the quick line', () => {
  it('finds techniques by name and by alias, those that begin so first', () => {
    expect(complete('T #topo')[0]?.insert).toBe('#topological-order');
    expect(complete('T #window')[0]?.insert).toBe('#sliding-window');
  });

  it('offers slips, help, difficulties and days after their marks', () => {
    expect(complete('T !off').map((it) => it.insert)).toEqual(['!off-by-one']);
    expect(complete('T ~')).toHaveSize(8);
    expect(complete('T as:sk').map((it) => [it.insert, it.detail])).toEqual([['as:sketch', 'kind']]);
    expect(complete('T =h').map((it) => it.insert)).toEqual(['=hard']);
    expect(complete('T @ye').map((it) => it.insert)).toEqual(['@yesterday']);
  });

  it('quotes an origin of several words', () => {
    const [first] = complete('T from:skerry');
    expect(first && apply('T from:skerry', first)).toBe('T from:"Skerry Problem Book"');
    expect(complete('T for:ott').map((it) => it.insert)).toEqual(['for:Otterbridge']);
  });

  it('completes a title from its first word, keeping what stands before', () => {
    const line = '31m Beacon li';
    const [first] = complete(line);
    expect(first && apply(line, first)).toBe('31m Beacon Line of Sight');
    expect(complete('Tide: "')[0]).toBeUndefined();
    expect(complete('tide')[0]?.insert).toBe('"Tide: \\"Gauge\\" Gaps"');
  });

  it('knows its own keys alone, whatever word stands before a colon', () => {
    const keys = ['from:', 'for:', 'as:', 'in:', '#', '!', '~', '=', '@'];
    expect(keys.every(isMarked)).toBeTrue();
    for (const word of ['constructor:', 'toString:', 'valueOf:x', 'hasOwnProperty:', 'kind:', 'Tide:']) {
      expect(isMarked(word)).withContext(word).toBeFalse();
      expect(complete(`T ${word}`))
        .withContext(word)
        .toEqual([]);
    }
  });

  it('offers nothing between tokens', () => {
    expect(complete('Beacon ')).toEqual([]);
    expect(complete('')).toEqual([]);
  });
});
