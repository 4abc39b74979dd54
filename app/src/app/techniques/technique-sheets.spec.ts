import { type Entry, type EntryKind, emptyEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { someProblem } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { TechniquePage } from './technique-page';

describe('what the sheets of a technique have taught', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const [window, net, other] = [
    { ...someProblem('Gull Census Window'), cost: { time: 'O(n)', space: null } },
    { ...someProblem('Net Mesh Windows'), cost: { time: 'n', space: null } },
    { ...someProblem('Lens Polishing Order'), techniques: ['greedy'], cost: { time: 'O(n log n)', space: null } },
  ];
  const entry = (kind: EntryKind, problemId: string, part: object): Entry => emptyEntry(kind, problemId, newId(), part);
  const open = async (entries: Entry[]): Promise<void> => {
    page = await openPage(
      TechniquePage,
      '/techniques/heap',
      { problems: [window, net, other], entries },
      'techniques/:id',
    );
  };
  const under = (heading: string): string[] => {
    const section = page
      .all('app-technique-sheets section')
      .find((it) => it.querySelector('h2')?.textContent.trim() === heading);
    const words = (it: Element): string => it.textContent.replace(/\s+/g, ' ').trim();
    return [...(section?.querySelectorAll('li') ?? [])].map((it) => [...it.children].map(words).join(' '));
  };

  it('gathers cues, slips, what to say and open questions, each with its problem', async () => {
    await open([
      entry('lesson', window.id, { lesson: 'cue', text: '“at most k kinds”' }),
      entry('lesson', net.id, { lesson: 'slip', slip: 'off-by-one', text: 'Shrank once.' }),
      entry('lesson', net.id, { lesson: 'say', text: 'Exactly k is at most k, less at most k − 1.' }),
      entry('lesson', window.id, { lesson: 'question', text: 'And with negative numbers?' }),
      entry('lesson', window.id, { lesson: 'question', text: 'And empty?', answer: 'Nought.' }),
      entry('lesson', other.id, { lesson: 'cue', text: 'of another technique' }),
      entry('lesson', net.id, { lesson: 'cue', text: '  ' }),
    ]);
    await page.until(() => under('Cues from your sheets').length > 0);
    expect(under('Cues from your sheets')).toEqual(['“at most k kinds” Gull Census Window']);
    expect(under('What slipped')).toEqual(['Shrank once. off by one · Net Mesh Windows']);
    expect(under('What to say')).toHaveSize(1);
    expect(under('Questions left open')).toEqual(['And with negative numbers? Gull Census Window']);
    expect(page.text).not.toContain('of another technique');
  });

  it('counts costs by their meaning', async () => {
    await open([]);
    await page.until(() => page.text.includes('Costs seen'));
    expect(page.all('.cost').map((it) => it.textContent.replace(/\s+/g, ' ').trim())).toEqual(['O(n) 2 problems']);
  });

  it('draws related problems as a family', async () => {
    await open([entry('relation', net.id, { relation: 'twist-of', otherId: window.id })]);
    await page.until(() => page.all('app-family-graph').length === 1);
    expect(page.all('app-family-graph a')).toHaveSize(2);
  });

  it('shows nothing of sheets that are empty', async () => {
    await open([]);
    await page.until(() => page.text.includes('Heap'));
    for (const heading of ['Questions left open', 'What slipped', 'What to say', 'Its problems as a family'])
      expect(page.text).not.toContain(heading);
  });
});
