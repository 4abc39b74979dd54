import type { Locator, Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';

/** Presses as a hand does: down, a tenth of a second, up at the same place. */
async function press(target: Locator): Promise<void> {
  await target.click({ delay: 100 });
}

async function openSheet(lernen: Lernen, page: Page, search: string): Promise<void> {
  await lernen.open(search);
  await press(page.getByRole('table').getByRole('link').first());
  await expect(page.getByRole('button', { name: 'Print' })).toBeVisible();
}

const worlds = [
  { name: 'demo', open: openSheetOfDemo },
  { name: 'own log', open: openOwnSheet },
] as const;

async function openSheetOfDemo(lernen: Lernen, page: Page): Promise<void> {
  await openSheet(lernen, page, '/problems?demo&search=Beacon');
}

async function openOwnSheet(lernen: Lernen, page: Page): Promise<void> {
  await lernen.startEmpty();
  await lernen.log('Wharf Crane Reach #heap 20m');
  await openSheet(lernen, page, '/problems');
}

for (const { name, open } of worlds) {
  test(`every stage link of a sheet leads to its stage, ${name}`, async ({ lernen, page }) => {
    await open(lernen, page);
    const links = page.getByRole('navigation', { name: 'Stages of the sheet' }).getByRole('link');
    await expect(links).toHaveCount(10);
    for (const link of await links.all()) {
      await press(link);
      await expect(link).toHaveAttribute('aria-current', 'true');
      const stage = new URL(page.url()).hash.slice(1);
      expect(stage).toMatch(/^[a-z]+$/);
      await expect(page.locator(`#${stage}`)).toBeInViewport();
    }
    expect(new URL(page.url()).searchParams.has('demo')).toBe(name === 'demo');
  });

  test(`a press counts while the cursor is in an entry above, ${name}`, async ({ lernen, page }) => {
    await open(lernen, page);
    const approaches = page.getByLabel(/^Idea of approach \d+$/);
    const adds = page.locator('app-approaches-stage .adding');
    if ((await approaches.count()) === 0) await press(adds.getByRole('button', { name: 'The plain approach' }));
    const before = await approaches.count();
    await press(approaches.last());
    await expect(page.getByLabel(`Technique of approach ${before}`)).toBeVisible();
    await press(adds.getByRole('button', { name: 'A better approach' }));
    await expect(approaches).toHaveCount(before + 1);
    const cards = page.locator('app-state-card-part');
    const cardsBefore = await cards.count();
    await press(approaches.last());
    await press(adds.getByRole('button', { name: 'A state card' }));
    await expect(cards).toHaveCount(cardsBefore + 1);

    const observations = page.getByLabel(/^Observation \d+$/);
    const another = page.getByRole('button', { name: 'An observation' });
    await press(another);
    const seen = await observations.count();
    await press(observations.last());
    await page.keyboard.type('the order *does not* matter');
    await press(another);
    await expect(observations).toHaveCount(seen + 1);
  });

  test(`the technique that is pressed is the one that is taken, ${name}`, async ({ lernen, page }) => {
    await open(lernen, page);
    await press(page.getByRole('button', { name: 'Edit', exact: true }));
    const picker = page.getByRole('combobox', { name: 'Add a technique' });
    const chips = page.locator('app-problem-form mat-chip');
    await press(picker);
    await picker.pressSequentially('stack');
    await press(page.getByRole('option', { name: 'Monotonic stack' }));
    await expect(chips.last()).toContainText('Monotonic stack');

    await picker.pressSequentially('breadth');
    await picker.press('Enter');
    await expect(chips.last()).toContainText('Breadth-first search');
    await picker.pressSequentially('no such thing');
    await picker.press('Enter');
    await expect(page.getByText('No technique is called that.')).toBeVisible();
    await expect(picker).toHaveValue('no such thing');
  });
}

test('a link to a part of a page leads to it, a new page begins at its top, and going back leads to where one was', async ({
  lernen,
  page,
}) => {
  await lernen.openDemo('/techniques');
  const main = page.locator('#main');
  const top = (): Promise<number> => main.evaluate((it) => Math.round(it.scrollTop));
  await expect.poll(() => main.evaluate((it) => it.scrollHeight - it.clientHeight)).toBeGreaterThan(300);
  const link = main.getByRole('link').last();
  await link.scrollIntoViewIfNeeded();
  const before = await top();
  expect(before).toBeGreaterThan(200);
  await link.click();
  await expect(page).toHaveURL(/techniques\/[a-z-]+\?demo/);
  await expect.poll(top).toBe(0);
  await page.goBack();
  await expect.poll(top).toBe(before);
  await lernen.go('Problems');
  await expect.poll(top).toBe(0);
  await page.goto(`${lernen.server.address}/techniques/heap?demo`);
  await page.getByRole('link', { name: 'Rename, merge or hide it' }).click();
  await expect(page.getByRole('heading', { name: 'Techniques', level: 2 })).toBeInViewport();
  await page.goto(`${lernen.server.address}/setup?demo#backups`);
  await expect(page.getByRole('heading', { name: 'Backups' })).toBeInViewport();
});
