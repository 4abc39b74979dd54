import { somePractice } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Problems } from './problems';

describe('the list of problems', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const titles = (): string[] => page.all('.table [role="row"]:not(.head) a').map((it) => it.textContent.trim());

  it('keeps what was searched and chosen in the address, and shows the rest again', async () => {
    page = await openPage(Problems, '/problems', somePractice());
    expect(page.text).toContain('12 problems');
    await page.fill('Search title', 'beacon k');
    await page.until(() => page.text.includes('1 of 12 problems'));
    expect(page.url).toBe('/problems?search=beacon%20k');
    await page.press('Show all');
    await page.until(() => !page.text.includes(' of 12'));
    await page.choose('Technique', 'Greedy');
    await page.until(() => page.text.includes('4 of 12 problems'));
    expect(page.url).toBe('/problems?technique=greedy');
  });

  it('sorts by a column and turns the order round, as the address says', async () => {
    page = await openPage(Problems, '/problems?sort=title', somePractice());
    await page.until(() => titles().length > 2);
    expect(titles().slice(0, 2)).toEqual(['Beacon A', 'Beacon B']);
    await page.press('Problem');
    await page.until(() => titles()[0] === 'Beacon L');
    expect(page.url).toBe('/problems?sort=-title');
  });

  it('finds nothing without losing the way back', async () => {
    page = await openPage(Problems, '/problems?search=whale', somePractice());
    expect(page.text).toContain('0 of 12 problems');
    await page.press('Show all');
    await page.until(() => page.text.includes('Problems') && !page.text.includes(' of 12'));
  });

  it('takes an order that does not exist for the usual one, the last worked first', async () => {
    page = await openPage(Problems, '/problems?sort=moon&due=soon', somePractice());
    await page.until(() => titles().length > 2);
    expect(titles()[0]).toBe('Beacon A');
  });
});
