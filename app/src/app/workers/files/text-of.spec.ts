import { textOf } from './text-of';

describe('the text of a file', () => {
  const text = 'Titel;Notiz\nMöwen;gezählt — ja';

  /** UTF-16, with the lower byte first or last. */
  function wide(isLittle: boolean, mark: readonly number[]): Uint8Array {
    const codes = Array.from(text).flatMap((letter) => {
      const [high, low] = [letter.charCodeAt(0) >> 8, letter.charCodeAt(0) & 0xff];
      return isLittle ? [low, high] : [high, low];
    });
    return new Uint8Array([...mark, ...codes]);
  }

  it('is read in whatever encoding a spreadsheet wrote it', () => {
    expect(textOf(new TextEncoder().encode(text))).toBe(text);
    expect(textOf(wide(true, [0xff, 0xfe]))).toBe(text);
    expect(textOf(wide(false, [0xfe, 0xff]))).toBe(text);
    expect(textOf(wide(true, []))).toBe(text);
    expect(textOf(new Uint8Array([0x4d, 0xf6, 0x77, 0x65, 0x6e]))).toBe('Möwen');
  });
});
