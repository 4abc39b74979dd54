import type { Page } from '@playwright/test';
import { type Lernen, expect, test } from './lernen';
import { slowness } from './server';
import { walk } from './walk/walk';

/** What is left out: it leads out of the world that is walked, or prints. */
const outside = 'Reset the demo|Leave for my own records|Skip to the page|Print$';
/** The frame is the same on every page, and used on the first alone. */
const frame = 'app-root|app-quick-line|app-notice-bar|app-notice-snack|app-runway-strip|app-shortcut-dialog';

/** Every page, in both worlds, themes and widths: `npm run walk`. Without it the pages that are soon walked, once each. */
const isWhole = process.env['WALK'] === 'whole';
const soon = ['/techniques', '/runway/why', '/looking-back', '/sitting/new', 'the desk, Spot'];
const desk = [
  '/desk',
  'the desk, first solve',
  'the desk, Sketch',
  'the desk, Rebuild',
  'the desk, Twist',
  'a comparison',
];
const others = ['/today', '/problems', '/problems/lists', '/techniques/heap', '/runway', '/setup', 'a sheet', ...desk];
const places = isWhole ? [...others, ...soon] : soon;
const widths = isWhole ? [1280, 360] : [1280];
const themes = isWhole ? (['light', 'dark'] as const) : (['light'] as const);
const worlds = isWhole ? (['demo', 'own'] as const) : (['demo'] as const);

async function open(lernen: Lernen, page: Page, place: string, world: 'demo' | 'own'): Promise<void> {
  const query = world === 'demo' ? '?demo' : '';
  const [where, kind] = place.split(', ');
  if (place === 'a comparison') await openComparison(lernen, page, query);
  else if (where === 'the desk') await openDesk(lernen, page, query, kind ?? '');
  else if (place === 'a sheet') await openSheet(lernen, page, query);
  else await lernen.open(`${place}${query}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await lernen.settled();
}

async function openSheet(lernen: Lernen, page: Page, query: string): Promise<void> {
  await lernen.open(`/problems${query}`);
  await page.getByRole('table', { name: 'Problems' }).getByRole('link').first().click();
  await expect(page.getByRole('button', { name: 'A twist' })).toBeVisible();
}

/** The sitting that is under way, or one that is begun from a sheet. */
async function openDesk(lernen: Lernen, page: Page, query: string, kind: string): Promise<void> {
  await lernen.open(`/desk${query}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  if ((await page.getByRole('heading', { level: 1, name: 'The desk' }).count()) === 0) return;
  if (kind === 'first solve') {
    await page.getByRole('combobox', { name: 'Problem' }).fill(`Rope Store ${++begun}`);
    // A press elsewhere closes the list of titles.
    await page.getByLabel(/^Statement/).click({ delay: 100 });
    await page.getByLabel(/^Statement/).fill(statement);
    await page.getByRole('button', { name: 'Start the clock' }).click({ delay: 100 });
  } else {
    await openSheet(lernen, page, query);
    await page.getByRole('button', { name: kind, exact: true }).click({ delay: 100 });
  }
  await expect(page.getByRole('timer')).toBeVisible();
}

let begun = 0;
const statement = 'Count the pairs of ropes that add up to k.\n\n2 ≤ n ≤ 100 000\n\nInput: [1, 3, 2, 2], 4\nOutput: 2';

/** What is shown after a Sketch was saved. */
async function openComparison(lernen: Lernen, page: Page, query: string): Promise<void> {
  if (compared === null) {
    await openDesk(lernen, page, query, 'Sketch');
    await page.getByRole('button', { name: 'Finish' }).click({ delay: 100 });
    await page.getByRole('radio', { name: 'solved', exact: true }).check();
    await page.getByRole('button', { name: 'Save and compare' }).click({ delay: 100 });
    await page.waitForURL(/\/desk\/done\//);
    compared = page.url();
  } else await page.goto(compared);
}

let compared: string | null = null;

for (const place of places)
  for (const world of worlds)
    for (const width of widths)
      for (const colorScheme of themes)
        test(`every control of ${place} does something, ${world}, ${width} px, ${colorScheme}`, async ({
          lernen,
          page,
        }) => {
          test.setTimeout(900_000 * slowness);
          compared = null;
          await page.setViewportSize({ width, height: 800 });
          await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
          if (world === 'own') {
            await lernen.startEmpty();
            await lernen.log('Wharf Crane Reach #heap 20m');
            await lernen.log('Kelp Row Mowing #greedy 35m ~hint !off-by-one');
          }
          const skips = new RegExp(place === others[0] ? outside : `${outside}|\\b(?:${frame}):`);
          const { used, faults } = await walk(page, () => open(lernen, page, place, world), skips);
          process.stdout.write(`${place}: ${used.length} controls: ${used.join(', ')}\n`);
          expect(used.length).toBeGreaterThan(0);
          expect(faults).toEqual([]);
        });
