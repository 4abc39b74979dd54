import { type ApproachFacts, checkApproach } from './approach-check';
import { boundCues } from './bound-cues';
import { readBounds } from './bounds/bounds';
import { budgetFor } from './budget';
import { stateCostFault, stateCosts } from './state-card';

const check = (facts: Partial<ApproachFacts>, lines: string[]) => {
  const bounds = readBounds(lines);
  return checkApproach({ idea: '', time: null, space: null, operations: [], ...facts }, bounds, budgetFor(bounds));
};

describe('an approach against the bounds', () => {
  it('fits, is tight or is over, with the numbers', () => {
    expect(check({ time: 'O(n)', space: 'O(n)' }, ['n ≤ 200 000']).text).toBe('fits, 1.6 MB');
    expect(check({ time: 'n sqrt n' }, ['n ≤ 200 000']).text).toBe('tight: 9·10⁷ steps for 10⁸');
    expect(check({ time: 'O(n^2)' }, ['n ≤ 200 000']).text).toBe('over: 4·10¹⁰ steps for 10⁸');
    expect(check({ time: 'O(n)', space: 'O(n^2)' }, ['n ≤ 20 000', '64 MB']).text).toBe('over: 3.2 GB for 64 MB');
  });

  it('stays open while a cost or a size is missing', () => {
    expect(check({}, ['n ≤ 10']).text).toBe('state its cost');
    expect(check({ time: 'n·m' }, ['n ≤ 10']).text).toBe('no bound for m');
    expect(check({ time: 'n log )' }, ['n ≤ 10']).verdict).toBe('unknown');
  });

  it('breaks conditions by its costs and by what its idea does', () => {
    const broken = (facts: Partial<ApproachFacts>, line: string): string[] =>
      check({ time: 'O(n)', ...facts }, ['n ≤ 10', line]).broken.map(({ why }) => why);
    expect(broken({ space: 'O(n)' }, 'no extra space')).toEqual([
      'O(n) of space is kept. If that is the answer itself, say so: “O(1) + output”.',
    ]);
    expect(broken({ space: 'O(1)' }, 'no extra space')).toEqual([]);
    expect(broken({ operations: [{ name: 'get', time: 'O(k)' }] }, 'constant time per operation')).toEqual([
      'get takes O(k).',
    ]);
    expect(broken({ operations: [{ name: 'get', time: 'O(1)' }] }, 'constant time per operation')).toEqual([]);
    expect(broken({ idea: 'Sort the array, then swap' }, 'do not change the input')).toEqual([
      'It does writing into the input (“swap”).',
    ]);
    expect(broken({ idea: 'A second pass counts' }, 'one pass')).toEqual([
      'It reads the input more than once (“second pass”).',
    ]);
    expect(broken({ idea: 'Recursive descent' }, 'no recursion')).toEqual(['It is recursive (“Recursive”).']);
    expect(broken({ idea: 'Hash each' }, 'only comparisons')).toEqual([
      'It looks at values, not only at comparisons (“Hash”).',
    ]);
    expect(broken({ idea: 'Sort all queries first' }, 'online')).toEqual([
      'It needs all questions beforehand (“Sort all queries”).',
    ]);
    expect(check({ time: 'O(1)', space: 'O(n)' }, ['n ≤ 10', 'no extra space']).text).toBe('breaks “no extra space”');
  });

  it('counts a constant that is too large to drop, and says so', () => {
    const { remarks, text } = check({ time: '19·2·20·20·n' }, ['n ≤ 20 000']);
    expect(text).toBe('over: 3·10⁸ steps for 10⁸');
    expect(remarks.map((it) => [it.rule, it.text.replace(/\s/g, ' ')])).toEqual([
      ['large-constant', 'In its time, a constant of 15 200 is too large to drop: it counts with the steps.'],
    ]);
    expect(check({ time: '26n' }, ['n ≤ 9']).remarks.map(({ rule }) => rule)).toEqual(['not-simplified']);
  });

  it('branches by its words as well as by its code', () => {
    const verdictOf = (idea: string): string => check({ time: 'O(1)', idea }, ['n ≤ 9', 'no branching']).verdict;
    expect(verdictOf('If the number is below zero, the mask turns it.')).toBe('breaks');
    expect(verdictOf('The sign bit is the mask, no branch is needed.')).toBe('fits');
  });

  it('points out what a stated cost forgets', () => {
    const remarks = (facts: Partial<ApproachFacts>, ...lines: string[]): readonly string[] =>
      check(facts, lines).remarks.map(({ text }) => text);
    expect(remarks({ idea: 'Remember them in a set', space: 'O(1)' })).toEqual([
      'Its space is stated as O(1), and it keeps a map or set (“a set”).',
    ]);
    expect(remarks({ idea: 'Count the 26 letters in a table', space: 'O(1)' })).toEqual([]);
    expect(remarks({ idea: 'Sort, then walk', time: 'O(n)' })).toEqual([
      'Sorting takes O(n·log n), and its time is stated as O(n) (“Sort”).',
    ]);
    expect(remarks({ idea: 'Counting sort', time: 'O(n)' })).toEqual([]);
    expect(remarks({ idea: 'It is already sorted', time: 'O(log n)' })).toEqual([]);
    expect(remarks({ time: 'O(n + n log n)' })).toEqual(['In its time, n is dominated by n·log n.']);
    expect(remarks({ space: 'O(2n)' })[0]).toContain('In its space, 2·n is n');
    expect(remarks({ idea: 'A stack', space: 'O(n)', time: 'O(n)' })).toEqual([]);
  });
});

describe('a state card', () => {
  const parameters = [
    { name: 'i', count: 'n', follows: '' },
    { name: 'a', count: 'S + 1', follows: '' },
    { name: 'b', count: 'S + 1', follows: 'total less a' },
  ];

  it('multiplies the parameters that remain, and says what it was with all of them', () => {
    const costs = stateCosts(parameters, '2', 8, { n: 200, S: 20_000 });
    expect([costs.states, costs.time, costs.space]).toEqual(['O(n·S)', 'O(n·S)', 'O(n·S)']);
    expect(costs.before).toEqual({ states: 'O(n·S^2)', time: 'O(n·S^2)' });
    expect([costs.statesAt?.value, costs.stepsAt?.value, costs.bytesAt?.value]).toEqual([
      4_000_200, 8_000_400, 32_001_600,
    ]);
  });

  it('reads transitions as a cost, and needs no bounds', () => {
    const costs = stateCosts(
      [
        { name: 'i', count: 'n', follows: '' },
        { name: 'j', count: 'n', follows: '' },
      ],
      'n',
      8,
      {},
    );
    expect([costs.time, costs.space, costs.stepsAt, costs.before]).toEqual(['O(n^3)', 'O(n^2)', null, null]);
    expect(stateCosts([], '', 8, {}).states).toBe('O(1)');
    expect(() => stateCosts([{ name: 'i', count: 'n +', follows: '' }], '', 8, {})).toThrowError(
      /Cannot read the cost “n \+”/,
    );
  });

  it('is compared with what is stated; saved rows are no mistake', () => {
    expect(stateCostFault('O(n)', 'O(n·S)', 'time')).toBe('The state card comes to O(n·S) time, O(n) is stated.');
    expect(stateCostFault('n S', 'O(n·S)', 'time')).toBeNull();
    expect(stateCostFault('O(S)', 'O(n·S)', 'space')).toBeNull();
    expect(stateCostFault('O(n·S^2)', 'O(n·S)', 'space')).toContain('O(n·S^2) is stated');
    expect([stateCostFault(null, 'O(n)', 'time'), stateCostFault('what?', 'O(n)', 'time')]).toEqual([null, null]);
  });
});

describe('constant time per operation', () => {
  const brokenBy = (time: string, bound: string): readonly string[] =>
    check({ time }, [bound, 'constant time per operation']).broken.map(({ why }) => why);

  it('allows q operations a time of q together, and a single one a constant', () => {
    expect(brokenBy('O(q)', 'q ≤ 1000')).toEqual([]);
    expect(brokenBy('O(q log q)', 'q ≤ 1000')).toEqual(['All q operations take O(q·log q).']);
    expect(brokenBy('O(n)', 'n ≤ 1000')).toEqual(['An operation takes O(n).']);
    expect(brokenBy('O(1)', 'n ≤ 1000')).toEqual([]);
  });
});

describe('cues from bounds', () => {
  const cues = (...lines: string[]): string[] => boundCues(readBounds(lines)).map(({ id }) => id);

  it('follow the size', () => {
    const sizes = [
      'n ≤ 8',
      'n ≤ 20',
      'n ≤ 40',
      'n ≤ 100',
      'n ≤ 500',
      'n ≤ 5000',
      'n ≤ 200 000',
      'n ≤ 10^7',
      'n ≤ 10^18',
    ];
    expect(sizes.flatMap((line) => cues(line))).toEqual([
      'orders:n',
      'subsets:n',
      'halves:n',
      'fourth:n',
      'cubic:n',
      'quadratic:n',
      'linearithmic:n',
      'linear:n',
      'digits:n',
    ]);
  });

  it('follow queries, values, limits and conditions', () => {
    expect(cues('n ≤ 100 000', 'q ≤ 100 000')).toEqual(['linearithmic:n', 'prepare', 'offline']);
    expect(cues('n ≤ 100 000', 'q ≤ 100 000', 'online')).toEqual(['linearithmic:n', 'prepare', 'online']);
    expect(cues('up to 200 000 operations', 'constant time per operation')).toEqual([
      'operations',
      'constant-operation',
    ]);
    expect(cues('n ≤ 20', 'q ≤ 1000', 'constant time per query')).toEqual(['subsets:n', 'prepare', 'offline']);
    expect(cues('n ≤ 1000', '-10^9 ≤ a[i] ≤ 10^9')).toEqual([
      'quadratic:n',
      'ranks:a[i]',
      'negative:a[i]',
      'overflow:a[i]',
    ]);
    expect(cues('n ≤ 1000', '1 ≤ a[i] ≤ 100')).toEqual(['quadratic:n', 'table:a[i]']);
    expect(cues('n ≤ 100 000', '0 ≤ t ≤ 10^9', '0 ≤ u[i], v[i] ≤ 10^9')).toEqual([
      'linearithmic:n',
      'ranks:t',
      'ranks:u[i]',
      'overflow:u[i]',
    ]);
    expect(cues('1 GB')).toEqual(['big-tables']);
    expect(cues('16 MB')).toEqual(['small-memory']);
    expect(cues('10 s')).toEqual(['long-time']);
    expect(cues('V ≤ 50 000', 'E ≤ 200 000')).toContain('sparse');
    expect(cues('one pass', 'in place', 'one pass')).toEqual(['one-pass', 'no-extra-space']);
    expect(cues()).toEqual([]);
  });

  it('tell once of what is bounded alike', () => {
    const texts = boundCues(readBounds(['1 ≤ L ≤ R ≤ 10^18', 'm ≤ 50'])).map(({ text }) => text);
    expect(texts).toEqual([
      'm ≤ 50: up to four nested loops fit',
      'L, R ≤ 10^18: work on digits, by halving or by a formula',
      'L, R need 64 bits',
    ]);
  });

  it('say why, with the numbers of the bound', () => {
    const [cue] = boundCues(readBounds(['n ≤ 20']));
    expect(cue?.text).toBe('n ≤ 20: all subsets fit');
    expect(cue?.why).toBe('n! is about 2.4·10^18, too many; 2^n is about 10^6: a state can be a set of bits.');
    for (const { text, why } of boundCues(readBounds(['n ≤ 40', 'q ≤ 10^5', '0 ≤ a[i] ≤ 10^9', 'online', '1 GB'])))
      expect([text.length > 10, /[.?]$/.test(why)])
        .withContext(text)
        .toEqual([true, true]);
  });
});
