import { expect, test } from './lernen';

test('a line is read back, saved with Enter and undone from its message', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await page.keyboard.press('l');
  await expect(lernen.quickLine).toBeFocused();
  await page.keyboard.type('Lens Polishing Order #topo 31m x2 O(V+E) O(V) !edge-case ~hint =medium');
  for (const part of [
    'title Lens Polishing Order',
    'technique Topological sort',
    'time 31 min',
    'attempts 2',
    'time cost O(V+E)',
    'slip edge case',
    'help had a hint',
  ]) {
    await expect(page.locator('.read > span', { hasText: part })).toBeVisible();
  }
  await page.keyboard.press('Escape');
  await lernen.quickLine.press('Enter');
  await expect(page.getByText('Logged Lens Polishing Order as a new problem.')).toBeVisible();
  await lernen.go('Problems');
  await expect(page.getByRole('link', { name: 'Lens Polishing Order' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Undone.')).toBeVisible();
  await expect(page.getByText('0 problems')).toBeVisible();
});

test('what is not understood is marked, explained and never saved', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.quickLine.fill('Gull Census 31s !edgecase');
  await expect(page.getByText('Write a time as 31m, 1h or 1h05m')).toBeVisible();
  await expect(page.getByText('Did you mean !edge-case?')).toBeVisible();
  await expect(page.locator('.marks .marked')).toHaveText(['31s', '!edgecase']);
  await lernen.quickLine.press('Enter');
  await expect(lernen.quickLine).toHaveValue('Gull Census 31s !edgecase');
  await lernen.go('Problems');
  await expect(page.getByText('0 problems')).toBeVisible();
});

test('completion works by keyboard, and a known title adds a sitting', async ({ lernen, page }) => {
  await lernen.openDemo();
  await lernen.quickLine.focus();
  await page.keyboard.type('beacon li');
  await expect(page.getByRole('option', { name: /Beacon Line of Sight/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(lernen.quickLine).toHaveValue('Beacon Line of Sight ');
  await page.keyboard.type('#mono');
  await expect(page.getByRole('option', { name: /Monotonic stack/ })).toBeVisible();
  await page.keyboard.press('Tab');
  await page.keyboard.type('22m');
  await expect(page.getByText(/known: adds sitting \d+/)).toBeVisible();
});

test('Escape leaves a draft for later, even over a reload', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.quickLine.fill('Half a Thought 12m');
  await lernen.quickLine.press('Escape');
  await lernen.quickLine.press('Escape');
  await expect(lernen.quickLine).not.toBeFocused();
  await page.reload();
  await expect(lernen.quickLine).toHaveValue('Half a Thought 12m');
});

test('the form takes over what was typed, and corrects a sitting later', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.quickLine.fill('Tide Gauge Gaps #intervals 18m x2');
  await page.getByRole('link', { name: 'Form' }).click();
  await expect(page.getByLabel('Problem', { exact: true })).toHaveValue('Tide Gauge Gaps');
  await expect(page.getByLabel('Minutes')).toHaveValue('18');
  await lernen.choose('Verdict of attempt 1', 'wrong answer');
  await page.getByRole('option', { name: 'off by one' }).click();
  await page.reload();
  await expect(page.getByText('What you had typed was brought back.')).toBeVisible();
  await expect(page.getByRole('option', { name: 'off by one' })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Tide Gauge Gaps' })).toBeVisible();
  await expect(lernen.quickLine).toHaveValue('');
  await expect(page.getByText('18 min · solved · 2 attempts')).toBeVisible();
  await page.getByRole('link', { name: /^Edit the sitting/ }).click();
  await page.getByLabel('Minutes').fill('28');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('28 min · solved · 2 attempts')).toBeVisible();
});

for (const world of ['own log', 'demo'] as const)
  test(`a title alone is asked about, kept for later and offered where something new is planned, ${world}`, async ({
    lernen,
    page,
  }) => {
    if (world === 'demo') await lernen.openDemo();
    else await lernen.startEmpty();
    const title = 'Harbour Light Periods';
    await lernen.quickLine.fill(`${title} #union-find`);
    await lernen.quickLine.press('Enter');
    await expect(page.getByText('Nothing says how it went.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'For later' })).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(lernen.quickLine).toBeFocused();
    await lernen.quickLine.press('Enter');
    await page.getByRole('button', { name: 'For later' }).click({ delay: 100 });
    await expect(lernen.quickLine).toHaveValue('');
    await expect(page.getByText(`Kept ${title} for later.`)).toBeVisible();

    await lernen.go('Problems');
    await page.getByRole('button', { name: 'New problem' }).click({ delay: 100 });
    const lines = 'Skerry Walk #bfs =easy\nhttps://example.org/tasks/tide-ladder #hash-lookup\nSkerry walk\n#heap';
    await page.getByLabel(/^Problems for later, one a line/).fill(lines);
    await expect(page.getByText('It stands in the list twice.')).toBeVisible();
    await page.getByRole('button', { name: 'Keep 2 problems for later' }).click({ delay: 100 });
    await expect(page.getByText('Kept 2 problems for later.')).toBeVisible();
    await expect(page.getByLabel(/^Problems for later, one a line/)).toHaveValue('Skerry walk\n#heap');
    await lernen.choose('Last result', 'kept for later');
    for (const name of [title, 'Skerry Walk', 'Tide ladder']) {
      await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
    }
    await page.getByRole('link', { name: title }).click({ delay: 100 });
    await expect(page.getByText('Not enough yet: no sitting is logged.')).toBeVisible();
    await page.getByRole('button', { name: 'Start the first solve' }).click({ delay: 100 });
    await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
  });
