import { constantIn } from './evaluate-cost';
import { normalCost } from './normal-cost';

describe('the constant of a cost', () => {
  it('is what its growth leaves out', () => {
    const constants = [
      'O(n)',
      '26n',
      '19*2*20*20',
      '10^6',
      '7n + 10^6',
      '(3n)^2',
      'n/4',
      '2^n',
      '10·log(100n)',
      'n - 40',
    ];
    expect(constants.map(constantIn)).toEqual([1, 26, 15_200, 1e6, 1e6, 9, 0.25, 1, 10, 1]);
  });

  it('is of nothing that cannot be read', () => {
    expect(() => constantIn('n/0')).toThrowError(/position 3: expected a divisor that is not zero/);
  });
});

describe('a cost in words', () => {
  const refused = (text: string): number => {
    try {
      normalCost(text);
      return -1;
    } catch (error) {
      return (error as { at: number }).at;
    }
  };

  it('is refused where a sentence begins, at its first word', () => {
    expect(refused('for each node we look at all edges')).toBe(0);
    expect(refused('n log n because of sorting')).toBe(8);
    expect(refused('n in the worst case')).toBe(2);
    expect(refused('n/(2 - 2)')).toBe(2);
  });

  it('may say of what it is linear, and what does not count', () => {
    expect(normalCost('linear in the number of edges').text).toBe('O(edges)');
    expect(normalCost('quadratic in n').text).toBe('O(n^2)');
    for (const text of [
      'O(1) + output',
      'O(1) (without the output)',
      'O(1), not counting the answer list',
      '1 plus the result',
    ])
      expect(normalCost(text).text).withContext(text).toBe('O(1)');
    expect(normalCost('output').text).toBe('O(output)');
  });

  it('knows the letter x as a cross between two factors, and letters side by side', () => {
    for (const text of ['n x m', 'n X m', 'nm', 'n × m'])
      expect(normalCost(text).text).withContext(text).toBe('O(m·n)');
    expect(normalCost('n*x').text).toBe('O(n·x)');
    expect(normalCost('n + x').text).toBe('O(n + x)');
    expect(normalCost('nW').text).toBe(normalCost('W·n').text);
  });
});
