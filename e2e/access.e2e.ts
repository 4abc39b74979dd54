import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './lernen';

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

for (const theme of ['light', 'dark'] as const) {
  test(`every page passes the checks of WCAG 2.2 AA in the ${theme} theme`, async ({ lernen, page }) => {
    test.setTimeout(240_000);
    await page.emulateMedia({ colorScheme: theme });
    await lernen.open();
    await expect(page.getByRole('button', { name: 'Start empty' })).toBeVisible();
    const check = async (name: string): Promise<void> => {
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze();
      expect
        .soft(violations.map((it) => `${name}: ${it.id} ${it.nodes.map((node) => node.target.join(' ')).join(', ')}`))
        .toEqual([]);
    };
    await check('welcome');
    for (const place of places) {
      await lernen.openDemo(place);
      await page.waitForTimeout(900);
      await check(place);
    }
    await lernen.openDemo('/runway');
    await page.getByLabel('there were').selectOption('more');
    await expect(page.getByRole('img', { name: /Readiness by day/ })).toBeVisible();
    await check('what if');
    await lernen.openDemo();
    await lernen.quickLine.fill('Gull Census #heap 31mins');
    await check('quick line');
    await lernen.quickLine.fill('');
    await lernen.open('/problems?demo&search=Beacon');
    await page.getByRole('link', { name: 'Beacon Line of Sight' }).click();
    // Stages further down are made when there is time.
    for (const name of ['Another version', 'A twist']) await expect(page.getByRole('button', { name })).toBeVisible();
    await check('problem');
    await page.getByRole('button', { name: 'Spot' }).click();
    await page.getByRole('button', { name: 'Finish' }).click();
    await check('review');
    await page.getByRole('radio', { name: 'solved', exact: true }).check();
    await page.getByRole('button', { name: 'Save and compare' }).click();
    await expect(page.getByRole('table')).toBeVisible();
    await check('compared');
  });
}

test('no page scrolls sideways at 360 px', async ({ lernen, page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  for (const place of places) {
    await lernen.openDemo(place);
    await page.waitForTimeout(500);
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
