import { attemptWith } from '@lernen/core/model';
import { someInterview, somePractice, someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { TechniquePage } from './technique-page';
import { Techniques } from './techniques';

describe('Techniques', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const row = (name: string): string =>
    page
      .all('tbody tr')
      .find((it) => it.textContent.includes(name))
      ?.textContent.replace(/\s+/g, ' ') ?? '';

  it('puts first what the next interview asks for and is weakest', async () => {
    const interview = someInterview(20, { mix: { greedy: 9, heap: 1 } });
    page = await openPage(Techniques, '/', { ...somePractice(), interviews: [interview] });
    await page.until(() => page.all('tbody tr').length > 0);
    expect(page.text).toContain('What matters most for Otterbridge comes first');
    expect(row('Greedy')).toContain('90 %');
    expect(row('Greedy')).toMatch(/4\d+ days ago/);
    expect(row('Trie')).toContain('not enough yet');
  });

  it('counts first attempts, help, time over target and slips', async () => {
    const problem = { ...someProblem(), difficulty: 'medium' as const };
    const sittings = [
      someSitting(problem.id, {
        minutes: 50,
        help: 'hint',
        slips: ['off-by-one'],
        attempts: [attemptWith('accepted')],
      }),
      someSitting(problem.id, {
        minutes: 50,
        slips: ['off-by-one', 'typo'],
        attempts: [attemptWith('wrong-answer'), attemptWith('accepted')],
      }),
    ];
    page = await openPage(Techniques, '/', { problems: [problem], sittings });
    await page.until(() => page.all('tbody tr').length > 0);
    const heap = row('Heap');
    expect(heap).toContain('2.0 ×');
    expect(heap.match(/50 %/g)).toHaveSize(2);
    expect(heap).toContain('off by one 2, typo 1');
  });

  it('is ordered by any column, what has nothing to show there last', async () => {
    page = await openPage(Techniques, '/', somePractice());
    await page.until(() => page.all('tbody tr').length > 0);
    const names = (): string[] => page.all('tbody th').map((it) => it.textContent.trim());
    const before = names();
    await page.press('Technique');
    await page.until(() => page.url === '/?sort=name');
    await page.until(() => names()[0] !== before[0]);
    expect(names()).toEqual([...before].sort((a, b) => a.localeCompare(b)));
    await page.press('Chance');
    await page.until(() => page.url === '/?sort=chance');
    const chances = page.all('tbody tr').map((it) => it.children[2]?.textContent.trim() ?? '');
    const known = chances.filter((it) => it.endsWith('%'));
    expect(known.length).toBeGreaterThan(1);
    expect(chances.slice(0, known.length)).toEqual(known);
    expect(known.map((it) => parseInt(it, 10))).toEqual(known.map((it) => parseInt(it, 10)).sort((a, b) => a - b));
    await page.press('Back to what matters most first');
    await page.until(() => page.url === '/');
    expect(names()).toEqual(before);
  });

  it('names mix-ups', async () => {
    const problem = someProblem();
    page = await openPage(Techniques, '/', {
      problems: [problem],
      sittings: [someSitting(problem.id, { named: 'greedy' }), someSitting(problem.id, { named: 'greedy' })],
    });
    await page.until(() => page.text.includes('Mix-ups'));
    expect(page.text).toContain('You named Greedy where Heap was right: 2 times.');
  });

  it('opens the sittings behind a number, newest first, also by the name that was merged into it', async () => {
    const problem = someProblem('Tide Gauge Gaps');
    const sittings = [someSitting(problem.id, { minutes: 41 }), someSitting(problem.id, { slips: ['typo'] })];
    page = await openPage(TechniquePage, '/techniques/heap', { problems: [problem], sittings }, 'techniques/:id');
    await page.until(() => page.text.includes('Not enough yet: 2 sittings.'));
    expect(page.text).toContain('2 sittings behind it');
    expect(page.all('.sittings li')[0]?.textContent).toContain('slip: typo');
    expect(page.all('.sittings li')[1]?.textContent).toContain('41 min');
    expect(page.text).toContain('What goes wrong');
  });

  it('says which sittings moved a strength most, in points, up and down', async () => {
    const [good, bad] = [someProblem('Tide Gauge Gaps'), someProblem('Kelp Rows')];
    const sittings = [
      someSitting(good.id, { minutes: 9 }),
      someSitting(bad.id, { minutes: 90, result: 'unsolved', help: 'read' }),
    ];
    page = await openPage(TechniquePage, '/techniques/heap', { problems: [good, bad], sittings }, 'techniques/:id');
    await page.until(() => page.text.includes('What moved it most'));
    const moves = page.all('.moves li').map((it) => it.textContent);
    expect(moves.find((it) => it.includes('Tide Gauge Gaps'))).toMatch(/\+ \d+$/);
    expect(moves.find((it) => it.includes('Kelp Rows'))).toMatch(/− \d+$/);
  });
});
