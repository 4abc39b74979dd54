// Everything that has to hold: formatting, lint, types, unit tests, end-to-end tests. Ends with `N passed, N failed`.
import { ensureBuilt, ensureChromium, ensureInstalled, run } from './project.mjs';

/** Checks without a count of their own count as one each. */
const checks = [
  { name: 'formatting', args: ['exec', '--', 'prettier', '--check', '--log-level', 'warn', '.'] },
  { name: 'lint', args: ['run', '--silent', 'lint'] },
  { name: 'types', args: ['run', '--silent', 'types'] },
];
const suites = [
  {
    name: 'core, demo, cli and server',
    args: ['run', '--silent', 'test:node'],
    count: /(\d+) specs?, (\d+) failures?/,
    isAll: true,
  },
  {
    name: 'app',
    args: ['run', '--silent', 'test:app'],
    count: /TOTAL: (\d+) SUCCESS|Executed (\d+) of \d+ .*SUCCESS/,
    isAll: false,
  },
  { name: 'end to end', args: ['run', '--silent', 'test:e2e'], count: /(\d+) passed/, isAll: false },
];

let [passed, failed] = [0, 0];
try {
  await ensureInstalled();
  await ensureChromium();
  for (const { name, args } of checks) {
    process.stdout.write(`\n${name}\n`);
    const { code } = await run('npm', args);
    if (code === 0) passed++;
    else failed++;
  }
  await ensureBuilt();
  for (const suite of suites) {
    process.stdout.write(`\n${suite.name}\n`);
    const { code, output } = await run('npm', suite.args, { capture: true });
    const counts = countsOf(suite, output, code);
    passed += counts.passed;
    failed += counts.failed;
  }
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  failed++;
}
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);

/** A suite that fails or counts nothing never passes for a good one. */
function countsOf({ count, isAll }, output, code) {
  // Terminal colours and redrawn lines must not hide the counts.
  const plain = output.replace(new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*[A-Za-z]`, 'g'), '');
  const match = [...plain.matchAll(new RegExp(count, 'g'))].at(-1);
  const first = Number(match?.[1] ?? match?.[2] ?? 0);
  const bad = isAll ? Number(match?.[2] ?? 0) : Number(/(\d+) failed/i.exec(plain)?.[1] ?? 0);
  const good = isAll ? first - bad : first;
  const isSound = code === 0 && good > 0;
  return { passed: good, failed: isSound ? bad : Math.max(bad, 1) };
}
