import { type Lernen, expect, test } from './lernen';

async function startSketch({ page }: Lernen): Promise<void> {
  await page.getByRole('link', { name: 'Beacon Line of Sight' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Beacon Line of Sight' })).toBeVisible();
  await page.getByRole('button', { name: 'Sketch' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
}

test('a review hides the answer, survives a reload and a closed page, and is compared at the end', async ({
  lernen,
  page,
  context,
}) => {
  await lernen.open('/problems?demo&search=Beacon');
  await startSketch(lernen);
  const main = page.getByRole('main');
  await expect(main).toContainText('Towers stand along a coast');
  await expect(main).toContainText('n ≤ 200 000');
  await expect(main).not.toContainText('Monotonic');
  await expect(main).not.toContainText('O(n)');

  await page.getByLabel('Technique named first').fill('stack match');
  await page.getByRole('option', { name: /^Stack / }).click();
  await page.getByRole('button', { name: 'That one' }).click();
  await page.reload();
  await expect(page.getByText('You named Stack.')).toBeVisible();

  await page.close();
  const again = await context.newPage();
  await again.goto(`${lernen.server.address}/desk?demo`);
  await expect(again.getByText('You named Stack.')).toBeVisible();
  await again.getByRole('button', { name: 'Finish' }).click();
  await again.getByRole('radio', { name: 'solved', exact: true }).check();
  await again.getByLabel('Time cost').fill('O(2n)');
  await again.getByLabel('Space cost').fill('O(1)');
  await again.getByLabel('Note', { exact: true }).fill('a wall hides what stands behind it');
  await again.reload();
  await expect(again.getByLabel('Note', { exact: true })).toHaveValue('a wall hides what stands behind it');
  await again.getByRole('button', { name: 'Save and compare' }).click();
  await expect(again.getByRole('row', { name: /Technique/ })).toContainText('mixed up with stack');
  await expect(again.getByRole('row', { name: /Time cost/ })).toContainText('equal');
  await expect(again.getByRole('row', { name: /Space cost/ })).toContainText('not equal: O(n) is recorded');
  await expect(again.getByText(/% now, (?:one half in about|just below|below one half)/)).toBeVisible();
});

test('a clock that ran on in a crashed page is stopped at the last sign of life', async ({ lernen, page }) => {
  await lernen.open('/problems?demo&search=Beacon');
  await startSketch(lernen);
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('lernen-demo');
        opening.onsuccess = () => {
          const store = opening.result.transaction('local', 'readwrite').objectStore('local');
          const reading = store.get('running');
          reading.onsuccess = () => {
            const hour = 3_600_000;
            const row = reading.result as { key: string; value: { resumedAt: number; seenAt: number } };
            const value = {
              ...row.value,
              resumedAt: row.value.resumedAt - hour,
              seenAt: row.value.resumedAt - hour + 120_000,
            };
            store.put({ key: 'running', value }).onsuccess = () => resolve();
          };
        };
        opening.onerror = () => reject(new Error('no database'));
      }),
  );
  await page.reload();
  await expect(page.getByText('The page was closed or the machine slept')).toBeVisible();
  await expect(page.getByRole('timer')).toHaveText('2:00');
});

test('a saved review changes recall and plan in front of you, and undoing it changes them back', async ({
  lernen,
  page,
}) => {
  await lernen.open('/problems?demo&search=Beacon');
  await page.getByRole('link', { name: 'Beacon Line of Sight' }).click();
  const recall = page.getByRole('complementary').getByText(/% now, /);
  const before = (await recall.textContent()) ?? '';
  await page.getByRole('button', { name: 'Rebuild' }).click();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByText('paused')).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('radio', { name: 'solved', exact: true }).check();
  await page.getByRole('button', { name: 'Save and compare' }).click();
  await page.getByRole('link', { name: 'Open the problem' }).click();
  await expect(recall).toContainText(/^\s*(?:9[7-9]|100)\s% now/);
  await page.locator('mat-snack-bar-container').getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(recall).toHaveText(before);
});

test('a start by mistake leaves no trace', async ({ lernen, page }) => {
  await lernen.openDemo();
  await page
    .getByRole('button', { name: /^Start / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Leave it, log nothing' }).click();
  await expect(page.getByText(/^Left, and nothing logged/)).toBeVisible();
});
