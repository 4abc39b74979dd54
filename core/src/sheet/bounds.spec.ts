import fc from 'fast-check';
import { type Bound, conditions, readBoundLine, readBounds, readNumber } from './bounds';

const short = (bound: Bound): string => {
  switch (bound.kind) {
    case 'size':
      return `${bound.variable} ${bound.min ?? ''}..${bound.max}`;
    case 'value':
      return `values ${bound.of} ${bound.min ?? ''}..${bound.max}`;
    case 'limit':
      return `limit ${bound.text}`;
    case 'time':
      return `${bound.seconds} s`;
    case 'memory':
      return `${bound.bytes} B`;
    case 'condition':
      return `condition ${bound.condition ?? bound.text}`;
    case 'remark':
      return `remark ${bound.text}`;
  }
};
const read = (line: string): string => readBoundLine(line).map(short).join('; ');

describe('a line of bounds', () => {
  it('gives sizes in all usual spellings', () => {
    expect(read('n ≤ 200 000')).toBe('n ..200000');
    expect(read('n <= 3·10^5')).toBe('n ..300000');
    expect(read('n ≤ 3*10⁵')).toBe('n ..300000');
    expect(read('1 <= n <= 2e5')).toBe('n 1..200000');
    expect(read('n < 100')).toBe('n ..99');
    expect(read('1000 ≥ n')).toBe('n ..1000');
    expect(read('n, m ≤ 1000')).toBe('n ..1000; m ..1000');
    expect(read('1 ≤ n, m ≤ 50')).toBe('n 1..50; m 1..50');
    expect(read('up to 100 000 queries')).toBe('q ..100000');
    expect(read('at most 20 items')).toBe('n ..20');
    expect(read('up to 10^5 such spans')).toBe('n ..100000');
    expect(read('n is between 2 and 1.5M')).toBe('n 2..1500000');
    expect(read('|V| ≤ 5000')).toBe('V ..5000');
    expect(read('n = 8')).toBe('n ..8');
  });

  it('gives ranges of values, with powers and signs', () => {
    expect(read('0 ≤ a[i] ≤ 10^9')).toBe('values a[i] 0..1000000000');
    expect(read('-10^9 <= a_i <= 10^9')).toBe('values a_i -1000000000..1000000000');
    expect(read('−5 ≤ x ≤ 5')).toBe('values x -5..5');
    expect(read('0 ≤ a < b ≤ 10^9')).toBe('values a 0..1000000000; values b 0..1000000000; limit a < b');
    expect(read('0 ≤ t ≤ 10^9')).toBe('values t 0..1000000000');
    expect(read('1 ≤ l ≤ r < 10^9')).toBe('values l 1..999999999; values r 1..999999999; limit l ≤ r');
    expect(read('values ≤ 300')).toBe('values values ..300');
    expect(read('a[i] < 2^31')).toBe('values a[i] ..2147483647');
  });

  it('gives limits of time and memory', () => {
    expect(['1 s', '500 ms', 'time limit: 2.5 seconds', '2 min', '1,5 s'].map(read)).toEqual([
      '1 s',
      '0.5 s',
      '2.5 s',
      '120 s',
      '1.5 s',
    ]);
    expect(['256 MB', 'memory limit 64 MiB', '1 GB', '512 megabytes'].map(read)).toEqual([
      '256000000 B',
      '67108864 B',
      '1000000000 B',
      '512000000 B',
    ]);
  });

  it('gives one variable against another', () => {
    expect(read('m ≤ n')).toBe('limit m ≤ n');
    expect(read('1 ≤ k ≤ n ≤ 10^5')).toBe('k 1..100000; n 1..100000; limit k ≤ n');
    expect(read('1 ≤ l ≤ r ≤ n')).toBe('limit l ≤ r; limit r ≤ n');
    expect(read('E <= V^2')).toBe('limit E <= V^2');
  });

  it('gives conditions, those that the machine knows by name', () => {
    expect(['no extra space', 'in place', 'O(1) extra space'].map(read)).toEqual(
      Array(3).fill('condition no-extra-space'),
    );
    expect(['do not change the input', 'read-only', 'without modifying the array'].map(read)).toEqual(
      Array(3).fill('condition keep-input'),
    );
    expect(['one pass', 'in a single pass', 'as a stream'].map(read)).toEqual(Array(3).fill('condition one-pass'));
    expect(['constant time per operation', 'each get in O(1)'].map(read)).toEqual(
      Array(2).fill('condition constant-operation'),
    );
    expect(read('no recursion')).toBe('condition no-recursion');
    expect(read('must be polite')).toBe('condition must be polite');
    for (const [id, words] of Object.entries(conditions)) expect(read(words)).toBe(`condition ${id}`);
  });

  it('is a remark where it limits nothing, and is never lost', () => {
    expect(read('k species')).toBe('remark k species');
    expect(read('   ')).toBe('');
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (line) => readBoundLine(line).length > 0 || line.trim() === ''),
    );
  });

  it('tells operations from mere queries', () => {
    const operations = ['1 ≤ q ≤ 2·10^5 operations', 'up to 500 operations', 'q ≤ 10^5 queries', 'q ≤ 10^5'];
    expect(operations.map((line) => 'isOperations' in (readBoundLine(line)[0] ?? {}))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('gives letters for values a size to compute with, and no more', () => {
    const { sizes, largest } = readBounds(['1 ≤ n ≤ 100', '0 ≤ t ≤ 10^9', '0 ≤ a[i] ≤ 7']);
    expect([sizes, largest]).toEqual([{ n: 100 }, { n: 100, t: 1e9 }]);
  });

  it('is put together with the others', () => {
    const bounds = readBounds(['n ≤ 10', 'n ≤ 1000', 'm ≤ n', '2 s', '64 MB', 'one pass', 'must shine']);
    expect(bounds.sizes).toEqual({ n: 1000 });
    expect([bounds.seconds, bounds.bytes, bounds.conditions, bounds.limits.length]).toEqual([2, 64e6, ['one-pass'], 1]);
    expect(readBounds([])).toEqual(jasmine.objectContaining({ sizes: {}, seconds: null, bytes: null }));
  });
});

describe('a number', () => {
  it('is read in the usual spellings', () => {
    const spelled = [
      '200 000',
      '200,000',
      "200'000",
      '200_000',
      '2e5',
      '2·10^5',
      '2*10⁵',
      '200k',
      '0.2M',
      '200000 lines',
    ];
    expect(spelled.map(readNumber)).toEqual(spelled.map(() => 200_000));
    expect(readNumber('2^31 - 1')).toBe(2_147_483_647);
    expect(readNumber('10^9 + 7')).toBe(1_000_000_007);
    expect(readNumber('-10^9')).toBe(-1e9);
  });

  it('is nothing where it is none', () => {
    for (const text of ['', 'n', 'many', '2n', '10^', 'soon 5']) expect(readNumber(text)).withContext(text).toBeNull();
  });
});
