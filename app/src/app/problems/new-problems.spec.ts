import { ProblemListSchema, maxListed } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { someProblem } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Problems } from './problems';

describe('problems for later', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const field = 'Problems for later, one a line';

  it('need no more than a title, and lead to their sheet', async () => {
    page = await openPage(Problems, '/problems');
    await page.press('New problem');
    await page.fill(field, 'Harbour Light Periods');
    await page.press('Keep it for later');
    await page.until(() => page.url.startsWith('/problems/'));
    const [kept] = page.log.log().problems;
    expect([kept?.title, page.url]).toEqual(['Harbour Light Periods', `/problems/${kept?.id}`]);
    expect(page.log.log().sittings).toEqual([]);
  });

  it('are refused with their text kept where their list is full', async () => {
    const list = ProblemListSchema.parse({
      id: newId(),
      revision: newId(),
      title: 'Course week 9',
      problems: Array.from({ length: maxListed }, () => newId()),
      createdAt: '2026-11-01T10:00:00.000Z',
    });
    page = await openPage(Problems, '/problems?add', { lists: [list] }, 'problems');
    await page.until(() => page.all('app-new-problems textarea').length === 1);
    await page.fill(field, 'Buoy Ring');
    await page.choose('On a list', 'Course week 9');
    await page.press('Keep it for later');
    await page.until(() => page.said.includes('would hold more than 500 problems'));
    expect(page.field(field).value).toBe('Buoy Ring');
    expect(page.log.log().problems).toEqual([]);
  });

  it('come as a list; what is not understood stays to be mended, and all can be undone at once', async () => {
    page = await openPage(Problems, '/problems?add', { problems: [someProblem('Tide Gauge Gaps')] }, 'problems');
    await page.until(() => page.all('app-new-problems textarea').length === 1);
    await page.fill(field, 'Buoy Ring #heap =hard\nTide gauge gaps\nSkerry Walk #"Tide ladder"\nOpen "quote');
    expect(page.text).toContain('You have this problem already.');
    expect(page.text).toContain('new technique “Tide ladder”');
    await page.press('Keep 2 problems for later');
    await page.until(() => page.said === 'Kept 2 problems for later.');
    expect(page.field(field).value).toBe('Tide gauge gaps\nOpen "quote');
    const titles = page.log.log().problems.map(({ title }) => title);
    expect(titles.sort()).toEqual(['Buoy Ring', 'Skerry Walk', 'Tide Gauge Gaps']);
    await page.until(() => page.all('.row .result').some((it) => it.textContent === 'for later'));
  });
});
