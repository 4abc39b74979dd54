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
  {
    name: 'state-card',
    path: sheetPath('Ballast Split'),
    prepare: openSheet('Ballast Split', 'app-state-card-part'),
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
  { name: 'why-this-plan', path: '/runway/why?demo' },
  { name: 'looking-back', path: '/looking-back?demo' },
  { name: 'review', path: '/today?demo', prepare: startReview },
  {
    name: 'compared',
    path: '/today?demo',
    prepare: async (page) => {
      await startReview(page);
      await page.getByLabel('Technique named first').fill('stack matching');
      await page.getByRole('option', { name: /^Stack / }).click();
      await page.getByRole('button', { name: 'That one' }).click();
      await page.getByRole('button', { name: 'Finish' }).click();
      await page.getByLabel('solved', { exact: true }).check();
      await page.getByLabel('Time cost').fill('O(n)');
      await page.getByLabel('Space cost').fill('O(1)');
      await page.getByRole('button', { name: 'Save and compare' }).click();
      await page.getByRole('table').waitFor();
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

async function startReview(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /^Start / })
    .first()
    .click();
  await page.getByRole('timer').waitFor();
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
