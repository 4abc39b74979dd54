import { TestBed } from '@angular/core/testing';
import type { Problem } from '@lernen/core/model';
import { DerivedStore } from '../store/derived-store';
import { somePractice } from '../testing/database';
import { keydown } from '../testing/keydown';
import { type OpenPage, openPage } from '../testing/page';
import { QuickLine } from './quick-line';
import { Shortcuts } from './shortcuts';

describe('the quick line', () => {
  let page: OpenPage;
  const practice = somePractice();
  afterEach(() => page.close());
  const open = async (): Promise<void> => {
    page = await openPage(QuickLine, '/', practice);
  };
  const input = (): HTMLInputElement => {
    const [found] = page.all('input') as HTMLInputElement[];
    if (!found) throw new Error('There is no line.');
    return found;
  };
  const type = async (text: string, caret = text.length): Promise<void> => {
    input().focus();
    input().value = text;
    input().setSelectionRange(caret, caret);
    input().dispatchEvent(new Event('input', { bubbles: true }));
    await page.settle();
  };
  const key = async (name: string, part: KeyboardEventInit = {}): Promise<boolean> => {
    const event = keydown(name, part);
    input().dispatchEvent(event);
    await page.settle();
    return event.defaultPrevented;
  };
  const read = (): string[] => page.all('.read > span').map((it) => it.textContent.replace(/\s+/g, ' ').trim());
  const offered = (): string[] => page.all('[role="option"] .mono').map((it) => it.textContent.trim());
  const titles = (): string[] => page.log.log().problems.map(({ title }) => title);

  it('reads back what it understood, the title as one', async () => {
    await open();
    await type('Gull Census Window #heap 31m x2 O(n) !misread ~hint');
    expect(read()).toEqual(
      jasmine.arrayContaining([
        'title Gull Census Window',
        'technique Heap',
        'time 31 min',
        'attempts 2',
        'a new problem',
      ]),
    );
    expect(page.all('.read .slip')).toHaveSize(1);
    expect(page.all('.read .fault')).toHaveSize(0);
  });

  it('marks what it cannot read, says why, and keeps it from being saved', async () => {
    await open();
    await type('Gull Census #heap 31m O(n');
    expect(page.all('.read .fault').length).toBe(1);
    expect(page.all('.marks .marked').map((it) => it.textContent)).toEqual(['O(n']);
    await key('Enter');
    expect(titles()).not.toContain('Gull Census');
    expect(input().value).toBe('Gull Census #heap 31m O(n');
  });

  it('saves by Enter, says what it saved, and is empty for the next', async () => {
    await open();
    await type('Gull Census #heap 31m');
    await key('Enter');
    await page.until(() => page.said === 'Logged Gull Census as a new problem.' && input().value === '');
    expect(titles()).toContain('Gull Census');
    expect(read()).toEqual([]);
  });

  it('knows a problem by its title and says which sitting it adds', async () => {
    await open();
    await type('beacon b 12m');
    expect(read().at(-1)).toMatch(/^known: adds sitting 2/);
    await key('Enter');
    await page.until(() => page.said.startsWith('Logged Beacon B as sitting 2'));
    expect(titles()).toHaveSize(practice.problems.length);
  });

  it('logs what is planned for today as that, says so, and as something else where the line or its time says it', async () => {
    await open();
    const derived = TestBed.inject(DerivedStore);
    const sketched = (): Problem | undefined =>
      practice.problems.find(({ id }) => derived.plannedToday(id)?.kind === 'sketch');
    await page.until(() => sketched() !== undefined);
    const { id = '', title = '' } = sketched() ?? {};
    const kind = (): string | undefined => page.log.sittingsOf().get(id)?.at(-1)?.kind;
    await type(`${title} 40m`);
    expect(read().at(-1)).toBe('known: adds sitting 2, a Rebuild');
    await type(`${title} 6m as:spot`);
    expect(read().slice(-2)).toEqual(['kind spot', 'known: adds sitting 2, a Spot']);
    await type(`${title} 6m`);
    expect(read().at(-1)).toBe('known: adds sitting 2, a Sketch as planned; or write as:rebuild');
    await key('Enter');
    await page.until(() => page.said === `Logged ${title} as sitting 2, a Sketch.`);
    expect(kind()).toBe('sketch');
  });

  it('makes a technique of one’s own once that is said, and says so', async () => {
    await open();
    await type('Tide Ladder #tide-folding 20m');
    expect(page.all('.read .new')).toHaveSize(1);
    await key('Enter');
    expect(page.text).toContain('No technique is called “tide-folding”.');
    expect(titles()).not.toContain('Tide Ladder');
    await page.press('Add “tide-folding” as new');
    await page.until(() => page.said.includes('with the new technique'));
    await page.until(() => page.log.log().techniques.some(({ name }) => /tide.folding/i.test(name)));
  });

  it('asks one thing after the other where something may be meant otherwise', async () => {
    await open();
    await type('Gull Census #haep 31');
    await key('Enter');
    await page.press('It is Heap');
    await page.until(() => page.text.includes('Does “31” belong to the title?'));
    expect(input().value).toBe('Gull Census #heap 31');
    await page.press('31 minutes');
    await page.until(() => page.said === 'Logged Gull Census as a new problem.');
    await type('Gull Cenzus 12m');
    await key('Enter');
    await page.press('That is the one');
    await page.until(() => page.said === 'Logged Gull Census as sitting 2, a Rebuild.');
  });

  it('offers completions at the caret, chosen by arrows and taken by Enter or Tab', async () => {
    await open();
    await type('Gull Census #sli');
    expect(offered().length).toBeGreaterThan(0);
    expect(input().getAttribute('aria-expanded')).toBe('true');
    expect(await key('ArrowDown')).toBeTrue();
    expect(input().getAttribute('aria-activedescendant')).toBe('quick-completion-0');
    await key('Enter');
    expect(input().value).toMatch(/^Gull Census #sliding-window $/);
    expect(titles()).not.toContain('Gull Census');
    await type('Gull Census #sli');
    await key('Tab');
    expect(input().value).toMatch(/^Gull Census #sliding-window $/);
  });

  it('goes round among the completions, and lets Tab go on where nothing is begun', async () => {
    await open();
    await type('Gull Census #');
    const count = offered().length;
    expect(count).toBeGreaterThan(1);
    await key('ArrowUp');
    expect(input().getAttribute('aria-activedescendant')).toBe(`quick-completion-${count - 1}`);
    await key('ArrowDown');
    expect(input().getAttribute('aria-activedescendant')).toBe('quick-completion-0');
    await type('Gull Census ');
    expect(await key('Tab')).toBeFalse();
  });

  it('closes the list by Escape first, and is left by the second', async () => {
    await open();
    await type('Gull Census #sli');
    await key('Escape');
    expect(offered()).toEqual([]);
    expect(document.activeElement).toBe(input());
    await key('Escape');
    expect(document.activeElement).not.toBe(input());
    expect(input().value).toBe('Gull Census #sli');
  });

  it('keeps a line that was begun for the next visit', async () => {
    await open();
    await type('Half a li');
    const next = TestBed.createComponent(QuickLine);
    next.detectChanges();
    const line = (next.nativeElement as HTMLElement).querySelector('input');
    expect(line?.value).toBe('Half a li');
  });

  it('logs once when Enter is held down, and leaves what is typed meanwhile', async () => {
    await open();
    await type('Gull Census #heap 31m');
    const before = page.log.log().sittings.length;
    const held = [key('Enter'), key('Enter', { repeat: true }), key('Enter', { repeat: true })];
    await type('Kelp');
    await Promise.all(held);
    await page.until(() => titles().includes('Gull Census'));
    await page.settle();
    expect(page.log.log().sittings.length).toBe(before + 1);
    expect(input().value).toBe('Kelp');
  });

  it('takes the next line after the one that is still being saved', async () => {
    await open();
    await type('Gull Census #heap 31m');
    const first = key('Enter');
    await type('Kelp Row Mowing #greedy 20m');
    await Promise.all([first, key('Enter')]);
    await page.until(() => titles().includes('Kelp Row Mowing'));
    expect(titles()).toContain('Gull Census');
    await page.until(() => input().value === '');
  });

  it('waits with Enter until the log is read, and then knows the sittings before this one', async () => {
    page = await openPage(QuickLine, '/', practice, '', 'begun');
    await type('beacon b 52m');
    expect(read().at(-1)).toBe('known');
    await key('Enter');
    expect(page.said).toBe('');
    expect(input().value).toBe('beacon b 52m');
    await page.readOn();
    await page.until(() => page.said.startsWith('Logged Beacon B as sitting 2'));
    await page.until(() => input().value === '');
    expect(page.log.log().sittings.at(-1)?.kind).toBe('rebuild');
  });

  it('is come to by a key', async () => {
    await open();
    input().blur();
    TestBed.inject(Shortcuts).commands.next('log');
    await page.until(() => document.activeElement === input());
  });
});
