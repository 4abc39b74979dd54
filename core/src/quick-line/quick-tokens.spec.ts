import fc from 'fast-check';
import { closest } from './closest';
import { quote, tokenizeQuickLine, unquote } from './quick-tokens';

const texts = (line: string): string[] => tokenizeQuickLine(line).map((token) => token.text);

describe('tokens of a quick line', () => {
  it('are parted by blanks, but not inside quotes and costs', () => {
    expect(texts('  Tide Gauge\tGaps ')).toEqual(['Tide', 'Gauge', 'Gaps']);
    expect(texts('from:"Keeper\'s Cup" #"two words" "x y"z')).toEqual([
      'from:"Keeper\'s Cup"',
      '#"two words"',
      '"x y"',
      'z',
    ]);
    expect(texts('O(n log (n + m)) O(1)')).toEqual(['O(n log (n + m))', 'O(1)']);
  });

  it('take a quote inside a word for a plain sign', () => {
    expect(texts('5" pipe 6" long')).toEqual(['5"', 'pipe', '6"', 'long']);
  });

  it('reach to the end of the line where a quote or a parenthesis stays open', () => {
    expect(texts('a "b c  ')).toEqual(['a', '"b c']);
    expect(texts('a O(n b')).toEqual(['a', 'O(n b']);
    expect(unquote('"b c')).toEqual({ text: 'b c', isQuoted: true, isOpen: true });
  });

  it('give back any text that was quoted', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        expect(unquote(quote(text))).toEqual({ text, isQuoted: true, isOpen: false });
        if (text.trim() !== '') expect(texts(`a ${quote(text)} b`)).toEqual(['a', quote(text), 'b']);
      }),
    );
  });
});

describe('the closest word', () => {
  it('is one or two slips of the finger away, a swap counting as one', () => {
    const words = ['heap', 'greedy', 'edge-case'];
    expect([closest('haep', words), closest('gredy', words), closest('edgecas', words)]).toEqual([
      'heap',
      'greedy',
      'edge-case',
    ]);
  });

  it('is none when two are as near, or none is near', () => {
    expect([closest('cat', ['car', 'cap']), closest('lantern', ['heap'])]).toEqual([null, null]);
  });
});
