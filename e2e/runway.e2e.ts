import { dayIn, expect, test } from './lernen';
import { slowness } from './server';

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
  await page.keyboard.press('Tab');
  await expect(page.getByText('No time zone is called that.').first()).toBeVisible();
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
  await lernen.choose('It is', 'cancelled');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(days).toHaveCount(31);
});

test('a day can be opened, given other minutes, and an item pinned to another day', async ({ lernen, page }) => {
  await lernen.openDemo('/runway');
  const day = page.getByRole('region', { name: /^\w+, \d+ \w+$/ });
  const first = day.locator('.item a').first();
  const title = (await first.textContent()) ?? '';
  await day
    .getByLabel(/^pin to a day/)
    .first()
    .fill(dayIn(3));
  await page.keyboard.press('Enter');
  await expect(page.getByText(`Pinned ${title} to`)).toBeVisible();
  await lernen.open(`/runway?demo&day=${dayIn(3)}`);
  await expect(day.locator('.item', { hasText: title })).toContainText('You pinned it to this day.');
  await day.getByLabel('Minutes of this day').fill('0');
  await day.getByLabel('Minutes of this day').press('Enter');
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
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Undone.')).toBeVisible();
});

test('what if shows two curves and the difference, and changes nothing', async ({ lernen, page }) => {
  await lernen.openDemo('/runway');
  const days = page.locator('.days li');
  await expect(days).toHaveCount(35);
  const part = page.getByRole('region', { name: 'What if' });
  await lernen.choose('there were', '15 min more a day');
  const row = part.getByRole('row', { name: /^Otterbridge/ });
  // Which of the interviews has more of the minutes is for the plan to say.
  await expect(part).toContainText(/\+ \d+\.\d points/);
  await lernen.choose('there were', '15 min less a day');
  await expect(part).toContainText(/− \d+\.\d points/);
  await lernen.choose('there were', 'a technique left alone');
  await expect(part.getByLabel('which')).toContainText(/min planned/);
  await expect(row).toContainText(/points|none/);
  await lernen.choose('there were', 'nothing until a day');
  await expect(part.getByLabel('until', { exact: true })).not.toHaveValue('');
  await expect(row).toContainText(/points|none/);
  await lernen.choose('there were', 'an interview a week earlier');
  await lernen.choose('which', 'Otterbridge onsite');
  await expect(row).toContainText(/points|none/);
  await expect(days).toHaveCount(35);
  await lernen.choose('there were', 'choose a question');
  await expect(part).toContainText('Asking changes nothing.');
});

test('a day tells why it holds what it holds, and what would have to change', async ({ lernen, page }) => {
  await lernen.openDemo('/runway');
  await page.getByRole('link', { name: 'Why this plan' }).click();
  await expect(page.getByRole('heading', { name: /^Why this plan for/ })).toBeVisible();
  await expect(page.getByText(/points of readiness over doing nothing/)).toBeVisible();
  await expect(page.getByText(/No plan within your minutes could add more than/)).toBeVisible({
    timeout: 20_000 * slowness,
  });
  const nearest = page.getByRole('region', { name: 'What came nearest' });
  await expect(nearest).toContainText(/With \d+ min more on this day it would (have room|take the place of)|stands on/);
  await lernen.open('/runway/why?demo&day=2031-01-01');
  await expect(page.getByText('This day is not in the plan.')).toBeVisible();
});

test('looking back tells how far to believe the numbers, and waits for enough of them', async ({ lernen, page }) => {
  await lernen.openDemo('/techniques');
  await page.getByRole('link', { name: 'How far to believe the numbers' }).click();
  await expect(page.getByText(/Over \d+ sittings predicted and observed are \d+ points? apart/)).toBeVisible();
  await expect(page.locator('app-chart svg').first()).toBeVisible();
  await expect(page.getByRole('table')).toHaveCount(2);
});

test('a log out of the ordinary is explained', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.open('/looking-back');
  await expect(page.getByText('Nothing to look back on yet.')).toBeVisible();
  await lernen.go('Runway');
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']) {
    await page.getByLabel(day, { exact: true }).fill('0');
    await page.getByLabel(day, { exact: true }).press('Enter');
  }
  await lernen.log('Gull Census Window #sliding 31m @120d');
  await lernen.go('Today');
  await expect(page.getByText('No day of the coming month has any minutes')).toBeVisible();
  await expect(page.getByText(/Nothing was logged for 1\d\d days/)).toBeVisible();
});
