import { type OpenPage, openPage } from '../testing/page';
import { EditorSetup } from './editor-setup';

describe('the editor in Setup', () => {
  let page: OpenPage;
  beforeEach(async () => (page = await openPage(EditorSetup, '/setup')));
  afterEach(() => page.close());
  const settings = () => page.log.settings();

  it('keeps the tab width and the size of code', async () => {
    await page.fill('Tab width', '2');
    await page.fill('Size of code', '16');
    await page.until(() => settings().tabWidth === 2 && settings().codeSize === 16);
    await page.fill('Tab width', '20');
    await page.until(() => page.text.includes('8'));
    expect(settings().tabWidth).toBe(2);
  });

  it('takes snippets with name, language and technique, changes them and removes them', async () => {
    await page.press('Add a snippet');
    await page.until(() => page.all('.snippet').length === 1);
    await page.fill('Name', 'Union find');
    await page.until(() => settings().snippets[0]?.name === 'Union find');
    await page.until(() => page.all('.cm-content').length === 1);
    const editor = page.all('.cm-content')[0];
    if (editor) editor.textContent = 'parent = list(range(n))';
    await page.until(() => settings().snippets[0]?.code === 'parent = list(range(n))');
    page.all('mat-checkbox input')[0]?.click();
    await page.until(() => settings().snippets[0]?.isTemplate === true);
    await page.press('Add a snippet');
    await page.until(() => settings().snippets.length === 2);
    await page.press('Remove snippet 1');
    await page.until(() => settings().snippets.length === 1);
    expect(settings().snippets[0]?.name).toBe('');
  });
});
