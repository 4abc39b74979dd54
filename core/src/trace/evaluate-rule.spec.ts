import fc from 'fast-check';
import { RuleError } from '../errors';
import type { CellValue } from './column-types';
import { type RuleOutcome, evaluateRule } from './evaluate-rule';
import { claims, functionNames, readRule } from './rule';
import { readCell } from './read-cell';

const value = (text: string): CellValue => ({ kind: 'value', text });
const cellOf = (kind: Parameters<typeof readCell>[0], text: string): CellValue => {
  const { cell } = readCell(kind, text, null);
  if (!cell) throw new Error(`nothing in “${text}”`);
  return cell;
};
/** What a rule comes to on one row, as a word or as what is wrong. */
function said(rule: string, row: Record<string, CellValue>, above: Record<string, CellValue> | null = null): string {
  const cells = new Map(Object.entries(row));
  const outcome: RuleOutcome = evaluateRule(readRule(rule), cells, above && new Map(Object.entries(above)), [
    ...cells.keys(),
    'later',
  ]);
  return outcome.outcome === 'faulty' ? outcome.message : outcome.outcome;
}

describe('what a rule comes to', () => {
  it('may have parts inside of each other, but not without end', () => {
    expect(said(`${'('.repeat(30)}a == 2${')'.repeat(30)}`, { a: value('2') })).toBe('holds');
    for (const text of ['('.repeat(1000), 'not '.repeat(400), '-'.repeat(1000), 'a['.repeat(600), 'total('.repeat(300)])
      expect(() => readRule(text)).toThrowError(RuleError);
  });

  /** An expression as text, with what it is worth by the host's own arithmetic. */
  interface Known {
    readonly text: string;
    readonly worth: number;
  }
  const numbers = fc.integer({ min: 0, max: 40 }).map((it): Known => ({ text: String(it), worth: it }));
  const { sum } = fc.letrec<{ sum: Known; product: Known; atom: Known }>((tie) => ({
    atom: fc.oneof(
      { withCrossShrink: true },
      numbers,
      fc.constant({ text: 'a', worth: 7 }),
      tie('sum').map(({ text, worth }) => ({ text: `(${text})`, worth })),
      tie('atom').map(({ text, worth }) => ({ text: `-${text}`, worth: -worth })),
    ),
    product: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      tie('atom'),
      fc
        .tuple(tie('product'), tie('atom'))
        .map(([a, b]) => ({ text: `${a.text} * ${b.text}`, worth: a.worth * b.worth })),
    ),
    sum: fc.oneof(
      { depthSize: 'small', withCrossShrink: true },
      tie('product'),
      fc
        .tuple(tie('sum'), tie('product'))
        .map(([a, b]) => ({ text: `${a.text} + ${b.text}`, worth: a.worth + b.worth })),
      fc
        .tuple(tie('sum'), tie('product'))
        .map(([a, b]) => ({ text: `${a.text} - ${b.text}`, worth: a.worth - b.worth })),
    ),
  }));

  it('reckons as arithmetic does, products before sums, from left to right', () => {
    fc.assert(
      fc.property(sum, sum, (left, right) => {
        const row = { a: value('7') };
        expect(said(`${left.text} = ${left.worth < 0 ? `-${-left.worth}` : left.worth}`, row)).toBe('holds');
        expect(said(`${left.text} < ${right.text}`, row)).toBe(left.worth < right.worth ? 'holds' : 'breaks');
        expect(said(`${left.text} >= ${right.text}`, row)).toBe(left.worth >= right.worth ? 'holds' : 'breaks');
      }),
      { numRuns: 200 },
    );
  });

  it('joins as logic does, “and” before “or”, and does not look further than it must', () => {
    const truth = { true: '1 = 1', false: '1 = 2' };
    for (const a of [true, false])
      for (const b of [true, false])
        for (const c of [true, false]) {
          const [x, y, z] = [a, b, c].map((it) => truth[`${it}`]);
          expect(said(`${x} or ${y} and ${z}`, {})).toBe(a || (b && c) ? 'holds' : 'breaks');
          expect(said(`not ${x} and ${y}`, {})).toBe(!a && b ? 'holds' : 'breaks');
        }
    expect(said('1 = 1 or nobody > 3', {})).toBe('holds');
    expect(said('1 = 2 and nobody > 3', {})).toBe('breaks');
    expect(said('1 = 1 and nobody > 3', {})).toBe('nothing here is called nobody');
    expect(said('1 and 2', {})).toBe('“and”, “or” and “not” join what is true or not');
  });

  it('divides, but not by zero', () => {
    expect(said('7 / 2 = 3.5 and 7 % 4 = 3', {})).toBe('holds');
    expect(said('7 / 0 > 1', {})).toBe('cannot divide by zero');
    expect(said('7 % 0 > 1', {})).toBe('cannot divide by zero');
  });

  it('looks into maps by their keys, where what is missing counts as zero', () => {
    const row = { seen: cellOf('map', 'a:2 b:5') };
    expect(said('seen["a"] = 2 and seen["z"] = 0', row)).toBe('holds');
    expect(said('"b" in keys(seen) and not "c" in keys(seen)', row)).toBe('holds');
    expect(said('total(values(seen)) = 7 and size(seen) = 2', row)).toBe('holds');
    expect(said('size(keys(a)) = 1', { a: value('7') })).toBe('a is no map');
  });

  it('knows pointers, windows and texts', () => {
    const row = { list: cellOf('list', '4 8 15 | i:1 1..2'), word: value('mooring') };
    expect(said('i = 1 and list[i] = 8', row)).toBe('holds');
    expect(said('window(list) = window and size(window) = 2', row)).toBe('holds');
    expect(said('"moo" in word and size(word) = 7 and word > "anchor"', row)).toBe('holds');
    expect(said('window(word) = 1', row)).toBe('word is no list');
    expect(said('size(window) = 1', { list: cellOf('list', '4 8') })).toBe('open');
  });

  it('says what cannot be had of nothing', () => {
    const row = { waiting: cellOf('stack', '') };
    const texts = ['largest', 'smallest', 'first', 'last', 'top'].map((name) => said(`${name}(waiting) = 1`, row));
    for (const text of texts) expect(text).toMatch(/of nothing$/);
    expect(said('waiting is empty and waiting is distinct and waiting falls', row)).toBe('holds');
    expect(said('total(waiting) = 0 and distinct(waiting) = 0', row)).toBe('holds');
  });

  it('is open where a column is not written yet, or the row above is asked for in the first', () => {
    expect(said('later > 1', { a: value('1') })).toBe('open');
    expect(said('LATER > 1', { a: value('1') })).toBe('open');
    expect(said('a > old a', { a: value('2') })).toBe('open');
    expect(said('a > old a', { a: value('2') }, { a: value('1') })).toBe('holds');
    expect(said('A = 2', { a: value('2') })).toBe('holds');
  });

  it('never throws and never says anything but what it may, whatever rule can be read', () => {
    const words = fc.constantFrom(
      ...functionNames.map((name) => `${name}(`),
      ...claims.map((claim) => ` ${claim}`),
      ...[')', '(', 'a', 'list', 'old a', '[', ']', "'x'", '3', '0', ' and ', ' or ', 'not ', ' in '],
      ...[' + ', ' - ', ' * ', ' / ', ' % ', ' = ', ' != ', ' < ', ' >= '],
    );
    const row = new Map<string, CellValue>([
      ['a', value('7')],
      ['list', cellOf('list', '4 8 15 | i:1')],
    ]);
    let read = 0;
    fc.assert(
      fc.property(fc.array(words, { maxLength: 9 }), (some) => {
        let rule;
        try {
          rule = readRule(some.join(''));
        } catch (error) {
          expect(error).toBeInstanceOf(RuleError);
          return;
        }
        read++;
        const outcome = evaluateRule(rule, row, null, [...row.keys()]);
        expect(['holds', 'breaks', 'open', 'faulty']).toContain(outcome.outcome);
      }),
      { numRuns: 3000 },
    );
    expect(read).toBeGreaterThan(30);
  });
});

describe('a rule or a formula', () => {
  const list = cellOf('list', '3 1 2');

  it('knows the usual functions, whole division, bits and choices', () => {
    const row = { a: value('7'), p: list };
    for (const rule of [
      'min(a, 3) == 3',
      'max(p) == 3 and sum(p) == 6',
      'abs(-a) == 7',
      'a // 2 == 3 and floor(a / 2) == 3 and ceil(a / 2) == 4',
      'a & 3 == 3',
      'a xor 1 == 6 and 1 << 4 == 16 and a >> 1 == 3',
      'all(x > 0 for x in p)',
      'any(x == 2 for x in p) and not any(x == 9 for x in p)',
      'count(x > 1 for x in p) == 2',
      'sum(x * x for x in p if x != 3) == 5',
      '(if a > 5 then 1 else 2) == 1',
      '(1 if a > 9 else 2) == 2',
      'p + 1 == p + p - p + 1',
      '0.1 + 0.2 <= 0.3 and not 0.1 + 0.2 > 0.3',
    ])
      expect(said(rule, row)).withContext(rule).toBe('holds');
  });

  it('says what is wrong where it cannot be worked out', () => {
    expect(said('a // 0 == 1', { a: value('7') })).toBe('cannot divide by zero');
    expect(said('a & 1 == 1', { a: value('0.5') })).toBe('bits are of whole numbers');
    expect(said('1 << 70 == 1', {})).toBe('a shift is by 0 to 64 bits');
    expect(said('p + q == p', { p: list, q: cellOf('list', '1 2') })).toBe(
      'a list of 3 and one of 2 do not go together',
    );
    for (const text of ['sum(x for in p)', 'if a then 1', 'min(1,', 'x for x in p'])
      expect(() => readRule(text))
        .withContext(text)
        .toThrowError(RuleError);
  });
});
