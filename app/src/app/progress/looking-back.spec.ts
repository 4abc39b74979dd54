import { daysFromNow, someInterview, someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { LookingBack } from './looking-back';

describe('looking back', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  it('says that there is nothing to look back on, without a number', async () => {
    page = await openPage(LookingBack);
    await page.until(() => page.text.includes('Nothing to look back on yet.'));
    expect(page.all('table')).toEqual([]);
  });

  it('counts every sitting once by what was predicted, and once by month', async () => {
    const problems = Array.from({ length: 50 }, (_, index) => someProblem(`Beacon ${index + 1}`));
    const sittings = problems.map(({ id }, index) =>
      someSitting(id, {
        startedAt: daysFromNow(index - 60),
        minutes: 18,
        ...(index % 4 === 0 ? { result: 'unsolved' as const, help: 'read' as const } : {}),
      }),
    );
    page = await openPage(LookingBack, '/', { problems, sittings });
    await page.until(() => page.all('table').length === 2);
    const counts = page
      .all('table')
      .map((table) =>
        [...table.querySelectorAll('tbody td:last-child')].reduce((sum, cell) => sum + Number(cell.textContent), 0),
      );
    expect(counts).toEqual([50, 50]);
    const rows = [...(page.all('table')[0]?.querySelectorAll('tbody tr') ?? [])];
    const cameTrue = rows.reduce((sum, row) => {
      const [, came, , count] = [...row.querySelectorAll('td')].map((cell) => Number.parseFloat(cell.textContent));
      return sum + ((came ?? 0) / 100) * (count ?? 0);
    }, 0);
    for (const row of rows) expect(Number(row.querySelector('td:last-child')?.textContent)).toBeGreaterThanOrEqual(10);
    // 37 of the 50 went well; the shares are rounded to a percent.
    expect(cameTrue).toBeCloseTo(37, 0);
    expect(page.text).toContain('The usual values are used');
  });

  it('holds what earlier plans promised against what came, made again where no plan was kept', async () => {
    const problems = Array.from({ length: 40 }, (_, index) => someProblem(`Beacon ${index + 1}`));
    const sittings = problems.map(({ id }, index) =>
      someSitting(id, { startedAt: daysFromNow(index - 45), minutes: 18 }),
    );
    const interviews = [someInterview(20, { mix: { heap: 1 } })];
    page = await openPage(LookingBack, '/', { problems, sittings, interviews });
    await page.until(() => page.all('.promised li').length === 4);
    expect(page.text).toMatch(
      /○ \d+ [A-Z][a-z]+\s*\d+ % planned for Otterbridge, \d+ % reached; \d+ % without any work\./,
    );
    const kept = (await page.database.local.get('forecasts'))?.value as { isMadeAgain: boolean }[];
    expect(kept.filter(({ isMadeAgain }) => isMadeAgain)).toHaveSize(4);
    expect(kept.filter(({ isMadeAgain }) => !isMadeAgain)).toHaveSize(1);
  });
});
