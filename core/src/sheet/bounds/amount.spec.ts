import fc from 'fast-check';
import { amountText, negated, readAmount, shifted } from './amount';
import { tokensOf } from './tokens';

const exact = (text: string): string | null => {
  const tokens = tokensOf(text);
  const read = readAmount(tokens, 0);
  return read && read.next === tokens.length ? read.value.exact : null;
};

describe('an amount', () => {
  it('is read in the usual spellings, with every digit', () => {
    for (const text of [
      '200 000',
      '200,000',
      "200'000",
      '200_000',
      '2e5',
      '2·10^5',
      '2*10⁵',
      '200k',
      '0.2M',
      '2 x 10^5',
      '200 thousand',
    ])
      expect(exact(text)).withContext(text).toBe('200000');
    expect(exact('2^31 - 1')).toBe('2147483647');
    expect(exact('10^9 + 7')).toBe('1000000007');
    expect(exact('2^63 - 1')).toBe('9223372036854775807');
    expect(exact('-10^{18}')).toBe('-1000000000000000000');
    expect(exact('1/2')).toBe('0.5');
    expect(exact('1.5·10^3')).toBe('1500');
  });

  it('is nothing where it is none, or too long to be meant', () => {
    for (const text of ['', 'n', 'many', '2n', '10^', '10^99999', '1/0', '5 5'])
      expect(exact(text)).withContext(text).toBeNull();
  });

  it('is the number that was written, whatever its size', () => {
    fc.assert(
      fc.property(
        fc.bigInt({ min: -(10n ** 60n), max: 10n ** 60n }),
        (number) => exact(number.toString()) === number.toString(),
      ),
    );
  });

  it('can be moved by one, turned round and grouped', () => {
    const amount = readAmount(tokensOf('1000000'), 0)?.value;
    expect(amount && [shifted(amount, -1).exact, negated(amount).exact, amountText(amount)]).toEqual([
      '999999',
      '-1000000',
      '1\u202f000\u202f000',
    ]);
    const half = readAmount(tokensOf('0.5'), 0)?.value;
    expect(half && shifted(half, 1).exact).toBe('0.5');
  });
});
