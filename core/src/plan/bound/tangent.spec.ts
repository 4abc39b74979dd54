import fc from 'fast-check';
import { tangentAbove } from './tangent';

const curve =
  (shift: number, power: number) =>
  (x: number): number =>
    1 / (1 + Math.exp(-(shift + power * Math.log(x))));

describe('a tangent above readiness', () => {
  it('lies above the curve everywhere, even where that begins convex', () => {
    const any = fc.record({
      shift: fc.double({ min: -5, max: 3, noNaN: true }),
      power: fc.double({ min: 0.1, max: 3, noNaN: true }),
      at: fc.double({ min: 1, max: 60, noNaN: true }),
    });
    fc.assert(
      fc.property(any, ({ shift, power, at }) => {
        const chanceAt = curve(shift, power);
        const { value, slope } = tangentAbove(chanceAt, power, at);
        expect(slope).toBeGreaterThanOrEqual(0);
        for (const x of [1, 1.2, 1.7, 2.5, 4, 7, 12, 25, 60, 200])
          expect(value + slope * (x - at)).toBeGreaterThanOrEqual(chanceAt(x) - 1e-7);
      }),
    );
  });

  it('lies above it before any practice, where the curve is steep but concave from the beginning', () => {
    const chanceAt = curve(0, 1.8);
    const { value, slope } = tangentAbove(chanceAt, 1.8, 1);
    expect(value).toBeCloseTo(0.5, 6);
    expect(slope).toBeCloseTo(0.45, 6);
  });

  it('touches the curve where that is concave', () => {
    const chanceAt = curve(-1, 0.8);
    const { value, slope } = tangentAbove(chanceAt, 0.8, 4);
    expect(value).toBe(chanceAt(4));
    expect(slope).toBeCloseTo((chanceAt(4.001) - chanceAt(3.999)) / 0.002, 6);
  });
});
