import { TestBed } from '@angular/core/testing';
import { type Sitting, type Technique, defaultSettings } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { REPOSITORY } from '../store/profile';
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

  it('takes up at once what is typed after the press that begins a template, and saves it when the field is left', async () => {
    await open('heap', { settings: { ...defaultSettings, language: 'Python' } });
    await page.until(() => page.all('.add').length > 0);
    await page.press('The code to begin with');
    await page.until(() => document.activeElement?.classList.contains('cm-content') === true);
    const pasted = new DataTransfer();
    pasted.setData('text/plain', 'queue = []');
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: pasted, bubbles: true }));
    const heap = (): Technique | undefined => page.log.techniquesById().get('heap');
    await page.until(() => TestBed.inject(REPOSITORY).drafts.text('template:heap') === 'queue = []');
    expect(heap()?.template).toBe('');
    document.activeElement?.dispatchEvent(new FocusEvent('focusout', { bubbles: true }));
    await page.until(() => heap()?.template === 'queue = []');
    expect(heap()?.templateLanguage).toBe('Python');
  });

  it('says so where there is no such technique', async () => {
    await open('nowhere');
    expect(page.text).toContain('There is no such technique.');
  });
});
