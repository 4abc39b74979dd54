import { formatArchive, archiveFrom } from '@lernen/core/archive';
import { catalogue, noRecords } from '@lernen/core/model';
import { someProblem, someSettings, someSitting } from '../testing/database';
import { type OpenPage, openPage } from '../testing/page';
import { Setup } from './setup';

const spreadsheet = [
  'Title;Date;Topic;Minutes;Solved?',
  'Gull Census;2026-10-02;heap;31;yes',
  'Möwen zählen;03.10.2026;unheard of;"1:05";no',
  'Beacon Bench;someday;heap;12;yes',
].join('\n');

describe('Setup', () => {
  let page: OpenPage;
  afterEach(() => page.close());
  const choose = async (name: string, text: string): Promise<void> => {
    const files = new DataTransfer();
    files.items.add(new File([text], name));
    const field = page.element.querySelector<HTMLInputElement>('input[type="file"]');
    if (!field) throw new Error('no file field');
    field.files = files.files;
    field.dispatchEvent(new Event('change'));
    await page.settle();
  };

  it('keeps targets, goal and keys within their bounds', async () => {
    page = await openPage(Setup, '/setup');
    await page.fill('Target for hard', '50');
    await page.fill('Goal', '80');
    await page.until(() => page.log.settings().goal === 0.8);
    expect(page.log.settings().targetMinutes).toEqual({ easy: 15, medium: 25, hard: 50 });
    await page.fill('Target for hard', '0');
    await page.settle();
    expect(page.log.settings().targetMinutes.hard).toBe(50);
    expect(page.said).toBe('0 is not a whole number from 1 to 480. It stays at 50.');
    expect(page.field('Target for hard').value).toBe('50');
  });

  it('gives a command another key, but none that another command has', async () => {
    page = await openPage(Setup, '/setup');
    const [first, second] = page.all('input.key') as HTMLInputElement[];
    if (!first || !second) throw new Error('no keys');
    const press = async (field: HTMLInputElement, key: string): Promise<void> => {
      field.value = key;
      field.dispatchEvent(new Event('change'));
      await page.settle();
    };
    const [old, taken] = [first.value, second.value];
    await press(first, taken);
    expect(page.said).toMatch(new RegExp(`“${taken}” is the key for “.+” already.`));
    expect(first.value).toBe(old);
    await press(first, 'Y');
    await page.until(() => Object.values(page.log.settings().keys).includes('y'));
  });

  it('reckons with the steps a second of a language, and with the shipped ones where none are given', async () => {
    page = await openPage(Setup, '/setup', { settings: { ...someSettings, language: 'python' } });
    const field = 'Simple steps a second, millions';
    const shipped = page.field(field).value;
    await page.fill(field, '12.5');
    await page.until(() => page.log.settings().stepsPerSecond['python'] === 12.5e6);
    await page.fill(field, '0');
    expect(page.said).toBe('0 is not a number from 0.1 to 100000. It stays at 12.5.');
    await page.fill(field, '');
    await page.until(() => page.field(field).value === shipped);
    expect(page.log.settings().stepsPerSecond).toEqual({});
  });

  it('adds, renames, hides and merges techniques without losing what was logged with them', async () => {
    const problem = { ...someProblem(), techniques: ['heap'] };
    page = await openPage(Setup, '/setup', { problems: [problem], sittings: [someSitting(problem.id)] });
    await page.fill('New technique', 'Heap');
    expect(page.text).toContain('There is a technique of that name.');
    await page.fill('New technique', 'Lantern sweep');
    await page.press('Add');
    await page.until(() => page.log.techniquesById().has('lantern-sweep'));
    await page.fill('Name of Heap', 'Priority heap');
    await page.until(() => page.log.techniquesById().get('heap')?.name === 'Priority heap');
    expect(page.log.techniquesById().get('heap')?.aliases).toContain('Heap');
    await page.fill('Name of Priority heap', 'lantern  Sweep');
    expect(page.said).toBe('There is a technique called Lantern sweep.');
    await page.fill('Name of Priority heap', '…');
    expect(page.said).toBe('Write a name with letters or digits.');
    expect(page.field('Name of Priority heap').value).toBe('Priority heap');
    expect(page.log.log().techniques).toHaveSize(catalogue.length + 1);
    expect(page.log.problemsById().get(problem.id)?.techniques).toEqual(['heap']);
  });

  it('shows a spreadsheet before it comes in, and takes what can be read', async () => {
    page = await openPage(Setup, '/setup');
    await choose('practice.csv', spreadsheet);
    await page.until(() => page.text.includes('2 rows can come in'));
    expect(page.text).toContain('1 new technique (unheard of)');
    expect(page.text).toContain('“someday” is not a date that can be read');
    expect(await page.database.collection('problems').count()).toBe(0);
    await page.press('Bring in 2 rows');
    await page.until(() => page.log.log().sittings.length === 2);
    expect(page.log.log().sittings.map(({ minutes, result }) => [minutes, result])).toEqual([
      [31, 'solved'],
      [65, 'unsolved'],
    ]);
    await page.until(() => page.said === 'Imported 2 sittings at 2 new problems.');
  });

  it('lets a column mean something else, the one that had the meaning going into the note', async () => {
    page = await openPage(Setup, '/setup');
    await choose('practice.csv', spreadsheet);
    await page.until(() => page.text.includes('2 rows can come in'));
    const [, date] = page.all('thead select') as HTMLSelectElement[];
    if (!date) throw new Error('no column');
    date.value = '';
    date.dispatchEvent(new Event('change'));
    await page.until(() => page.text.includes('3 rows can come in'));
    expect(page.text).toContain('3 without a date');
  });

  it('merges an archive, says what came and takes it back', async () => {
    const problem = someProblem('From another browser');
    page = await openPage(Setup, '/setup');
    await choose('a.json', formatArchive(archiveFrom({ ...noRecords, problems: [problem] }, problem.createdAt)));
    await page.until(() => page.text.includes('problems: 1 added, 0 changed, 0 left'));
    expect(page.log.problemsById().has(problem.id)).toBeTrue();
    await page.log.undo(((await page.database.journal.orderBy('seq').lastKey()) as number | undefined) ?? 0);
    expect(page.log.isEmpty()).toBeTrue();
  });

  it('takes nothing of a damaged archive and says where it is wrong', async () => {
    page = await openPage(Setup, '/setup');
    const problem = someProblem();
    const text = formatArchive(archiveFrom({ ...noRecords, problems: [problem] }, problem.createdAt));
    await choose('a.json', text.replace(problem.title, ''));
    await page.until(() => page.text.includes('This archive is damaged in one place.'));
    expect(page.text).toContain('problems[0].title');
    await choose('b.json', text.slice(0, 80));
    await page.until(() => page.text.includes('not JSON, or is cut off'));
    expect(await page.database.collection('problems').count()).toBe(0);
  });
});
