import { type Scope, idsOf, keysOf, keysText, scopes, shortcutOf, shortcuts } from './shortcut-registry';

/** Scopes whose keys are heard at the same time. */
const together: readonly (readonly Scope[])[] = [
  ['page', 'sheet', 'desk'],
  ['sheet', 'desk', 'entry'],
  ['sheet', 'desk', 'trace'],
  ['line'],
];
const press = (key: string, part: KeyboardEventInit = {}): KeyboardEvent =>
  new KeyboardEvent('keydown', { key, ...part });

describe('the registry of keys', () => {
  it('has no two that clash where both are heard', () => {
    expect(new Set(together.flat())).toEqual(new Set(scopes));
    for (const heard of together) {
      const keys = heard.flatMap((scope) => idsOf(scope).flatMap((id) => shortcuts[id].keys));
      expect(keys.length).toBeGreaterThan(1);
      expect(keys.filter((key, index) => keys.indexOf(key) !== index))
        .withContext(heard.join(', '))
        .toEqual([]);
    }
  });

  it('tells letters with Shift from letters without, whatever the keyboard', () => {
    expect(keysOf(press('l'))).toBe('L');
    expect(keysOf(press('R', { shiftKey: true }))).toBe('Shift+R');
    expect(keysOf(press('?', { shiftKey: true }))).toBe('?');
    expect(keysOf(press('Ω', { altKey: true, code: 'KeyZ' }))).toBe('Alt+Z');
    expect(keysOf(press('z', { altKey: true, code: 'KeyY' }))).toBe('Alt+Z');
    expect(keysOf(press('z', { metaKey: true, shiftKey: true }))).toBe('Ctrl+Shift+Z');
    expect(keysOf(press('Tab', { shiftKey: true }))).toBe('Shift+Tab');
  });

  it('finds what a key does in its scope alone', () => {
    expect(shortcutOf(press('Enter'), 'line')).toBe('save');
    expect(shortcutOf(press('Enter'), 'trace')).toBe('edit-cell');
    expect(shortcutOf(press('Enter'), 'page')).toBeNull();
    expect(keysText('entry-up')).toBe('Alt ↑');
  });
});
