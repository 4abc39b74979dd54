import { addDays, dayOf, minutesOn } from '@lernen/core/model';
import { dayIn, daysFromNow, someInterview, somePractice, someSettings } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { WhyPlan } from './why-plan';

describe('why this plan', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const practice = { ...somePractice(), interviews: [someInterview(28)] };
  const gains = (list: Element | undefined): number[] =>
    [...(list?.querySelectorAll('.adds') ?? [])].map((it) => Number.parseFloat(it.textContent));

  it('lists what stands on the day and what came nearest, each by what it adds', async () => {
    page = await openPage(WhyPlan, '/runway/why', practice);
    await page.until(() => page.all('ul').length === 2 && page.all('ul')[1]?.querySelector('li .adds') !== null);
    const [there, nearest] = page.all('ul');
    for (const list of [there, nearest]) {
      const each = gains(list);
      expect(each.length).toBeGreaterThan(0);
      expect(each).toEqual([...each].sort((a, b) => b - a));
      expect(each.every((gain) => gain >= 0)).toBeTrue();
    }
    const planned = [...(there?.querySelectorAll('.takes') ?? [])].map((it) => Number.parseInt(it.textContent));
    expect(page.text).toContain(
      `${planned.reduce((sum, minutes) => sum + minutes, 0)} of about ${minutesOn(dayIn(0), someSettings)} min are planned`,
    );
    expect(nearest?.textContent).toMatch(
      /would have room|take the place of|nearer together|new problems already|add next to nothing|too little for its minutes/,
    );
  });

  it('says how good the whole plan is, and at least which share of the best', async () => {
    page = await openPage(WhyPlan, '/runway/why', practice);
    await page.until(() => /at least \d+\s% of that\./.test(page.text));
    const [, reached, max, share] =
      /\+ ([\d.]+) points.*more than ([\d.]+) under.*at least (\d+)/.exec(page.text)?.map(Number) ?? [];
    expect(reached).toBeLessThanOrEqual(max ?? 0);
    expect(share).toBeCloseTo(100 * ((reached ?? 0) / (max ?? 1)), -1);
  });

  it('knows a day off from a day beyond the plan', async () => {
    const today = dayOf(daysFromNow(0), 'UTC');
    const off = addDays(today, 2);
    const settings = { ...someSettings, exceptions: { [off]: 0 } };
    page = await openPage(WhyPlan, `/runway/why?day=${off}`, { ...practice, settings }, 'runway/why');
    await page.until(() => page.text.includes('A day off: nothing is planned on it.'));
    await page.close();
    page = await openPage(WhyPlan, `/runway/why?day=${addDays(today, 300)}`, practice, 'runway/why');
    await page.until(() => page.text.includes('This day is not in the plan.'));
  });
});
