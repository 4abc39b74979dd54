import { expect, test } from './lernen';

test('a first visit offers three ways on, and remembers the one taken', async ({ lernen, page }) => {
  await lernen.open();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Be ready on the day');
  for (const way of ['Look at the demo', 'Start empty', 'Bring my records'])
    await expect(page.getByRole('heading', { name: way })).toBeVisible();
  await page.getByRole('button', { name: 'Bring my records' }).click();
  await expect(page).toHaveURL(/\/setup#records$/);
  await lernen.open();
  await expect(page.getByText('Nothing is logged yet.')).toBeVisible();
});

test('the demo lives in a world of its own and leads out of it', async ({ lernen, page }) => {
  await lernen.openDemo();
  await expect(page.getByRole('button', { name: /^Start / }).first()).toBeVisible();
  await lernen.go('Problems');
  await expect(page).toHaveURL(/[?&]demo/);
  await expect(page.getByText('66 problems')).toBeVisible();
  await page.reload();
  await expect(page.getByText('66 problems')).toBeVisible();
  await page.getByRole('link', { name: 'Leave for my own records' }).click();
  await expect(page.getByRole('button', { name: 'Start empty' })).toBeVisible();
  await lernen.open('/problems');
  await expect(page.getByText('0 problems')).toBeVisible();
});

test('the demo can be reset after changes', async ({ lernen, page }) => {
  await lernen.openDemo();
  await lernen.log('Extra Buoy #heap 5m');
  await lernen.go('Problems');
  await expect(page.getByText('67 problems')).toBeVisible();
  await page.getByRole('button', { name: 'Reset the demo' }).click();
  await expect(page.getByRole('button', { name: /^Start / }).first()).toBeVisible();
  await lernen.go('Problems');
  await expect(page.getByText('66 problems')).toBeVisible();
});
