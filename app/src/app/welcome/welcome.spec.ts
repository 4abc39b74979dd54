import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { noRecords } from '@lernen/core/model';
import { someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Welcome } from './welcome';

describe('the first visit', () => {
  let page: OpenPage;
  let fetched: string[];
  const name = 'lernen-20261120T190000000Z-1p-1s.json';
  const copy = '019e0000-0000-7000-8000-00000000000a';
  const listing = { copy, name, writtenAt: '2026-11-20T19:00:00.000Z', bytes: 48_200, problems: 1, sittings: 1 };
  beforeEach(() => (fetched = []));
  afterEach(async () => {
    await page.close();
    localStorage.removeItem('lernen-welcomed');
  });

  /** A server that lists a backup, if it has one, and hands out this text for it; null is a server that is gone. */
  const serve = (listed: boolean, text: string | null): void => {
    spyOn(window, 'fetch').and.callFake((input) => {
      const url = typeof input === 'string' ? input : input instanceof URL ? input.href : input.url;
      if (!url.includes('/api/backups')) return Promise.reject(new Error('nothing else is asked for'));
      fetched.push(url);
      if (url.endsWith('/api/backups'))
        return listed
          ? Promise.resolve(
              Response.json([
                { ...listing, name: 'ahead', isDatedAhead: true },
                { ...listing, isDatedAhead: false },
              ]),
            )
          : Promise.resolve(Response.json([]));
      return text === null ? Promise.reject(new TypeError('gone')) : Promise.resolve(new Response(text));
    });
  };

  it('offers three ways on, and remembers that it was seen', async () => {
    serve(false, null);
    page = await openPage(Welcome);
    await page.until(() => fetched.length === 1);
    expect(page.control('Open the demo').getAttribute('href')).toBe('/?demo');
    expect(page.text).not.toContain('backup');
    await page.press('Start empty');
    await page.until(() => page.url === '/today');
    expect(localStorage.getItem('lernen-welcomed')).toBe('yes');
  });

  it('leads to where records are brought', async () => {
    serve(false, null);
    page = await openPage(Welcome);
    await page.press('Bring my records');
    await page.until(() => page.url === '/setup#records');
  });

  it('offers a backup of this machine, and brings it back', async () => {
    const problem = someProblem('Beacon Line of Sight');
    const stored = { ...noRecords, problems: [problem], sittings: [someSitting(problem.id)] };
    serve(true, formatArchive(archiveFrom(stored, '2026-11-20T19:00:00.000Z')));
    page = await openPage(Welcome);
    await page.until(() => page.text.includes('There is a backup on this machine'));
    expect(page.text).toContain('1 problem and 1 sitting, 48 kB');
    await page.press('Restore it');
    await page.until(() => page.url === '/today');
    expect(page.said).toBe('Restored 1 problem and 1 sitting.');
    expect(page.log.log().problems.map(({ title }) => title)).toEqual(['Beacon Line of Sight']);
    expect(fetched).toContain(`/api/backups/${copy}/${name}`);
  });

  it('says what is wrong with a backup that cannot be read, takes nothing, and can try again', async () => {
    serve(true, '{"format":"lernen-archive"');
    page = await openPage(Welcome);
    await page.until(() => page.text.includes('There is a backup on this machine'));
    await page.press('Restore it');
    await page.until(() => page.said !== '');
    expect(page.said).toMatch(/not JSON, or is cut off/);
    expect(page.log.log().problems).toEqual([]);
    expect(page.control('Restore it').hasAttribute('disabled')).toBeFalse();
  });

  it('says so when the server went away in between', async () => {
    serve(true, null);
    page = await openPage(Welcome);
    await page.until(() => page.text.includes('There is a backup on this machine'));
    await page.press('Restore it');
    await page.until(() => page.said.startsWith('The server does not answer'));
    expect(page.url).not.toBe('/today');
  });
});
