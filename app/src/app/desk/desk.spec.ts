import { TestBed } from '@angular/core/testing';
import { type Entry, type Problem, type ReviewKind, emptyEntry, singleEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { Clock } from '../store/clock';
import { REPOSITORY } from '../store/profile';
import { RunningStore } from '../store/running-store';
import { somePractice, someProblem } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Desk } from './desk';

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
    page = await openPage(Desk, '/desk', {
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
    await page.until(() => page.url.startsWith('/desk/done/'));
    const [sitting, ...others] = saved();
    expect(others).toEqual([]);
    expect(sitting).toEqual(
      jasmine.objectContaining({ kind: 'rebuild', result: 'partly', note: 'Forgot the last run', minutes: 1 }),
    );
    expect(sitting?.stated).toEqual({ time: 'O(n)', space: null });
    expect(page.url).toBe(`/desk/done/${sitting?.id ?? ''}`);
  });

  it('ends at once where what was typed takes long to be written', async () => {
    await open('rebuild');
    let goOn = (): void => undefined;
    const waiting = new Promise<never>((_, reject) => (goOn = () => reject(new Error('The disk is slow.'))));
    const writes = spyOn(TestBed.inject(REPOSITORY), 'run').and.returnValue(waiting);
    await page.press('An edge case');
    await page.press('Finish');
    await page.until(() => page.text.includes('Say what the result was.'));
    expect(writes).toHaveBeenCalled();
    writes.and.callThrough();
    goOn();
  });

  it('is one sitting however often it is saved', async () => {
    await open('rebuild');
    const store = TestBed.inject(RunningStore);
    await store.tell({ result: 'solved' });
    await page.until(() => page.text.includes('What happened'));
    const { sittingId } = store.running() ?? {};
    page.control('Save and compare').click();
    page.control('Save and compare').click();
    await page.until(() => page.url.startsWith('/desk/done/'));
    expect(saved().map(({ id, result }) => [id, result])).toEqual([[sittingId ?? '', 'solved']]);
    expect(store.isRunning()).toBeFalse();
  });

  it('that was given up is an honest end: unsolved with the time it took, and stays under way when it cannot be logged', async () => {
    await open('rebuild');
    const store = TestBed.inject(RunningStore);
    await store.change({ workedBefore: 120_000, language: 'x'.repeat(5000) });
    await page.press('Give up');
    await page.until(() => page.text.includes('Given up, and that counts too'));
    await page.press('Save and compare');
    await page.until(() => page.said.includes('language'));
    expect(store.isRunning()).toBeTrue();
    await store.change({ language: '' });
    await page.press('Save and compare');
    await page.until(() => page.url.startsWith('/desk/done/'));
    expect(saved()).toEqual([jasmine.objectContaining({ result: 'unsolved', minutes: 2, help: 'none' })]);
  });

  it('shows the recorded answer only after giving up, and records that it was read', async () => {
    await open('rebuild');
    expect(page.text).not.toContain('Read the recorded answer');
    await page.press('Give up');
    await page.until(() => page.text.includes('Read the recorded answer'));
    await page.press('Read the recorded answer');
    await page.until(() => page.text.includes('only ever grows'));
    expect(TestBed.inject(RunningStore).running()?.help).toBe('read');
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
    await page.press('Leave it, log nothing');
    await page.until(() => page.url === '/today');
    expect(saved()).toEqual([]);
    expect(page.said).toBe('Left, and nothing logged: the spot of Tide Gauge Gaps.');
  });

  it('whose problem was removed says so, and goes on once that is back or is left', async () => {
    await open('rebuild');
    const [running, { log }] = [TestBed.inject(RunningStore), page];
    await running.tell({ result: 'solved' });
    await log.saveProblem({ ...problem, deleted: true }, 'Removed it');
    await page.until(() => page.text.includes('The problem was removed'));
    expect(page.all('main, app-desk-end, [role="timer"]')).toEqual([]);
    await log.saveProblem(problem, 'Brought it back');
    await page.until(() => page.text.includes('What happened'));
    await log.saveProblem({ ...problem, deleted: true }, 'Removed it');
    await page.until(() => page.text.includes('The problem was removed'));
    await page.press('Leave it, log nothing');
    await page.until(() => page.url === '/today');
    expect(running.isRunning()).toBeFalse();
    expect(log.log().sittings).toHaveSize(12);
  });

  it('comes back with what was written in it when its saving is undone', async () => {
    await open('rebuild');
    await TestBed.inject(RunningStore).tell({ note: 'The gap is the key', result: 'partly' });
    await page.press('Save and compare');
    await page.until(() => page.url.startsWith('/desk/done/'));
    expect(saved()).toEqual([jasmine.objectContaining({ result: 'partly', note: 'The gap is the key' })]);
    const [last] = await TestBed.inject(REPOSITORY).whatWasDone(1);
    await page.log.undo(last?.seq ?? 0);
    await page.until(() => TestBed.inject(RunningStore).running()?.note === 'The gap is the key');
    expect(saved()).toEqual([]);
  });

  it('counts what help was shown, one step at a time, and when', async () => {
    const observation = (text: string, order: number): Entry =>
      emptyEntry('observation', problem.id, newId(), { text, order });
    await open('sketch', {}, [...sheet, observation('Two ends', 1), observation('Both only move right', 2)]);
    await page.until(() => page.text.includes('2 left.'));
    expect(page.text).not.toContain('Two ends');
    await page.press('Show the first step');
    await page.until(() => page.text.includes('Two ends') && page.text.includes('1 left.'));
    expect(page.text).not.toContain('Both only');
    const { help, moments } = TestBed.inject(RunningStore).running() ?? {};
    expect([help, moments?.map(({ kind, text }) => `${kind} ${text}`)]).toEqual(['hint', ['help Two ends']]);
  });

  it('keeps what is written in it apart from the sheet, and notes when the plain approach stood', async () => {
    await open('sketch');
    await page.until(() => page.text.includes('The plain approach'));
    await page.press('The plain approach');
    await page.fill('Idea of approach 1', 'every pair of readings');
    await page.fill('Time of approach 1', 'O(n^2)');
    const store = TestBed.inject(RunningStore);
    await page.until(() => store.running()?.moments[0]?.text === 'O(n^2)');
    await page.press('Finish');
    await page.until(() => page.text.includes('What happened'));
    const repository = TestBed.inject(REPOSITORY);
    const all = await repository.sheet(problem.id);
    const [approach] = all.filter(({ kind }) => kind === 'approach');
    expect(approach?.sittingId).toBe(store.running()?.sittingId ?? '');
    const onSheet = await repository.entriesOfProblems([problem.id]);
    expect(onSheet.map(({ kind }) => kind).sort()).toEqual(['bounds', 'notes', 'statement']);
  });

  it('follows the cursor from phase to phase, lets one be set by hand, and its time be corrected at the end', async () => {
    await open('sketch');
    const clock = TestBed.inject(Clock);
    // However slow the machine is, no time passes but what is set.
    const now = clock.milliseconds();
    spyOn(clock, 'milliseconds').and.returnValue(now);
    const store = TestBed.inject(RunningStore);
    await store.change({ workedBefore: 60_000 });
    await page.until(() => page.text.includes('The plain approach'));
    await page.press('The plain approach');
    await page.until(() => store.running()?.turns.at(-1)?.phase === 'plan');
    await store.change({ workedBefore: 180_000 });
    await page.press('explain');
    await page.until(() => store.running()?.turns.at(-1)?.phase === 'explain');
    await page.press('Finish');
    await page.until(() => page.text.includes('What happened'));
    expect(store.running()?.course?.map(({ phase, seconds }) => `${phase} ${Math.round(seconds / 60)}`)).toEqual([
      'read 1',
      'plan 2',
    ]);
    await page.fill('Plan', '5 minutes');
    await page.until(() => page.text.includes('Write the time of plan as minutes and seconds, such as 5:05.'));
    await page.fill('Plan', '5:00');
    await page.until(() => page.text.includes('6 min'));
  });

  it('makes a problem of its own of what answers a Twist, related to the one it changes', async () => {
    await open('twist');
    await TestBed.inject(RunningStore).change({ twist: 'readings come one by one' });
    await page.until(() => page.text.includes('The plain approach'));
    await page.press('The plain approach');
    await page.fill('Idea of approach 1', 'keep only the last window');
    await page.press('Finish');
    await page.until(() => page.text.includes('What happened'));
    await choose('solved');
    await choose('Keep what I wrote as a related problem');
    await page.fill('Its title', 'Tide Gauge Stream');
    await page.press('Save and compare');
    await page.until(() => page.url.startsWith('/desk/done/'));
    const made = page.log.log().problems.find(({ title }) => title === 'Tide Gauge Stream');
    const entries = await TestBed.inject(REPOSITORY).entriesOfProblems([made?.id ?? '']);
    expect(entries.map(({ kind }) => kind).sort()).toEqual(['approach', 'relation', 'statement']);
    expect(entries.find((entry) => entry.kind === 'relation')).toEqual(
      jasmine.objectContaining({ otherId: problem.id, relation: 'twist-of', is: 'readings come one by one' }),
    );
  });

  it('asks what to begin with when nothing is under way, and begins a new problem', async () => {
    page = await openPage(Desk, '/desk', somePractice());
    await page.until(() => page.text.includes('No sitting is under way.'));
    expect(page.all('[role="timer"]')).toHaveSize(0);
    await page.fill('Problem', 'Buoy Ring Order');
    await page.press('Start the clock');
    await page.until(() => page.all('[role="timer"]').length > 0);
    const running = TestBed.inject(RunningStore).running();
    expect(page.log.problemsById().get(running?.problemId ?? '')?.title).toBe('Buoy Ring Order');
    expect(running?.kind).toBe('first-solve');
  });
});
