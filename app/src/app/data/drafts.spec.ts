import { Dexie } from 'dexie';
import { draftDatabaseOf } from './draft-table';
import { Drafts } from './drafts';

describe('drafts', () => {
  beforeEach(async () => {
    localStorage.clear();
    await Dexie.delete(draftDatabaseOf('spec'));
  });

  it('of a page are taken over once by the next page, not by the page that wrote them', async () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', [{ text: 'a ring' }]);
    expect(await before.leftUnwritten('sheet')).toEqual([]);
    const after = new Drafts('spec');
    expect(await after.leftUnwritten('another')).toEqual([]);
    expect(await after.leftUnwritten('sheet')).toEqual([{ page: before.page, seq: 1, values: [{ text: 'a ring' }] }]);
    after.forgetLeft('sheet', await after.leftUnwritten('sheet'));
    expect(await after.leftUnwritten('sheet')).toEqual([]);
  });

  it('are there in their newest state when the browser gives back an older one, or none, of the page’s storage', async () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', ['a ring']);
    const older = Object.entries(localStorage);
    before.keepUnwritten('sheet', ['a ring of lamps']);
    const newest = [{ page: before.page, seq: 2, values: ['a ring of lamps'] }];
    await new Promise((resolve) => setTimeout(resolve, 300));
    for (const [key, text] of older) localStorage.setItem(key, text as string);
    expect(await new Drafts('spec').leftUnwritten('sheet')).toEqual(newest);
    localStorage.clear();
    expect(await new Drafts('spec').leftUnwritten('sheet')).toEqual(newest);
  });

  it('of earlier pages are passed over where the storage holds nothing that can be read', async () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', ['a ring']);
    for (const [page, text] of Object.entries({ a: '{cut', b: '7', c: '{"seq":"x"}' }))
      localStorage.setItem(`spec:draft:sheet:${page}`, text);
    const left = await new Drafts('spec').leftUnwritten('sheet');
    expect(left.map(({ page, values }) => [page, values])).toEqual([[before.page, ['a ring']]]);
  });

  it('are gone once all is written', async () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', ['a ring']);
    before.keepUnwritten('sheet', []);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await new Drafts('spec').leftUnwritten('sheet')).toEqual([]);
  });

  it('of all pages stand as they were kept or forgotten last, whatever the browser gives back', async () => {
    const before = new Drafts('spec');
    before.keepText('quick-line', 'Pier Ring');
    before.keepText('form', 'Gull Census');
    const older = Object.entries(localStorage);
    before.keepText('quick-line', 'Pier Ring 25m');
    before.forgetText('form');
    await new Promise((resolve) => setTimeout(resolve, 300));
    for (const [key, text] of older) localStorage.setItem(key, text as string);
    const after = new Drafts('spec');
    await after.recoverTexts();
    expect([after.text('quick-line'), after.text('form')]).toEqual(['Pier Ring 25m', null]);
    after.keepText('quick-line', 'Pier Ring 26m');
    await after.recoverTexts();
    expect(after.text('quick-line')).toBe('Pier Ring 26m');
  });

  it('of all pages are one text, of this profile alone', () => {
    new Drafts('spec').keepText('quick-line', 'Pier Ring 25m');
    expect(new Drafts('spec').text('quick-line')).toBe('Pier Ring 25m');
    expect(new Drafts('another').text('quick-line')).toBeNull();
    new Drafts('spec').forgetText('quick-line');
    expect(new Drafts('spec').text('quick-line')).toBeNull();
  });
});
