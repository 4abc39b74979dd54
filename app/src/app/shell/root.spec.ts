import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { RunningStore } from '../store/running-store';
import { someInterview, somePractice, someSettings } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Root } from './root';
import { Shortcuts } from './shortcuts';

describe('the frame of every page', () => {
  let page: OpenPage;
  beforeEach(() => spyOn(window, 'fetch').and.rejectWith(new TypeError('There is no server.')));
  afterEach(async () => {
    await page.close();
    document.documentElement.removeAttribute('data-theme');
  });
  const open = async (interviews = [someInterview(20, { round: 'onsite' })]): Promise<void> => {
    page = await openPage(Root, '/', { ...somePractice(), settings: someSettings, interviews }, '**');
    await page.until(() => page.all('app-runway-strip').length === 1);
  };

  it('leads to the five places, marks the one where one is, and gives it the focus', async () => {
    await open();
    const links = page.all('nav a').map((it) => it.textContent.trim());
    expect(links).toEqual(['Today', 'Problems', 'Techniques', 'Runway', 'Setup']);
    await TestBed.inject(Router).navigateByUrl('/problems');
    await page.until(() => page.all('nav a.here').length === 1);
    expect(page.all('nav a.here')[0]?.textContent.trim()).toBe('Problems');
    expect(page.all('nav a.here')[0]?.getAttribute('aria-current')).toBe('page');
    await TestBed.inject(Router).navigateByUrl('/runway');
    await page.until(() => document.activeElement === page.all('main')[0]);
  });

  it('leaves the focus where it is while only the question about a place changes', async () => {
    await open();
    await TestBed.inject(Router).navigateByUrl('/problems');
    const [line] = page.all('#quick-line');
    line?.focus();
    await TestBed.inject(Router).navigateByUrl('/problems?search=beacon');
    await page.settle();
    expect(line).toBeDefined();
    expect(document.activeElement === line).toBeTrue();
  });

  it('says when the next interview is, or nothing', async () => {
    await open();
    await page.until(() => page.text.includes('Otterbridge, onsite in 20 days'));
    await page.close();
    await open([]);
    expect(page.all('.next')[0]?.textContent).toBe('');
  });

  it('goes round the themes and remembers the choice', async () => {
    await open();
    for (const theme of ['light', 'dark', 'system'] as const) {
      page.all('header button[aria-label^="Theme"]')[0]?.click();
      await page.until(() => page.log.settings().theme === theme);
      expect(page.all('header button[aria-label^="Theme"]')[0]?.getAttribute('aria-label')).toBe(
        `Theme: ${theme}. Change`,
      );
    }
  });

  it('lists the keys, by the button and by the key for it', async () => {
    await open();
    const dialog = (): HTMLElement | null => document.querySelector('mat-dialog-container');
    const close = (): void => [...(dialog()?.querySelectorAll('button') ?? [])].at(-1)?.click();
    await page.press('Keyboard shortcuts');
    await page.until(() => dialog()?.textContent.includes('Save what the line says') === true);
    close();
    await page.until(() => dialog() === null);
    TestBed.inject(Shortcuts).commands.next('help');
    await page.until(() => dialog() !== null);
    close();
    await page.until(() => dialog() === null);
  });

  it('starts the next planned review by a key, and leads back to one that is under way', async () => {
    await open();
    await page.until(
      () => page.all('app-runway-strip')[0]?.getAttribute('aria-valuetext')?.includes('planned') ?? false,
    );
    TestBed.inject(Shortcuts).commands.next('next');
    await page.until(() => page.url === '/desk');
    const { problemId } = TestBed.inject(RunningStore).running() ?? {};
    expect(page.log.problemsById().has(problemId ?? '')).toBeTrue();
    await page.until(() => page.text.includes('Under way'));
    await TestBed.inject(Router).navigateByUrl('/problems');
    TestBed.inject(Shortcuts).commands.next('next');
    await page.until(() => page.url === '/desk');
    expect(TestBed.inject(RunningStore).running()?.problemId).toBe(problemId ?? '');
  });

  it('lets one skip to the page', async () => {
    await open();
    page.control('Skip to the page').click();
    await page.until(() => document.activeElement === page.all('main')[0]);
  });
});
