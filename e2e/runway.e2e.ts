import { dayIn, expect, test } from './lernen';

test('an interview in another zone shows both times, and moving it plans again', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.log('Gull Census Window #sliding 31m');
  await lernen.log('Storm Log Merge #heap 44m ~hint');
  await lernen.go('Runway');
  await page.getByRole('button', { name: 'Add an interview' }).click();
  await page.getByLabel('Employer').fill('Otterbridge');
  await page.getByLabel('Day', { exact: true }).fill(dayIn(28));
  await page.getByLabel('Time', { exact: true }).fill('09:00');
  await page.getByLabel(/Time zone/).fill('Nowhere/Skerry');
  await expect(page.getByText('is not a time zone')).toBeVisible();
  await page.getByLabel(/Time zone/).fill('America/Los_Angeles');
  await expect(page.getByText(/09:00 Los Angeles = .* 18:00 here/)).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const days = page.locator('.days li');
  await expect(days).toHaveCount(29);
  await page.getByRole('button', { name: 'Change the interview at Otterbridge' }).click();
  await page.getByLabel('Day', { exact: true }).fill(dayIn(35));
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(days).toHaveCount(36);
  await page.getByRole('button', { name: 'Change the interview at Otterbridge' }).click();
  await page.getByLabel('It is').selectOption('cancelled');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(days).toHaveCount(31);
});

test('a day can be opened, given other minutes, and an item pinned to another day', async ({ lernen, page }) => {
  await lernen.openDemo('/runway');
  const day = page.getByRole('region', { name: /^\w+, \d+ \w+$/ });
  const first = day.locator('.item a').first();
  const title = (await first.textContent()) ?? '';
  await day.locator('.item input[type=date]').first().fill(dayIn(3));
  await expect(page.getByText(`Pinned ${title} to`)).toBeVisible();
  await lernen.open(`/runway?demo&day=${dayIn(3)}`);
  await expect(day.locator('.item', { hasText: title })).toContainText('You pinned it to this day.');
  await day.getByLabel('minutes').fill('0');
  await day.getByLabel('minutes').press('Enter');
  await expect(day).toContainText('A day off.');
  await lernen.go('Today');
  await expect(page.getByText('A pin does not fit:')).toBeVisible();
});

test('an item can be put off and dropped for good', async ({ lernen, page }) => {
  await lernen.openDemo();
  const titles = page.locator('.items .title');
  const title = (await titles.first().textContent()) ?? '';
  await page.getByRole('button', { name: `More for ${title}` }).click();
  await page.getByRole('menuitem', { name: 'Not today' }).click();
  await expect(titles.filter({ hasText: title })).toHaveCount(0);
  const next = (await titles.first().textContent()) ?? '';
  await page.getByRole('button', { name: `More for ${next}` }).click();
  await page.getByRole('menuitem', { name: 'Never plan it again' }).click();
  await expect(titles.filter({ hasText: next })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Undone.')).toBeVisible();
});
