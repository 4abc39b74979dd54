import type { Locator, Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';
import { slowness } from './server';

/** A sheet with these examples and one version. */
async function openWith(
  lernen: Lernen,
  page: Page,
  examples: readonly (readonly [input: string, expected: string])[],
): Promise<void> {
  await lernen.startEmpty();
  await lernen.log('Wharf Crane Loads #stack 20m');
  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Wharf Crane Loads' }).click();
  for (const [index, [input, expected]] of examples.entries()) {
    await page.getByRole('button', { name: 'An example' }).click({ delay: 100 });
    await page.getByLabel(`Input of example ${index + 1}`).fill(input);
    await page.getByLabel(`Expected of example ${index + 1}`).fill(expected);
  }
  await page.getByRole('button', { name: 'The first version' }).click({ delay: 100 });
}

async function write(page: Page, language: string, code: string): Promise<void> {
  await page.getByRole('combobox', { name: 'Language of version 1' }).fill(language);
  await page.keyboard.press('Tab');
  await page.locator('#code .cm-content').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.insertText(code);
}

const results = (page: Page): Locator => page.locator('app-version-checks');

/** Runs the version and waits for what is said of it. */
async function run(page: Page, said: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: 'Run version 1 over the examples' }).click({ delay: 100 });
  await expect(results(page).getByRole('status')).toHaveText(said, { timeout: 30_000 * slowness });
}

const row = (page: Page, index: number): Locator => results(page).locator('li').nth(index);

test('code in TypeScript and JavaScript runs over the examples, and a page that hangs or eats memory is none', async ({
  lernen,
  page,
}) => {
  test.setTimeout(120_000 * slowness);
  await openWith(lernen, page, [
    ['oil = [3, 1, 2, 5, 1, 1, 1], b = 5', '3'],
    ['oil = [], b = 5', '1'],
  ]);
  await page
    .getByRole('button', { name: /^check/ })
    .first()
    .click({ delay: 100 });
  await write(
    page,
    'TypeScript',
    'export function longest(oil: number[], b: number): number {\n  let [left, total, best] = [0, 0, 0];\n  oil.forEach((x, right) => {\n    total += x;\n    while (total > b) total -= oil[left++]!;\n    best = Math.max(best, right - left + 1);\n  });\n  return best;\n}\n',
  );
  await run(page, '1 of 2 examples right');
  await expect(row(page, 0)).toContainText('right');
  await expect(row(page, 1)).toContainText(/wrong.*expected\s*1\s*got\s*0/s);
  await expect(page.getByText('1 of 1 check passed')).toBeVisible();

  // What was run is no more what stands there.
  await write(page, 'JavaScript', 'function longest(oil, b) {\n  for (;;);\n}');
  await expect(results(page).locator('li')).toHaveCount(0);
  await expect(page.getByText('0 of 1 check passed')).toBeVisible();
  await run(page, '0 of 2 examples right');
  await expect(row(page, 1)).toContainText('too slow');

  await write(page, 'JavaScript', 'function longest(oil, b) {\n  return oil[0].x.y;\n}');
  await run(page, '0 of 2 examples right');
  await expect(row(page, 0)).toContainText(/crashed.*TypeError.*Line 2/s);

  await write(page, 'JavaScript', 'function longest(oil, b) {\n  for (;;) console.log("oil".repeat(1000));\n}');
  await run(page, '0 of 2 examples right');
  await expect(row(page, 0)).toContainText('endless output');

  await write(
    page,
    'JavaScript',
    'function longest(oil, b) {\n  const all = [];\n  for (;;) all.push(new Float64Array(2 ** 28));\n}',
  );
  await run(page, '0 of 2 examples right');
  await expect(row(page, 0)).toContainText(/out of memory|too slow|crashed/);

  await write(page, 'JavaScript', 'function longest(oil, b) {\n  return longest(oil, b) + 1;\n}');
  await run(page, '0 of 2 examples right');
  await expect(row(page, 0)).toContainText(/crashed.*Maximum call stack/s);

  await write(page, 'TypeScript', 'function longest(oil: number[]) {\n  return oil +;\n}');
  await run(page, /^It does not compile, line 2/);
  await write(page, 'Cobol', 'x');
  await run(page, /^Cobol does not run here yet/);
});

test('large inputs are made by their rule, run last, and show where two versions differ', async ({ lernen, page }) => {
  test.setTimeout(120_000 * slowness);
  await openWith(lernen, page, [
    ['<100 000 numbers from 1 to 3>, 7', ''],
    ['[3, 1, 2, 5, 1, 1, 1], 5', '3'],
    ['[], 5', '0'],
  ]);
  const longest = (most: string): string =>
    `function longest(oil, b) {\n  let left = 0, total = 0, best = 0;\n  oil.forEach((it, right) => {\n    total += it;\n    while (total > b) total -= oil[left++];\n    best = Math.max(best, right - left + 1);\n  });\n  return ${most};\n}\n`;
  await write(page, 'JavaScript', longest('best'));
  await run(page, '2 of 2 examples right');
  await expect(results(page).locator('.group')).toHaveText([
    /^\s*normal 1 of 1 right/,
    /^\s*edge 1 of 1 right/,
    /^\s*large\s+again/,
  ]);
  await expect(row(page, 2)).toContainText('nothing is expected');
  await page.getByRole('button', { name: 'Another version' }).click({ delay: 100 });
  const second = page.getByRole('textbox', { name: 'Code of version 2' });
  await second.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.insertText(longest('Math.min(best, 3)'));
  await page.getByRole('button', { name: 'Run all versions over all examples' }).click({ delay: 100 });
  await expect(results(page).nth(1).locator('li').nth(2)).toContainText('version 1 gives another answer', {
    timeout: 30_000 * slowness,
  });
  await expect(row(page, 2)).toContainText('version 2 gives another answer');
});

test('Python runs in the browser, also without the server once it was loaded, and starts again after an endless loop', async ({
  lernen,
  page,
}) => {
  test.setTimeout(150_000 * slowness);
  await openWith(lernen, page, [['push(5) push(3) lowest() pop() lowest()', '3 5']]);
  const mast =
    'class Mast:\n    def __init__(self):\n        self.flags = []\n    def push(self, x):\n        self.flags.append(x)\n    def pop(self):\n        self.flags.pop()\n    def lowest(self):\n        return min(self.flags)\n';
  await write(page, 'Python', mast);
  await run(page, '1 of 1 example right');
  await expect(row(page, 0)).toContainText('[null, null, 3, null, 5]');

  await page.context().setOffline(true);
  await write(page, 'Python', mast.replace('min(', 'max('));
  await run(page, '0 of 1 example right');
  await expect(row(page, 0)).toContainText('first at [0]: 5 for 3');
  await page.context().setOffline(false);

  await write(page, 'Python', mast.replace('return min(self.flags)', 'while True: pass'));
  await run(page, '0 of 1 example right');
  await expect(row(page, 0)).toContainText('too slow');
  await write(page, 'Python', mast.replace('self.flags.pop()', 'self.sails.pop()'));
  await run(page, '0 of 1 example right');
  await expect(row(page, 0)).toContainText(/crashed.*AttributeError.*Line 7/s);

  await page.getByRole('button', { name: 'Run version 1 over the examples' }).click({ delay: 100 });
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('Shift+C');
  await expect(page.locator('#code .cm-content')).toContainText('self.sails.pop()');
});

test('Python goes on from its memory after a start, draws other numbers each time, and starts from nothing where that is not there', async ({
  lernen,
  page,
}) => {
  test.setTimeout(150_000 * slowness);
  const asked: string[] = [];
  page.on('requestfinished', (request) => asked.push(new URL(request.url()).pathname));
  await openWith(lernen, page, [['n = 8', '']]);
  const dice =
    'import random, collections, heapq\ndef thrown(n):\n    return [random.randrange(10 ** 6) for _ in range(n)]\n';
  await write(page, 'Python', dice);
  const throws: string[] = [];
  for (let start = 0; start < 2; start++) {
    await run(page, '1 example ran');
    throws.push((await row(page, 0).textContent()) ?? '');
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.keyboard.press('Shift+C');
  }
  expect(asked).toContain('/runner/pyodide/snapshot.bin');
  expect(throws[0]).toMatch(/\d{3}, \d/);
  expect(throws[0]).not.toBe(throws[1]);
  await page.route('**/snapshot.bin', (route) => route.abort());
  await run(page, '1 example ran');
});

test('Python tells the peak of its memory where one asks for it', async ({ lernen, page }) => {
  test.setTimeout(120_000 * slowness);
  await openWith(lernen, page, [['n = 200000', '200000']]);
  await write(page, 'Python', 'def filled(n):\n    return len([at + 0.5 for at in range(n)])\n');
  await run(page, '1 of 1 example right');
  await expect(row(page, 0).locator('.ms')).not.toContainText('MB');
  await results(page).getByRole('checkbox', { name: 'memory too' }).check();
  await run(page, '1 of 1 example right');
  // A list of 200 000 fractions: 8 bytes for each place, 16 to 24 for each fraction.
  await expect(row(page, 0).locator('.ms')).toContainText(/ · [3-9]\.\d MB/);
});

test('code reaches neither the network, nor the app, nor its database', async ({ lernen, page }) => {
  test.setTimeout(60_000 * slowness);
  await openWith(lernen, page, [['a = 1', '']]);
  const tries = [
    "fetch('/api/backups').then(() => 'read', () => 'refused')",
    `fetch('${new URL('/', page.url()).origin}/index.html').then(() => 'read', () => 'refused')`,
    "new Promise((done) => { try { const open = indexedDB.open('x'); open.onsuccess = () => done('open'); open.onerror = () => done('refused'); } catch { done('refused'); } })",
    "(() => { try { importScripts('https://example.org/x.js'); return 'read'; } catch { return 'refused'; } })()",
    "(() => { try { return new WebSocket('ws://127.0.0.1:9') && 'open'; } catch { return 'refused'; } })()",
    "(() => { try { return eval('1'); } catch { return 'refused'; } })()",
    'typeof document + typeof parent + typeof localStorage',
  ];
  for (const attempt of tries) {
    // What is asked of the code is answered at once: what a promise comes to is told in the second run.
    await write(
      page,
      'JavaScript',
      `globalThis.kept ??= 'waits';\nfunction f(a) {\n  Promise.resolve(${attempt}).then((it) => { globalThis.kept = it; });\n  const end = performance.now() + 50;\n  while (performance.now() < end);\n  return globalThis.kept;\n}`,
    );
    await run(page, '1 example ran');
    const said = await row(page, 0).innerText();
    expect(said, attempt).not.toMatch(/"(?:read|open)"/);
  }
});

test('what runs the code stays where it is while the editor comes after a reload', async ({ lernen, page }) => {
  await openWith(lernen, page, [['n = 8', '']]);
  await write(page, 'Python', 'def doubled(n):\n    return 2 * n\n\nlast = 0\n');
  const client = await page.context().newCDPSession(page);
  await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.addInitScript(() => {
    const heights: number[] = [];
    Object.assign(globalThis, { heights });
    const look = (): void => {
      const [above, below] = [document.querySelector('#code .facts'), document.querySelector('#code .run')];
      if (above && below)
        heights.push(Math.round(below.getBoundingClientRect().top - above.getBoundingClientRect().top));
      requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('Shift+C');
  await expect(page.locator('#code .cm-content')).toContainText('return 2 * n');
  const heights = await page.evaluate<number[]>('globalThis.heights');
  expect(heights.length).toBeGreaterThan(3);
  expect(Math.max(...heights) - Math.min(...heights)).toBeLessThanOrEqual(1);
});
