import { TestBed } from '@angular/core/testing';
import { type Entry, type Problem, type ReviewKind, singleEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { REPOSITORY } from '../store/profile';
import { RunningStore } from '../store/running-store';
import { somePractice, someProblem } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Review } from './review';

describe('a sitting under way', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  const problem: Problem = {
    ...someProblem('Tide Gauge Gaps'),
    techniques: ['sliding-window'],
    cost: { time: 'O(n)', space: 'O(1)' },
    difficulty: 'medium',
  };
  const text = 'Given the readings of a gauge, find the longest run **without** a gap.';
  const sheet: Entry[] = [
    singleEntry('statement', problem.id, newId(), { text }),
    singleEntry('bounds', problem.id, newId(), { lines: ['1 ≤ n ≤ 10^5'] }),
    singleEntry('notes', problem.id, newId(), { text: 'The window only ever grows.' }),
  ];
  const open = async (kind: ReviewKind, changed: Partial<Problem> = {}, entries = sheet): Promise<void> => {
    const practice = somePractice();
    page = await openPage(Review, '/review', {
      ...practice,
      problems: [...practice.problems, { ...problem, ...changed }],
      entries,
    });
    await TestBed.inject(RunningStore).start(problem.id, kind);
    await page.until(() => page.all('[role="timer"]').length > 0);
  };
  const saved = () => page.log.log().sittings.filter(({ problemId }) => problemId === problem.id);
  const choose = async (label: string): Promise<void> => {
    page.field(label).click();
    await page.settle();
  };

  it('shows the statement and bounds, and nothing that gives the answer away', async () => {
    await open('rebuild');
    await page.until(() => page.text.includes('longest run'));
    await page.until(() => page.all('.statement strong').length === 1);
    expect(page.text).toContain('1 ≤ n ≤ 10^5');
    expect(page.text).not.toContain('O(n)');
    expect(page.text).not.toContain('Sliding window');
    expect(page.text).not.toContain('only ever grows');
    expect(page.text).toContain('of 25 min');
  });

  it('asks to recall a problem whose statement was not kept', async () => {
    await open('sketch', { origin: 'Reef Ladder' }, []);
    await page.until(() => page.text.includes('No statement is kept for this problem.'));
    expect(page.text).toContain('Reef Ladder');
    expect(page.text).toContain('of 8 min');
  });

  it('stops the clock and lets it run on', async () => {
    await open('rebuild');
    await page.press('Pause');
    await page.until(() => page.text.includes('paused'));
    expect(page.all('.clock.paused')).toHaveSize(1);
    await page.press('Go on');
    await page.until(() => page.all('.clock.paused').length === 0);
  });

  it('keeps what was named first, and does not let it be changed', async () => {
    await open('rebuild');
    await page.press('I do not know');
    await page.until(() => page.text.includes('You named none'));
    expect(page.all('app-picker')).toHaveSize(0);
  });

  it('is saved with what happened once a result was said, and goes on to the comparison', async () => {
    await open('rebuild');
    await page.press('Finish');
    await page.until(() => page.text.includes('Say what the result was.'));
    expect(page.control('Save and compare').hasAttribute('disabled')).toBeTrue();
    await choose('partly');
    await page.fill('Time cost', 'O(n)');
    await page.fill('Note', 'Forgot the last run');
    await page.press('Save and compare');
    await page.until(() => page.url.startsWith('/review/done/'));
    const [sitting, ...others] = saved();
    expect(others).toEqual([]);
    expect(sitting).toEqual(
      jasmine.objectContaining({ kind: 'rebuild', result: 'partly', note: 'Forgot the last run', minutes: 1 }),
    );
    expect(sitting?.stated).toEqual({ time: 'O(n)', space: null });
    expect(page.url).toBe(`/review/done/${sitting?.id ?? ''}`);
  });

  it('is one sitting however often it is saved', async () => {
    await open('rebuild');
    const store = TestBed.inject(RunningStore);
    await store.change({ step: 'telling', result: 'solved' });
    await page.settle();
    const { sittingId } = store.running() ?? {};
    page.control('Save and compare').click();
    page.control('Save and compare').click();
    page.control('Abandon it').click();
    await page.until(() => page.url.startsWith('/review/done/'));
    expect(saved().map(({ id, result }) => [id, result])).toEqual([[sittingId ?? '', 'solved']]);
    expect(store.isRunning()).toBeFalse();
  });

  it('is logged as abandoned after a minute, and stays under way when it cannot be logged', async () => {
    await open('rebuild');
    const store = TestBed.inject(RunningStore);
    await store.change({ workedBefore: 120_000, startedAt: 'no time' });
    await page.press('Abandon it');
    await page.until(() => page.said.includes('startedAt'));
    expect(store.isRunning()).toBeTrue();
    await store.change({ startedAt: '2026-11-20T18:00:00.000Z' });
    await page.press('Abandon it');
    await page.until(() => page.url === '/today');
    expect(saved()).toEqual([jasmine.objectContaining({ result: 'abandoned', minutes: 2 })]);
  });

  it('can go back to the work from telling what happened', async () => {
    await open('rebuild');
    await page.press('Finish');
    await page.until(() => page.text.includes('What happened'));
    await page.press('Work on');
    await page.until(() => page.all('#telling-title').length === 0 && page.all('.clock.paused').length === 0);
  });

  it('that was begun by mistake leaves nothing', async () => {
    await open('spot');
    await page.press('Abandon it');
    await page.until(() => page.url === '/today');
    expect(saved()).toEqual([]);
    expect(page.said).toBe('Left, and nothing logged: the spot of Tide Gauge Gaps.');
  });

  it('keeps what was written in it though it is abandoned at once', async () => {
    await open('rebuild');
    await TestBed.inject(RunningStore).change({ note: 'The gap is the key' });
    await page.press('Abandon it');
    await page.until(() => page.url === '/today');
    expect(saved()).toEqual([jasmine.objectContaining({ result: 'abandoned', note: 'The gap is the key' })]);
    const [last] = await TestBed.inject(REPOSITORY).whatWasDone(1);
    await page.log.undo(last?.seq ?? 0);
    await page.until(() => TestBed.inject(RunningStore).running()?.note === 'The gap is the key');
    expect(saved()).toEqual([]);
  });

  it('says so when nothing is under way', async () => {
    page = await openPage(Review, '/review', somePractice());
    await page.until(() => page.text.includes('under way'));
    expect(page.all('[role="timer"]')).toHaveSize(0);
    expect(page.text).toContain('No sitting is under way.');
  });
});
