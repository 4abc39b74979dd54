// Everything that has to hold: formatting, lint, types, unit tests, end-to-end tests. Ends with `N passed, N failed`.
// `--only core|app|e2e [pattern]` runs the specs of one kind whose files have the pattern in their name; with `--watch`
// again after every change.
import { watch } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensureChromium, ensureInstalled, root, run } from './project.mjs';
import { measureSlowness } from './slowness.mjs';

const { values, positionals } = parseArgs({
  options: { only: { type: 'string' }, watch: { type: 'boolean', default: false } },
  allowPositionals: true,
});
const [pattern = ''] = positionals;

/** Checks without a count of their own count as one each. */
const checks = [
  { name: 'formatting', args: ['exec', '--', 'prettier', '--check', '--log-level', 'warn', '.'] },
  { name: 'lint', args: ['run', '--silent', 'lint'] },
  { name: 'types', args: ['run', '--silent', 'types'] },
];
const suites = {
  core: {
    name: 'core, demo, native, cli and server',
    args: ['run', '--silent', 'test:node'],
    filtered: ['--', `{core,demo,native,cli,server}/src/**/*${pattern}*.spec.ts`],
    folders: ['core/src', 'demo/src', 'native/src', 'cli/src', 'server/src'],
    count: /(\d+) specs?, (\d+) failures?/,
    isAll: true,
  },
  app: {
    name: 'app',
    args: ['run', '--silent', 'test', '-w', 'app'],
    filtered: ['--', '--include', `**/*${pattern}*.spec.ts`],
    folders: ['core/src', 'app/src'],
    count: /Executed (\d+) of \d+ (?:\((\d+) FAILED\))?/,
    isAll: true,
  },
  e2e: {
    name: 'end to end',
    args: ['run', '--silent', 'test', '-w', 'e2e'],
    filtered: ['--', pattern],
    folders: ['e2e'],
    count: /(\d+) passed/,
    isAll: false,
  },
};

const total = { passed: 0, failed: 0 };
const slow = [];
const failed = [];
const startedAt = performance.now();
const env = { LERNEN_SLOWNESS: measureSlowness().toFixed(1) };

if (values.only !== undefined && !(values.only in suites)) {
  process.stderr.write(`There are core, app and e2e, but no “${values.only}”.\n`);
  process.exit(1);
}
try {
  await ensureInstalled();
  if (values.only !== 'core') await ensureChromium();
  if (values.only === undefined) await runAll();
  else if (values.watch) await keepRunning(suites[values.only]);
  else await runOnly(suites[values.only]);
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  total.failed++;
}
tellSlowest();
for (const title of failed) process.stdout.write(`Failed: ${title}\n`);
process.stdout.write(`\n${total.passed} passed, ${total.failed} failed\n`);
process.exit(total.failed > 0 || total.passed === 0 ? 1 : 0);

/** Two rows of work beside each other, each about as long as the other. */
async function runAll() {
  process.stdout.write(
    `In a few minutes: ${checks.length} checks and the tests of ${Object.keys(suites).join(', ')}.\n`,
  );
  await Promise.all([checkAndTestUnits(), testEndToEnd()]);
}

async function checkAndTestUnits() {
  for (const check of checks) await runCheck(check);
  for (const suite of [suites.core, suites.app]) await runSuite(suite, suite.args);
}

async function testEndToEnd() {
  await ensureBuilt();
  await runSuite(suites.e2e, suites.e2e.args);
}

async function runOnly(suite) {
  if (suite === suites.e2e) await ensureBuilt();
  await runSuite(suite, pattern === '' ? suite.args : [...suite.args, ...suite.filtered]);
}

/** Again after every change, until it is ended. */
async function keepRunning(suite) {
  for (;;) {
    const changed = nextChange(suite.folders);
    await runOnly(suite);
    process.stdout.write('\nWaiting for a change\n');
    await changed;
  }
}

function nextChange(folders) {
  return new Promise((resolve) => {
    const watchers = folders.map((folder) =>
      watch(join(root, folder), { recursive: true }, () => {
        for (const watcher of watchers) watcher.close();
        // An editor writes several files at once.
        setTimeout(resolve, 200);
      }),
    );
  });
}

async function runCheck({ name, args }) {
  const { code, output } = await run('npm', args, { capture: true, quiet: true });
  process.stdout.write(`\n${name}: ${code === 0 ? 'passed' : 'failed'}\n${code === 0 ? '' : output}`);
  if (code === 0) total.passed++;
  else {
    total.failed++;
    failed.push(name);
  }
}

async function runSuite(suite, args) {
  const { code, output } = await run('npm', args, { capture: true, quiet: values.only === undefined, env });
  const counts = countsOf(suite, output, code);
  process.stdout.write(`\n${suite.name}: ${counts.passed} passed, ${counts.failed} failed\n`);
  if (counts.failed > 0 && values.only === undefined) process.stdout.write(output);
  total.passed += counts.passed;
  total.failed += counts.failed;
  gatherSlow(suite, output);
  gatherFailed(suite, output);
}

/** A suite that fails or counts nothing never passes for a good one. */
function countsOf({ count, isAll }, output, code) {
  const text = plain(output);
  const match = [...text.matchAll(new RegExp(count, 'g'))].at(-1);
  const first = Number(match?.[1] ?? match?.[2] ?? 0);
  const bad = isAll ? Number(match?.[2] ?? 0) : Number(/(\d+) failed/i.exec(text)?.[1] ?? 0);
  const good = isAll ? first - bad : first;
  const isSound = code === 0 && good > 0;
  return { passed: good, failed: isSound ? bad : Math.max(bad, 1) };
}

/** Lines such as `[slow] 812 name` of the unit tests, and `✓ 3 file › name (8.1s)` of those end to end. */
function gatherSlow({ name }, output) {
  for (const [, milliseconds, title] of plain(output).matchAll(/\[slow\] (\d+) (.+)/g))
    slow.push({ seconds: Number(milliseconds) / 1000, title: `${name}: ${title}` });
  for (const [, title, amount, unit] of plain(output).matchAll(/✓ +\d+ (.+) \(([\d.]+)(m?s?)\)/g))
    slow.push({
      seconds: Number(amount) * (unit === 'm' ? 60 : unit === 'ms' ? 0.001 : 1),
      title: `${name}: ${title}`,
    });
}

/**
 * Lines such as `1) suite spec` of jasmine, `Chrome … suite spec FAILED` of karma, `1) file › name` end to end; not those
 * under jasmine's `Pending:`, which stands after its failures.
 */
function gatherFailed({ name }, output) {
  const [ofFailures = ''] = plain(output).split(/^Pending:$/m);
  const titles = [...ofFailures.matchAll(/^ *(?:\d+\) (.+?)(?: ─*)?|Chrome \S+ \S+ \([^)]*\) (.+) FAILED)$/gm)].map(
    ([, listed, ofBrowser]) => `${name}: ${listed ?? ofBrowser}`,
  );
  failed.push(...new Set(titles));
}

function tellSlowest() {
  const slowest = slow.sort((a, b) => b.seconds - a.seconds).slice(0, 10);
  if (slowest.length > 0) process.stdout.write('\nThe slowest tests\n');
  for (const { seconds, title } of slowest) process.stdout.write(`${seconds.toFixed(1).padStart(6)} s  ${title}\n`);
  const minutes = (performance.now() - startedAt) / 60_000;
  process.stdout.write(`\n${minutes.toFixed(1)} minutes, on a machine ${env.LERNEN_SLOWNESS} times as slow as usual\n`);
}

/** Without terminal colours, which would hide the counts. */
function plain(output) {
  return output.replace(new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*[A-Za-z]`, 'g'), '');
}
