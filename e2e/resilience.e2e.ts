import { readFile, readdir } from 'node:fs/promises';
import { chromium as browserType } from '@playwright/test';
import { Lernen, expect, test } from './lernen';
import { chromium, slowness, startTestServer } from './server';

test('two tabs show the same log and lose nothing of each other', async ({ lernen, page, context }) => {
  await lernen.startEmpty();
  const other = new Lernen(await context.newPage(), lernen.server);
  await other.open('/problems');
  await Promise.all([lernen.log('Gull Census Window #sliding 31m'), other.log('Storm Log Merge #heap 44m')]);
  await lernen.go('Problems');
  for (const tab of [page, other.page]) {
    await expect(tab.getByRole('link', { name: 'Gull Census Window' })).toBeVisible();
    await expect(tab.getByRole('link', { name: 'Storm Log Merge' })).toBeVisible();
  }
  await page.getByRole('link', { name: 'Gull Census Window' }).click();
  await page.getByRole('button', { name: 'Sketch' }).click();
  await expect(other.page.getByRole('link', { name: 'Under way' })).toBeVisible();
});

test('a text of megabytes is refused where it does not fit, and one that was left locks nobody out', async ({
  lernen,
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await lernen.openDemo('/today');
  const line = page.getByRole('combobox', { name: 'log' });
  await line.fill('Gull Census ');
  await page.evaluate(() => navigator.clipboard.writeText('Beacon '.repeat(300_000)));
  await page.keyboard.press('Control+V');
  await expect(page.getByText(/This field holds 4\s000 characters; .* Nothing was taken\./)).toBeVisible();
  await expect(line).toHaveValue('Gull Census ');
  await page.evaluate(() => localStorage.setItem('lernen-demo:quick-line', 'x'.repeat(2_000_000)));
  await page.reload();
  await expect(line).toHaveValue('');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save it as a file' }).click();
  expect((await readFile(await (await download).path())).length).toBe(2_000_000);
});

test('what is written into the page as HTML is made harmless, and no worker comes from elsewhere', async ({
  lernen,
  page,
}) => {
  await lernen.openDemo('/problems');
  // Where there are texts in Markdown there is the sanitizer; on a page before it nothing is written at all.
  await page.getByRole('table', { name: 'Problems' }).getByRole('link').first().click();
  await expect(page.getByRole('region', { name: 'Bounds' })).toBeVisible();
  const written = await page.evaluate(() => {
    const part = document.createElement('div');
    part.innerHTML =
      '<b>kept</b><i title="javascript:1"><iframe srcdoc="1"></iframe></i><script>document.title = 2</script>';
    return part.innerHTML;
  });
  expect(written).toBe('<b>kept</b><i title="javascript:1"></i>');
  await expect(page.evaluate(() => void new Worker('https://tide.example/beacon.js'))).rejects.toThrow(/was refused/);
});

test('the app goes on when the server is gone, and a backup is offered to an empty browser', async () => {
  const server = await startTestServer();
  const browser = await browserType.launch(chromium);
  try {
    const lernen = new Lernen(await browser.newPage(), server);
    await lernen.startEmpty();
    await lernen.log('Gull Census Window #sliding 31m');
    await lernen.go('Setup');
    await lernen.page.getByRole('button', { name: 'Back up now' }).click();
    await expect(lernen.page.getByText('Backed up to disk.')).toBeVisible();
    expect(await readdir(server.backupFolder)).toHaveLength(1);

    const fresh = new Lernen(await (await browser.newContext()).newPage(), server);
    await fresh.open();
    await fresh.page.getByRole('button', { name: 'Restore it' }).click();
    await expect(fresh.page.getByText('Restored 1 problem and 1 sitting.')).toBeVisible();

    // One that began without it can have it later.
    const third = new Lernen(await (await browser.newContext()).newPage(), server);
    await third.startEmpty();
    await third.go('Setup');
    await third.page.getByRole('button', { name: 'Merge it in' }).click();
    await expect(third.page.getByText('problems: 1 added, 0 changed, 0 left as they were')).toBeVisible();
    await third.page.close();

    // Every place is fetched some time after the first page: from then on the server may go.
    const scripts = (): Promise<number> =>
      fresh.page.evaluate(
        () => performance.getEntriesByType('resource').filter(({ name }) => /\.js$/.test(name)).length,
      );
    let before = 0;
    const isAllFetched = async (): Promise<boolean> => {
      const [earlier, now] = [before, await scripts()];
      before = now;
      return now === earlier;
    };
    await expect.poll(isAllFetched, { intervals: [3000 * slowness] }).toBe(true);
    await fresh.page.waitForLoadState('networkidle');
    await server.stop();
    for (const place of ['Problems', 'Techniques', 'Runway', 'Setup'] as const) await fresh.go(place);
    await expect(fresh.page.getByText('The server does not answer: there are no backups')).toBeVisible();
    await fresh.log('Storm Log Merge #heap 44m');
    await fresh.go('Problems');
    await expect(fresh.page.getByRole('link', { name: 'Storm Log Merge' })).toBeVisible();
  } finally {
    await browser.close();
    await server.discard();
  }
});

test('a database that is deleted under an open page is missed, nothing is made in its place, and a backup brings it back', async ({
  lernen,
  page,
}) => {
  await lernen.startEmpty();
  await lernen.log('Gull Census Window #sliding 31m');
  await lernen.go('Setup');
  await lernen.page.getByRole('button', { name: 'Back up now' }).click();
  await expect(lernen.page.getByText('Backed up to disk.')).toBeVisible();
  await lernen.go('Problems');
  const remove = page.evaluate(
    () =>
      new Promise<void>((resolve) => {
        indexedDB.deleteDatabase('lernen').onsuccess = () => resolve();
      }),
  );
  await expect(page.getByText('The records were deleted in this browser while the page was open.')).toBeVisible();
  await remove;
  await lernen.quickLine.fill('Storm Log Merge #heap 44m');
  await lernen.quickLine.press('Enter');
  await expect(page.getByText('Nothing is written until then.').last()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Gull Census Window' })).toBeVisible();
  await expect(lernen.quickLine).toHaveValue('Storm Log Merge #heap 44m');
  expect(await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name))).not.toContain(
    'lernen',
  );
  await lernen.go('Setup');
  await expect(page.getByRole('heading', { name: 'What was done' })).toBeVisible();
  await lernen.settled();
  await expect(page.getByText('DatabaseClosed')).toHaveCount(0);
  await page.getByRole('button', { name: 'Reload' }).click();
  await expect(page.getByText('Your records are no longer in this browser:')).toBeVisible();
  await page.getByRole('link', { name: 'Choose a backup' }).click();
  await expect(page.getByRole('heading', { name: 'Backups' })).toBeInViewport();
  await page.getByRole('button', { name: 'Merge it in' }).click();
  await expect(page.getByText('Your records are no longer in this browser:')).toBeHidden();
  await lernen.go('Problems');
  await expect(page.getByRole('link', { name: 'Gull Census Window' })).toBeVisible();
  await expect(lernen.quickLine).toHaveValue('Storm Log Merge #heap 44m');
});
