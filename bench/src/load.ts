// How the app bears a large log: `npm run bench:load [problems] [sittings]`. Prints times, long tasks and memory at two sizes.
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { formatArchive } from '@lernen/core/archive';
import { type Page, chromium as browserType } from 'playwright';
import { chromium, startTestServer } from '../../e2e/server';
import { largeLog } from './large-log';

interface Size {
  readonly problems: number;
  readonly sittings: number;
}

const [problems, sittings] = process.argv.slice(2).map(Number);
const sizes: readonly Size[] = problems
  ? [{ problems, sittings: sittings ?? problems * 5 }]
  : [
      { problems: 2000, sittings: 10_000 },
      { problems: 5000, sittings: 50_000 },
    ];
const lines = 5;

const server = await startTestServer();
const browser = await browserType.launch(chromium);
try {
  for (const size of sizes) process.stdout.write(await loadOf(size));
} finally {
  await browser.close();
  await server.discard();
}

async function loadOf(size: Size): Promise<string> {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(watchLongTasks);
  await page.goto(`${server.address}/setup`);
  // From the disk, as a person's file is: handed over by the driver it would hold the page up itself.
  const folder = await mkdtemp(join(tmpdir(), 'lernen-load-'));
  const file = join(folder, 'large.json');
  const text = formatArchive(largeLog(new Date().toISOString(), { ...size, days: 90 }));
  await writeFile(file, text);
  const importing = await timed(page, async () => {
    await page.getByLabel('Choose a file').setInputFiles(file);
    await page.getByText(`problems: ${size.problems} added`).waitFor({ timeout: 300_000 });
  });
  await page.waitForTimeout(20_000);
  const opening = await timed(page, async () => {
    await page.goto(`${server.address}/today`);
    await page.locator('[data-as-of]').waitFor({ timeout: 60_000 });
  });
  await page.waitForTimeout(5000);
  const line = page.getByRole('combobox', { name: 'log' });
  const logged: number[] = [];
  const longest: number[] = [];
  for (let index = 0; index < lines; index++) {
    await line.fill(`"Beacon Bench ${index}" #heap 25m`);
    await page.waitForTimeout(300);
    const { ms } = await timed(page, async () => {
      await line.press('Enter');
      await page.getByText(`Logged Beacon Bench ${index} as a new problem.`).waitFor();
    });
    logged.push(ms);
    await page.waitForTimeout(4000);
    longest.push(...(await page.evaluate<number[]>('globalThis.longTasks.splice(0)')));
  }
  const memory = await page.evaluate<number>(
    'performance.measureUserAgentSpecificMemory().then(({ bytes }) => bytes / 1e6)',
  );
  await context.close();
  await rm(folder, { recursive: true });
  const list = (all: readonly number[]): string =>
    all.length === 0 ? 'none' : all.map((it) => it.toFixed(0)).join(' ');
  return [
    `${size.problems} problems, ${size.sittings} sittings, ${(text.length / 1e6).toFixed(1)} MB`,
    `  import            ${(importing.ms / 1000).toFixed(1)} s, tasks over 50 ms: ${list(importing.long)}`,
    `  Today, from cold  ${opening.ms.toFixed(0)} ms, tasks over 50 ms: ${list(opening.long)}`,
    `  Enter to “Logged” ${list(logged)} ms; tasks over 50 ms in the 4 s after each: ${list(longest)}`,
    `  memory            ${memory.toFixed(0)} MB, workers included`,
    '',
  ].join('\n');
}

async function timed(page: Page, work: () => Promise<void>): Promise<{ readonly ms: number; readonly long: number[] }> {
  const start = performance.now();
  await work();
  const ms = performance.now() - start;
  return { ms, long: await page.evaluate<number[]>('globalThis.longTasks.splice(0)') };
}

function watchLongTasks(): void {
  const tasks: number[] = [];
  Object.assign(globalThis, { longTasks: tasks });
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) tasks.push(duration);
  }).observe({ type: 'longtask', buffered: true });
}
