// What a long sheet costs: `npm run bench:sheet`. Opens one of 60 observations, a trace of 500 rows and 30 versions, and types on it.
import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { noRecords } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { countingIds, demoArchive } from '@lernen/demo';
import { type Page, chromium as browserType } from 'playwright';
import { longSheet } from '../../e2e/long-sheet';
import { chromium, startTestServer } from '../../e2e/server';

const runs = 7;
const now = new Date().toISOString();
const newId = countingIds(Date.parse(now) - 1000, new SeededRandom(11));
const demo = demoArchive(now);
const [long, short] = demo.problems;
if (!long || !short) throw new Error('The demo has no problems.');

const server = await startTestServer();
const browser = await browserType.launch(chromium);
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.address}/setup`);
  const records = { ...noRecords, problems: [long, short], entries: longSheet(long.id, newId) };
  await page.getByLabel('Choose a file').setInputFiles({
    name: 'long.json',
    mimeType: 'application/json',
    buffer: Buffer.from(formatArchive(archiveFrom(records, now))),
  });
  await page.getByText('problems: 2 added').waitFor();
  const opening: Opening[] = [];
  for (let run = 0; run <= runs; run++) {
    await page.goto(`${server.address}/problems/${short.id}`);
    await page.getByRole('heading', { level: 1, name: short.title }).waitFor();
    await page.waitForTimeout(1200);
    const time = await page.evaluate(openSheet, long.id);
    if (run > 0) opening.push(time);
  }
  await page.waitForTimeout(2000);
  await page.locator('app-observations-stage app-entry-row').nth(29).scrollIntoViewIfNeeded();
  const observation = await typing(page, 'Observation 30');
  const statement = await typing(page, 'Statement');
  await page.locator('app-trace-stage app-entry-row').scrollIntoViewIfNeeded();
  await page.locator('[data-cell="0-0"]').click();
  await page.keyboard.press('ArrowDown');
  const cell = await pressing(page);
  process.stdout.write(
    [
      `open a long sheet   ${middle(opening.map((it) => it.first))} ms median of ${runs} to its first screen, ${middle(opening.map((it) => it.all))} ms to all of it; goal 300 ms`,
      `a key in a text     ${observation} ms in an observation, ${statement} ms in the statement, medians to the next frame`,
      `a key in the trace  ${cell} ms median to the next frame, 500 rows\n`,
    ].join('\n'),
  );
} finally {
  await browser.close();
  await server.discard();
}

/** Milliseconds until the first screen of the sheet stands and answers, and until all that was written in it does. */
interface Opening {
  readonly first: number;
  readonly all: number;
}

/** Runs in the page: goes to the sheet within the app and waits. */
async function openSheet(id: string): Promise<Opening> {
  const title = document.querySelector('h1')?.textContent;
  const start = performance.now();
  history.pushState({}, '', `/problems/${id}`);
  window.dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  while (document.querySelector('h1')?.textContent === title || document.querySelector('#examples') === null)
    await new Promise((resolve) => requestAnimationFrame(resolve));
  await new Promise((resolve) => setTimeout(resolve));
  const first = performance.now() - start;
  while (
    document.querySelectorAll('app-observations-stage app-entry-row').length < 60 ||
    document.querySelectorAll('app-trace-stage app-entry-row').length < 1 ||
    document.querySelectorAll('app-code-stage app-entry-row').length < 30
  )
    await new Promise((resolve) => requestAnimationFrame(resolve));
  await new Promise((resolve) => setTimeout(resolve));
  return { first, all: performance.now() - start };
}

async function typing(page: Page, label: string): Promise<string> {
  const field = page.getByLabel(label, { exact: true });
  await field.focus();
  await page.keyboard.press('End');
  return pressing(page);
}

/** Median time of a key from its event to the frame after it. */
async function pressing(page: Page): Promise<string> {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { keyTimes: times });
    document.addEventListener(
      'keydown',
      () => {
        const start = performance.now();
        requestAnimationFrame(() => setTimeout(() => times.push(performance.now() - start)));
      },
      { capture: true },
    );
  });
  for (const letter of 'whoever waits falls')
    await page.keyboard.press(letter === ' ' ? 'Space' : letter, { delay: 60 });
  return middle(await page.evaluate(() => (window as unknown as { keyTimes: number[] }).keyTimes));
}

function middle(times: readonly number[]): string {
  return ([...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN).toFixed(0);
}
