import { dayIn, someInterview, somePractice, someSettings } from '../testing/database';
import { type OpenPage, openPage, shownDay } from '../testing/page';
import { WorkerHost } from '../workers/host';
import { Runway } from './runway';

describe('the runway', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const open = async (day?: string, records = {}): Promise<void> => {
    const practice = { ...somePractice(), settings: someSettings, interviews: [someInterview(20)] };
    page = await openPage(Runway, day === undefined ? '/runway' : `/runway?day=${day}`, { ...practice, ...records });
    await page.until(() => page.all('.days li').length > 0 && page.all('.week app-number-field').length > 0);
  };
  /** What is planned on the open day. */
  const items = (): string[] => page.all('.open .item a').map((it) => it.textContent.trim());

  it('keeps the interviews and the minutes at hand where no plan comes', async () => {
    spyOn(WorkerHost.prototype, 'run').and.rejectWith(new Error('The planner broke.'));
    page = await openPage(Runway, '/runway', { ...somePractice(), interviews: [someInterview(20)] });
    await page.until(() => page.text.includes('There is no plan yet.'));
    await page.until(() => page.all('.week app-number-field').length === 7);
    await page.press('Add an interview');
    expect(page.field('Employer').value).toBe('');
  });

  it('has every day to the interview, none of them a tenth over its minutes', async () => {
    await open();
    expect(page.all('.days li').length).toBe(21);
    for (const day of page.all('.days li a')) {
      const [planned = 0, given = 0] = /(\d+) of (\d+) min/.exec(day.textContent)?.slice(1).map(Number) ?? [];
      expect(planned)
        .withContext(day.textContent)
        .toBeLessThanOrEqual(Math.round(1.1 * given));
    }
    expect(page.all('.days li').at(-1)?.textContent).toContain('Otterbridge');
  });

  it('opens a day, with a reason for each of its items', async () => {
    await open();
    const third = page.all('.days li a')[3];
    third?.click();
    await page.until(() => page.url === `/runway?day=${dayIn(3)}`);
    await page.until(() => page.all('.days li a')[3]?.getAttribute('aria-current') === 'date');
    expect(items().length).toBeGreaterThan(0);
    for (const item of page.all('.open .item p')) expect(item.textContent.trim().length).toBeGreaterThan(20);
  });

  it('gives a day other minutes, takes them back, and refuses what is no number of minutes', async () => {
    await open(dayIn(2));
    await page.fill('Minutes of this day', '0');
    await page.until(() => page.text.includes('A day off.'));
    expect(page.log.settings().exceptions[dayIn(2)]).toBe(0);
    expect(items()).toEqual([]);
    for (const nonsense of ['-5', '12.5', '1000', '']) {
      await page.fill('Minutes of this day', nonsense);
      expect(page.text).toContain(`${nonsense || 'That'} is not a whole number from 0 to 960. It stays at 0.`);
      expect(page.field('Minutes of this day').value).toBe('0');
    }
    expect(page.log.settings().exceptions[dayIn(2)]).toBe(0);
    await page.fill('Minutes of this day', '90');
    await page.until(() => page.log.settings().exceptions[dayIn(2)] === 90);
    await page.until(() => /of about 90 min planned/.test(page.text));
  });

  it('pins an item to another day, where it then stands', async () => {
    await open(dayIn(1));
    await page.until(() => items().length > 0);
    const [title = ''] = page
      .all('.open .item')
      .filter((it) => it.querySelector('a')?.getAttribute('href')?.startsWith('/problems/'))
      .map((it) => it.querySelector('a')?.textContent.trim());
    const date = page
      .all('.open .item')
      .find((it) => it.textContent.includes(title))
      ?.querySelector('input');
    if (!date) throw new Error(`no date for ${title}`);
    date.value = dayIn(5);
    date.dispatchEvent(new Event('input', { bubbles: true }));
    date.dispatchEvent(new Event('change', { bubbles: true }));
    await page.until(() => page.said.startsWith(`Pinned ${title} to `));
    expect(page.log.log().choices).toHaveSize(1);
    const sixth = (): string => page.all('.days li')[5]?.textContent ?? '';
    await page.until(() => sixth().includes(title));
  });

  it('shows what was done on a day gone by, and that nothing piles where nothing was', async () => {
    await open(dayIn(-2));
    await page.until(() => page.text.includes('Beacon A'));
    expect(page.text).toContain('20 min');
    await page.close();
    await open(dayIn(-400));
    await page.until(() => page.text.includes('Nothing was logged on this day.'));
  });

  it('says so of a day beyond the plan', async () => {
    await open(dayIn(300));
    await page.until(() => page.text.replace(/\s+/g, ' ').includes('This day is beyond the plan.'));
  });

  it('shows an interview in both times, and how ready one is', async () => {
    await open();
    await page.until(() => /Ready \d+\s% with the plan, \d+\s% without/.test(page.text));
    await page.press('Change the interview at Otterbridge');
    await page.until(() => page.all('app-interview-form').length === 1);
  });

  it('begins a new interview four weeks ahead', async () => {
    await open();
    await page.press('Add an interview');
    await page.until(() => page.all('app-interview-form').length === 1);
    expect(page.field('Day').value).toBe(shownDay(dayIn(28)));
  });

  it('changes the minutes of a weekday for every week', async () => {
    await open();
    await page.fill('Mon', '75');
    await page.until(() => page.log.settings().week.mon === 75);
    await page.fill('Mon', 'a lot');
    expect(page.log.settings().week.mon).toBe(75);
  });
});
