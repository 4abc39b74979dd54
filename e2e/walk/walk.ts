import type { Locator, Page } from '@playwright/test';
import { slowness } from '../server';
import { type Control, controlsOf, elementOf } from './controls';

/** What came of a walk over a page. */
export interface Walked {
  readonly used: readonly string[];
  /** Controls after whose use nothing had changed, or that moved away under the pointer. */
  readonly faults: readonly string[];
}

/** So long a hand holds a button down, milliseconds. */
const held = 100;
/** So long something may take to be seen, milliseconds. */
const patience = 2500 * slowness;
/** Controls of one page; more than any has. */
const maxControls = 400;
/** They leave the page or ask the machine for something, which is seen as an event and not on the page. */
const outside = ['popup', 'download', 'filechooser'] as const;

/**
 * Uses one control of every kind that a page offers, also those that come up by using others: presses it as a hand does, or
 * writes in it. `open` brings the page back to where it began; `skips` says by kind and name what is left out.
 */
export async function walk(page: Page, open: () => Promise<void>, skips: RegExp): Promise<Walked> {
  const session = await page.context().newCDPSession(page);
  const done = new Set<string>();
  const used: string[] = [];
  const faults: string[] = [];
  let happened = 0;
  const count = (): void => void happened++;
  for (const event of outside) page.on(event as 'popup', count);
  page.setDefaultTimeout(4 * patience);
  await open();
  const start = page.url();
  for (let round = 0; round < maxControls; round++) {
    const controls = await controlsOf(page, session);
    const control = controls.find(({ kind, name }) => !done.has(kind) && !skips.test(`${kind} ${name}`));
    if (!control) {
      if (page.url() === start && (await page.locator('.cdk-overlay-pane').count()) === 0) break;
      await back(page, open, start);
      // What had come up by using others is gone after a reload: once more around would never end.
      const again = await controlsOf(page, session);
      if (!again.some(({ kind, name }) => !done.has(kind) && !skips.test(`${kind} ${name}`))) break;
      continue;
    }
    done.add(control.kind);
    await settled(page);
    // What was there for a moment only, such as a way to stop, may be gone.
    if ((await elementOf(page, control.index).count()) === 0) continue;
    const before = await stateOf(page);
    happened = 0;
    const element = elementOf(page, control.index);
    const fault = await use(page, control, element).catch((error: unknown) => String(error).slice(0, 200));
    // It may have gone between one look and the next, as a way to stop does when the work is over.
    if (fault !== null && (await element.count()) === 0) continue;
    used.push(`${control.role} “${control.name}”`);
    if (fault !== null) faults.push(`${control.kind} “${control.name}” ${fault}`);
    else if (!(await changes(page, before, () => happened > 0)))
      faults.push(`${control.kind} “${control.name}”: nothing changed`);
    for (const other of page.context().pages()) if (other !== page) await other.close();
    if (page.url().split('?')[0] !== start.split('?')[0]) await back(page, open, start);
  }
  for (const event of outside) page.off(event as 'popup', count);
  await session.detach();
  return { used, faults };
}

async function back(page: Page, open: () => Promise<void>, start: string): Promise<void> {
  await open();
  if (page.url() !== start) await page.goto(start);
}

/** @returns what was wrong with using it; null where nothing was. */
async function use(page: Page, { role }: Control, element: Locator): Promise<string | null> {
  await bringToMiddle(page, element);
  if (role === 'slider') {
    await element.focus();
    await page.keyboard.press('ArrowRight');
    return null;
  }
  const moved = await press(page, element);
  if (moved !== null) return moved;
  const isText = await element
    .evaluate((it) => it.matches('input:not([type="checkbox"], [type="radio"]), textarea, [contenteditable]'), null, {
      timeout: 500,
    })
    .catch(() => false);
  if (isText) await page.keyboard.type('7');
  return null;
}

/** Where nothing that is docked at an edge lies over it, and no scrolling is under way any more, as a hand would wait for. */
async function bringToMiddle(page: Page, element: Locator): Promise<void> {
  const end = Date.now() + patience;
  let last = NaN;
  while (Date.now() < end) {
    const top = await element.evaluate((it) => {
      // A hand turns the wheel, which ends what the page itself still brings into view.
      dispatchEvent(new WheelEvent('wheel'));
      it.scrollIntoView({ block: 'center', behavior: 'instant' });
      return it.getBoundingClientRect().y;
    });
    if (Math.abs(top - last) < 1) return;
    last = top;
    await page.waitForTimeout(100);
  }
}

/** Down, a tenth of a second, up at the same place: whatever is pressed must still be there. */
async function press(page: Page, element: Locator): Promise<string | null> {
  let at = await placeOf(page, element);
  if (at?.isCovered) {
    // A list or a calendar that another control has opened is closed first.
    await page.keyboard.press('Escape');
    await settled(page);
    at = await placeOf(page, element);
  }
  if (at === null) return 'is not there any more';
  if (at.isCovered) return 'lies under something else';
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.waitForTimeout(held);
  const still = await placeOf(page, element, at);
  await page.mouse.up();
  // What is pressed may be gone by then, such as an option that is taken at once; it may not be elsewhere.
  if (still === null) return null;
  if (Math.abs(still.left - at.left) + Math.abs(still.top - at.top) >= 3)
    return `moved away under the pointer, by ${still.left - at.left}, ${still.top - at.top} px`;
  return still.isCovered ? 'came to lie under something else while it was pressed' : null;
}

interface Place {
  readonly x: number;
  readonly y: number;
  /** Its corner, which stays where it is when it grows, as a text does when it is opened. */
  readonly left: number;
  readonly top: number;
  /** Whether a press there would meet something else. */
  readonly isCovered: boolean;
}

/** Where an element can be pressed; or what has become of the point where it was. */
async function placeOf(page: Page, element: Locator, pressed: Place | null = null): Promise<Place | null> {
  if ((await element.count()) === 0) return null;
  return element.evaluate((it, was) => {
    // A link that goes on in the next line is pressed on its first one.
    const [box] = it.getClientRects();
    if (!box) return null;
    const { x, y } = was ?? { x: box.x + Math.min(box.width / 2, 60), y: box.y + box.height / 2 };
    const met = document.elementFromPoint(x, y);
    const isCovered = met !== null && !it.contains(met) && !met.contains(it) && met.closest('label') === null;
    return { x, y, left: box.x, top: box.y, isCovered };
  }, pressed);
}

/** Waits until nothing has changed for a moment: what is still coming in would move what is pressed. */
async function settled(page: Page): Promise<void> {
  const end = Date.now() + patience;
  let last = '';
  for (let now = await stateOf(page); now !== last && Date.now() < end; now = await stateOf(page)) {
    last = now;
    await page.waitForTimeout(150);
  }
}

async function changes(page: Page, before: string, happened: () => boolean): Promise<boolean> {
  const end = Date.now() + patience;
  do {
    if (happened() || (await stateOf(page)) !== before) return true;
    await page.waitForTimeout(60);
  } while (Date.now() < end);
  return false;
}

/** What can be seen, focused or addressed, as text; without what a press alone changes, such as which button has the focus. */
async function stateOf(page: Page): Promise<string> {
  const read = (): Promise<string> =>
    page.evaluate(() => {
      const states = [
        'aria-expanded',
        'aria-pressed',
        'aria-checked',
        'aria-selected',
        'aria-current',
        'aria-sort',
        'aria-valuenow',
        'aria-activedescendant',
      ];
      const said = [...document.querySelectorAll(states.map((it) => `[${it}]`).join())].map((it) =>
        states.map((name) => it.getAttribute(name)).join(),
      );
      const fields = [...document.querySelectorAll<HTMLInputElement>('input, textarea')].map(
        (it) => `${it.value}${it.checked}`,
      );
      const written = document.activeElement?.matches('input, textarea, [contenteditable]')
        ? document.activeElement.outerHTML.length
        : '';
      const scrolled = [...document.querySelectorAll('main, .cdk-virtual-scrollable')].map((it) => it.scrollTop);
      // What goes on by itself says nothing of what was pressed.
      const ticking = [...document.querySelectorAll<HTMLElement>('[role="timer"], app-sitting-rail, app-phase-times')];
      const text = ticking.reduce((all, it) => all.replace(it.innerText, ''), document.body.innerText);
      return [
        location.href,
        document.documentElement.dataset['theme'],
        text,
        ...said,
        ...fields,
        written,
        ...scrolled,
        document.querySelectorAll('svg *').length,
      ].join('\n');
    });
  // A page on its way to another address cannot be read.
  return read().catch(async () => {
    await page.waitForLoadState();
    return read();
  });
}
