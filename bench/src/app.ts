// What the app costs a browser: `npm run bench:app`. Prints transfer, time to interactive, time to the new plan, heap, time to open each place.
import { formatArchive } from '@lernen/core/archive';
import { type Page, chromium as browserType } from 'playwright';
import { chromium, startTestServer } from '../../e2e/server';
import { largeLog } from './large-log';

const size = { problems: 2000, sittings: 10_000, days: 90 };
const runs = 7;
/** So unlike each other that none is taken for a slip of the keys in another. */
const titles = ['Amber Cove', 'Brine Mill', 'Copper Reef', 'Dusk Ferry', 'Elder Quay', 'Flint Wharf', 'Grebe Nest'];

const server = await startTestServer();
const browser = await browserType.launch(chromium);
try {
  process.stdout.write(await initialCost(await browser.newPage()));
  const page = await browser.newPage();
  // The runner that strips the types names functions by a helper, which the page does not have.
  await page.addInitScript('globalThis.__name = (it) => it');
  process.stdout.write(await planningCost(page));
  process.stdout.write(await openingCost(page));
} finally {
  await browser.close();
  await server.discard();
}

/** Bytes over the wire and time until the quick line can be typed into, from an empty cache. */
async function initialCost(page: Page): Promise<string> {
  const client = await page.context().newCDPSession(page);
  await client.send('Network.enable');
  const types = new Map<string, string>();
  const bytes = new Map<string, number>();
  let isInitial = true;
  client.on('Network.responseReceived', ({ requestId, type }) => types.set(requestId, type));
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const type = types.get(requestId) ?? 'Other';
    if (isInitial) bytes.set(type, (bytes.get(type) ?? 0) + encodedDataLength);
  });
  const start = performance.now();
  await page.goto(`${server.address}/welcome`);
  await page.getByRole('combobox', { name: 'log' }).click();
  await page.getByRole('button', { name: 'Start empty' }).waitFor();
  const ready = performance.now() - start;
  isInitial = false;
  const total = [...bytes.values()].reduce((sum, it) => sum + it, 0);
  const parts = [...bytes].map(([type, it]) => `${type.toLowerCase()} ${kilobytes(it)}`).join(', ');
  return `initial transfer    ${kilobytes(total)} kB (${parts}); goal 250 kB\ntime to interactive ${ready.toFixed(0)} ms from cold\n`;
}

/** From Enter in the quick line to Today showing the new plan, with a long log. */
async function planningCost(page: Page): Promise<string> {
  await page.goto(`${server.address}/setup`);
  await page.getByLabel('Choose a file').setInputFiles({
    name: 'large.json',
    mimeType: 'application/json',
    buffer: Buffer.from(formatArchive(largeLog(new Date().toISOString(), size))),
  });
  await page.getByText(`problems: ${size.problems} added`).waitFor({ timeout: 120_000 });
  await page.getByRole('link', { name: 'Today' }).click();
  await page.locator('[data-as-of]').waitFor();
  await page.waitForTimeout(3000);
  const line = page.getByRole('combobox', { name: 'log' });
  const times: { total: number; blocked: number }[] = [];
  for (let run = 0; run < runs; run++) {
    await line.fill(`${titles[run] ?? ''} #heap 25m`);
    await page.waitForTimeout(300);
    times.push(await page.evaluate(timeOneEntry));
    await page.waitForTimeout(1500);
  }
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  );
  const middle = (of: 'total' | 'blocked'): string =>
    (times.map((it) => it[of]).sort((a, b) => a - b)[Math.floor(runs / 2)] ?? NaN).toFixed(0);
  const max = Math.max(...times.map((it) => it.blocked)).toFixed(0);
  return [
    `Enter to new plan   ${middle('total')} ms median of ${runs}, ${size.problems} problems, ${size.sittings} sittings, ${size.days} days; goal 300 ms`,
    `page blocked        ${middle('blocked')} ms median, ${max} ms at most at once; goal 50 ms`,
    `heap of the page    ${kilobytes(heap)} kB\n`,
  ].join('\n');
}

/** From a press on the name of a place to the place as it is drawn, once each has been open before. */
async function openingCost(page: Page): Promise<string> {
  const places = ['/problems', '/techniques', '/runway', '/setup', '/today'];
  const times = new Map<string, { total: number; blocked: number }[]>(places.map((place) => [place, []]));
  for (let run = 0; run <= runs; run++)
    for (const place of places) {
      const time = await page.evaluate(timeOneOpening, place);
      if (run > 0) times.get(place)?.push(time);
      await page.waitForTimeout(400);
    }
  const lines = [...times].map(([place, of]) => {
    const median = of.map(({ total }) => total).sort((a, b) => a - b)[Math.floor(runs / 2)] ?? NaN;
    const blocked = Math.max(...of.map((it) => it.blocked));
    return `${`open ${place}`.padEnd(20)}${median.toFixed(0)} ms median of ${runs}, longest task ${blocked.toFixed(0)} ms; goals 150 and 50 ms\n`;
  });
  return lines.join('');
}

/** Runs in the page: presses the link of a place and waits until its heading has been drawn. */
function timeOneOpening(place: string): Promise<{ total: number; blocked: number }> {
  return new Promise((resolve) => {
    let blocked = 0;
    const tasks = new PerformanceObserver((list) =>
      list.getEntries().forEach((entry) => (blocked = Math.max(blocked, entry.duration))),
    );
    tasks.observe({ entryTypes: ['longtask'] });
    const before = document.querySelector('main h1');
    const start = performance.now();
    const look = (): void => {
      const heading = document.querySelector('main h1');
      if (location.pathname !== place || heading === null || heading === before) {
        requestAnimationFrame(look);
        return;
      }
      const total = performance.now() - start;
      setTimeout(() => {
        tasks.disconnect();
        resolve({ total, blocked });
      }, 300);
    };
    document.querySelector<HTMLElement>(`nav a[href^="${place}"]`)?.click();
    requestAnimationFrame(look);
  });
}

/** Runs in the page: presses Enter and waits for the plan; `blocked` is the longest task meanwhile. */
function timeOneEntry(): Promise<{ total: number; blocked: number }> {
  return new Promise((resolve) => {
    const section = document.querySelector('[data-as-of]');
    const input = document.querySelector('#quick-line');
    let blocked = 0;
    const tasks = new PerformanceObserver((list) =>
      list.getEntries().forEach((entry) => (blocked = Math.max(blocked, entry.duration))),
    );
    tasks.observe({ entryTypes: ['longtask'] });
    const start = performance.now();
    const observer = new MutationObserver(() => {
      requestAnimationFrame(() => {
        const total = performance.now() - start;
        observer.disconnect();
        setTimeout(() => {
          tasks.disconnect();
          resolve({ total, blocked });
        }, 200);
      });
    });
    if (section) observer.observe(section, { attributes: true, attributeFilter: ['data-as-of'] });
    input?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
  });
}

function kilobytes(bytes: number): string {
  return (bytes / 1000).toFixed(0);
}
