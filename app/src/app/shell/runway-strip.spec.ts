import { longDay } from '../ui/dates';
import { dayIn, someInterview, somePractice } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { RunwayStrip } from './runway-strip';

describe('the strip of days', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const strip = (): HTMLElement => {
    const [found] = page.all('app-runway-strip');
    if (!found) throw new Error('There is no strip.');
    return found;
  };
  const said = (): string => strip().getAttribute('aria-valuetext') ?? '';
  const key = async (name: string): Promise<boolean> => {
    const event = new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true });
    strip().dispatchEvent(event);
    await page.settle();
    return event.defaultPrevented;
  };
  const open = async (interviews = [someInterview(20, { round: 'onsite' })]): Promise<void> => {
    page = await openPage(RunwayStrip, '/', { ...somePractice(), interviews });
    await page.until(() => said().includes('min planned'));
  };

  it('goes from last week to the last interview, today first, and says a day in words', async () => {
    await open();
    expect(strip().getAttribute('aria-valuemax')).toBe('27');
    expect(strip().getAttribute('aria-valuenow')).toBe('7');
    expect(said()).toContain(longDay(dayIn(0)));
    expect(said()).toMatch(/\d+ of \d+ min planned · ready \d+\s% with the plan, \d+\s% without/);
    expect(page.all('rect.now')).toHaveSize(1);
  });

  it('is moved along by keys, not past its ends, and leaves other keys alone', async () => {
    await open();
    await key('ArrowRight');
    expect(said()).toContain(longDay(dayIn(1)));
    await key('PageUp');
    expect(said()).toContain(longDay(dayIn(8)));
    await key('End');
    expect(said()).toContain('interview: Otterbridge onsite');
    expect(await key('ArrowUp')).toBeTrue();
    expect(strip().getAttribute('aria-valuenow')).toBe('27');
    await key('Home');
    await key('ArrowLeft');
    expect(said()).toContain(longDay(dayIn(-7)));
    expect(await key('x')).toBeFalse();
  });

  it('opens the day that was chosen', async () => {
    await open();
    await key('ArrowRight');
    await key('ArrowRight');
    await key('Enter');
    await page.until(() => page.url === `/runway?day=${dayIn(2)}`);
  });

  it('opens the day that was pointed at, and says it while the pointer is on it', async () => {
    await open();
    strip().style.width = '700px';
    await page.until(() => Number(page.all('app-runway-strip svg')[0]?.getAttribute('width')) < 700);
    const { left } = strip().getBoundingClientRect();
    const width = Number(page.all('app-runway-strip svg')[0]?.getAttribute('width'));
    const padding = parseFloat(getComputedStyle(strip()).paddingLeft);
    const clientX = left + padding + ((7 + 3.5) * width) / 28;
    strip().dispatchEvent(new PointerEvent('pointermove', { clientX, pointerType: 'mouse', bubbles: true }));
    await page.settle();
    expect(page.all('app-runway-strip p')[0]?.textContent).toContain(longDay(dayIn(3)));
    strip().dispatchEvent(new PointerEvent('pointerleave'));
    await page.settle();
    expect(page.all('app-runway-strip p')).toEqual([]);
    strip().dispatchEvent(new MouseEvent('click', { clientX, bubbles: true }));
    await page.until(() => page.url === `/runway?day=${dayIn(3)}`);
  });

  it('shows minutes done on days gone by', async () => {
    await open();
    for (let day = 0; day < 2; day++) await key('ArrowLeft');
    expect(said()).toBe(`${longDay(dayIn(-2))} · 20 min done`);
  });

  it('reaches two weeks ahead and more where no interview is set', async () => {
    await open([]);
    expect(Number(strip().getAttribute('aria-valuemax'))).toBeGreaterThanOrEqual(7 + 14);
    await key('End');
    expect(said()).not.toContain('interview');
  });
});
