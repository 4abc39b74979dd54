import { someInterview, somePractice } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Runway } from './runway';

describe('what if', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const open = async (interviews = [someInterview(28)]): Promise<void> => {
    page = await openPage(Runway, '/runway', { ...somePractice(), interviews });
    await page.until(() => page.all('.days li').length > 0 && page.all('app-what-if').length > 0);
  };
  /** Minutes planned as it is, as it would be, and the difference. */
  const minutes = (): number[] =>
    [...(page.all('app-what-if tr').at(-1)?.querySelectorAll('td') ?? [])].map((cell) =>
      Number(cell.textContent.replace(/[^\d.−-]/g, '').replace('−', '-')),
    );

  it('lays the other curve over the plan, and says the difference', async () => {
    await open();
    const plan = (): string => page.all('.days')[0]?.textContent ?? '';
    const before = plan();
    await page.choose('there were', '15 min more a day');
    await page.until(() => page.all('app-what-if app-chart .apexcharts-line').length === 2);
    await page.until(() => minutes().length === 3);
    const [now = 0, then = 0, difference = 0] = minutes();
    expect(then).toBeGreaterThan(now);
    expect(difference).toBe(then - now);
    await page.choose('there were', '15 min less a day');
    await page.until(() => (minutes()[1] ?? now) < now);
    expect(plan()).withContext('asking changes nothing').toBe(before);
  });

  it('asks which interview, technique or day, and takes another', async () => {
    await open([someInterview(14), someInterview(30, { employer: 'Halden & Reef' })]);
    await page.choose('there were', 'an interview a week later');
    await page.until(() => minutes().length === 3);
    await page.choose('which', 'Halden & Reef');
    expect(page.field('which').textContent).toContain('Halden & Reef');
    await page.choose('there were', 'a technique left alone');
    await page.until(() => page.field('which').textContent.includes('min planned'));
    await page.choose('there were', 'one day off a week');
    await page.until(() => page.field('which').textContent.includes('Sundays'));
    await page.until(() => (minutes()[2] ?? 0) < 0);
  });

  it('cannot move an interview where there is none', async () => {
    await open([]);
    await page.choose('there were', 'an interview a week earlier');
    await page.until(() => page.text.includes('No interview is set that could be moved.'));
    expect(page.all('app-what-if app-chart')).toEqual([]);
  });
});
