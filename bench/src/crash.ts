// Kills the browser at random moments: `npm run bench:crash [moments] [seed]`. Prints what was lost, and fails if anything was.
import { SeededRandom } from '@lernen/core/random';
import { crashRun } from '../../e2e/crash/run';

const [moments = 300, seed = 1] = process.argv.slice(2).map(Number);
const random = new SeededRandom(seed);
const start = performance.now();
const { claims, torn, byAct, broken } = await crashRun(
  moments,
  () => random.next(),
  (done) => {
    if (done > 0 && done % 50 === 0) process.stdout.write(`${done} kills\n`);
  },
);
const while_ = Object.entries(byAct)
  .map(([name, count]) => `${name} ${count}`)
  .join(', ');
process.stdout.write(
  `${moments} kills in ${((performance.now() - start) / 60_000).toFixed(1)} min (while ${while_}; ${torn} in the middle of a record); ${claims} claims checked, ${broken.length} broken\n`,
);
for (const line of broken.slice(0, 40)) process.stdout.write(`${line}\n`);
process.exit(broken.length > 0 ? 1 : 0);
