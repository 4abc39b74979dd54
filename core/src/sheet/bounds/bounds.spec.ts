import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { type Bound, type End, conditions, isRange, isSymbol } from './bound';
import { boundReport, boundText } from './bound-text';
import { readBounds } from './bounds';
import { boundsIn } from './read-bounds';

const end = (it: End | null): string => (it === null ? '' : isSymbol(it) ? it.symbol : it.exact);
const range = (low: End | null, high: End | null): string => `${end(low)}..${end(high)}`;

/** A reading as the corpus writes it. */
const short = (bound: Bound): string => {
  if (isRange(bound))
    return `${bound.kind}${bound.isChanging ? '!' : ''} ${bound.name}${bound.variable === bound.name ? '' : `/${bound.variable}`} ${range(bound.low, bound.high)}`;
  switch (bound.kind) {
    case 'relation':
      return `relation ${bound.name} ${range(bound.low, bound.high)}`;
    case 'same':
      return `same ${bound.name} ${bound.as}`;
    case 'correction':
      return `correction ${bound.name} ${bound.corrected}`;
    case 'time':
      return `time ${bound.seconds}`;
    case 'memory':
      return `memory ${bound.bytes}`;
    case 'cost':
      return `cost ${bound.resource} ${bound.cost}${bound.isEach ? ' each' : ''}`;
    case 'alphabet':
      return `alphabet ${bound.size} ${bound.name}`.trim();
    case 'property':
      return `${bound.property} ${bound.name}`.trim();
    case 'condition':
      return `condition ${bound.condition ?? `«${bound.text}»`}`;
    case 'code':
      return `code ${bound.measure} ${bound.most}`;
    case 'unread':
      return `unread «${bound.text}»`;
  }
};
const read = (text: string): string => boundsIn(text).map(short).join('; ');
const corpus = readFileSync(new URL('corpus.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line) => line.split(' => ').map((part) => part.replace(/⏎/g, '\n')) as [text: string, readings: string]);

describe('bounds', () => {
  it('are read as people read them, in all the styles of the corpus, or said to be unread', () => {
    expect(corpus.length).toBeGreaterThan(400);
    for (const [text, readings] of corpus) expect(read(text)).withContext(text).toBe(readings);
  });

  it('stand where they say, and in their order', () => {
    for (const [text] of corpus) {
      let before = 0;
      for (const bound of boundsIn(text)) {
        expect(text.slice(bound.from, bound.to)).withContext(text).toBe(bound.text);
        expect(bound.from).withContext(text).toBeGreaterThanOrEqual(before);
        before = bound.from;
      }
    }
  });

  it('are the same whatever stands before and behind them in lines of their own', () => {
    for (const [text, readings] of corpus.filter(([it]) => !/\n|\bt\b|\b[a-zA-Z]: /.test(it)).slice(0, 120))
      expect(read(`Lamps shine\n${text}\nBoats sail`))
        .withContext(text)
        .toBe(`unread «Lamps shine»; ${readings}; unread «Boats sail»`);
  });

  it('lose nothing of any text: what is no dress and no description is read or marked', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        for (const { from, to, text: part } of boundsIn(text)) expect(text.slice(from, to)).toBe(part);
      }),
    );
    for (const part of ['7 %', '3 ≠ 4', 'n ≤ ?', 'n ~ 7']) expect(read(`1 ≤ n ≤ 5, ${part}`)).toContain('unread «');
    for (const id of Object.keys(conditions) as (keyof typeof conditions)[])
      expect(read(conditions[id])).toBe(`condition ${id}`);
  });

  it('are put together: sizes, what a cost can be computed at, limits, conditions', () => {
    const bounds = readBounds(['n ≤ 10', 'n ≤ 1000', 'm ≤ n', '2 s', '64 MB', 'one pass', 'must shine', 'O(n) time']);
    expect(bounds.sizes).toEqual({ n: 1000 });
    expect([bounds.seconds, bounds.bytes, bounds.conditions, bounds.limits.length]).toEqual([2, 64e6, ['one-pass'], 1]);
    expect(bounds.required).toEqual([{ resource: 'time', cost: 'n' }]);
    const { sizes, largest } = readBounds(['1 ≤ n ≤ 100', '0 ≤ t ≤ 10^9', '0 ≤ a[i] ≤ 7']);
    expect([sizes, largest]).toEqual([{ n: 100 }, jasmine.objectContaining({ n: 100, t: 1e9 })]);
    expect(readBounds([])).toEqual(jasmine.objectContaining({ sizes: {}, seconds: null, bytes: null }));
  });

  it('know a size under its other letter case, as the only length, and as the person says it', () => {
    expect(readBounds(['1 ≤ N ≤ 500']).largest).toEqual({ N: 500, n: 500 });
    expect(readBounds(['1 ≤ |s| ≤ 70']).sameAs).toEqual(jasmine.objectContaining({ n: 's' }));
    expect(readBounds(['1 ≤ |s| ≤ 70', '1 ≤ |t| ≤ 90']).largest['n']).toBeUndefined();
    expect(readBounds(['1 ≤ |s| ≤ 70', '1 ≤ |t| ≤ 90', 'n = |t|']).largest['n']).toBe(90);
    expect(readBounds(['n ≤ 9', '1 ≤ |s| ≤ 70']).largest['n']).toBe(9);
  });

  it('are said in words with every figure exact, and reported with every digit', () => {
    expect(boundsIn('1 ≤ n ≤ 150000').map(boundText)).toEqual(['size n: 1 to 150\u202f000']);
    expect(boundsIn('q ≤ 10^5 queries; m ≤ n; x = 5').map(boundText)).toEqual([
      'queries q: up to 100\u202f000',
      'size m: up to n',
      'value x: exactly 5',
    ]);
    expect(boundsIn('1 ≤ n ≤ 2^63 - 1').map(boundReport)).toEqual([
      { text: '1 ≤ n ≤ 2^63 - 1', kind: 'size', name: 'n', low: 1n, high: 9223372036854775807n, from: 0, to: 16 },
    ]);
    expect(boundsIn('30 % of it').map(boundReport)).toEqual([
      { text: '30 % of it', kind: 'unread', name: null, low: null, high: null, from: 0, to: 10 },
    ]);
  });
});
