import type { Locator, Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';

/** Presses as a hand does: down, a tenth of a second, up at the same place. */
async function press(target: Locator): Promise<void> {
  await target.click({ delay: 100 });
}

const titlesIn = (list: Locator): Promise<string[]> => list.getByRole('listitem').getByRole('link').allTextContents();

async function openLists(lernen: Lernen, page: Page): Promise<void> {
  await lernen.go('Problems');
  await press(page.getByRole('link', { name: /^Lists/ }));
  await expect(page.getByRole('heading', { level: 1, name: 'Lists' })).toBeVisible();
}

for (const world of ['demo', 'own log'] as const)
  test(`a list is made, filled, put in order and worked off, ${world}`, async ({ lernen, page }) => {
    if (world === 'demo') await lernen.openDemo();
    else await lernen.startEmpty();
    await openLists(lernen, page);
    await page.getByLabel('A new list').fill('Homework of Thursday');
    await press(page.getByRole('button', { name: 'Make the list' }));
    const list = page.getByRole('region', { name: 'Homework of Thursday' });
    await list
      .getByLabel('Problems for later, one a line')
      .fill('Kelp Row Mowing #greedy\nhttps://example.org/tasks/night-tide-table =hard\nSolved it 20m x2\nWharf Steps');
    await expect(list.getByText('This tells of a sitting')).toBeVisible();
    await press(list.getByRole('button', { name: 'Keep 3 problems for later' }));
    await expect.poll(() => titlesIn(list)).toEqual(['Kelp Row Mowing', 'Night tide table', 'Wharf Steps']);
    await expect(list.getByLabel('Problems for later, one a line')).toHaveValue('Solved it 20m x2');
    await press(list.getByRole('button', { name: 'Close' }));

    await press(list.getByRole('button', { name: 'Move Wharf Steps up' }));
    await expect.poll(() => titlesIn(list)).toEqual(['Kelp Row Mowing', 'Wharf Steps', 'Night tide table']);
    await list.locator('.grip').last().dragTo(list.locator('.grip').first(), { steps: 12 });
    await expect.poll(() => titlesIn(list)).toEqual(['Night tide table', 'Kelp Row Mowing', 'Wharf Steps']);
    await list.getByLabel('Last day').fill(await page.evaluate(() => new Date().toLocaleDateString('sv')));
    await page.keyboard.press('Enter');
    await expect(list.getByText('0 of 3 solved, until tonight')).toBeVisible();

    await lernen.log('Night tide table 25m');
    await expect(list.getByText('1 of 3 solved')).toBeVisible();
    await expect(list.getByRole('listitem').first()).toHaveClass(/solved/);
    await lernen.go('Today');
    const due = page.getByRole('region', { name: 'Lists that are due' });
    await expect(due.getByText('Homework of Thursday')).toBeVisible();
    await press(due.getByRole('button', { name: 'Solve Kelp Row Mowing of Homework of Thursday' }));
    await expect(page.getByRole('heading', { name: 'Kelp Row Mowing' })).toBeVisible();

    await page.goBack();
    await openLists(lernen, page);
    await press(list.getByRole('button', { name: 'Take Wharf Steps off the list' }));
    await press(page.getByRole('button', { name: 'Undo', exact: true }));
    await expect.poll(() => titlesIn(list)).toEqual(['Night tide table', 'Kelp Row Mowing', 'Wharf Steps']);
    await page.reload();
    await expect.poll(() => titlesIn(list)).toEqual(['Night tide table', 'Kelp Row Mowing', 'Wharf Steps']);
    await press(list.getByRole('button', { name: 'Remove the list' }));
    await expect(list).toHaveCount(0);
    await lernen.go('Problems');
    await expect(page.getByRole('link', { name: 'Wharf Steps' })).toBeVisible();
  });

test('a problem without a technique is named as a Spot where something new is planned', async ({ lernen, page }) => {
  await lernen.openDemo();
  const fresh = page.getByRole('listitem').filter({ hasText: 'Something new' }).first();
  const name = (await fresh.getByText(/^Something new: /).textContent())?.replace('Something new: ', '').trim() ?? '';
  await press(fresh.getByRole('button', { name: /^Start/ }));
  await page.getByLabel('Technique of Letter in the Lamp Room').fill(name);
  await press(page.getByRole('option', { name }).first());
  await expect(page.getByLabel('Technique of Letter in the Lamp Room')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Solve Letter in the Lamp Room' })).toBeVisible();
});

test('a spreadsheet of problems for later comes in as a list, and lists go out', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.go('Setup');
  await lernen.bringFile('course.csv', 'title,pattern,level\nRope Ring Count,heap,hard\nBell Tower Steps,,\n,,easy\n');
  await expect(page.getByLabel('Each row is')).toHaveText('a problem for later');
  await page.getByLabel('On the list, where the row names none').fill('Course week 4');
  await page.keyboard.press('Tab');
  await press(page.getByRole('button', { name: 'See what cannot be read' }));
  await expect(page.getByText('has no title')).toBeVisible();
  await press(page.getByRole('button', { name: 'See what comes in' }));
  await expect(page.getByText('Course week 4').first()).toBeVisible();
  await press(page.getByRole('button', { name: 'Bring in 2 rows' }));
  await expect(page.getByText('Kept 2 new problems for later.')).toBeVisible();
  const csv = await lernen.takeOut('Lists, as CSV');
  expect(csv.split('\r\n').slice(0, 2)).toEqual([
    'list,until,place,problem id,title,difficulty,techniques,link,state,list id,list created',
    expect.stringMatching(/^Course week 4,,1,[0-9a-f-]{36},Rope Ring Count,hard,Heap,,planned,[0-9a-f-]{36},20/),
  ]);
  await openLists(lernen, page);
  await expect(page.getByText('0 of 2 solved')).toBeVisible();
  expect(await page.getByText('Nothing is logged yet.').count()).toBe(0);
});
