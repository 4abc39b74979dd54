import { TestBed } from '@angular/core/testing';
import type { Sitting } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { Drafts } from '../data/drafts';
import { somePractice, someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { TechniquePage } from './technique-page';

describe('the page of a technique', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const open = async (id: string, records = {}): Promise<void> => {
    page = await openPage(TechniquePage, `/techniques/${id}`, records, 'techniques/:id');
  };
  const rows = (list: string): string[] =>
    page.all(`${list} li`).map((it) => it.textContent.replace(/\s+/g, ' ').trim());

  it('shows the sittings behind its number, newest first, and which moved it most', async () => {
    const problem = someProblem('Lens Polishing Order');
    const at = (day: number, part: object): object => ({ startedAt: `2026-11-${day}T18:00:00.000Z`, ...part });
    await open('heap', {
      problems: [problem],
      sittings: [
        someSitting(problem.id, at(10, { minutes: 20 })),
        someSitting(problem.id, at(14, { kind: 'rebuild', result: 'unsolved', slips: ['off-by-one'], minutes: 50 })),
        someSitting(problem.id, at(18, { kind: 'rebuild', minutes: 15 })),
      ],
    });
    await page.until(() => page.all('.moves li').length > 0);
    const sittings = rows('.sittings');
    expect(sittings).toHaveSize(3);
    expect(sittings[0]).toMatch(/Lens Polishing Order rebuild · 15 min · solved\d+\s%$/);
    expect(sittings[2]).toContain('first solve · 20 min · solved');
    const worst = rows('.moves').find((it) => it.includes('slip: off by one'));
    expect(worst).toMatch(/− \d+$/);
    expect(page.text).toContain('Your slips off by one 1');
  });

  it('shows where the time of its solves goes, beside those of other techniques', async () => {
    const [own, other] = [
      someProblem('Lens Polishing Order'),
      { ...someProblem('Kelp Row Mowing'), techniques: ['greedy'] },
    ];
    const timed = (problemId: string, plan: number): Sitting =>
      someSitting(problemId, { course: [{ phase: 'plan', seconds: plan }] });
    await open('heap', { problems: [own, other], sittings: [timed(own.id, 600), timed(other.id, 300)] });
    await page.until(() => page.all('.phases').length > 0);
    const times = page.element.querySelector('.phases');
    expect(times?.textContent).toMatch(/plan\s*10:00\s*\+5:00/);
    expect(times?.textContent).toContain('the median of 1 whole solve at the desk, 10:00 in all');
    expect(times?.textContent).toContain('the marks are 1 whole solve of your other techniques');
  });

  it('says that a number is not one yet where little is logged, and what to do where nothing is', async () => {
    await open('union-find', somePractice());
    await page.until(() => page.text.includes('Not enough yet: 0 sittings.'));
    expect(page.text).toMatch(/likely \d+\s% to \d+\s%/);
    expect(page.text).toContain('None yet. Solve a problem of it and log it.');
  });

  it('stands at the address of one that was merged into it', async () => {
    const old = { id: 'pile', revision: newId(), name: 'Pile', family: 'My own', mergedInto: 'heap' };
    await open('pile', { ...somePractice(), techniques: [old] });
    await page.until(() => page.text.includes('Heap'));
    expect(page.all('h1')[0]?.textContent).toBe('Heap');
  });

  it('saves a template that a closed page had not, even an emptied one', async () => {
    await open('heap');
    const kept = new Drafts(page.database.name);
    const openAgain = async (): Promise<void> => {
      const again = TestBed.createComponent(TechniquePage);
      again.componentRef.setInput('id', 'heap');
      await again.whenStable();
      await page.until(() => kept.text('template:heap') === null);
      again.destroy();
    };
    const template = (): string | undefined => page.log.techniquesById().get('heap')?.template;
    kept.keepText('template:heap', 'queue = []');
    await openAgain();
    expect(template()).toBe('queue = []');
    kept.keepText('template:heap', '');
    await openAgain();
    expect(template()).toBe('');
  });

  it('says so where there is no such technique', async () => {
    await open('nowhere');
    expect(page.text).toContain('There is no such technique.');
  });
});
