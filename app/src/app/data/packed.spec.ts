import { pack, partsOf, unpack } from './packed';

describe('a packed list', () => {
  const listOf = (length: number): ({ readonly id: string; readonly words: string } | null)[] =>
    Array.from({ length }, (_, index) => (index % 7 === 0 ? null : { id: `${index}`, words: 'a "b" \\ \u2028 日本' }));

  it('is what it was, short or long, and knows its length', () => {
    for (const length of [0, 1, 99, 499, 500, 501, 1234]) {
      const kept = pack(listOf(length));
      expect(kept.length).toBe(length);
      expect(Array.isArray(kept)).toBe(length < 500);
      expect(unpack(kept)).toEqual(listOf(length));
      expect(unpack(structuredClone(kept))).toEqual(listOf(length));
    }
    expect(unpack(undefined)).toEqual([]);
  });

  it('gives its parts one after the other, and makes none that nobody asks for', () => {
    const long = pack(listOf(650));
    expect([...partsOf(long)].map(({ length }) => length)).toEqual([100, 100, 100, 100, 100, 100, 50]);
    expect([...partsOf(listOf(130))].map(({ length }) => length)).toEqual([100, 30]);
    const parse = spyOn(JSON, 'parse').and.callThrough();
    partsOf(long).next();
    expect(parse).toHaveBeenCalledTimes(1);
  });
});
