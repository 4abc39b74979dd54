// Says how long the slow specs took, in lines that the test run gathers; and gives every spec the time that this machine needs.
import process from 'node:process';

const slowness = Number(process.env.LERNEN_SLOWNESS ?? 1);
jasmine.DEFAULT_TIMEOUT_INTERVAL = 15_000 * slowness;

const told = 500;

jasmine.getEnv().addReporter({
  specDone({ fullName, duration }) {
    if (duration >= told) process.stderr.write(`[slow] ${Math.round(duration)} ${fullName}\n`);
  },
});
