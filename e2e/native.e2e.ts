import { findToolchains } from '@lernen/native';
import { chromium as browserType } from '@playwright/test';
import { Lernen, expect, test } from './lernen';
import { chromium, slowness, startTestServer } from './server';

const others = [
  [
    'java',
    'Java',
    'class Ropes {\n  int sum(int[] ropes, int k) {\n    return Arrays.stream(ropes, 0, k).sum();\n  }\n}\n',
  ],
  [
    'go',
    'Go',
    'func sum(ropes []int, k int) (all int) {\n\tfor _, it := range ropes[:k] {\n\t\tall += it\n\t}\n\treturn\n}\n',
  ],
  ['rust', 'Rust', 'fn sum(ropes: &[i32], k: usize) -> i32 {\n    ropes[..k].iter().sum()\n}\n'],
  ['ruby', 'Ruby', 'def sum(ropes, k)\n  ropes.first(k).sum\nend\n'],
] as const;

test('C++ runs once it is switched on in Setup: right, wrong, not compiled, endless, and stopped with its server', async () => {
  test.setTimeout(180_000 * slowness);
  const tools = await findToolchains();
  test.skip(!tools.some(({ family, version }) => family === 'cpp' && version !== null), 'C++ is not on this machine');
  // One of its own, as it is stopped.
  const server = await startTestServer();
  const browser = await browserType.launch(chromium);
  const page = await browser.newPage();
  const lernen = new Lernen(page, server);
  await lernen.startEmpty();
  await lernen.log('Mooring Rope Sums #prefix-sums 20m');
  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Mooring Rope Sums' }).click();
  await page.getByRole('button', { name: 'An example' }).click({ delay: 100 });
  await page.keyboard.type('ropes = [1, 2, 3], k = 2');
  await page.getByRole('textbox', { name: 'Expected of example 1' }).fill('3');
  await page.getByRole('button', { name: 'The first version' }).click({ delay: 100 });
  await page.getByRole('combobox', { name: 'Language of version 1' }).fill('C++');
  await page.keyboard.press('Enter');
  const choose = async (language: string): Promise<void> => {
    await page.getByRole('combobox', { name: 'Language of version 1' }).fill(language);
    await page.keyboard.press('Tab');
  };
  const write = async (code: string): Promise<void> => {
    await page.getByRole('textbox', { name: 'Code of version 1' }).click({ delay: 100 });
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.insertText(code);
  };
  const run = async (): Promise<void> =>
    page.getByRole('button', { name: 'Run version 1 over the examples' }).click({ delay: 100 });
  const right = 'int sum(vector<int> ropes, int k) {\n  return accumulate(ropes.begin(), ropes.begin() + k, 0);\n}\n';
  await write(right);
  await run();
  const checks = page.locator('app-version-checks');
  await expect(checks.getByText('Running native languages is switched off. Setup switches it on.')).toBeVisible();
  const script =
    'function sum(ropes, k) {\n  return new Array(k * 5_000_000).fill(1).length / 5_000_000 - k + ropes[0] + ropes[1];\n}\n';
  await choose('JavaScript');
  await write(script);
  await checks.getByRole('checkbox', { name: 'memory too' }).check();
  await run();
  await expect(checks.getByText(/^1 of 1 example right\. Their memory is not told: Running native/)).toBeVisible();

  await lernen.go('Setup');
  await page.getByRole('switch', { name: 'Run them on this machine' }).click({ delay: 100 });
  await expect(page.getByRole('row', { name: /^C\+\+/ })).toContainText(/\d+\.\d+/, { timeout: 30_000 });
  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Mooring Rope Sums' }).click();
  await page.getByRole('link', { name: 'Code', exact: true }).click({ delay: 100 });
  await expect(page.getByRole('textbox', { name: 'Code of version 1' })).toBeVisible();
  await lernen.settled();
  // Ten million numbers of eight bytes, measured by Node.
  await checks.getByRole('checkbox', { name: 'memory too' }).check();
  await run();
  await expect(checks.locator('.ms')).toContainText(/\b1\d\d MB/);

  await choose('C++');
  await write(right);
  await run();
  await expect(checks.getByText('1 of 1 example right')).toBeVisible({ timeout: 60_000 * slowness });

  // Others are called in the same way, where the machine has them.
  for (const [family, language, code] of others) {
    if (!tools.some((it) => it.family === family && it.version !== null)) continue;
    await choose(language);
    await write(code);
    await run();
    await expect(checks.getByText('1 of 1 example right')).toBeVisible({ timeout: 60_000 * slowness });
  }
  await choose('C++');

  await write(right.replace('0)', '1)'));
  await run();
  await expect(checks.getByText('0 of 1 example right')).toBeVisible({ timeout: 60_000 * slowness });
  await expect(checks.locator('li')).toContainText(/expected\s*3\s*got\s*4/);
  await write(right.replace('return', 'retrun'));
  await run();
  await expect(checks.locator('li')).toContainText(/not compiled.*Line 2/, { timeout: 60_000 * slowness });
  await write('int sum(vector<int> ropes, int k) { for (volatile int x = 0;; ) x = x + 1; }\n');
  await run();
  await expect(checks.locator('li')).toContainText('too slow', { timeout: 60_000 * slowness });

  await run();
  await expect(checks.getByRole('button', { name: 'Stop' })).toBeVisible();
  await server.stop();
  await expect(checks.getByText(/The server (?:stopped in the middle of the run|does not answer)/)).toBeVisible({
    timeout: 60_000,
  });
  await browser.close();
  await server.discard();
});
