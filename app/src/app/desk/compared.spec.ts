import type { Problem, Sitting } from '@lernen/core/model';
import { daysFromNow, someInterview, somePractice, someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Compared } from './compared';

describe('what was said beside what is recorded', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  const open = async (
    problem: Partial<Problem>,
    sitting: Partial<Sitting>,
    earlier: readonly Partial<Sitting>[] = [],
  ): Promise<void> => {
    const practice = somePractice();
    const worked: Problem = { ...someProblem('Tide Gauge Gaps'), difficulty: 'medium', ...problem };
    const last = someSitting(worked.id, { startedAt: daysFromNow(-0.01), kind: 'rebuild', ...sitting });
    const sittings = [...practice.sittings, ...earlier.map((part) => someSitting(worked.id, part)), last];
    const records = { problems: [...practice.problems, worked], sittings, interviews: [someInterview(20)] };
    page = await openPage(Compared, `/desk/done/${last.id}`, records, 'desk/done/:id');
    await page.until(() => page.all('tbody tr').length > 0);
  };
  /** A row of the table: what was said, what is recorded, how it was judged. */
  const row = (what: string): string[] => {
    const found = page.all('tbody tr').find((it) => it.querySelector('th')?.textContent.trim() === what);
    return [...(found?.querySelectorAll('td') ?? [])].map((it) => it.textContent.replace(/\s+/g, ' ').trim());
  };

  it('calls a technique right, a cost equal by its meaning, and a sitting in time', async () => {
    await open(
      { cost: { time: 'O(n log n)', space: 'O(n)' } },
      { named: 'heap', stated: { time: 'n·log(n)', space: 'O(n + 4)' }, minutes: 20 },
    );
    expect(row('Technique')).toEqual(['Heap', 'Heap', 'right']);
    expect(row('Time cost')).toEqual(['n·log(n)', 'O(n log n)', 'equal']);
    expect(row('Space cost')[2]).toBe('equal');
    expect(row('Time taken')).toEqual(['20 min', 'target 25 min', 'in time']);
    expect(row('Result')[2]).toBe('unaided');
  });

  it('says what was mixed up, what is recorded, and by how much it was over', async () => {
    await open(
      { cost: { time: 'O(n)', space: null } },
      { named: 'greedy', stated: { time: 'O(n^2)', space: 'O(1)' }, minutes: 41, help: 'hint' },
    );
    expect(row('Technique')[2]).toMatch(/^mixed up with greedy/);
    expect(row('Time cost')[2]).toBe('not equal: O(n) is recorded');
    expect(row('Space cost')).toEqual(['O(1)', 'none recorded', 'not compared']);
    expect(row('Time taken')[2]).toBe('16 min over');
    expect(row('Result')[2]).toBe('not unaided');
  });

  it('leaves open what cannot be compared', async () => {
    await open(
      { techniques: [], cost: { time: 'O(n log', space: null } },
      { named: 'heap', stated: { time: 'O(n)', space: null }, minutes: null },
    );
    expect(row('Technique')).toEqual(['Heap', 'none recorded', 'nothing to compare with']);
    expect(row('Time cost')[2]).toBe('one of the two cannot be read');
    expect(row('Space cost')).toEqual(['not stated', 'none recorded', 'not compared']);
    expect(row('Time taken')[0]).toBe('not known');
  });

  it('stands beside the last time, and says when it comes again', async () => {
    await open({}, { minutes: 22 }, [
      { startedAt: daysFromNow(-30), result: 'unsolved', help: 'read' },
      { startedAt: daysFromNow(-9), result: 'partly', help: 'hint' },
    ]);
    expect(row('Result')[1]).toMatch(/^last time partly solved|^last time partly/);
    await page.until(() => /It is (not )?planned again/.test(page.text));
    await page.until(() => page.all('app-strength-line').length > 0);
  });

  it('says so where the sitting is gone', async () => {
    page = await openPage(Compared, '/desk/done/nowhere', somePractice(), 'desk/done/:id');
    await page.until(() => page.text.includes('There is no such sitting'));
    expect(page.all('table')).toHaveSize(0);
  });
});
