import { expect, test } from './lernen';

declare global {
  /** What moved on the page that was none of the person's doing: when, by how much, and what. */
  var shifts: string[];
}

interface Shift extends PerformanceEntry {
  readonly value: number;
  readonly sources: readonly { readonly node: Node | null }[];
}

const paths = ['/today', '/problems', '/techniques', '/techniques/heap', '/runway', '/runway/why', '/looking-back'];

for (const width of [1280, 360])
  test(`nothing moves under the hand while a page comes up, ${width} px wide`, async ({ lernen, page }) => {
    test.setTimeout(test.info().timeout * 2);
    await page.setViewportSize({ width, height: 800 });
    await page.addInitScript(() => {
      globalThis.shifts = [];
      new PerformanceObserver((list) => {
        for (const { startTime, value, sources } of list.getEntries() as Shift[]) {
          const what = sources.map(({ node }) => node?.textContent?.trim().slice(0, 40)).join(' | ');
          // What is less than a hair moves nothing away.
          if (value >= 0.005) globalThis.shifts.push(`${startTime.toFixed(0)} ms: ${value.toFixed(3)} ${what}`);
        }
      }).observe({ type: 'layout-shift', buffered: true });
    });
    // So that what comes one after the other is drawn one after the other.
    const client = await page.context().newCDPSession(page);
    await client.send('Emulation.setCPUThrottlingRate', { rate: 3 });
    const moved: Record<string, readonly string[]> = {};
    for (const path of paths) {
      await lernen.openDemo(path);
      await expect(page.getByText(/The (plan|log) is being (made|read)\./)).toHaveCount(0);
      await lernen.settled();
      const shifts = await page.evaluate(() => globalThis.shifts);
      if (shifts.length > 0) moved[path] = shifts;
    }
    expect(moved).toEqual({});
  });
