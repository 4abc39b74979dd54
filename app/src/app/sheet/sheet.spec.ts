import { someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Sheet } from './sheet';
import { SittingPage } from '../desk/sitting-page';

describe('the page of a problem', () => {
  let page: OpenPage;
  const problem = someProblem('Tide Gauge Gaps');
  const sitting = someSitting(problem.id, { minutes: 41, slips: ['typo'], felt: 4 });
  afterEach(() => page.close());
  const open = async (): Promise<void> => {
    page = await openPage(
      Sheet,
      `/problems/${problem.id}`,
      { problems: [problem], sittings: [sitting] },
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

describe('the form of a sitting', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  it('takes over the quick line that was begun, and logs a new problem', async () => {
    page = await openPage(SittingPage, '/sitting/new?line=Gull%20Census%20%23heap%2031m%20!typo', {}, 'sitting/:id');
    expect([page.field('Problem').value, page.field('Minutes').value]).toEqual(['Gull Census', '31']);
    await page.press('Add an attempt');
    await page.fill('Language', 'python');
    await page.press('Save');
    await page.until(() => page.said === 'Logged Gull Census.' && page.url.startsWith('/problems/'));
    const [sitting] = page.log.log().sittings;
    expect(sitting).toEqual(jasmine.objectContaining({ minutes: 31, slips: ['typo'], language: 'python' }));
    expect(sitting?.attempts).toHaveSize(1);
    expect(page.url).toBe(`/problems/${sitting?.problemId}`);
  });

  it('refuses what is in the future, and what has no title', async () => {
    page = await openPage(SittingPage, '/sitting/new', {}, 'sitting/:id');
    expect(page.text).toContain('Write the title of the problem.');
    await page.fill('Problem', 'Gull Census');
    await page.fill('Day', '2090-01-01');
    expect(page.text).toContain('This is in the future.');
    expect(page.log.log().sittings).toEqual([]);
  });

  it('corrects a sitting by a new revision and keeps the old one', async () => {
    const problem = someProblem();
    const sitting = someSitting(problem.id);
    page = await openPage(
      SittingPage,
      `/sitting/${sitting.id}`,
      { problems: [problem], sittings: [sitting] },
      'sitting/:id',
    );
    await page.fill('Minutes', '55');
    await page.press('Save');
    await page.until(() => page.said.startsWith('Corrected the sitting') && page.url.startsWith('/problems/'));
    expect(page.log.log().sittings.map((it) => it.minutes)).toEqual([55]);
    expect((await page.database.collection('sittings').toArray()).map((it) => it.minutes)).toEqual([20, 55]);
  });
});
