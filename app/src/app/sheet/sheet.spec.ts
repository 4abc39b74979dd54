import type { Sitting } from '@lernen/core/model';
import { someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Sheet } from './sheet';

describe('the page of a problem', () => {
  let page: OpenPage;
  const problem = someProblem('Tide Gauge Gaps');
  const sitting = someSitting(problem.id, { minutes: 41, slips: ['typo'], felt: 4 });
  afterEach(() => page.close());
  const open = async (course: Sitting['course'] = []): Promise<void> => {
    page = await openPage(
      Sheet,
      `/problems/${problem.id}`,
      { problems: [problem], sittings: [{ ...sitting, course }] },
      'problems/:id',
    );
  };

  it('shows its facts, every sitting, recall and where it stands in the plan', async () => {
    await open();
    expect(page.text).toContain('felt hard');
    expect(page.text).toContain('41 min');
    await page.until(() => /\d+\s% now/.test(page.text));
    await page.until(() => /In the plan.*(?:Spot|Sketch|Rebuild)/.test(page.text));
    expect(page.all('nav li.filled')).toEqual([]);
  });

  it('shows where the time of its newest solve at the desk went, against the target', async () => {
    await open([
      { phase: 'read', seconds: 100 },
      { phase: 'code', seconds: 1000 },
    ]);
    const times = page.element.querySelector('app-latest-times');
    expect(times?.textContent).toContain('18:20 of 25 min.');
    expect(times?.querySelectorAll('li')[2]?.textContent).toMatch(/^\s*code\s*16:40\s*$/);
  });

  it('is changed through its form, empty fields becoming nothing', async () => {
    await open();
    await page.press('Edit');
    await page.fill('Title', 'Tide Gauge Silences');
    await page.fill('Origin', '  ');
    await page.press('Save');
    await page.until(() => page.said === 'Saved Tide Gauge Silences.');
    const saved = page.log.problemsById().get(problem.id);
    expect([saved?.title, saved?.origin]).toEqual(['Tide Gauge Silences', null]);
  });

  it('keeps what was typed when it cannot be saved, and says why', async () => {
    await open();
    await page.press('Edit');
    await page.fill('Link', 'ftp://tide.example');
    await page.press('Save');
    expect(page.text).toContain('Link must be a link that begins with http:// or https://.');
    expect(page.field('Link').value).toBe('ftp://tide.example');
    await page.press('Cancel');
    await page.until(() => document.querySelector('mat-dialog-container') !== null);
    await page.press('Throw it away');
    await page.until(() => !page.text.includes('Stated difficulty'));
    expect(page.log.problemsById().get(problem.id)?.link).toBeNull();
  });

  it('is dropped from the plan and left to it again', async () => {
    await open();
    await page.press('Never plan it');
    await page.until(() => page.text.includes('Dropped from the plan for good.'));
    await page.press('Leave it to the plan');
    await page.until(() => !page.text.includes('Dropped from the plan'));
    expect(page.log.log().choices).toEqual([]);
  });

  it('is removed with its sittings, and comes back by undoing', async () => {
    await open();
    await page.press('Edit');
    await page.press('Remove the problem');
    await page.until(() => page.url === '/problems');
    expect([page.log.log().problems.length, page.log.log().sittings.length]).toEqual([0, 0]);
    await page.log.undo(((await page.database.journal.orderBy('seq').lastKey()) as number | undefined) ?? 0);
    expect([page.log.log().problems.length, page.log.log().sittings.length]).toEqual([1, 1]);
  });
});
