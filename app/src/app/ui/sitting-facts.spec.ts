import { somePractice } from '../testing/database';
import { sittingText } from './sitting-facts';

describe('a sitting in a few words', () => {
  const [plain] = somePractice().sittings;
  const text = (part: object): string => (plain ? sittingText({ ...plain, ...part }, (id) => id) : '');

  it('says of a Twist how the problem was changed', () => {
    expect(text({ kind: 'twist', twist: 'The row is a ring', minutes: 18 })).toMatch(
      /^twist “The row is a ring” · 18 min · /,
    );
    expect(text({ kind: 'twist', twist: null, minutes: 18 })).toMatch(/^twist · 18 min · /);
    expect(text({ kind: 'rebuild', twist: 'The row is a ring', minutes: 18 })).toMatch(/^rebuild · 18 min · /);
  });

  it('says what was named and stated, the help, and every slip', () => {
    const stated = { time: 'O(n)', space: 'O(1)' };
    const found = text({ kind: 'rebuild', help: 'hint', named: 'Heap', stated, slips: ['off-by-one', 'typo'] });
    expect(found).toMatch(/ · named heap · stated O\(n\), O\(1\) · slip: off by one · slip: typo/);
  });
});
