// How the app bears a large log: `npm run bench:load -- [problems sittings] [--against <folder of another build>]`. Prints
// times, long tasks and memory, of this build and of the other in the same run.
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { formatArchive, readArchive } from '@lernen/core/archive';
import { type Locator, type Page, chromium as browserType } from 'playwright';
import { chromium, startTestServer } from '../../e2e/server';
import { largeLog } from './large-log';

interface Size {
  readonly problems: number;
  readonly sittings: number;
}

const { values, positionals } = parseArgs({ allowPositionals: true, options: { against: { type: 'string' } } });
const [problems, sittings] = positionals.map(Number);
const sizes: readonly Size[] = problems
  ? [{ problems, sittings: sittings ?? problems * 5 }]
  : [
      { problems: 2000, sittings: 10_000 },
      { problems: 5000, sittings: 50_000 },
    ];
const builds = [undefined, ...(values.against === undefined ? [] : [values.against])];
const lines = 5;

for (const size of sizes) {
  // As an export is written, whose records have been read once.
  const text = formatArchive(readArchive(formatArchive(largeLog(new Date().toISOString(), { ...size, days: 90 }))));
  process.stdout.write(`${size.problems} problems, ${size.sittings} sittings, ${(text.length / 1e6).toFixed(1)} MB\n`);
  for (const build of builds)
    process.stdout.write(
      `${build === undefined ? ' this build' : ` the build in ${build}`}\n${await loadOf(text, size, build)}`,
    );
}

/** In a profile on disk, as a person's is: one that is kept in memory reads faster and writes slower. */
async function loadOf(text: string, size: Size, build: string | undefined): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'lernen-load-'));
  const server = await startTestServer(build);
  const context = await browserType.launchPersistentContext(join(folder, 'profile'), chromium);
  try {
    return await figures(await context.newPage(), server.address, join(folder, 'large.json'), text, size);
  } finally {
    await context.close();
    await server.discard();
    await rm(folder, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
  }
}

async function figures(page: Page, address: string, file: string, text: string, size: Size): Promise<string> {
  await page.addInitScript(watchLongTasks);
  await page.addInitScript(watchMessages);
  await page.goto(`${address}/setup`);
  // What the page does to come up is none of the import.
  await page.waitForTimeout(3000);
  // From the disk, as a person's file is: handed over by the driver it would hold the page up itself.
  await writeFile(file, text);
  const importing = await timed(page, async () => {
    await page.getByLabel('Choose a file').setInputFiles(file);
    await page.getByText(`problems: ${size.problems} added`).waitFor({ timeout: 300_000 });
  });
  await page.waitForTimeout(20_000);
  const opened = async (path: string, sign: Locator): Promise<Timed> => {
    const opening = await timed(page, async () => {
      await page.goto(`${address}${path}`);
      await sign.waitFor({ timeout: 60_000 });
    });
    await page.waitForTimeout(8000);
    return opening;
  };
  const [openings, lists]: [Timed[], Timed[]] = [[], []];
  for (let round = 0; round < 2; round++) {
    openings.push(await opened('/today', page.locator('[data-as-of]')));
    // The list of problems needs all of the log.
    lists.push(await opened('/problems', page.getByText(`${size.problems} problems`)));
  }
  await opened('/today', page.locator('[data-as-of]'));
  const line = page.getByRole('combobox', { name: 'log' });
  const logged: Timed[] = [];
  for (let index = 0; index < lines; index++) {
    await line.fill(`"Beacon Bench ${index}" #heap 25m`);
    await page.waitForTimeout(300);
    await line.press('Enter');
    await page.getByText(`Logged Beacon Bench ${index} as a new problem.`).waitFor();
    // The page's own clock: the driver looks for the message only now and then, and holds the page up by looking.
    const ms = await page.evaluate<number>('globalThis.saidAfter');
    await page.waitForTimeout(4000);
    logged.push({ ms, long: await page.evaluate<number[]>('globalThis.longTasks.splice(0)') });
  }
  const memory = await page.evaluate<number>(
    'performance.measureUserAgentSpecificMemory().then(({ bytes }) => bytes / 1e6)',
  );
  const row = (what: string, unit: string, all: readonly Timed[], scale = 1): string =>
    `  ${what.padEnd(18)}${all.map(({ ms }) => (ms / scale).toFixed(scale === 1 ? 0 : 1)).join(' ')} ${unit}; tasks over 50 ms: ${list(all)}\n`;
  return [
    row('import', 's', [importing], 1000),
    row('Today, from cold', 'ms', openings),
    row('Problems, cold', 'ms', lists),
    row('Enter to “Logged”', 'ms', logged),
    `  ${'memory'.padEnd(18)}${memory.toFixed(0)} MB, workers included\n`,
  ].join('');
}

function list(all: readonly Timed[]): string {
  return all.flatMap(({ long }) => long.map((ms) => ms.toFixed(0))).join(' ') || 'none';
}

interface Timed {
  readonly ms: number;
  /** Tasks that held the page up for more than 50 ms, in milliseconds. */
  readonly long: readonly number[];
}

async function timed(page: Page, work: () => Promise<void>): Promise<Timed> {
  await page.evaluate('globalThis.longTasks?.splice(0)');
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

/** Keeps how long after Enter a message was painted, in milliseconds. */
function watchMessages(): void {
  let pressedAt = 0;
  addEventListener('keydown', ({ key }) => (pressedAt = key === 'Enter' ? performance.now() : pressedAt), true);
  addEventListener('DOMContentLoaded', () => {
    new MutationObserver((changes) => {
      const isSaid = changes.some(({ target }) => {
        const element = target instanceof Element ? target : target.parentElement;
        // It is seen at once, and read out a moment later.
        const region = element?.closest('app-notice-snack, [aria-live]');
        return region?.textContent.includes('Logged') === true;
      });
      if (!isSaid || pressedAt === 0) return;
      const start = pressedAt;
      pressedAt = 0;
      requestAnimationFrame(() =>
        setTimeout(() => Object.assign(globalThis, { saidAfter: performance.now() - start })),
      );
    }).observe(document.body, { childList: true, subtree: true, characterData: true });
  });
}
