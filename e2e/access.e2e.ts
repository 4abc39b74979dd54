import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './lernen';
import { slowness } from './server';

const places = [
  '/today',
  '/problems',
  '/problems/lists',
  '/techniques',
  '/techniques/heap',
  '/runway',
  '/runway/why',
  '/looking-back',
  '/setup',
  '/sitting/new',
];

/** Everything in the light theme, and what depends on colours in the dark one. */
async function check(page: Page, name: string): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    const axe = new AxeBuilder({ page });
    const { violations } = await (
      colorScheme === 'light'
        ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        : axe.withRules(['color-contrast', 'link-in-text-block'])
    ).analyze();
    const found = violations.map((it) => `${it.id} ${it.nodes.map((node) => node.target.join(' ')).join(', ')}`);
    expect.soft(found, `${name}, ${colorScheme}`).toEqual([]);
  }
}

test('every place passes the checks of WCAG 2.2 AA in both themes', async ({ lernen, page }) => {
  test.setTimeout(240_000 * slowness);
  await lernen.open();
  await expect(page.getByRole('button', { name: 'Start empty' })).toBeVisible();
  await check(page, 'welcome');
  for (const place of places) {
    await lernen.openDemo(place);
    await lernen.settled();
    await check(page, place);
  }
});

test('every page of the work passes the checks of WCAG 2.2 AA in both themes', async ({ lernen, page }) => {
  test.setTimeout(240_000 * slowness);
  await lernen.openDemo('/runway');
  await lernen.settled();
  await lernen.choose('there were', '15 min more a day');
  await expect(page.getByRole('img', { name: /Readiness by day/ })).toBeVisible();
  await check(page, 'what if');
  await lernen.openDemo();
  await lernen.quickLine.fill('Gull Census #heap 31s');
  await check(page, 'quick line');
  await lernen.quickLine.fill('');
  await lernen.open('/problems?demo&search=Beacon');
  await page.getByRole('link', { name: 'Beacon Line of Sight' }).click();
  // Stages further down are made when there is time.
  for (const name of ['Another version', 'A twist']) await expect(page.getByRole('button', { name })).toBeVisible();
  await check(page, 'problem');
  await page.getByRole('button', { name: 'Spot' }).click();
  await page.getByRole('button', { name: 'Finish' }).click();
  await check(page, 'review');
  await page.getByRole('radio', { name: 'solved', exact: true }).check();
  await page.getByRole('button', { name: 'Save and compare' }).click();
  await expect(page.getByRole('table')).toBeVisible();
  await check(page, 'compared');
});

test('no page scrolls sideways at 360 px', async ({ lernen, page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  for (const place of places) {
    await lernen.openDemo(place);
    await lernen.settled();
    const wide = await page.evaluate(() =>
      [document.documentElement, document.querySelector('main')].some(
        (it) => it !== null && it.scrollWidth > it.clientWidth,
      ),
    );
    expect.soft(wide, place).toBe(false);
  }
});

test('everything of an evening works by keyboard alone', async ({ lernen, page }) => {
  await lernen.openDemo();
  await expect(page.getByRole('button', { name: /^Start / }).first()).toBeVisible();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/problems/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeHidden();
  await page.keyboard.press('1');
  await expect(page).toHaveURL(/today/);
  const runway = page.getByRole('slider', { name: /Runway/ });
  await runway.focus();
  await page.keyboard.press('ArrowRight');
  await expect(runway).toHaveAttribute('aria-valuetext', /min planned/);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/runway\?demo&day=\d{4}-\d\d-\d\d/);
  await page.keyboard.press('n');
  await expect(page.getByRole('timer')).toBeVisible();
  await page.getByRole('button', { name: 'Finish' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'abandoned' }).focus();
  await page.keyboard.press('Space');
  const save = page.getByRole('button', { name: 'Save and compare' });
  await expect(save).toBeEnabled();
  await save.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Recall' })).toBeVisible();
});
