import { crashRun } from './crash/run';
import { expect, test } from './lernen';
import { slowness } from './server';

/** Hundreds of them: `npm run bench:crash`. */
const kills = 12;

test('a browser that is killed at any moment loses nothing that was confirmed, and nothing happens by half', async () => {
  test.setTimeout(100_000 * slowness);
  let seed = 7;
  const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const { claims, torn, broken } = await crashRun(kills, random);
  expect(broken).toEqual([]);
  // At least one for each kill, also where a slow machine does little between them.
  expect(claims).toBeGreaterThan(kills);
  expect(torn).toBeGreaterThan(0);
});
