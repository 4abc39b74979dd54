import { TestBed } from '@angular/core/testing';
import { ChoiceSchema, ProblemListSchema, emptyEntry } from '@lernen/core/model';
import type { PlanChange } from '@lernen/core/plan';
import { v7 as newId } from 'uuid';
import { DerivedStore } from '../store/derived-store';
import { Reasons } from '../store/reasons';
import {
  dayIn,
  daysFromNow,
  someInterview,
  somePractice,
  someProblem,
  someSettings,
  someSitting,
} from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Today } from './today';

describe('Today', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  it('tells a newcomer what will stand here and what to do first', async () => {
    page = await openPage(Today);
    expect(page.text).toContain('Nothing is logged yet.');
    expect(page.text).toContain('No interview is set');
    expect(page.all('app-plan-item-row')).toHaveSize(0);
  });

  it('plans reviews within the minutes, each with its reason, and says how ready one is', async () => {
    page = await openPage(Today, '/', { ...somePractice(), interviews: [someInterview(28)] });
    await page.until(() => page.all('app-plan-item-row').length > 0);
    const minutes = /(\d+) of about (\d+) min planned/.exec(page.text)?.slice(1).map(Number) ?? [];
    expect(minutes[0]).toBeLessThanOrEqual(Math.round(1.1 * (minutes[1] ?? 0)));
    for (const row of page.all('app-plan-item-row'))
      expect(row.textContent).toMatch(
        /(?:[\d.]+|Less than 0\.1) points for Otterbridge, where it is \d+\s% of what is asked/,
      );
    expect(page.text).toMatch(/Ready for Otterbridge\s*\d+\s%/);
    expect(page.text).toContain('Weakest for Otterbridge');
  });

  it('shows the day before all sittings are read, just as it stays', async () => {
    const records = { ...somePractice(), interviews: [someInterview(28)] };
    page = await openPage(Today, '/', records, '', 'begun');
    await page.until(() => page.all('app-plan-item-row').length > 0);
    expect(page.log.log().sittings).toEqual([]);
    const before = page.text;
    expect(before).toMatch(/Ready for Otterbridge\s*\d+\s%/);
    await page.readOn();
    expect(page.log.log().sittings).toHaveSize(records.sittings.length);
    await page.until(() => page.text === before);
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect(TestBed.inject(DerivedStore).progress()).toBeNull();
    expect(page.text.startsWith(before)).toBeTrue();
  });

  it('puts an item off and plans again at once', async () => {
    page = await openPage(Today, '/', { ...somePractice(), interviews: [someInterview(28)] });
    await page.until(() => page.all('app-plan-item-row').length > 0);
    const title = page.all('app-plan-item-row .title')[0]?.textContent ?? '';
    await page.press(`More for ${title}`);
    await page.until(() => document.querySelector('.mat-mdc-menu-item') !== null);
    await page.press('Not today');
    await page.until(() => !page.all('app-plan-item-row .title').some((it) => it.textContent === title));
    await page.until(
      () => page.said === `Put ${title.replace('Something new: ', 'new problems of ')} off until tomorrow.`,
    );
    expect(page.log.log().choices).toHaveSize(1);
  });

  it('finds a problem for something new: one kept for later, or one found elsewhere, and starts it', async () => {
    page = await openPage(Today, '/', { ...somePractice(), interviews: [someInterview(28)] }, '', 'begun');
    const fresh = (): string | undefined =>
      page.all('app-plan-item-row .title').find((it) => it.textContent.startsWith('Something new'))?.textContent ??
      undefined;
    await page.until(() => fresh() !== undefined);
    await page.press(`Start ${fresh() ?? ''}`);
    // What was sat already is not offered as new: until that is known nothing is.
    expect(page.text).toContain('The log is being read.');
    await page.readOn();
    expect(page.text).toContain('Find one that you have not seen');
    await page.fill('Its title, or its link', 'Buoy Ring Order');
    await page.press('Keep it for later');
    await page.until(() => page.text.includes('Kept for later'));
    const kept = page.log.log().problems.find(({ title }) => title === 'Buoy Ring Order');
    expect(kept?.techniques).toHaveSize(1);
    await page.press('Solve Buoy Ring Order');
    await page.until(() => page.url === '/desk');
    const running = (await page.database.local.get('running'))?.value as { problemId: string; kind: string };
    expect([running.problemId, running.kind]).toEqual([kept?.id ?? '', 'first-solve']);
    expect(page.log.log().sittings.some(({ problemId }) => problemId === kept?.id)).toBeFalse();
  });

  it('starts a review, and goes to it', async () => {
    page = await openPage(Today, '/', { ...somePractice(), interviews: [someInterview(28)] });
    const reviews = (): HTMLElement[] =>
      page.all('app-plan-item-row .title').filter((it) => !it.textContent.startsWith('Something new'));
    await page.until(() => reviews().length > 0);
    const title = reviews()[0]?.textContent ?? '';
    await page.press(`Start ${title}`);
    await page.until(() => page.url === '/desk');
    const running = (await page.database.local.get('running'))?.value as { problemId: string };
    expect(page.log.problemsById().get(running.problemId)?.title).toBe(title);
  });

  it('tells what a list wants within a week, and starts its next problem', async () => {
    const practice = somePractice();
    const later = someProblem('Rope Splice Ledger');
    const [solved] = practice.problems;
    const id = newId();
    const list = ProblemListSchema.parse({
      id,
      revision: id,
      title: 'Course week 9',
      until: dayIn(3),
      problems: [solved?.id, later.id],
      createdAt: daysFromNow(-1),
    });
    const far = { ...list, id: newId(), title: 'Far off', until: dayIn(30) };
    const problems = [...practice.problems, later];
    page = await openPage(Today, '/', { ...practice, problems, lists: [list, far] });
    await page.until(() => page.all('.due p').length === 1);
    expect(page.text).toMatch(/Course week 9 until \d+ \w+: 1 of 2 solved\. Next: Rope Splice Ledger/);
    await page.press('Solve Rope Splice Ledger of Course week 9');
    await page.until(() => page.url === '/desk');
    const running = (await page.database.local.get('running'))?.value as { problemId: string; kind: string };
    expect([running.problemId, running.kind]).toEqual([later.id, 'first-solve']);
  });

  it('plans a Twist before an interview in the words of the sheet, and takes them along', async () => {
    const practice = somePractice();
    const twists = practice.problems.map(({ id }) => emptyEntry('twist', id, newId(), { text: 'The row is a ring.' }));
    const pins = practice.problems.map(({ id }) => {
      const choice = newId();
      return ChoiceSchema.parse({
        id: choice,
        revision: choice,
        target: { problemId: id },
        choice: { pin: dayIn(0), kind: 'twist' },
      });
    });
    const interviews = [someInterview(9)];
    page = await openPage(Today, '/', { ...practice, entries: twists, choices: pins, interviews });
    const twist = (): HTMLElement | undefined =>
      page.all('app-plan-item-row').find((row) => row.textContent.includes('The row is a ring.'));
    await page.until(() => twist() !== undefined);
    await page.press(`Start ${twist()?.querySelector('.title')?.textContent ?? ''}`);
    await page.until(() => page.url === '/desk');
    const running = (await page.database.local.get('running'))?.value as { kind: string; twist: string };
    expect([running.kind, running.twist]).toEqual(['twist', 'The row is a ring.']);
  });

  it('gives the lessons of what an interview of tomorrow asks to reread, with their twists', async () => {
    const practice = somePractice();
    const [problem] = practice.problems;
    const id = problem?.id ?? '';
    const entries = [
      emptyEntry('lesson', id, newId(), { text: 'Ask whether equal values count.' }),
      emptyEntry('twist', id, newId(), { text: 'The row is a ring.' }),
    ];
    page = await openPage(Today, '/', { ...practice, entries, interviews: [someInterview(1, { mix: { heap: 1 } })] });
    await page.until(() => page.text.includes('· changed: The row is a ring.'));
    expect(page.text).toMatch(/Ask whether equal values count\.\s*Beacon A\s*· changed: The row is a ring\./);
    await page.until(() => page.all('app-plan-item-row').length > 0);
    expect(page.text).not.toContain('Something new');
  });

  it('respects a day off, and offers to give it minutes', async () => {
    const none = { mon: 0, tue: 0, wed: 0, thu: 0, fri: 0, sat: 0, sun: 0 };
    page = await openPage(Today, '/', { ...somePractice(), settings: { ...someSettings, week: none } });
    await page.until(() => page.text.includes('A day off.'));
    expect(page.control('Give today some minutes').getAttribute('href')).toContain('/runway?day=');
    expect(page.all('app-plan-item-row')).toHaveSize(0);
  });

  it('says what moved since the last plan, and what made it move', async () => {
    const practice = somePractice();
    page = await openPage(Today, '/', { ...practice, interviews: [someInterview(28)] });
    await page.until(() => page.all('app-plan-item-row').length > 0);
    const other = someProblem('Buoy Ring Order');
    const sat = someSitting(other.id, { startedAt: new Date().toISOString(), minutes: 240 });
    await page.log.save({ problems: [other], sittings: [sat] }, 'Logged');
    await page.until(() => page.text.includes('Done for today: 240 of'));
    const moved = page.all('.changes li').map((it) => it.textContent);
    expect(moved.some((text) => text.endsWith(': this evening has no minutes left for it.'))).toBeTrue();
    const fresh = { problemId: null, technique: 'heap', kind: 'fresh', from: dayIn(0), why: 'spent' } as const;
    const text = (part: Partial<PlanChange>): string =>
      TestBed.inject(Reasons).changeText({ ...fresh, to: null, ...part });
    expect(text({})).toBe('Something new · Heap is not planned any more: this evening has no minutes left for it.');
    expect(text({ next: dayIn(1) })).toBe(
      'Something new · Heap is not planned any more today, and comes next tomorrow: this evening has no minutes left for it.',
    );
    expect(text({ to: dayIn(1), why: 'better' })).toBe(
      'Something new · Heap moved from today to tomorrow, where it gains more.',
    );
    const sketch = { ...fresh, problemId: practice.problems[0]?.id ?? '', kind: 'sketch' } as const;
    const rebuilt = { to: dayIn(1), as: 'rebuild' } as const;
    expect(text({ ...sketch, ...rebuilt, why: 'better' })).toMatch(
      / moved from today to tomorrow, as a Rebuild, where it gains more\.$/,
    );
    expect(text({ ...sketch, ...rebuilt, from: dayIn(-1), why: 'missed' })).toMatch(
      / was planned yesterday and not done; now tomorrow, as a Rebuild\.$/,
    );
  });

  it('is done when the minutes are used, and shows what comes next to whoever has more', async () => {
    const practice = somePractice();
    const [problem] = practice.problems;
    const today = { ...practice.sittings[0], problemId: problem?.id ?? '', minutes: 240 };
    const startedAt = new Date(Date.now() - 60_000).toISOString();
    page = await openPage(Today, '/', {
      ...practice,
      sittings: [...practice.sittings.slice(1), { ...practice.sittings[0], ...today, startedAt } as never],
      interviews: [someInterview(28)],
    });
    await page.until(() => page.text.includes('Done for today: 240 of'));
    expect(page.text).toContain('If you have more time, this comes next:');
    expect(page.all('app-plan-item-row').length).toBeGreaterThan(0);
  });

  it('is done when only a few minutes are left, whatever would fit them', async () => {
    const practice = somePractice();
    const week = { mon: 45, tue: 45, wed: 45, thu: 45, fri: 45, sat: 45, sun: 45 };
    const startedAt = new Date(Date.now() - 60_000).toISOString();
    const done = { ...practice.sittings[0], minutes: 40, startedAt } as never;
    page = await openPage(Today, '/', {
      ...practice,
      settings: { ...someSettings, week },
      sittings: [...practice.sittings.slice(1), done],
      interviews: [someInterview(28)],
    });
    await page.until(() => page.text.includes('Done for today: 40 of 45 min.'));
    expect(page.text).toContain('40 of about 45 min done');
    expect(page.text).not.toContain('min planned,');
  });
});
