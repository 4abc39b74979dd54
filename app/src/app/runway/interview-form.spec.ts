import { InterviewSchema } from '@lernen/core/model';
import { TestBed } from '@angular/core/testing';
import { v7 as newId } from 'uuid';
import { Clock } from '../store/clock';
import { dayIn } from '../testing/database';
import { type OpenPage, openPage, shownDay } from '../testing/page';
import { Runway } from './runway';

describe('the form of an interview', () => {
  let page: OpenPage;
  const interview = InterviewSchema.parse({
    id: newId(),
    revision: newId(),
    employer: 'Otterbridge',
    at: `${dayIn(20)}T09:00:00.000Z`,
    zone: 'Asia/Tokyo',
    mix: { heap: 3, greedy: 1 },
  });
  const kept = () => page.log.log().interviews;

  beforeEach(async () => {
    page = await openPage(Runway, '/runway', { interviews: [interview] });
    await page.until(() => page.all('.interview button').length > 0);
    await page.press('Change the interview at Otterbridge');
  });
  afterEach(() => page.close());

  const save = async (): Promise<void> => {
    await page.press('Save');
    await page.until(() => page.said.startsWith('Saved the interview'));
  };

  it('shows the local time of the announcement, and what it is here', () => {
    expect([page.field('Day').value, page.field('Time').value]).toEqual([shownDay(dayIn(20)), '18:00']);
    const here = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short', timeZone: TestBed.inject(Clock).zone });
    expect(page.text).toContain('18:00 Tokyo = ');
    expect(page.text).toContain(`${here.format(new Date(interview.at))} here`);
  });

  it('saves the instant of the zone that was chosen', async () => {
    await page.fill('Time zone', 'UTC');
    await save();
    expect(kept().map(({ at, zone }) => [at, zone])).toEqual([[`${dayIn(20)}T18:00:00.000Z`, 'UTC']]);
  });

  it('says under each field what is wrong with it, leads to the first, and saves nothing meanwhile', async () => {
    await page.fill('Employer', ' ');
    await page.fill('Time', 'noon');
    await page.fill('Time zone', 'Skerry');
    page.field('Round').focus();
    await page.press('Save');
    expect(page.all('.fault').map((it) => it.textContent)).toEqual([
      'Employer must not be empty.',
      '“noon” is not a time of day. Write 18:00 or 6:00 pm.',
      'No time zone is called that.',
    ]);
    expect(document.activeElement).toBe(page.field('Employer'));
    expect(page.field('Employer').getAttribute('aria-invalid')).toBe('true');
    expect(kept()).toEqual([interview]);
    expect(page.field('Employer').maxLength).toBe(120);
  });

  it('shows weights as shares, and takes a technique out at weight 0', async () => {
    expect(page.all('.weight')[0]?.textContent).toContain('75 %');
    await page.fill('Weight of Heap', '0');
    await save();
    expect(kept()[0]?.mix).toEqual({ greedy: 1 });
  });

  it('asks for a technique where none is left', async () => {
    await page.fill('Weight of Heap', '0');
    await page.fill('Weight of Greedy', '0');
    await page.press('Save');
    expect(page.text).toContain('Weights need at least one technique; or take the usual mix.');
    expect(kept()).toEqual([interview]);
  });

  it('says what is odd about a day, and refuses one that cannot be', async () => {
    await page.fill('Day', '2020-11-24');
    expect(page.text).toMatch(/That was \d{4} days ago: it counts as over/);
    await page.fill('Day', `${Number(dayIn(0).slice(0, 4)) + 10}${dayIn(0).slice(4)}`);
    expect(page.text).toContain('That is in 10.0 years. Is the year right?');
    await page.fill('Day', '2999-11-24');
    expect(page.text).toContain('must lie between the years 1970 and 2199');
    await page.press('Save');
    expect(kept()).toEqual([interview]);
  });

  it('asks before changes are thrown away, and keeps a draft where that is wished', async () => {
    await page.fill('Round', 'onsite');
    await page.press('Cancel');
    await page.until(() => document.body.textContent.includes('You have not saved the interview'));
    await page.press('Stay');
    expect(page.field('Round').value).toBe('onsite');
    await page.press('Cancel');
    await page.until(() => document.querySelector('mat-dialog-container') !== null);
    await page.press('Leave, keep the draft');
    await page.until(() => page.text.includes('Add an interview'));
    await page.press('Change the interview at Otterbridge');
    expect(page.field('Round').value).toBe('onsite');
    expect(page.text).toContain('What you had typed was brought back.');
    await page.press('Start over');
    expect(page.field('Round').value).toBe('');
    await page.press('Cancel');
    await page.until(() => page.text.includes('Add an interview'));
    expect(kept()).toEqual([interview]);
  });
});
