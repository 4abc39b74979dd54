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
const soon = ['/techniques', '/runway/why', '/looking-back', '/sitting/new'];
const others = ['/today', '/problems', '/problems/lists', '/techniques/heap', '/runway', '/setup', 'a sheet'];
const places = isWhole ? [...others, ...soon] : soon;
const widths = isWhole ? [1280, 360] : [1280];
const themes = isWhole ? (['light', 'dark'] as const) : (['light'] as const);
const worlds = isWhole ? (['demo', 'own'] as const) : (['demo'] as const);

async function open(lernen: Lernen, page: Page, place: string, world: 'demo' | 'own'): Promise<void> {
  const query = world === 'demo' ? '?demo' : '';
  await lernen.open(place === 'a sheet' ? `/problems${query}` : `${place}${query}`);
  if (place === 'a sheet') {
    await page.getByRole('table', { name: 'Problems' }).getByRole('link').first().click();
    await expect(page.getByRole('button', { name: 'A twist' })).toBeVisible();
  }
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await lernen.settled();
}

for (const place of places)
  for (const world of worlds)
    for (const width of widths)
      for (const colorScheme of themes)
        test(`every control of ${place} does something, ${world}, ${width} px, ${colorScheme}`, async ({
          lernen,
          page,
        }) => {
          test.setTimeout(900_000 * slowness);
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
