// How the app bears a large log: `npm run bench:load -- [problems sittings] [--against <folder of another build>]`. Prints
// times, long tasks and memory, of this build and of the other in the same run.
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { formatArchive, readArchive } from '@lernen/core/archive';
import { type Page, chromium as browserType } from 'playwright';
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
/** How often each page is opened. */
const rounds = 5;
const lines = 9;

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
  // Functions that go to the page are wrapped in a helper that it does not have.
  await page.addInitScript('globalThis.__name ??= (it) => it');
  await page.addInitScript(watchLongTasks);
  await page.addInitScript(watchSign, {
    '/today': { within: '[data-as-of]', text: '' },
    // The list of problems needs all of the log.
    '/problems': { within: 'app-problems', text: `${size.problems} problems` },
  });
  await page.goto(`${address}/setup`);
  // What the page does to come up is none of the import.
  await page.waitForTimeout(3000);
  await longTasks(page);
  // From the disk, as a person's file is: handed over by the driver it would hold the page up itself.
  await writeFile(file, text);
  await watchFor(page, { within: 'main', text: `problems: ${size.problems} added` });
  await page.getByLabel('Choose a file').setInputFiles(file);
  const importing = await seen(page);
  await page.waitForTimeout(20_000);
  const opened = async (path: string): Promise<Timed> => {
    await page.goto(`${address}${path}`);
    const opening = await seen(page);
    await page.waitForTimeout(8000);
    return opening;
  };
  const [openings, lists]: [Timed[], Timed[]] = [[], []];
  for (let round = 0; round < rounds; round++) {
    openings.push(await opened('/today'));
    lists.push(await opened('/problems'));
  }
  await opened('/today');
  await longTasks(page);
  const line = page.getByRole('combobox', { name: 'log' });
  const logged: Timed[] = [];
  for (let index = 0; index < lines; index++) {
    await line.fill(`"Beacon Bench ${index}" #heap 25m`);
    await page.waitForTimeout(300);
    await watchFor(page, { within: 'app-notice-snack', text: `Logged Beacon Bench ${index}` });
    await line.press('Enter');
    const { ms, long } = await seen(page);
    await page.waitForTimeout(4000);
    logged.push({ ms, long: [...long, ...(await longTasks(page))] });
  }
  const memory = await page.evaluate<number>(
    'performance.measureUserAgentSpecificMemory().then(({ bytes }) => bytes / 1e6)',
  );
  return [
    row('import', [importing]),
    row('Today, from cold', openings),
    row('Problems, cold', lists),
    row('Enter to “Logged”', logged),
    `  ${'memory'.padEnd(18)}${memory.toFixed(0)} MB, workers included\n`,
  ].join('');
}

function row(what: string, all: readonly Timed[]): string {
  const times = all.map(({ ms }) => Math.round(ms));
  const median = times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
  const long = all.flatMap((it) => it.long.map((ms) => ms.toFixed(0))).join(' ') || 'none';
  return `  ${what.padEnd(18)}${times.length > 1 ? `median ${median} of ` : ''}${times.join(' ')} ms; tasks over 50 ms: ${long}\n`;
}

interface Timed {
  readonly ms: number;
  /** Tasks that held the page up for more than 50 ms, in milliseconds. */
  readonly long: readonly number[];
}

/** What tells that something is done: an element, and words in it. */
interface Sign {
  readonly within: string;
  readonly text: string;
}

/** What a page under watch keeps. */
interface Watched {
  sign?: Sign | null;
  /** How long it took to the sign, milliseconds. */
  seenAfter?: number | null;
}

/** The sign that the next file or Enter leads to. */
async function watchFor(page: Page, sign: Sign): Promise<void> {
  await page.evaluate(`globalThis.seenAfter = null; globalThis.sign = ${JSON.stringify(sign)}`);
}

/**
 * When the sign was painted, by the page's own clock: the driver looks for it only now and then, up to half a second late,
 * and holds the page up by looking.
 */
async function seen(page: Page): Promise<Timed> {
  const seenAfter = await page.waitForFunction(() => (globalThis as Watched).seenAfter, null, { timeout: 60_000 });
  return { ms: Number(await seenAfter.jsonValue()), long: await longTasks(page) };
}

/** Those since they were asked for last. */
function longTasks(page: Page): Promise<number[]> {
  return page.evaluate<number[]>('globalThis.longTasks.splice(0)');
}

function watchLongTasks(): void {
  const tasks: number[] = [];
  Object.assign(globalThis, { longTasks: tasks });
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) tasks.push(duration);
  }).observe({ type: 'longtask', buffered: true });
}

/** Keeps how long after the page was asked for, a file was chosen or Enter was pressed the sign was painted, milliseconds. */
function watchSign(signs: Readonly<Record<string, Sign>>): void {
  const page = globalThis as Watched;
  page.sign = signs[location.pathname] ?? null;
  let start = 0;
  const restart = (): void => void (start = performance.now());
  addEventListener('change', ({ target }) => (target as HTMLInputElement).type === 'file' && restart(), true);
  addEventListener('keydown', ({ key }) => key === 'Enter' && restart(), true);
  addEventListener('DOMContentLoaded', () => {
    new MutationObserver(() => {
      if (!page.sign || !document.querySelector(page.sign.within)?.textContent.includes(page.sign.text)) return;
      page.sign = null;
      requestAnimationFrame(() => setTimeout(() => (page.seenAfter = performance.now() - start)));
    }).observe(document.body, {
      childList: true,
      subtree: true,
      characterData: true,
      attributes: true,
      attributeFilter: ['data-as-of'],
    });
  });
}
