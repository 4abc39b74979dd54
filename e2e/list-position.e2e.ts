import { expect, test } from './lernen';

for (const world of ['demo', 'own log'] as const)
  test(`going back to the list of problems finds the place where one was, ${world}`, async ({ lernen, page }) => {
    if (world === 'demo') await lernen.openDemo('/problems');
    else {
      await lernen.startEmpty();
      await lernen.go('Problems');
      await page.getByRole('button', { name: 'New problem' }).click();
      const titles = Array.from(
        { length: 60 },
        (_, index) => `Wharf Crane ${String.fromCodePoint(65 + (index % 26)).repeat(2 + index / 26)}`,
      );
      await page.getByLabel(/^Problems for later/).fill(titles.join('\n'));
      await page.getByRole('button', { name: /^Keep 60 problems/ }).click();
      await page.getByRole('button', { name: 'Close' }).first().click();
    }
    const list = page.locator('cdk-virtual-scroll-viewport');
    const top = (): Promise<number> => list.evaluate((it) => it.scrollTop);
    await list.hover();
    await page.mouse.wheel(0, 600);
    await expect.poll(top).toBe(600);
    const link = list.getByRole('link').nth(16);
    await link.scrollIntoViewIfNeeded();
    const left = await top();
    expect(left).toBeGreaterThan(100);
    await link.click({ delay: 100 });
    await expect(page.getByRole('region', { name: 'Bounds' })).toBeVisible();
    await page.goBack();
    await expect.poll(top).toBe(left);
    await lernen.go('Today');
    await lernen.go('Problems');
    await expect(list).toBeVisible();
    expect(await top()).toBe(0);
  });
