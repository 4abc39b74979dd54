/** The tangent of a concave curve above a chance σ(a + q·ln x) of practice x ≥ 1, at one point of it. */
export interface Tangent {
  readonly value: number;
  readonly slope: number;
}

/**
 * With q of at most 1 the chance is concave itself. With a larger one it begins convex, and the curve above it is a
 * straight line from x = 1 to where that line touches.
 */
export function tangentAbove(chanceAt: (x: number) => number, q: number, x: number): Tangent {
  const slopeAt = (at: number): number => (chanceAt(at) * (1 - chanceAt(at)) * q) / at;
  if (q <= 1) return { value: chanceAt(x), slope: slopeAt(x) };
  let [low, high] = [1, 1e9];
  const isBeforeTouch = (at: number): boolean => slopeAt(at) * (at - 1) > chanceAt(at) - chanceAt(1);
  for (let step = 0; step < 80; step++) {
    const middle = Math.sqrt(low * high);
    if (isBeforeTouch(middle)) low = middle;
    else high = middle;
  }
  if (x >= high) return { value: chanceAt(x), slope: slopeAt(x) };
  // Where the line touches it is as steep as the curve, also where that is concave from the beginning and they touch at 1.
  const slope = slopeAt(high);
  return { value: chanceAt(1) + slope * (x - 1), slope };
}
