import { Component, inject } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { someSettings } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Shortcuts } from './shortcuts';

@Component({
  selector: 'app-some-fields',
  template:
    '<input aria-label="a field" /><div contenteditable="true">text</div><p role="dialog"><a href="#">in</a></p>',
})
class SomeFields {
  protected readonly shortcuts = inject(Shortcuts);
}

describe('single keys', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const open = async (settings: Partial<typeof someSettings> = {}): Promise<void> => {
    page = await openPage(SomeFields, '/', { settings: { ...someSettings, ...settings } });
  };
  const press = (key: string, target: EventTarget = document.body, part: KeyboardEventInit = {}): KeyboardEvent => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...part });
    Object.defineProperty(event, 'target', { value: target });
    TestBed.inject(Shortcuts).handle(event);
    return event;
  };

  it('lead to the places', async () => {
    await open();
    const { keys } = TestBed.inject(Shortcuts);
    for (const place of ['problems', 'techniques', 'runway', 'setup', 'desk', 'today'] as const) {
      expect(press(keys()[place]).defaultPrevented).toBeTrue();
      await page.until(() => page.url === `/${place}`);
    }
  });

  it('are handed on where they are no places', async () => {
    await open();
    const shortcuts = TestBed.inject(Shortcuts);
    const heard: string[] = [];
    shortcuts.commands.subscribe((command) => heard.push(command));
    const places = ['today', 'problems', 'techniques', 'runway', 'setup', 'desk'];
    const others = Object.entries(shortcuts.keys()).filter(([command]) => !places.includes(command));
    for (const [, key] of others) press(key);
    expect(heard).toEqual(others.map(([command]) => command));
    expect(heard.length).toBeGreaterThan(1);
  });

  it('are letters like all others while somebody writes', async () => {
    await open();
    const key = TestBed.inject(Shortcuts).keys().problems;
    const [field, text, inDialog] = [page.all('input')[0], page.all('[contenteditable]')[0], page.all('a')[0]];
    for (const target of [field, text, inDialog]) {
      if (!target) throw new Error('a target is missing');
      expect(press(key, target).defaultPrevented).toBeFalse();
    }
    expect(page.url).toBe('/');
  });

  it('leave the browser its own, capital letters to the page, and what nobody knows alone', async () => {
    await open();
    const key = TestBed.inject(Shortcuts).keys().problems;
    for (const held of [{ ctrlKey: true }, { metaKey: true }, { altKey: true }])
      expect(press(key, document.body, held).defaultPrevented).toBeFalse();
    const letter =
      Object.values(TestBed.inject(Shortcuts).keys())
        .find((it) => /^[A-Z]$/.test(it))
        ?.toLowerCase() ?? '';
    expect(press(letter).defaultPrevented).toBeTrue();
    expect(press(letter.toUpperCase(), document.body, { shiftKey: true }).defaultPrevented).toBeFalse();
    expect(press('F7').defaultPrevented).toBeFalse();
  });

  it('can be changed, and all switched off', async () => {
    await open({ keys: { problems: '9' } });
    expect(press('9').defaultPrevented).toBeTrue();
    await page.until(() => page.url === '/problems');
    await page.close();
    await open({ singleKeys: false });
    expect(press(TestBed.inject(Shortcuts).keys().problems).defaultPrevented).toBeFalse();
  });
});
