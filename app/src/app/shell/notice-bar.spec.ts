import { TestBed } from '@angular/core/testing';
import { Notices } from '../store/notices';
import { somePractice } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { NoticeBar } from './notice-bar';

describe('what is said at the foot of the page', () => {
  let page: OpenPage;
  let notices: Notices;
  beforeEach(async () => {
    page = await openPage(NoticeBar, '/', somePractice());
    notices = TestBed.inject(Notices);
  });
  afterEach(() => page.close());
  const said = (): string => document.querySelector('mat-snack-bar-container')?.textContent ?? '';
  const settled = async (): Promise<void> => {
    await page.settle();
  };

  it('is announced, with the way to take it back, once', async () => {
    let undone = 0;
    notices.say('Logged a sitting.', { label: 'Undo', run: () => undone++ });
    await page.until(() => said().includes('Logged a sitting.'));
    expect(document.querySelectorAll('mat-snack-bar-container')).toHaveSize(1);
    await page.press('Undo');
    expect(undone).toBe(1);
    await page.until(() => said() === '');
  });

  it('gives way to what happened after it', async () => {
    notices.say('The first.');
    notices.say('The second.');
    await settled();
    await page.until(() => said().includes('The second.'));
    expect(said()).not.toContain('The first.');
  });

  it('stands in the place of what is like it; the same words come again, so that they are heard again', async () => {
    notices.say('The first.');
    await page.until(() => said().includes('The first.'));
    const first = document.querySelector('app-notice-snack');
    notices.say('The second.');
    await page.until(() => first?.textContent.includes('The second.') === true);
    expect(document.querySelectorAll('app-notice-snack')).toHaveSize(1);
    notices.say('The second.');
    await page.until(() => document.querySelector('app-notice-snack') !== first);
    await page.until(() => said().includes('The second.'));
  });

  it('shows a failure as one, in its own words, and closes', async () => {
    notices.fail(new Error('The disk is full.'));
    await page.until(() => document.querySelector('.notice .failed')?.textContent === 'The disk is full.');
    await page.press('Close');
    await page.until(() => said() === '');
    notices.fail('no error, but a text');
    await page.until(() => said().includes('no error, but a text'));
    expect(document.querySelectorAll('.notice .failed')).toHaveSize(1);
  });

  it('stands over the foot of the page, however high that grows', async () => {
    notices.foot.set(48);
    notices.say('Logged a sitting.');
    await page.until(() => said().includes('Logged a sitting.'));
    const marginBelow = (): string => getComputedStyle(document.querySelector('.notice') ?? document.body).marginBottom;
    await page.until(() => marginBelow() === '56px');
    notices.foot.set(120);
    await page.until(() => marginBelow() === '128px');
  });

  it('leaves it to the bar to say that the records are gone', async () => {
    const closed = Object.assign(new Error('Database has been closed'), { name: 'DatabaseClosedError' });
    notices.areRecordsLost = true;
    notices.fail(closed);
    await settled();
    expect(said()).toBe('');
    notices.areRecordsLost = false;
    notices.fail(closed);
    await page.until(() => said().includes('The records are no longer open in this page.'));
    expect(document.querySelectorAll('.notice .failed')).toHaveSize(1);
  });

  it('goes by itself after a while, but not for what was said since', () => {
    jasmine.clock().install();
    try {
      notices.say('The first.');
      jasmine.clock().tick(11_000);
      notices.fail('The second.');
      jasmine.clock().tick(11_000);
      expect(notices.current()?.text).toBe('The second.');
      jasmine.clock().tick(60_000);
      expect(notices.current()).toBeNull();
    } finally {
      jasmine.clock().uninstall();
    }
  });
});
