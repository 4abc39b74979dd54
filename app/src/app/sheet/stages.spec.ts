import { type Entry, emptyEntry, singleEntry } from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { entriesOf } from '../data/entries';
import { saveSheet } from '../data/sheet-commands';
import { someProblem } from '../testing/database';
import { keydown } from '../testing/keydown';
import { type OpenPage, openPage } from '../testing/page';
import { Sheet } from './sheet';

describe('the stages of a sheet', () => {
  let page: OpenPage;
  const problem = someProblem('Beacon Line of Sight');
  afterEach(() => page.close());

  const open = async (entries: Entry[] = [], lines = ['n ≤ 200 000', '1 s']): Promise<void> => {
    const bounds = singleEntry('bounds', problem.id, newId(), { lines });
    const records = {
      problems: [problem, someProblem('Signal Flag Brackets')],
      entries: [bounds, ...entries],
    };
    page = await openPage(Sheet, `/problems/${problem.id}`, records, 'problems/:id');
    // What is further down is made when the page has time.
    await page.until(
      () => page.element.querySelector('#approaches') !== null && page.element.querySelector('#family') !== null,
    );
  };
  const entry = <K extends Entry['kind']>(kind: K, part: object = {}): Extract<Entry, { kind: K }> =>
    emptyEntry(kind, problem.id, newId(), part) as Extract<Entry, { kind: K }>;
  /** What stands in a field; empty while there is none. */
  const valueOf = (label: string): string =>
    page.element.querySelector<HTMLTextAreaElement>(`[aria-label="${label}"]`)?.value ?? '';
  const stored = (): Promise<Entry[]> => entriesOf(page.database, problem.id);
  const key = (name: string, options: KeyboardEventInit = {}): void => {
    const target = document.activeElement ?? document.body;
    const shiftKey = /^[A-Z]$/.test(name);
    target.dispatchEvent(keydown(name, { shiftKey, ...options }));
  };

  it('are saved as they are typed, and taken back', async () => {
    await open();
    await page.press('An observation');
    await page.fill('Observation 1', 'Whoever waits falls.');
    await page.until(() => page.all('nav li.filled').some((it) => it.textContent.includes('Observations')));
    let found: Entry[] = [];
    await page.until(() => {
      void stored().then((entries) => (found = entries));
      return found.some((it) => it.kind === 'observation' && it.text === 'Whoever waits falls.');
    });
    await page.press('Undo');
    await page.until(() => page.said.startsWith('Undone'));
    await page.until(() =>
      page.all('[aria-label="Observation 1"]').every((it) => (it as HTMLTextAreaElement).value === ''),
    );
    await page.press('Do again');
    await page.until(() => valueOf('Observation 1') === 'Whoever waits falls.');
  });

  it('take over what another tab writes', async () => {
    const first = entry('observation', { text: 'here' });
    await open([first]);
    await page.until(() => valueOf('Observation 1') === 'here');
    const edit = { table: 'entries', base: first, ours: { ...first, text: 'from elsewhere' } } as const;
    await saveSheet(page.database, problem.id, [edit], 'Wrote elsewhere', newId);
    await page.until(() => valueOf('Observation 1') === 'from elsewhere');
  });

  it('offer bounds and examples of a statement, and take only what is chosen', async () => {
    await open();
    await page.fill('Statement', 'Heights with 0 ≤ h[i] ≤ 10^9. For example: 5 2 4 → 0 1 0');
    await page.until(() => page.text.includes('Found in it'));
    expect(page.element.querySelector('#examples app-entry-row')).toBeNull();
    await page.press('Take the bound 0 ≤ h[i] ≤ 10^9');
    await page.until(() => valueOf('Bounds and conditions, one a line').includes('h[i]'));
    expect(page.text).toMatch(/value\s*h\[i\]: 0 to 1\s000\s000\s000/);
    await page.press('Take the example 5 2 4 → 0 1 0');
    await page.until(() => valueOf('Input of example 1') === '5 2 4');
    expect(page.text).not.toContain('Found in it');
  });

  it('mark where they stand those bounds that are not read, and keep the person’s word on a kind', async () => {
    await open([], ['1 ≤ n ≤ 9, n is lucky', '1 ≤ t ≤ 20']);
    await page.until(() => page.all('app-bounds-stage mark').length === 1);
    expect(page.all('app-bounds-stage mark')[0]?.textContent).toBe('n is lucky');
    expect(page.text).toContain('not read: n is lucky');
    await page.press('time t: 1 to 20; say what it is');
    await page.press('test cases');
    await page.until(() => page.text.includes('t counts as test cases, as you say'));
    expect(valueOf('Bounds and conditions, one a line')).toBe('1 ≤ n ≤ 9, n is lucky\n1 ≤ t ≤ 20\nt: test cases');
    expect(page.text).toMatch(/test cases\s*t: 1 to 20/);
    await page.press('test cases t: 1 to 20; say what it is');
    await page.press('value');
    await page.until(() => valueOf('Bounds and conditions, one a line').endsWith('\nt: value'));
  });

  it('say what the bounds allow, and remember what was made of a cue', async () => {
    await open();
    await page.until(() => page.text.includes('What the bounds allow'));
    expect(page.text).toMatch(/O\(n²\)overn ≤ 10⁴/);
    await page.press('It fits: n ≤ 2·10⁵: sort, halve or sweep');
    await page.until(() => page.text.includes('Take it back'));
    await page.press('one pass');
    await page.until(() => valueOf('Bounds and conditions, one a line').endsWith('one pass'));
  });

  it('judge an approach against the bounds and point out what its costs forget', async () => {
    await open([
      entry('approach', { idea: 'Look right from every tower', time: 'O(n^2)', space: 'O(1)', order: 1 }),
      entry('approach', { idea: 'Keep those who wait on a stack', time: 'O(n)', space: 'O(1)', order: 2 }),
    ]);
    await page.until(() => page.text.includes('over: 4·10¹⁰ steps for 10⁸'));
    const forgets = 'Its space is stated as O(1), and it keeps a stack (“on a stack”).';
    expect(page.text).toContain(forgets);
    await page.press(`Put aside: ${forgets}`);
    await page.until(() => !page.text.includes(forgets));
    await page.press('Show 1 put aside');
    await page.until(() => page.text.includes(forgets));
    await page.fill('Space of approach 2', 'O(n)');
    await page.until(() => !page.text.includes('and it keeps a stack'));
    await page.press('Take O(n), O(n) from the best approach');
    await page.until(() => page.log.problemsById().get(problem.id)?.cost.time === 'O(n)');
  });

  it('keep an example as a check, which every version of the code must pass', async () => {
    await open([
      entry('example', { input: '5 2 4', expected: '0 1 0' }),
      entry('version', { language: 'python', code: 'def distances(heights):\n    return []\n' }),
    ]);
    await page.until(() => page.element.querySelector('mat-button-toggle') !== null);
    expect(page.text).not.toContain('0 of 1 check');
    await page.press('check: example 1');
    await page.until(() => page.text.includes('0 of 1 check passed'));
    await page.press('5 2 4 → 0 1 0');
    await page.until(() => page.text.includes('1 of 1 check passed'));
    page.element.querySelector('#code')?.scrollIntoView();
    await page.until(() => page.element.querySelector('.cm-content') !== null);
    const code = page.element.querySelector<HTMLElement>('.cm-content');
    code?.focus();
    // eslint-disable-next-line @typescript-eslint/no-deprecated -- nothing else types as a person does
    document.execCommand('insertText', false, 'import sys');
    await page.until(() => page.text.includes('0 of 1 check passed'));
    let found: Entry[] = [];
    await page.until(() => {
      void stored().then((entries) => (found = entries));
      return found.some((it) => it.kind === 'version' && it.code.startsWith('import sys') && it.passed.length === 0);
    });
    expect(found.some((it) => it.kind === 'example' && it.isCheck)).toBeTrue();
  });

  it('offer a large input from the bounds, show what its rule makes, and keep the group that one chooses', async () => {
    await open([entry('example', { input: '[5, 2, 4], 2', expected: '1' })], ['1 ≤ n ≤ 1000', '1 ≤ a[i] ≤ 9']);
    const groups = (): string[] => page.all('app-examples-stage mat-select').map((it) => it.textContent.trim());
    await page.until(() => groups().join() === 'normal');
    await page.press('A large one, from the bounds');
    await page.until(() => valueOf('Input of example 2') === '<1000 numbers from 1 to 9>, 2');
    expect(groups()).toEqual(['normal', 'large']);
    expect(page.text).toMatch(/makes \[(?:\d, ){6}… 1.000 in all\]/);
    expect(page.text).not.toContain('A large one, from the bounds');
    await page.fill('Input of example 2', '<1000 numbrs from 1 to 9>');
    await page.until(() => page.text.includes('Cannot read the rule <1000 numbrs from 1 to 9> at position 6'));
    await page.choose('Group of example 1', 'edge');
    let found: Entry[] = [];
    await page.until(() => {
      void stored().then((entries) => (found = entries));
      return found.some((it) => it.kind === 'example' && it.group === 'edge');
    });
  });

  it('set versions side by side, hold them to the rules of the sheet, and compare the picked ones', async () => {
    const versions = [
      entry('version', { title: 'sorted', code: 'def f(p):\n    return sorted(p)[0]\n' }),
      entry('version', { title: 'walked', code: 'def f(p):\n    return min(p)\n', isOwn: false, source: 'Aino' }),
      entry('version', { title: 'blank' }),
    ];
    await open(versions, ['no library sort']);
    await page.until(() => page.element.querySelector('app-solutions-table') !== null);
    const table = page.element.querySelector('app-solutions-table');
    const rows = (): string[] =>
      [...(table?.querySelectorAll('tbody tr') ?? [])].map((row) =>
        [...row.querySelectorAll('th, td')].map((it) => it.textContent.trim()).join('|'),
      );
    expect(rows()).toEqual([
      '|1 sorted|–|own|–|–|–|2|34|1 library sort',
      '|2 walked|–|Aino|–|–|–|2|28|kept',
      '|3 blank|–|own|–|–|–|0|0|–',
    ]);
    expect(table?.querySelector('tfoot')?.textContent.replace(/\s+/g, ' ').trim()).toBe(
      'average of those with code231',
    );
    expect(page.text).toContain('Breaks “no library sort”: 1 library sort.');
    const boxes = [...(table?.querySelectorAll<HTMLElement>('input[type="checkbox"]') ?? [])];
    for (const box of [boxes[2], boxes[0], boxes[1]]) box?.click();
    await page.until(() => page.element.querySelectorAll('app-code-comparison').length === 2);
    expect(page.text).toContain('Version 1, and what is different in version 2');
    expect(page.text).toContain('Version 2, and what is different in version 3');
    boxes[1]?.click();
    await page.until(() => page.text.includes('Version 1, and what is different in version 3'));
  });

  it('say why code cannot be run, and in which line it does not compile', async () => {
    await open([
      entry('example', { input: '5 2 4', expected: '2' }),
      entry('version', { language: 'Cobol', code: 'MOVE A TO B' }),
      entry('version', { language: 'TypeScript', code: 'function f(a) {\n  return a +;\n}' }),
      entry('version', { language: 'Python', code: ' ' }),
      entry('version', { language: 'Python', code: 'x = 1' }),
    ]);
    await page.until(() => page.all('app-version-checks').length === 4);
    for (const number of [1, 2, 3, 4]) await page.press(`Run version ${number} over the examples`);
    const said = (): string[] => page.all('app-version-checks [role="status"]').map((it) => it.textContent.trim());
    await page.until(() => said().every((text) => text !== '' && !text.startsWith('Starting')));
    expect(said()[0]).toMatch(/^Cobol does not run here yet/);
    expect(said()[1]).toMatch(/^It does not compile, line 2: /);
    expect(said()[2]).toBe('There is no code yet.');
    expect(said()[3]).toBe('The code has no function and no class that could be called, and reads no input.');
    expect(page.all('app-version-checks li')).toHaveSize(0);
  });

  it('save no part of bounds that are too many or too long, and keep what was typed', async () => {
    await open([], ['n ≤ 5']);
    const long = `n ≤ 9\n${'m'.repeat(201)}`;
    await page.fill('Bounds and conditions, one a line', long);
    await page.until(() => page.text.includes('Not saved: a line can have up to 200 characters'));
    page.element.querySelector<HTMLElement>('[aria-label^="Bounds"]')?.blur();
    await page.settle();
    expect(valueOf('Bounds and conditions, one a line')).toBe(long);
    expect((await stored()).flatMap((it) => (it.kind === 'bounds' ? it.lines : []))).toEqual(['n ≤ 5']);
    await page.fill('Bounds and conditions, one a line', 'n ≤ 9');
    await page.until(() => !page.text.includes('Not saved'));
  });

  it('compute a state card and drop the parameter that follows', async () => {
    const parameters = [
      { name: 'i', count: 'n', follows: '' },
      { name: 'a', count: 'S', follows: '' },
      { name: 'b', count: 'S', follows: '' },
    ];
    await open([entry('state-card', { parameters, transitionCount: '2' })], ['n ≤ 200', 'S ≤ 20 000']);
    await page.until(() => page.text.includes('O(n·S²)'));
    expect(page.text).toContain('8·10¹⁰');
    await page.fill('What parameter 3 follows from', 'the total less a');
    await page.until(() => page.text.includes('before b went'));
    await page.fill('How many values parameter 1 takes', 'n +');
    await page.until(() => page.text.includes('Cannot read the cost'));
  });

  it('find the structures for the operations that must be fast', async () => {
    await open();
    await page.press('Operations that must be fast');
    await page.press('look up by key');
    await page.press('move to the front');
    await page.press('take out of the middle');
    await page.until(() => page.text.includes('hash map with doubly linked list'));
  });

  it('are led to by capital letters, which add nothing by themselves', async () => {
    await open();
    key('O');
    await page.until(() => document.activeElement?.textContent.trim() === 'An observation');
    expect(page.all('#observations app-entry-row')).toEqual([]);
    (document.activeElement as HTMLElement).click();
    await page.until(() => document.activeElement?.getAttribute('aria-label') === 'Observation 1');
    key('A');
    await page.settle();
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Observation 1');
    (document.activeElement as HTMLElement).blur();
    key('A');
    await page.until(() => document.activeElement?.textContent.trim() === 'The plain approach');
    (document.activeElement as HTMLElement).click();
    await page.until(() => document.activeElement?.getAttribute('aria-label') === 'Idea of approach 1');
    key('Enter', { altKey: true });
    await page.until(() => document.activeElement?.getAttribute('aria-label') === 'Idea of approach 2');
  });

  it('keep a question open until it is answered, and relate problems', async () => {
    await open();
    await page.press('what I still do not understand : add A question left open');
    await page.fill('A question left open', 'What if the row is a ring?');
    await page.fill('Answer to the open question 1', 'Go round twice.');
    const picker = page.field('A related problem');
    await page.fill('A related problem', 'Signal Flag Brackets');
    picker.dispatchEvent(new Event('blur'));
    await page.until(() => page.text.includes('builds on'));
    await page.until(() => page.element.querySelectorAll('app-family-graph a').length === 2);
    const related = (await stored()).find((it) => it.kind === 'relation');
    expect(related?.kind === 'relation' && page.log.problemsById().get(related.otherId)?.title).toBe(
      'Signal Flag Brackets',
    );
  });
});

describe('the trace on a sheet', () => {
  let page: OpenPage;
  const problem = someProblem('Beacon Line of Sight');
  afterEach(() => page.close());

  const cell = (at: string): HTMLElement | null => page.element.querySelector(`[data-cell="${at}"]`);
  const key = (name: string, options: KeyboardEventInit = {}): void => {
    document.activeElement?.dispatchEvent(keydown(name, options));
  };
  const type = async (text: string): Promise<void> => {
    key(text[0] ?? '');
    await page.until(() => page.element.querySelector('.editor') !== null);
    const editor = page.element.querySelector<HTMLInputElement>('.editor');
    if (!editor) throw new Error('nothing to write in');
    editor.value = text;
    editor.dispatchEvent(new Event('input', { bubbles: true }));
    await page.settle();
  };

  it('fills a column by its formula, and shows both where something else is written', async () => {
    const columns = [
      { name: 'p', kind: 'list', rule: '' },
      { name: 'low', kind: 'value', rule: '' },
    ];
    const rows = [['6 2 9 | i:0', '6'], ['| i:1'], ['| i:2']];
    const trace = emptyEntry('trace', problem.id, newId(), { columns, rows } as never);
    page = await openPage(Sheet, `/problems/${problem.id}`, { problems: [problem], entries: [trace] }, 'problems/:id');
    await page.until(() => cell('2-1') !== null);
    expect(cell('1-1')?.textContent.trim()).toBe('6');
    await page.fill('Formula of column 2', 'min(old low, p[i])');
    await page.until(() => cell('1-1')?.textContent.trim() === '2' && cell('2-1')?.textContent.trim() === '2');
    expect(cell('1-1')?.classList.contains('filled')).toBeTrue();
    cell('2-1')?.focus();
    await type('3');
    key('Enter');
    await page.until(() => cell('2-1')?.textContent.includes('≠ 2') === true);
    cell('2-1')?.focus();
    await page.until(() => page.text.includes('Step 3: written by hand; the formula gives 2.'));
    await page.fill('Formula of column 2', 'min(');
    await page.until(() => page.field('Formula of column 2').getAttribute('aria-invalid') === 'true');
  });

  it('is written by keyboard like a spreadsheet, checked, and played', async () => {
    const columns = [
      { name: 'heights', kind: 'list', rule: '' },
      { name: 'waiting', kind: 'stack', rule: '' },
      { name: '', kind: 'rule', rule: 'waiting falls' },
    ];
    const trace = emptyEntry('trace', problem.id, newId(), { columns, rows: [['', '', '']] } as never);
    page = await openPage(Sheet, `/problems/${problem.id}`, { problems: [problem], entries: [trace] }, 'problems/:id');
    await page.until(() => cell('0-0') !== null);
    cell('0-0')?.focus();
    await type('5 2 4 | i:0');
    key('Tab');
    await page.until(() => document.activeElement === cell('0-1'));
    await type('+5');
    key('Enter');
    // Down to where Tab began, as in a spreadsheet.
    await page.until(() => document.activeElement === cell('1-0'));
    key('ArrowRight');
    await page.until(() => document.activeElement === cell('1-1'));
    await type('+2');
    key('Enter');
    await page.until(() => document.activeElement === cell('2-1'));
    await type('+4');
    key('Enter');
    await page.until(() => page.text.includes('“waiting falls” breaks first in step 3.'));
    expect(page.all('.breaks.first')).toHaveSize(1);

    key('ArrowUp');
    await page.until(() => document.activeElement === cell('2-1'));
    await type('-7');
    await page.until(() => page.text.includes('Step 3, letter 1: 2 comes out, not 7.'));
    key('Escape');
    await page.until(() => !page.text.includes('comes out'));

    await page.press('Step through');
    await page.until(() => page.all('[role="grid"] [role="row"]').length === 2);
    document.querySelector<HTMLElement>('.player')?.focus();
    key('ArrowRight');
    await page.until(() => page.all('[role="grid"] [role="row"]').length === 3);
  });

  it('loses no key of those that come faster than it is drawn', async () => {
    const columns = [{ name: 'heights', kind: 'list', rule: '' }];
    const trace = emptyEntry('trace', problem.id, newId(), { columns, rows: [['5 2 4 | i:0']] } as never);
    page = await openPage(Sheet, `/problems/${problem.id}`, { problems: [problem], entries: [trace] }, 'problems/:id');
    await page.until(() => cell('0-0') !== null);
    cell('0-0')?.focus();
    await page.settle();
    for (const name of ['ArrowDown', '|', ' ', 'i', ':', '+', '1', 'ArrowDown', '|', ' ', 'i', ':', '2']) key(name);
    const editor = (): Element | null => page.element.querySelector('[data-cell="2-0"] .editor');
    await page.until(() => editor() !== null);
    editor()?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Tab', bubbles: true }));
    const named = (at: string): string => cell(at)?.querySelector('svg')?.getAttribute('aria-label') ?? '';
    await page.until(() => named('1-0') === '5 2 4 · i at 1');
    await page.until(() => named('2-0') === '5 2 4 · i at 2');
  });
});
