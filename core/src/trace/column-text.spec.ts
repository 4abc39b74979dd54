import { columnsOf } from './column-text';

const read = (text: string): string[] => columnsOf(text).map(({ name, kind, rule }) => `${name}|${kind}|${rule}`);

describe('columns that are typed', () => {
  it('have a name and a kind, several at once', () => {
    expect(read('waiting stack')).toEqual(['waiting|stack|']);
    expect(read('best so far')).toEqual(['best so far|value|']);
    expect(read('low, waiting max heap, Seen SET')).toEqual(['low|value|', 'waiting|max-heap|', 'Seen|set|']);
    expect(read('stack')).toEqual(['stack|stack|']);
    expect(read('  ')).toEqual([]);
  });

  it('have a formula behind an equals sign', () => {
    expect(read('low = min(old low, p[i])')).toEqual(['low|value|min(old low, p[i])']);
    expect(read('best value = max(a, b)')).toEqual(['best|value|max(a, b)']);
    expect(read('same = a == b')).toEqual(['same|value|a == b']);
  });

  it('have a rule behind its word', () => {
    expect(read('ok rule sum == total(window)')).toEqual(['ok|rule|sum == total(window)']);
    expect(read('spans intervals, ok rule max(a, b) > 0, low = min(a, b)')).toEqual([
      'spans|intervals|',
      'ok|rule|max(a, b) > 0',
      'low|value|min(a, b)',
    ]);
    expect(read('rule: waiting falls')).toEqual(['|rule|waiting falls']);
  });
});
