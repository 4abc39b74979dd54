import type { Page } from '@playwright/test';
import { type Archive, formatArchive } from '@lernen/core/archive';
import { type Sitting, attemptWith } from '@lernen/core/model';
import { demoArchive } from '@lernen/demo';
import { type Lernen, expect, test } from './lernen';

const written = new Date('2026-11-24T18:05:00Z');
const zone = 'Europe/Berlin';
test.use({ timezoneId: zone });

const archive = demoArchive(written.toISOString(), zone);

/** Brings an archive into an empty browser whose clock stands so many days after it was written, and shows Today. */
async function bring(lernen: Lernen, changed: Partial<Archive>, daysLater = 0): Promise<void> {
  await lernen.page.clock.setFixedTime(new Date(written.getTime() + daysLater * 86_400_000));
  await lernen.startEmpty();
  await lernen.go('Setup');
  await lernen.bringFile('odd.json', formatArchive({ ...archive, ...changed }));
  await expect(lernen.page.getByText(/problems: 66 added/)).toBeVisible();
  await lernen.go('Today');
}

/** Days from the archive's day to its first interview. */
function firstInterviewIn(): number {
  const first = archive.interviews.map(({ at }) => Date.parse(at)).sort((a, b) => a - b)[0] ?? NaN;
  return Math.round((first - written.getTime()) / 86_400_000);
}

/** Fails where a number could not be computed, and unless some sentence says what is odd. */
async function expectRemark(page: Page, text: RegExp): Promise<void> {
  await expect(page.getByText(text)).toBeVisible();
  await expect(page.locator('main')).not.toContainText(/NaN|Infinity|undefined/);
}

const all = (part: Partial<Sitting>): Pick<Archive, 'sittings'> => ({
  sittings: archive.sittings.map((sitting) => ({ ...sitting, ...part })),
});

test('an interview of today leaves short items only', async ({ lernen, page }) => {
  await bring(lernen, {}, firstInterviewIn() - 0.3);
  await expectRemark(page, /is today\. Only Spots and Sketches are planned\./);
});

test('an interview of yesterday is still there, and the plan looks beyond it', async ({ lernen, page }) => {
  await bring(lernen, {}, firstInterviewIn() + 1);
  await expectRemark(page, /was on .*; the plan looks to what comes after it/);
});

test('sittings dated later than now are counted and pointed out', async ({ lernen, page }) => {
  await bring(lernen, {}, -6);
  await expectRemark(page, /sittings are dated later than now, and counted as done now/);
});

test('a year without a sitting widens the ranges', async ({ lernen, page }) => {
  await bring(lernen, {}, 365);
  await expectRemark(page, /Nothing was logged for 36\d days/);
  await expectRemark(page, /Fennmark Signals, Otterbridge and Halden & Reef are over/);
  // All interviews are over; the plan keeps strength up all the same.
  await lernen.go('Runway');
  await expect(page.locator('main')).not.toContainText(/NaN|Infinity|undefined/);
});

test('a log of failures only has a sentence, and a plan', async ({ lernen, page }) => {
  await bring(lernen, all({ result: 'unsolved', help: 'read' }));
  await expectRemark(page, /None of your \d+ sittings was an unaided solve in time/);
  await expect(page.getByRole('button', { name: /^Start / }).first()).toBeVisible();
});

test('a log of nothing but quick solves has a sentence, and a plan', async ({ lernen, page }) => {
  await bring(lernen, all({ result: 'solved', help: 'none', minutes: 2, attempts: [attemptWith(null)] }));
  await expectRemark(page, /All of your \d+ sittings were unaided solves in time/);
  await expect(page.getByRole('button', { name: /^Start / }).first()).toBeVisible();
});

test('without any minutes nothing is planned, and it says why', async ({ lernen, page }) => {
  const none = { mon: 0, tue: 0, wed: 0, thu: 0, fri: 0, sat: 0, sun: 0 };
  await bring(lernen, { settings: { ...archive.settings, week: none, exceptions: {} } as Archive['settings'] });
  await expectRemark(page, /No day of the coming month has any minutes, so nothing can be planned/);
});
