import { type Page } from '@playwright/test';
import { expect, test } from './lernen';

/** Fails unless this browser holds so many problems. */
async function expectProblems(page: Page, count: number): Promise<void> {
  await expect(page.getByText(new RegExp(`^\\s*${count} problems and \\d+ sittings in this browser`))).toBeVisible();
}

test('everything goes out, is cleared, and comes back the same', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.log('Gull Census Window #sliding 31m x2 !misread');
  await lernen.log('Möwen gezählt #heap 1h05m ~hint');
  await lernen.go('Setup');
  const archive = await lernen.takeOut('Everything, as a Lernen archive');
  expect(JSON.parse(archive)).toMatchObject({ format: 'lernen-archive', version: 6 });
  await page.evaluate(() => {
    localStorage.clear();
    indexedDB.deleteDatabase('lernen');
  });
  await lernen.open('/setup');
  await expectProblems(page, 0);
  await lernen.bringFile('lernen.json', archive);
  await expect(page.getByText('problems: 2 added, 0 changed, 0 left as they were')).toBeVisible();
  await expectProblems(page, 2);
  await lernen.bringFile('lernen.json', archive);
  await expect(page.getByText('problems: 0 added, 0 changed, 2 left as they were')).toBeVisible();
  const again = JSON.parse(await lernen.takeOut('Everything, as a Lernen archive')) as Record<string, unknown>;
  const before = JSON.parse(archive) as Record<string, unknown>;
  expect({ ...again, exportedAt: null }).toEqual({ ...before, exportedAt: null });
});

test('a damaged or foreign file changes nothing and says where it is wrong', async ({ lernen, page }) => {
  await lernen.openDemo('/setup');
  const archive = await lernen.takeOut('Everything, as a Lernen archive');
  await lernen.bringFile('cut.json', archive.slice(0, 5000));
  await expect(page.getByRole('alert')).toContainText('not JSON, or is cut off');
  await lernen.bringFile('bad.json', archive.replace('"difficulty":"hard"', '"difficulty":"grim"'));
  await expect(page.getByRole('alert')).toContainText(/problems\[\d+\]\.difficulty/);
  await lernen.bringFile('foreign.json', '{"cards": []}');
  await expect(page.getByRole('alert')).toContainText('not a Lernen archive');
  await expectProblems(page, 66);
});

test('an import can be undone', async ({ lernen, page }) => {
  await lernen.openDemo('/setup');
  const archive = await lernen.takeOut('Everything, as a Lernen archive');
  await lernen.startEmpty();
  await lernen.go('Setup');
  await lernen.bringFile('demo.json', archive);
  await expectProblems(page, 66);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expectProblems(page, 0);
});

const spreadsheet = [
  'Aufgabe;Datum;Dauer;Schwierigkeit;Technik;Stimmung;Notiz',
  'Möwenzählung;3.11.2026;1:05;mittel;sliding window;ruhig;"erste Zeile',
  'zweite ""Zeile"""',
  'Tide Gauge;;;leicht;;;',
  ';4.11.2026;20;;;;',
  'Storm Log;31.2.2026;20;;;;',
  'Möwenzählung;3.11.2026;1:05;mittel;sliding window;ruhig;doppelt',
].join('\r\n');

test('a spreadsheet is shown before it comes in; what cannot be read is handed back', async ({ lernen, page }) => {
  await lernen.startEmpty();
  await lernen.go('Setup');
  // As an old spreadsheet program writes it: semicolons, and umlauts in the Windows encoding.
  await lernen.bringFile('practice.csv', Buffer.from(spreadsheet, 'latin1'));
  await expect(page.getByText('3 rows can come in')).toBeVisible();
  await expect(page.getByText('1 row cannot.')).toBeVisible();
  await expect(page.getByText('1 row is there already')).toBeVisible();
  await page.getByRole('tab', { name: /What cannot be read: 2 rows/ }).click();
  await expect(page.getByRole('row', { name: /line 5.*has no title/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /31\.2\.2026.*not a date/ })).toBeVisible();
  const failed = await lernen.takeOut('Save these rows as a CSV of their own');
  expect(failed.split('\r\n')[0]).toBe('Aufgabe,Datum,Dauer,Schwierigkeit,Technik,Stimmung,Notiz,what cannot be read');
  await page.getByRole('tab', { name: /What the columns mean/ }).click();
  await lernen.choose('Schwierigkeit', 'into the note');
  await page.getByRole('button', { name: 'See what cannot be read' }).click();
  await page.getByLabel('Datum, line 6').fill('31.10.2026');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('row', { name: /not a date/ })).toHaveCount(0);
  await page.getByLabel('title, line 5').fill('Storm Log 2');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Bring in 4 rows' }).click();
  await expect(page.getByText('Imported 4 sittings at 4 new problems.')).toBeVisible();
  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Möwenzählung' }).click();
  await expect(page.getByText('Schwierigkeit: mittel')).toBeVisible();
  await expect(page.getByText('Stimmung: ruhig')).toBeVisible();
});

test('sittings go out as CSV', async ({ lernen }) => {
  await lernen.openDemo('/setup');
  const text = await lernen.takeOut('Sittings, as CSV');
  expect(text.split('\r\n')[0]).toContain('id,problem id,problem,date,time,started,kind,minutes');
});
