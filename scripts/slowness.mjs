// How many times slower this machine is now than an idle one of the usual kind: what waits in tests waits so much longer.
import { createHash } from 'node:crypto';

/** Milliseconds that the work below takes there. */
const usual = 300;

export function measureSlowness() {
  const block = Buffer.alloc(1 << 20, 7);
  const times = Array.from({ length: 3 }, () => {
    const start = performance.now();
    const hash = createHash('sha256');
    for (let count = 0; count < 100; count++) hash.update(block);
    hash.digest();
    let sum = 0;
    for (let count = 0; count < 3e7; count++) sum = (sum * 31 + count) | 0;
    return performance.now() - start + (sum === 0.5 ? 1 : 0);
  }).sort((a, b) => a - b);
  return Math.min(Math.max(times[1] / usual, 1), 10);
}
