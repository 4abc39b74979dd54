import { readBounds } from './bounds/bounds';
import { brokenRules, measureCode, measureText } from './code-measures';

const python = `def best(p):
    # if this were read, it would be one too many
    low = p[0]
    gain = 0 if p else None
    for x in p:
        if x < low:
            low = x
        elif x - low > gain:
            gain = x - low
    return gain
`;
const cpp = `int best(vector<int>& p) {
  sort(p.begin(), p.end());
  for (int i = 0; i < n; i++) {
    for (int j = i; j < n; j++) {
      best = p[i] > p[j] ? p[i] : p[j]; // if
    }
  }
  for (int k = 0; k < n; k++) cout << "if for while";
}`;

describe('what is measured of code', () => {
  it('are conditionals, loops and lines, but not in comments and texts', () => {
    const { lines, counts } = measureCode(python);
    expect([lines, counts.conditionals, counts.loops, counts.functions, counts['library sorts']]).toEqual([
      10, 3, 1, 1, 0,
    ]);
  });

  it('are loops in loops and sorts of the library, whatever the language', () => {
    const { counts } = measureCode(cpp);
    expect([counts.conditionals, counts.loops, counts['nested loops'], counts['library sorts']]).toEqual([1, 3, 1, 1]);
    const rows = 'for r in rows:\n    for c in r:\n        x += c\nfor y in z:\n    pass\n';
    expect(measureCode(rows).counts['nested loops']).toBe(1);
    for (const sorted of [
      'sorted(a)',
      'a.sort()',
      'Arrays.sort(a);',
      'sort.Ints(a)',
      'v.sort_unstable()',
      'qsort(a, n, 4, f)',
    ])
      expect(measureCode(sorted).counts['library sorts']).withContext(sorted).toBe(1);
    expect(measureCode('def sort(a):\n    return a\nb = sort(a)').counts['library sorts']).toBe(0);
    expect(measureCode('const a = b?.c ?? d;').counts.conditionals).toBe(0);
    expect(measureCode('const a = b ? c : d;').counts.conditionals).toBe(1);
  });

  it('is nothing of empty code', () => {
    expect(measureCode('')).toEqual(jasmine.objectContaining({ lines: 0, characters: 0 }));
  });
});

describe('a rule of an interviewer', () => {
  const broken = (rule: string, code = python): string[] =>
    brokenRules(measureCode(code), readBounds([rule]).all).map((it) => `${it.rule}: ${it.why}`);

  it('is read from the bounds and held against code', () => {
    expect(broken('fewer than two conditionals')).toEqual(['fewer than two conditionals: 3 conditionals']);
    expect(broken('at most 3 ifs')).toEqual([]);
    expect(broken('no loops')).toEqual(['no loops: 1 loop']);
    expect(broken('no library sort', cpp)).toEqual(['no library sort: 1 library sort']);
    expect(broken('without using built-in sort functions', cpp).length).toBe(1);
    expect(broken('no nested loops', cpp)).toEqual(['no nested loops: 1 nested loop']);
    expect(broken('at most 5 lines of code')).toEqual(['at most 5 lines of code: 9 lines']);
    expect(broken('only one if statement', '')).toEqual([]);
    expect(measureText('loops', 2)).toBe('2 loops');
  });

  it('is told from a bound', () => {
    expect(readBounds(['at most 10 lines']).all.some(({ kind }) => kind === 'code')).toBeFalse();
    expect(readBounds(['1 ≤ n ≤ 9, fewer than two conditionals']).all.map(({ kind }) => kind)).toEqual([
      'size',
      'code',
    ]);
  });
});
