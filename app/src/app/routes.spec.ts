import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { routes } from './routes';
import { Root } from './shell/root';
import { RunningStore } from './store/running-store';
import { someInterview, somePractice } from './testing/database';
import { type OpenPage, openFrame } from './testing/page';

describe('a page opened before the log is read', () => {
  let page: OpenPage;
  const practice = somePractice();
  const [problem] = practice.problems;
  const [sitting] = practice.sittings;
  const waitingText = 'The log is being read.';
  beforeEach(async () => {
    spyOn(window, 'fetch').and.rejectWith(new TypeError('There is no server.'));
    page = await openFrame(Root, routes, { ...practice, interviews: [someInterview(28)] });
  });
  afterEach(() => page.close());

  /** Goes to a place that waits. The page does not settle meanwhile. */
  const goAndWait = async (address: string): Promise<void> => {
    void TestBed.inject(Router).navigateByUrl(address);
    await new Promise((resolve) => setTimeout(resolve, 50));
    TestBed.tick();
    expect(page.text).toContain(waitingText);
  };
  const readOn = async (): Promise<void> => {
    await page.readOn();
    await page.until(() => page.all('main h1').length > 0 && !page.text.includes(waitingText));
  };

  it('is drawn with all it needs', async () => {
    for (const address of ['/problems', `/problems/${problem?.id}`, `/sitting/${sitting?.id}`, '/desk', '/setup'])
      await goAndWait(address);
    expect(page.all('main h1, main button')).toEqual([]);
    await readOn();
    expect(page.url).toBe('/setup');
  });

  it('takes no click that would come to nothing: the end of a sitting is saved as soon as it is there', async () => {
    const running = TestBed.inject(RunningStore);
    await running.start(problem?.id ?? '', 'rebuild');
    await running.tell({ result: 'solved', note: 'Both ends move right' });
    await goAndWait('/desk');
    await readOn();
    await page.until(() => page.all('#telling-title').length > 0);
    await page.press('Save and compare');
    await page.until(() => page.url.startsWith('/desk/done/'));
    expect(page.log.log().sittings.map(({ note }) => note)).toContain('Both ends move right');
  });

  it('leaves Today where it is, which is drawn at once, until it comes', async () => {
    await TestBed.inject(Router).navigateByUrl('/today');
    await page.until(() => page.all('main h1').length > 0 && !page.text.includes(waitingText));
    expect(page.log.isLoaded()).toBeFalse();
    await goAndWait('/techniques');
    expect(page.url).toBe('/today');
    await readOn();
    await page.until(() => page.url === '/techniques');
  });
});
