import { Drafts } from './drafts';

describe('drafts', () => {
  beforeEach(() => localStorage.clear());

  it('of a page are taken over once by the next page, not by the page that wrote them', () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', [{ text: 'a ring' }]);
    expect(before.adoptUnwritten('sheet')).toEqual([]);
    const after = new Drafts('spec');
    expect(after.adoptUnwritten('another')).toEqual([]);
    expect(after.adoptUnwritten('sheet')).toEqual([{ text: 'a ring' }]);
    expect(after.adoptUnwritten('sheet')).toEqual([]);
  });

  it('are gone once all is written', () => {
    const before = new Drafts('spec');
    before.keepUnwritten('sheet', ['a ring']);
    before.keepUnwritten('sheet', []);
    expect(new Drafts('spec').adoptUnwritten('sheet')).toEqual([]);
  });

  it('of all pages are one text, of this profile alone', () => {
    new Drafts('spec').keepText('quick-line', 'Pier Ring 25m');
    expect(new Drafts('spec').text('quick-line')).toBe('Pier Ring 25m');
    expect(new Drafts('another').text('quick-line')).toBeNull();
    new Drafts('spec').forgetText('quick-line');
    expect(new Drafts('spec').text('quick-line')).toBeNull();
  });
});
