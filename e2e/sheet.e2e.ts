import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { noRecords } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { countingIds, demoArchive } from '@lernen/demo';
import type { Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';
import { slowness } from './server';
import { longSheet } from './long-sheet';

/** Opens the sheet of a new problem in a person's own world. */
async function startSheet(lernen: Lernen, page: Page, title = 'Wharf Crane Reach'): Promise<void> {
  await lernen.startEmpty();
  await lernen.log(`${title} #heap 20m`);
  await lernen.go('Problems');
  await page.getByRole('link', { name: title }).click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
}

async function openDemoSheet(lernen: Lernen, page: Page, title: string): Promise<void> {
  await lernen.open(`/problems?demo&search=${encodeURIComponent(title)}`);
  await page.getByRole('link', { name: title }).click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
}

const written = (page: Page): Promise<void> => expect(page.locator('.written')).toHaveText('');

test('a sheet is filled by keyboard alone, from the statement to the lesson', async ({ lernen, page }) => {
  test.setTimeout(90_000 * slowness);
  await startSheet(lernen, page);
  const { keyboard } = page;
  const go = async (key: string): Promise<void> => {
    await keyboard.press('Escape');
    await keyboard.press(`Shift+${key}`);
  };
  /** To a stage that is still empty, and there its first entry: the letter alone adds nothing. */
  const begin = async (key: string): Promise<void> => {
    await go(key);
    await expect(page.locator('[data-start]:focus')).toBeVisible();
    await keyboard.press('Enter');
  };
  const focused = (label: string): Promise<void> =>
    expect(page.getByRole('textbox', { name: label, exact: true })).toBeFocused();

  await page.locator('h1').click();
  await keyboard.press('Shift+R');
  await focused('Statement');
  await keyboard.type('Cranes stand along a wharf. For each give the next one to its right that reaches higher.');
  await keyboard.press('Tab');
  await focused('What is given, in my own words');
  await keyboard.type('n reaches');

  await go('B');
  await focused('Bounds and conditions, one a line');
  await keyboard.type('n <= 2e5');
  await keyboard.press('Enter');
  await keyboard.type('2 s');
  await expect(page.getByRole('button', { name: 'size n: up to 200\u202f000; say what it is' })).toBeVisible();
  await expect(page.getByText('O(n²)', { exact: true })).toBeVisible();

  await begin('E');
  await focused('Input of example 1');
  await keyboard.type('3 1 2');
  await keyboard.press('Tab');
  await keyboard.type('0 2 0');

  await begin('O');
  await focused('Observation 1');
  await keyboard.type('Who waits stands in falling order.');
  await keyboard.press('Enter');
  await focused('Observation 2');
  await keyboard.type('The newcomer answers from the low end.');

  await begin('A');
  await focused('Idea of approach 1');
  await keyboard.type('Look right from each');
  await keyboard.press('Tab');
  await keyboard.type('O(n^2)');
  await keyboard.press('Alt+Enter');
  await focused('Idea of approach 2');
  await keyboard.type('Keep who waits on a stack');
  await keyboard.press('Tab');
  await keyboard.type('O(n)');
  await keyboard.press('Alt+ArrowUp');
  await expect(page.getByLabel('Idea of approach 1')).toHaveValue('Keep who waits on a stack');
  await keyboard.press('Alt+ArrowDown');
  await expect(page.getByLabel('Idea of approach 2')).toHaveValue('Keep who waits on a stack');
  await expect(page.getByLabel('Verdict on approach 1')).toContainText('over: 4·10¹⁰ steps for 2·10⁸');
  await expect(page.getByLabel('Verdict on approach 2')).toContainText('fits');

  await begin('T');
  await expect(page.locator('[data-cell="0-0"]')).toBeFocused();
  await expect(page.locator('[data-cell="0-0"] svg')).toHaveAccessibleName('3 1 2 · i at 0');
  await keyboard.press('ArrowDown');
  await expect(page.locator('[data-cell="1-0"]')).toBeFocused();
  await keyboard.type('| i:+1');
  await keyboard.press('Enter');
  await expect(page.locator('[data-cell="1-0"] svg')).toHaveAccessibleName('3 1 2 · i at 1');

  await go('W');
  await focused('Why it holds');
  await keyboard.type('Each is pushed and popped once.');

  await begin('S');
  await focused('The cue that should have told me');
  await keyboard.type('the next one that …');
  await keyboard.press('Escape');
  await written(page);
  const nav = page.getByRole('navigation', { name: 'Stages of the sheet' });
  await expect(nav.locator('li.filled')).toHaveCount(8);
  await page.reload();
  await expect(nav.locator('li.filled')).toHaveCount(8);
  await expect(page.getByLabel('The cue that should have told me', { exact: true })).toHaveValue('the next one that …');
});

test('a trace takes keys as fast as they come', async ({ lernen, page }) => {
  await startSheet(lernen, page);
  const { keyboard } = page;
  await page.locator('h1').click();
  await keyboard.press('Shift+T');
  await expect(page.getByRole('button', { name: 'A trace' })).toBeFocused();
  await keyboard.press('Enter');
  await expect(page.locator('[data-cell="0-0"]')).toBeFocused();
  await keyboard.type('5 2 4 1 | i:0');
  await keyboard.press('Tab');
  await keyboard.type('5');
  for (const sum of [7, 11, 12]) {
    await keyboard.press('Enter');
    await keyboard.type('| i:+1');
    await keyboard.press('Tab');
    await keyboard.type(String(sum));
  }
  await keyboard.press('Enter');
  for (const [row, sum] of ['5', '7', '11', '12'].entries()) {
    await expect(page.locator(`[data-cell="${row}-0"] svg`)).toHaveAccessibleName(`5 2 4 1 · i at ${row}`);
    await expect(page.locator(`[data-cell="${row}-1"]`)).toHaveText(sum);
  }
  await expect(page.locator('[data-cell="4-0"]')).toBeFocused();
  // The row that Enter made and nobody wrote in goes when one leaves.
  await page.getByLabel('Title of trace 1').click({ delay: 100 });
  await expect(page.locator('[data-cell="4-0"]')).toHaveCount(0);
  await expect(page.locator('[data-cell="3-0"]')).toHaveCount(1);
});

test('a loop makes the rows of a trace, formulas fill them, and the last row is compared with the answer', async ({
  lernen,
  page,
}) => {
  await startSheet(lernen, page);
  const { keyboard } = page;
  await page.locator('h1').click();
  await keyboard.press('Shift+E');
  await keyboard.press('Enter');
  await keyboard.type('p = [6, 4, 9, 3, 8], k = 2');
  await keyboard.press('Tab');
  await keyboard.type('5');
  await keyboard.press('Escape');
  await page.getByRole('button', { name: 'Trace it' }).click();
  const cell = (row: number, column: number) => page.locator(`[data-cell="${row}-${column}"]`);
  await expect(cell(0, 0)).toHaveText('2');
  await page.getByLabel('Add a column').fill('low = min(old low, p[i])');
  await keyboard.press('Enter');
  await keyboard.type('gain = p[i] - low');
  await keyboard.press('Enter');
  await keyboard.type('spans intervals, ok rule gain >= 0');
  await keyboard.press('Enter');
  await expect(page.getByLabel('Formula of column 4')).toHaveValue('min(old low, p[i])');
  await expect(page.getByLabel('Rule of column 7')).toHaveValue('gain >= 0');

  await cell(0, 1).click({ delay: 100 });
  await keyboard.press('ArrowDown');
  await keyboard.type('for i in 1..m');
  await expect(page.getByText('Letter 13: nothing here is called m.')).toBeVisible();
  await keyboard.press('Backspace');
  await keyboard.type('n-1');
  await expect(page.getByText('Enter makes 4 rows.')).toBeVisible();
  await keyboard.press('Enter');
  await expect(cell(4, 1).locator('svg')).toHaveAccessibleName('6 4 9 3 8 · i at 4');
  await cell(0, 3).click({ delay: 100 });
  await keyboard.type('6');
  await keyboard.press('Tab');
  await keyboard.press('Tab');
  await expect(cell(0, 5)).toBeFocused();
  await keyboard.type('1..3 || 5..9');
  await keyboard.press('Enter');
  await expect(cell(1, 3)).toBeFocused();
  await expect(cell(0, 5).locator('svg')).toHaveAccessibleName('1–3 or 5–9');
  await expect(cell(1, 5).locator('svg')).toHaveAccessibleName('1–3');
  await expect(cell(3, 3)).toHaveText('3');
  await expect(cell(4, 4)).toHaveText('5');
  await expect(page.getByText('Example 1 expects 5; the last row has no answer yet.')).toBeVisible();
  await cell(4, 2).click({ delay: 100 });
  await keyboard.type('4');
  await expect(page.getByText('The last row gives 4, and example 1 expects 5.')).toBeVisible();
  await keyboard.press('Backspace');
  await keyboard.type('5');
  await expect(page.getByText('The last row gives 5, as example 1 expects.')).toBeVisible();
  await written(page);
  await page.reload();
  await expect(page.getByText('The last row gives 5, as example 1 expects.')).toBeVisible();
});

test('a reload in the middle of any stage loses nothing', async ({ lernen, page }) => {
  test.setTimeout(120_000 * slowness);
  await startSheet(lernen, page);
  const stages: readonly { add: string | null; field: string }[] = [
    { add: null, field: 'Statement' },
    { add: 'A question to ask', field: 'Question 1' },
    { add: null, field: 'Bounds and conditions, one a line' },
    { add: 'An example', field: 'Input of example 1' },
    { add: 'An observation', field: 'Observation 1' },
    { add: 'The plain approach', field: 'Idea of approach 1' },
    { add: 'A state card', field: 'What a state means' },
    { add: 'A trace', field: 'Title of trace 1' },
    { add: 'The first version', field: 'Title of version 1' },
    { add: null, field: 'Why it holds' },
    { add: 'A twist', field: 'Twist 1' },
    { add: null, field: 'Notes' },
  ];
  for (const { add, field } of stages) {
    if (add !== null) await page.getByRole('button', { name: add, exact: true }).click();
    const box = page.getByRole('textbox', { name: field, exact: true });
    await box.pressSequentially(`typed into ${field}`);
    // At once: nothing has been written to the database yet.
    await page.reload();
    await expect(box).toHaveValue(new RegExp(`typed into ${field}`));
  }
  await page.getByLabel('Title of version 1').focus();
  await page.locator('.cm-content').click();
  await page.keyboard.type('answer = 42');
  await page.reload();
  await expect(page.locator('#code')).toContainText('answer = 42');
});

test('two tabs on one sheet see each other and lose nothing of either', async ({ lernen, page, context }) => {
  await startSheet(lernen, page);
  await page.getByRole('button', { name: 'An observation' }).click();
  await page.getByLabel('Observation 1', { exact: true }).fill('falls');
  await written(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Observation 1', { exact: true })).toHaveValue('falls');

  await other.getByLabel('Observation 1', { exact: true }).focus();
  await other.getByLabel('Argument for observation 1', { exact: true }).fill('else it would have been answered');
  await page.getByLabel('Observation 1', { exact: true }).fill('falls strictly');
  await written(page);
  await written(other);
  for (const tab of [page, other]) {
    await expect(tab.getByLabel('Observation 1', { exact: true })).toHaveValue('falls strictly');
    await expect(tab.getByLabel('Argument for observation 1', { exact: true })).toHaveValue(
      'else it would have been answered',
    );
  }
  await other.getByRole('button', { name: 'Remove observation 1' }).click();
  await expect(page.getByLabel('Observation 1', { exact: true })).toHaveCount(0);
  await other.locator('mat-snack-bar-container').getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Observation 1', { exact: true })).toHaveValue('falls strictly');
});

test('hostile text does no harm, neither on the page nor in an exported picture', async ({ lernen, page }) => {
  await startSheet(lernen, page);
  const hostile = [
    '<img src=x onerror="window.harmed = 1"> <script>window.harmed = 2</script>',
    '[run](javascript:window.harmed=3) ![pixel](https://tracker.example/x.png)',
    '<svg onload="window.harmed = 4"><a xlink:href="javascript:window.harmed=5"><text>x</text></a></svg>',
    '$\\href{javascript:window.harmed=6}{x} \\includegraphics{https://tracker.example/y.png}$',
    '<math><mtext><style><img src=x onerror=window.harmed=7></style></mtext></math> $x^2$ **bold**',
  ].join('\n\n');
  await page.getByLabel('Statement', { exact: true }).fill(hostile);
  await page.getByLabel('Statement', { exact: true }).blur();
  await expect(page.locator('#read app-markdown strong')).toHaveText('bold');
  await expect(page.locator('#read app-markdown math').first()).toBeAttached();
  const shown = page.locator('#read app-markdown');
  await expect(
    shown.locator('img, script, svg, style, iframe, [onerror], [onload], a[href^="javascript"]'),
  ).toHaveCount(0);

  await page.getByRole('button', { name: 'A trace', exact: true }).click();
  await page.locator('[data-cell="0-0"]').focus();
  await page.keyboard.type('"</text><script>window.harmed=8</script>" 2');
  await page.keyboard.press('Enter');
  const svg = await lernen.takeOut('Save as SVG');
  expect(svg).not.toContain('<script');
  const harm = (): Promise<number | undefined> =>
    page.evaluate(() => (window as unknown as { harmed?: number }).harmed);
  expect(await harm()).toBeUndefined();
  await page.goto('about:blank');
  await page.setContent(svg);
  expect(await harm()).toBeUndefined();
});

test('a sheet goes out as Markdown and comes back the same, or with what was changed by hand', async ({
  lernen,
  page,
}) => {
  test.setTimeout(60_000 * slowness);
  await openDemoSheet(lernen, page, 'Ballast Split');
  await expect(page.getByText('before b went')).toBeVisible();
  const text = await lernen.takeOut('Save as Markdown');
  expect(text).toContain('title: Ballast Split');
  expect(text).toContain('> The load of the second hold follows from the first: it is what is left.');

  await lernen.startEmpty();
  await lernen.go('Setup');
  await lernen.bringFile('ballast-split.md', text);
  await expect(page.getByText(/problems: 1 added, .*entries: \d+ added/)).toBeVisible();
  await lernen.bringFile('ballast-split.md', text);
  await expect(page.getByText(/problems: 0 added, 0 changed, 1 left.*entries: 0 added, 0 changed/)).toBeVisible();
  await lernen.bringFile('ballast-split.md', text.replace('it is what is left.', 'it is the rest.'));
  await expect(page.getByText(/entries: 0 added, 1 changed/)).toBeVisible();
  await lernen.bringFile('broken.md', text.replace('kind: slip', 'kind: whim'));
  await expect(page.getByRole('alert')).toContainText(/broken\.md: Cannot read this file at line \d+/);

  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Ballast Split' }).click();
  await expect(page.getByLabel('Observation 1', { exact: true })).toHaveValue(/it is the rest\.$/);
  await expect(page.getByText('before b went')).toBeVisible();
  expect(await lernen.takeOut('Save as Markdown')).toContain('it is the rest.');
});

test('what is far down in a long sheet is made when one goes there, and when it is printed', async ({
  lernen,
  page,
}) => {
  const now = new Date().toISOString();
  const [problem] = demoArchive(now).problems;
  if (!problem) throw new Error('The demo has no problems.');
  const entries = longSheet(problem.id, countingIds(Date.parse(now) - 1000, new SeededRandom(3)));
  await lernen.startEmpty();
  await lernen.go('Setup');
  await lernen.bringFile('long.json', formatArchive(archiveFrom({ ...noRecords, problems: [problem], entries }, now)));
  await expect(page.getByText('problems: 1 added')).toBeVisible();
  await lernen.open(`/problems/${problem.id}`);

  await expect(page.getByText('Whoever waits at 59 stands')).toHaveCount(1);
  const lastObservation = page.getByRole('textbox', { name: 'Observation 60', exact: true });
  await expect(lastObservation).toHaveCount(0);
  await page.keyboard.press('Shift+T');
  await expect(page.locator('[data-cell="0-0"]')).toBeFocused();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+C');
  await expect(page.getByRole('textbox', { name: 'Title of version 30' })).toBeFocused();
  await expect(page.getByRole('textbox', { name: 'Title of version 12' })).toHaveCount(0);

  const unmade = await page.evaluate(() => {
    window.dispatchEvent(new Event('beforeprint'));
    return document.querySelectorAll('.unmade').length;
  });
  expect(unmade).toBe(0);
  await expect(lastObservation).toHaveCount(1);
});

test('a review keeps the sheet back until its end', async ({ lernen, page }) => {
  await openDemoSheet(lernen, page, 'Beacon Line of Sight');
  await page.getByRole('button', { name: 'Spot' }).click();
  const main = page.locator('main');
  await expect(main).toContainText('5 2 4 7 1');
  await expect(main).toContainText('n ≤ 200 000');
  for (const secret of ['stack', 'O(n)', 'waits', 'Who is still waiting']) await expect(main).not.toContainText(secret);
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('radio', { name: 'solved', exact: true }).check();
  await page.getByRole('button', { name: 'Save and compare' }).click();
  await expect(main).toContainText('Keep the towers still waiting for a taller one on a stack');
  await expect(main).toContainText('Whoever still waits stands in falling order.');
  await expect(main).toContainText('How would it work when the row closes to a ring?');
});

test('the family is walked, and the sheet fits a phone', async ({ lernen, page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await openDemoSheet(lernen, page, 'Gull Census Window');
  const family = page.getByLabel('The family, from easy to hard');
  await expect(family.getByRole('link')).toHaveCount(4);
  const wide = await page.evaluate(() =>
    [document.documentElement, document.querySelector('main')].some(
      (it) => it !== null && it.scrollWidth > it.clientWidth,
    ),
  );
  expect(wide).toBe(false);
  await family.getByRole('link', { name: /Net Mesh Windows/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Net Mesh Windows' })).toBeVisible();
  await expect(page.getByLabel('What changes in the approach, relation 1')).toHaveValue(/measure after shrinking/);
});
