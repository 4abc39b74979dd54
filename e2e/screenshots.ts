// Takes the pictures of docs/screenshots from the demo: `npm run screenshots`, or with a name to take only that one.
import { mkdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { type Page, chromium as browserType } from '@playwright/test';
import { chromium, startTestServer } from './server';

const folder = fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const now = new Date('2026-11-24T18:05:00Z');

interface Shot {
  readonly name: string;
  readonly path: string;
  readonly width?: number;
  readonly height?: number;
  readonly theme?: 'light' | 'dark';
  readonly prepare?: (page: Page) => Promise<void>;
}

const shots: readonly Shot[] = [
  { name: 'welcome', path: '/' },
  {
    name: 'today',
    path: '/today?demo',
    prepare: async (page) => {
      await page
        .getByRole('combobox', { name: 'log' })
        .fill('Lens Grinding Shifts #topo 31m x2 O(V+E) O(V) !edge-case ~hint');
      await page.keyboard.press('Escape');
    },
  },
  { name: 'today-dark', path: '/today?demo', theme: 'dark' },
  { name: 'today-phone', path: '/today?demo', width: 360, height: 740 },
  { name: 'problems', path: '/problems?demo' },
  { name: 'lists', path: '/problems/lists?demo' },
  { name: 'problem', path: sheetPath('Beacon Line of Sight'), prepare: openSheet('Beacon Line of Sight') },
  {
    name: 'approaches',
    path: sheetPath('Recent Chart Shelf'),
    prepare: openSheet('Recent Chart Shelf', '#approaches'),
  },
  { name: 'trace', path: sheetPath('Beacon Line of Sight'), prepare: openSheet('Beacon Line of Sight', '#trace') },
  {
    // Its first version was wrong; both run over the examples.
    name: 'code',
    path: sheetPath('Beacon Line of Sight'),
    height: 1000,
    prepare: async (page) => {
      await openSheet('Beacon Line of Sight', '#code')(page);
      for (const version of [1, 2]) {
        await page.getByRole('button', { name: `Run version ${version} over the examples` }).click();
        await page
          .locator('app-version-checks')
          .nth(version - 1)
          .getByText(/of 3 examples right/)
          .waitFor();
      }
      await page
        .locator('#code')
        .evaluate((element) => element.scrollIntoView({ block: 'start', behavior: 'instant' }));
      await page.mouse.move(0, 0);
      await page.waitForTimeout(600);
    },
  },
  // One that failed and came back until it was solved.
  { name: 'technique', path: '/techniques/knapsack-dp?demo' },
  { name: 'techniques', path: '/techniques?demo' },
  { name: 'runway', path: '/runway?demo' },
  {
    name: 'why-this-plan',
    path: '/runway/why?demo',
    prepare: (page) => page.getByText('Being computed.').waitFor({ state: 'detached' }),
  },
  { name: 'looking-back', path: '/looking-back?demo' },
  { name: 'desk', path: sheetPath('Tide Gauge Gaps'), prepare: workAtDesk },
  {
    name: 'desk-end',
    path: sheetPath('Tide Gauge Gaps'),
    prepare: async (page) => {
      await workAtDesk(page);
      await page.getByRole('button', { name: 'Finish' }).click();
      await page.getByText('What happened').waitFor();
      await page.waitForTimeout(600);
    },
  },
  {
    name: 'compared',
    path: sheetPath('Beacon Line of Sight'),
    height: 1000,
    prepare: async (page) => {
      await startAt(page, 'Beacon Line of Sight', 'Sketch');
      await page.getByRole('button', { name: 'The plain approach' }).click();
      await page.keyboard.type('look right from every tower until one is taller');
      await page.getByLabel('Time of approach 1').fill('O(n^2)');
      await later(page, 190);
      await page.getByRole('button', { name: 'A better approach' }).click();
      await page.keyboard.type('a stack of towers that wait for a taller one');
      await page.getByLabel('Time of approach 2').fill('O(n)');
      await page.getByLabel('Space of approach 2').fill('O(n)');
      await later(page, 120);
      await page.getByRole('textbox', { name: 'Why it holds' }).fill('each tower goes on once and off once');
      await later(page, 60);
      await page.getByRole('button', { name: 'Finish' }).click();
      await page.getByRole('radio', { name: 'solved', exact: true }).check();
      await page.getByRole('button', { name: 'Save and compare' }).click();
      await page.getByText('What you wrote, beside your sheet').waitFor();
      await page.waitForTimeout(600);
    },
  },
  { name: 'setup', path: '/setup?demo' },
];

function sheetPath(title: string): string {
  return `/problems?demo&search=${encodeURIComponent(title)}`;
}

/** Opens a sheet from the list and goes to a part of it. */
function openSheet(title: string, part?: string): (page: Page) => Promise<void> {
  return async (page) => {
    await page.getByRole('link', { name: title }).click();
    await page.getByRole('heading', { level: 1, name: title }).waitFor();
    await page.locator('#family').waitFor();
    await page.waitForTimeout(600);
    if (part !== undefined)
      await page.locator(part).evaluate((element) => element.scrollIntoView({ block: 'start', behavior: 'instant' }));
    await page.mouse.move(0, 0);
    await page.waitForTimeout(600);
  };
}

async function startAt(page: Page, title: string, kind: string): Promise<void> {
  await page.getByRole('link', { name: title }).click();
  await page.getByRole('heading', { level: 1, name: title }).waitFor();
  await page.getByRole('button', { name: kind }).click();
  await page.getByRole('timer').waitFor();
  await page.getByRole('button', { name: 'The plain approach' }).waitFor();
}

/** Lets time go by as a person sees it: with a sign of life every two minutes, as a sleep would stop the clock. */
async function later(page: Page, seconds: number): Promise<void> {
  const from = await page.evaluate(() => Date.now());
  for (let at = Math.min(seconds, 110); ; at = Math.min(at + 110, seconds)) {
    await page.clock.setFixedTime(from + at * 1000);
    await page.keyboard.press('Alt+p');
    await page.getByRole('button', { name: 'Go on' }).waitFor();
    await page.keyboard.press('Alt+p');
    await page.getByRole('button', { name: 'Pause' }).waitFor();
    if (at === seconds) return;
  }
}

/** A Rebuild in the middle: a plain approach, one attempt, a step of help, and on with the code. */
async function workAtDesk(page: Page): Promise<void> {
  await startAt(page, 'Tide Gauge Gaps', 'Rebuild');
  await page.getByRole('button', { name: 'I do not know' }).click();
  await later(page, 70);
  await page.getByRole('button', { name: 'The plain approach' }).click();
  await page.keyboard.type('every hour against every gauge');
  await page.getByLabel('Time of approach 1').fill('O(n^2)');
  await later(page, 150);
  await page.getByRole('combobox', { name: 'Language of version 1' }).fill('python');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Code of version 1' }).click();
  await page.keyboard.insertText(
    'def gaps(spans):\n    spans.sort()\n    out, end = [], spans[0][1]\n    for start, stop in spans[1:]:\n' +
      '        if start >= end:\n            out.append((end, start))\n        end = max(end, stop)\n    return out',
  );
  await later(page, 200);
  await page.getByRole('button', { name: 'Run all checks' }).click();
  await page.getByText(/of 2 examples right/).waitFor({ timeout: 30_000 });
  await later(page, 40);
  await page.getByRole('button', { name: 'Show the first step' }).click();
  await page.getByRole('textbox', { name: 'Code of version 1' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(' ');
  await later(page, 80);
  await page.getByRole('button', { name: 'Run all checks' }).click();
  await page.getByText(/of 2 examples right/).waitFor({ timeout: 30_000 });
  await page.locator('#code').evaluate((element) => element.scrollIntoView({ block: 'start', behavior: 'instant' }));
  await page.mouse.move(0, 0);
}

const wanted = process.argv.slice(2);
await mkdir(folder, { recursive: true });
const server = await startTestServer();
const browser = await browserType.launch(chromium);
for (const { name, path, width = 1280, height = 800, theme = 'light', prepare } of shots) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme: theme,
    timezoneId: 'Europe/Berlin',
  });
  const page = await context.newPage();
  page.on('console', (message) => message.type() === 'error' && process.stderr.write(`${name}: ${message.text()}\n`));
  await page.clock.setFixedTime(now);
  await page.goto(server.address + path);
  if (path.includes('demo'))
    await page
      .getByRole('slider', { name: /Runway/ })
      .and(page.locator('[aria-valuemax="41"]'))
      .waitFor();
  await page.waitForTimeout(600);
  await prepare?.(page);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${folder}/${name}.png` });
  process.stdout.write(`${name}\n`);
  await context.close();
}
await browser.close();
await server.discard();
