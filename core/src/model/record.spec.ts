import fc from 'fast-check';
import { v7 } from 'uuid';
import { IdSchema, revisionAfter } from './record';

describe('a revision', () => {
  const revisions = fc
    .tuple(fc.integer({ min: 0, max: 7_200_000_000_000 }), fc.uint8Array({ minLength: 16, maxLength: 16 }))
    .map(([msecs, random]) => v7({ msecs, random }));

  it('is always greater than the one seen, and as good as the fresh one where that is', () => {
    fc.assert(
      fc.property(revisions, revisions, (seen, fresh) => {
        const revision = revisionAfter(seen, fresh);
        expect(revision > seen).toBeTrue();
        expect(IdSchema.safeParse(revision).success).toBeTrue();
        if (fresh > seen) expect(revision).toBe(fresh);
      }),
    );
  });

  it('goes on by a millisecond a time while the clock stands', () => {
    const seen = '019e0000-ffff-7abc-8def-0123456789ab';
    const fresh = '019d0000-0000-7111-8222-333333333333';
    expect(revisionAfter(seen, fresh)).toBe('019e0001-0000-7111-8222-333333333333');
  });
});
