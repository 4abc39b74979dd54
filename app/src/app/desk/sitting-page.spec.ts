import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { type Sitting, attemptWith } from '@lernen/core/model';
import { DerivedStore } from '../store/derived-store';
import { LineDraft } from '../store/line-draft';
import { dayIn, daysFromNow, someProblem, someSitting } from '../testing/database';
import { type OpenPage, openPage, shownDay } from '../testing/page';
import { SittingPage } from './sitting-page';

describe('the form of a sitting', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const problem = { ...someProblem('Tide Gauge Gaps'), difficulty: 'hard' as const };
  const sitting = someSitting(problem.id, { minutes: 33, note: 'slow at the start' });
  const records = { problems: [problem], sittings: [sitting] };

  const open = async (query = '', id = 'new'): Promise<void> => {
    page = await openPage(SittingPage, `/sitting/${id}${query}`, records, 'sitting/:id');
  };
  const withLine = (line: string): Promise<void> => open(`?line=${encodeURIComponent(line)}`);
  const value = (label: string): string => page.field(label).value;
  const kind = (): string => page.field('Kind').textContent.trim();
  const save = async (): Promise<void> => {
    await page.press('Save');
    await page.until(() => page.url.startsWith('/problems/'));
  };
  const refused = async (): Promise<void> => {
    await page.press('Save');
    expect(page.url).toContain('/sitting/');
    expect(page.log.log().sittings).toHaveSize(1);
  };
  const added = (): Sitting | undefined => page.log.log().sittings.find(({ id }) => id !== sitting.id);

  it('takes over all that the quick line says, of the problem too', async () => {
    await withLine(
      'Gull Census #heap #greedy #"lantern sweep" 31m x2 O(n) !misread ~hint =easy for:Otterbridge in:Python',
    );
    expect([value('Problem'), value('Minutes'), value('Time cost stated'), value('Language')]).toEqual([
      'Gull Census',
      '31',
      'O(n)',
      'Python',
    ]);
    expect(value('Technique of the problem')).toBe('Heap');
    expect(page.text).toContain('A new problem: easy, for Otterbridge, also Greedy, also lantern sweep.');
    await save();
    const made = page.log.log().problems.find(({ title }) => title === 'Gull Census');
    expect(made).toEqual(
      jasmine.objectContaining({
        difficulty: 'easy',
        employer: 'Otterbridge',
        techniques: ['heap', 'greedy', 'lantern-sweep'],
      }),
    );
    expect(page.log.techniquesById().get('lantern-sweep')?.name).toBe('lantern sweep');
    expect(added()).toEqual(
      jasmine.objectContaining({ problemId: made?.id, minutes: 31, help: 'hint', slips: ['misread'] }),
    );
  });

  it('asks what the judge told of an attempt, and does not save what cannot be read', async () => {
    await withLine('Gull Census 31m judged:52ms');
    expect(value('As judged, attempt 1')).toBe('52ms');
    await page.fill('As judged, attempt 1', 'quick');
    expect(page.text).toContain('“quick” is no run time');
    await refused();
    await page.fill('As judged, attempt 1', '17MB 52ms');
    await save();
    const submission = { runTime: 52, memory: 17, standing: null };
    expect(added()?.attempts).toEqual([{ ...attemptWith('accepted'), submission }]);
  });

  it('takes a sitting for what is planned of its problem today, until its minutes or its day say otherwise', async () => {
    const first = someSitting(problem.id, { startedAt: daysFromNow(-6), minutes: 20 });
    const solved = { problems: [problem], sittings: [first] };
    page = await openPage(SittingPage, `/sitting/new?problem=${problem.id}`, solved, 'sitting/:id');
    const planned = () => TestBed.inject(DerivedStore).plannedToday(problem.id)?.kind;
    await page.until(() => planned() !== undefined);
    expect(planned()).toMatch(/^(?:spot|sketch)$/);
    await page.until(() => kind().toLowerCase() === planned());
    await page.fill('Minutes', '45');
    expect(kind()).toBe('Rebuild');
    await page.fill('Minutes', '4');
    expect(kind().toLowerCase()).toBe(planned() ?? '');
    await page.fill('Day', shownDay(dayIn(-1)));
    expect(kind()).toBe('Rebuild');
    await save();
    expect(page.log.sittingsOf().get(problem.id)?.at(-1)?.kind).toBe('rebuild');
  });

  it('makes no technique that is not used in the end', async () => {
    await withLine('Gull Census #"lantern sweep" 31m');
    await page.fill('Technique of the problem', 'Greedy');
    await save();
    expect(page.log.log().problems.find(({ title }) => title === 'Gull Census')?.techniques).toEqual(['greedy']);
    expect(page.log.techniquesById().has('lantern-sweep')).toBeFalse();
  });

  it('says what a line changes about a known problem, and takes it for a review', async () => {
    await withLine('Tide Gauge Gaps 12m =easy');
    expect(page.text).toContain('Known: this sitting is added to it; difficulty: easy instead of hard.');
    expect(kind()).toBe('Rebuild');
    await save();
    expect(page.log.problemsById().get(problem.id)?.difficulty).toBe('easy');
    expect(page.log.log().problems).toHaveSize(1);
  });

  it('goes by the title, also when it is changed from one that is known', async () => {
    await open(`?problem=${problem.id}`);
    expect(value('Problem')).toBe('Tide Gauge Gaps');
    await page.fill('Problem', 'Kelp Rows');
    expect(page.text).toContain('A new problem.');
    expect(kind()).toBe('First solve');
    await save();
    expect(page.log.log().problems.map(({ title }) => title)).toEqual(['Tide Gauge Gaps', 'Kelp Rows']);
    expect(page.log.sittingsOf().get(problem.id)).toHaveSize(1);
  });

  it('takes the line away once it is logged, and leaves another one', async () => {
    await withLine('Kelp Rows 12m');
    const begun = TestBed.inject(LineDraft);
    begun.write('Kelp Rows 12m');
    await save();
    expect(begun.line()).toBe('');
  });

  it('saves once, however often it is asked to', async () => {
    await withLine('Kelp Rows 12m');
    page.control('Save').click();
    page.control('Save').click();
    await page.until(() => page.url.startsWith('/problems/'));
    expect(page.log.log().problems.map(({ title }) => title)).toEqual(['Tide Gauge Gaps', 'Kelp Rows']);
    expect(page.log.log().sittings).toHaveSize(2);
  });

  it('brings back what was typed after a reload, and starts over when asked', async () => {
    await withLine('Kelp Rows 12m');
    await page.fill('Note', 'the tide table has gaps');
    const again = TestBed.createComponent(SittingPage);
    again.componentRef.setInput('id', 'new');
    again.componentRef.setInput('line', 'Kelp Rows 12m');
    await again.whenStable();
    const element = again.nativeElement as HTMLElement;
    expect(element.querySelector('textarea')?.value).toBe('the tide table has gaps');
    expect(element.textContent).toContain('What you had typed was brought back.');
    [...element.querySelectorAll('button')].find((it) => it.textContent.trim() === 'Start over')?.click();
    await again.whenStable();
    expect(element.querySelector('textarea')?.value).toBe('');
    expect(element.textContent).not.toContain('brought back');
    again.destroy();
  });

  it('begins with what belongs to the address when that changes under it', async () => {
    await open('', sitting.id);
    expect([value('Minutes'), value('Note')]).toEqual(['33', 'slow at the start']);
    await TestBed.inject(Router).navigateByUrl('/sitting/new?line=Kelp%20Rows%2012m');
    await page.settle();
    expect([value('Problem'), value('Minutes'), value('Note')]).toEqual(['Kelp Rows', '12', '']);
    await save();
    expect(page.log.sittingsOf().get(problem.id)).toEqual([jasmine.objectContaining({ id: sitting.id, minutes: 33 })]);
  });

  it('corrects a sitting as a new revision, and removes it', async () => {
    await open('', sitting.id);
    expect(page.field('Problem').disabled).toBeTrue();
    await page.fill('Minutes', '28');
    await save();
    expect(page.log.sittingsOf().get(problem.id)).toEqual([jasmine.objectContaining({ id: sitting.id, minutes: 28 })]);
    expect(await page.database.collection('sittings').count()).toBe(2);
    await TestBed.inject(Router).navigateByUrl(`/sitting/${sitting.id}`);
    await page.until(() => page.text.includes('Correct a sitting'));
    await page.press('Remove this sitting');
    await page.until(() => page.log.log().sittings.length === 0);
    expect(page.said).toBe('Removed a sitting of Tide Gauge Gaps.');
  });

  it('began its minutes ago, unless one says when', async () => {
    await open();
    const opened = value('Started');
    await page.fill('Minutes', '30');
    const clock = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
    expect((clock(opened) - clock(value('Started')) + 1440) % 1440).toBe(30);
    await page.fill('Started', '00:00');
    await page.fill('Minutes', '45');
    expect(value('Started')).toBe('00:00');
  });

  it('takes nothing that is in the future, and says what is missing', async () => {
    await withLine('Kelp Rows 12m');
    await page.fill('Day', dayIn(1));
    await refused();
    expect(page.text).toContain('This is in the future.');
    await page.fill('Day', '');
    expect(page.text).toContain('Day must be a day such as 2026-11-24.');
    await page.fill('Problem', '  ');
    expect(page.text).toContain('Problem must not be empty.');
    await refused();
  });

  it('reads minutes as a spreadsheet does, and saves nothing that cannot be read', async () => {
    await withLine('Kelp Rows 12m');
    for (const [field, text, reason] of [
      ['Minutes', '-3', '“-3” is not a time that can be read'],
      ['Minutes', '5940', '“5940” is more than a day'],
      ['Time cost stated', 'O(n log', 'Cannot read the cost “O(n log”'],
      ['Day', '1850-01-01', 'must lie between the years 1970 and 2199'],
    ] as const) {
      const before = value(field);
      await page.fill(field, text);
      expect(page.text).withContext(text).toContain(reason);
      await refused();
      expect(value(field)).toBe(text);
      await page.fill(field, before);
      expect(page.all('.fault')).withContext(text).toEqual([]);
    }
    await page.fill('Minutes', '1:05');
    await save();
    expect(added()?.minutes).toBe(65);
  });

  it('says so where there is no such sitting', async () => {
    await open('', 'gone');
    expect(page.text).toContain('There is no such sitting');
  });
});
