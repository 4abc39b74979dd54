import type { Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';
import { slowness } from './server';

/** Opens the sheet of a problem of the demo and starts a sitting of it. */
async function start(
  { page, open }: Pick<Lernen, 'page'> & { open: Lernen['open'] },
  title: string,
  kind: string,
): Promise<void> {
  await open(`/problems?demo&search=${encodeURIComponent(title)}`);
  await page.getByRole('link', { name: title }).click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  await page.getByRole('button', { name: kind }).click({ delay: 100 });
  await expect(page.getByRole('timer')).toBeVisible();
}

async function writeCode(page: Page, number: number, language: string, code: string): Promise<void> {
  await page.getByRole('link', { name: /^Code/ }).click({ delay: 100 });
  await page.getByRole('combobox', { name: `Language of version ${number}` }).fill(language);
  await page.keyboard.press('Enter');
  const editor = page.getByRole('textbox', { name: `Code of version ${number}` });
  await editor.click({ delay: 100 });
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.insertText(code);
}

const wrong = `function visible(heights) {
  return heights.map((own, at) => (heights.slice(at + 1).find((other) => other > own) ?? -1) - 1);
}`;

test('a new problem is solved at the desk: phases, the plain approach, attempts and slips write themselves down', async ({
  lernen,
  page,
}) => {
  await lernen.startEmpty();
  await page.goto(`${lernen.server.address}/desk`);
  await page.getByRole('combobox', { name: 'Problem' }).fill('Rope Store Pairs');
  await page
    .getByLabel(/^Statement/)
    .fill(
      'Given the lengths of ropes, count the pairs that add up to k.\n\n2 ≤ n ≤ 100 000\n\nInput: [1, 3, 2, 2], 4\nOutput: 2',
    );
  await page.getByRole('button', { name: 'Start the clock' }).click({ delay: 100 });
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: /^Take all/ }).click({ delay: 100 });

  await page.getByRole('button', { name: 'The plain approach' }).click({ delay: 100 });
  await page.keyboard.type('every pair');
  await page.getByLabel('Time of approach 1').fill('O(n^2)');
  await expect(page.getByRole('img', { name: /plain approach O\(n\^2\)/ })).toBeVisible();

  await page.getByRole('button', { name: 'The first version' }).click({ delay: 100 });
  await writeCode(page, 1, 'javascript', 'function pairs(ropes, k) { return ropes.length - k; }');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('img', { name: /attempt 1 · 0 of 1/ })).toBeVisible({ timeout: 15_000 * slowness });
  await writeCode(
    page,
    1,
    'javascript',
    'function pairs(ropes, k) {\n  let found = 0;\n  const seen = new Map();\n  for (const rope of ropes) {\n' +
      '    found += seen.get(k - rope) ?? 0;\n    seen.set(rope, (seen.get(rope) ?? 0) + 1);\n  }\n  return found;\n}',
  );
  await page.getByRole('button', { name: 'Run all checks' }).click({ delay: 100 });
  await expect(page.getByRole('img', { name: /attempt 2 · 1 of 1; at \d+:\d+ first complete/ })).toBeVisible({
    timeout: 15_000 * slowness,
  });

  await page.reload();
  await expect(page.getByRole('img', { name: /attempt 2 · 1 of 1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Finish' }).click({ delay: 100 });
  await expect(page.getByRole('radio', { name: 'solved', exact: true })).toBeChecked();
  await expect(page.getByText('0 of 1 check right, at')).toBeVisible();
  await page.getByRole('combobox', { name: 'Technique of the problem' }).fill('hash');
  await page.getByRole('option', { name: /^Hash/ }).first().click({ delay: 100 });
  await page.getByRole('button', { name: 'Save and compare' }).click({ delay: 100 });
  await expect(page.getByRole('heading', { level: 1, name: 'Rope Store Pairs' })).toBeVisible();
  await expect(page.getByText('solved, no help, 2 attempts')).toBeVisible();
  await expect(page.getByRole('img', { name: /^The sitting: .*attempt 1 · 0 of 1/ })).toBeVisible();
  await page.getByRole('link', { name: 'Open the problem' }).click({ delay: 100 });
  await expect(page.getByText(/first solve · \d+ min · solved · 2 attempts/)).toBeVisible();
  await expect(page.getByText('1 of 1 example right')).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Idea of approach 1' })).toHaveValue('every pair');
});

test('a Rebuild begins with an empty editor, is checked, and ends with its code beside the old one', async ({
  lernen,
  page,
}) => {
  await start({ page, open: (path) => lernen.open(path) }, 'Beacon Line of Sight', 'Rebuild');
  await page.getByRole('button', { name: 'I do not know' }).click({ delay: 100 });
  await writeCode(page, 1, 'javascript', wrong);
  await page.getByRole('button', { name: 'Run all checks' }).click({ delay: 100 });
  await expect(page.getByRole('img', { name: /attempt 1 · 0 of 3/ })).toBeVisible({ timeout: 15_000 * slowness });
  await page.getByRole('button', { name: 'Show the first step' }).click({ delay: 100 });
  await page.getByRole('button', { name: 'Give up' }).click({ delay: 100 });
  await expect(page.getByRole('radio', { name: 'not solved' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'a hint' })).toBeChecked();
  await page.getByRole('button', { name: 'Save and compare' }).click({ delay: 100 });
  await expect(page.getByRole('heading', { name: 'The code, against the last one on your sheet' })).toBeVisible();
  await expect(page.getByText('not solved, a hint, 1 attempt')).toBeVisible();
  await page.getByRole('button', { name: 'Put this version on the sheet' }).click({ delay: 100 });
  await expect(page.getByText('Put the version on the sheet.')).toBeVisible();
  await page.getByRole('link', { name: 'Open the problem' }).click({ delay: 100 });
  await expect(page.getByRole('textbox', { name: 'Title of version 3' })).toHaveCount(1);
});

test('a sitting is at work in one tab alone, and can be taken over by another', async ({ lernen, page, context }) => {
  await start({ page, open: (path) => lernen.open(path) }, 'Tide Gauge Gaps', 'Sketch');
  const other = await context.newPage();
  await other.goto(`${lernen.server.address}/desk?demo`);
  await expect(other.getByText('This sitting is at work in another tab or window.')).toBeVisible();
  await other.getByRole('button', { name: 'Work on it here' }).click({ delay: 100 });
  await expect(other.getByRole('timer')).toBeVisible();
  await expect(page.getByText('This sitting is at work in another tab or window.')).toBeVisible();
  await other.close();
  await expect(page.getByRole('timer')).toBeVisible();
});

/** Milliseconds since the last sign of life of the sitting at work in the demo. */
async function silence(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('lernen-demo');
        opening.onerror = () => reject(new Error(opening.error?.message));
        opening.onsuccess = () => {
          const reading = opening.result.transaction('local').objectStore('local').get('running');
          reading.onsuccess = () => {
            opening.result.close();
            resolve(Date.now() - (reading.result as { value: { seenAt: number } }).value.seenAt);
          };
        };
      }),
  );
}

test('a long quiet is asked about, and taken off the clock if it was no work', async ({ lernen, page }) => {
  await page.clock.install();
  await start({ page, open: (path) => lernen.open(path) }, 'Tide Gauge Gaps', 'Spot');
  for (let minute = 0; minute < 7; minute++) {
    await page.clock.runFor(60_000);
    // Minutes that pass at once must not look like sleep: each leaves its sign of life before the next.
    await expect.poll(() => silence(page)).toBeLessThan(30_000);
  }
  await page.mouse.move(200, 300);
  await page.mouse.move(220, 320);
  await expect(page.getByText(/For 7 min nothing moved here/)).toBeVisible();
  await expect(page.getByRole('timer')).toHaveText(/^7:/);
  await page.getByRole('button', { name: 'No, take it off' }).click();
  await expect(page.getByRole('timer')).toHaveText(/^0:/);
});

test('the desk fits a phone', async ({ lernen, page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await start({ page, open: (path) => lernen.open(path) }, 'Tide Gauge Gaps', 'Sketch');
  const wide = (): Promise<boolean> =>
    page.evaluate(() =>
      [document.documentElement, document.querySelector('main')].some(
        (it) => it !== null && it.scrollWidth > it.clientWidth,
      ),
    );
  expect(await wide()).toBe(false);
  await page.getByRole('button', { name: 'Finish' }).click({ delay: 100 });
  await expect(page.getByText('What happened')).toBeVisible();
  expect(await wide()).toBe(false);
});
