import { archiveFrom, formatArchive, readArchive } from '@lernen/core/archive';
import { catalogue, noRecords, oldestRevision } from '@lernen/core/model';
import { Repository } from '../data/repository';
import { v7 as newId } from 'uuid';
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

  it('finds a setting by a word of it or of its group, and says where there is none', async () => {
    page = await openPage(Setup, '/setup');
    const shown = (): string[] =>
      page
        .all('h2')
        .filter((it) => it.closest('[hidden]') === null)
        .map((it) => it.textContent.trim());
    const all = shown();
    expect(all.length).toBe(10);
    await page.fill('Find a setting', 'THEME');
    expect(shown()).toEqual(['Look']);
    expect(page.field('The week begins on').closest('[hidden]')).not.toBeNull();
    await page.fill('Find a setting', 'look week');
    expect(shown()).toEqual(['Look']);
    await page.fill('Find a setting', 'spreadsheet');
    expect(shown()).toEqual(['Records']);
    await page.fill('Find a setting', 'foghorn');
    expect(shown()).toEqual([]);
    expect(page.text).toContain('No setting is called that.');
    await page.press('Show all');
    expect(shown()).toEqual(all);
  });

  it('keeps targets, goal and keys within their bounds', async () => {
    page = await openPage(Setup, '/setup');
    await page.fill('Target for hard', '50');
    await page.fill('Goal', '80');
    await page.until(() => page.log.settings().goal === 0.8);
    expect(page.log.settings().targetMinutes).toEqual({ easy: 15, medium: 25, hard: 50 });
    await page.fill('Target for hard', '0');
    await page.settle();
    expect(page.log.settings().targetMinutes.hard).toBe(50);
    expect(page.text).toContain('0 is not a whole number from 1 to 480. It stays at 50.');
    expect(page.field('Target for hard').value).toBe('50');
  });

  it('gives a command another key, but none that another command has', async () => {
    page = await openPage(Setup, '/setup');
    const [first, second] = [page.field('Go to Today'), page.field('Go to Problems')];
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
    const field = 'Simple steps a second';
    const shipped = page.field(field).value;
    await page.fill(field, '12.5');
    await page.until(() => page.log.settings().stepsPerSecond['python'] === 12.5e6);
    await page.fill(field, '0');
    expect(page.text).toContain('0 is not a number from 0.1 to 100000. It stays at 12.5.');
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
    await page.press(`${catalogue.length + 1} techniques`);
    await page.fill('Name of Heap', 'Priority heap');
    await page.until(() => page.log.techniquesById().get('heap')?.name === 'Priority heap');
    await page.until(() => page.said.includes('Priority heap'));
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
    await page.until(() => page.text.includes('3 rows can come in'));
    expect(page.text).toContain('1 new technique (unheard of)');
    expect(page.text).toContain('“someday” is not a date that can be read');
    expect(page.text).toContain('1 without a date');
    expect(await page.database.collection('problems').count()).toBe(0);
    await page.fill('Date, line 4', '4 Oct 2026');
    await page.until(() => !page.text.includes('1 without a date'));
    await page.until(() => !page.control('Bring in 3 rows').hasAttribute('disabled'));
    await page.press('Bring in 3 rows');
    await page.until(() => page.log.log().sittings.length === 3);
    expect(page.log.log().sittings.map(({ minutes, result }) => [minutes, result])).toEqual([
      [31, 'solved'],
      [65, 'unsolved'],
      [12, 'solved'],
    ]);
    expect(page.log.log().sittings.map(({ note }) => note)).toEqual(['', '', '']);
    await page.until(() => page.said === 'Imported 3 sittings at 3 new problems.');
  });

  it('lets a column mean something else, the one that had the meaning going into the note', async () => {
    page = await openPage(Setup, '/setup');
    await choose('practice.csv', spreadsheet);
    await page.until(() => page.text.includes('1 without a date'));
    await page.choose('Date', 'into the note');
    await page.until(() => page.text.includes('3 without a date'));
  });

  it('merges an archive, says what came and takes it back', async () => {
    const problem = someProblem('From another browser');
    page = await openPage(Setup, '/setup');
    await choose('a.json', formatArchive(archiveFrom({ ...noRecords, problems: [problem] }, problem.createdAt)));
    await page.until(() => page.text.includes('problems: 1 added, 0 changed, 0 left'));
    expect(page.log.problemsById().has(problem.id)).toBeTrue();
    await page.until(() => page.all('[aria-label="Undo: Imported a.json"]').length === 1);
    await page.press('Undo: Imported a.json');
    await page.until(() => page.log.isEmpty());
    await page.until(() => page.text.includes('undone'));
  });

  it('brings back what a file has and was removed here, when that is asked for', async () => {
    const problem = someProblem('From another browser');
    const file = formatArchive(archiveFrom({ ...noRecords, problems: [problem] }, problem.createdAt));
    page = await openPage(Setup, '/setup', { problems: [problem] });
    await page.log.save({ problems: [{ ...problem, deleted: true }] }, 'Removed it');
    await choose('a.json', file);
    await page.until(() => page.text.includes('1 record of it was removed here since, and stayed removed.'));
    expect(page.log.isEmpty()).toBeTrue();
    await page.press('Bring them back');
    await page.until(() => page.log.problemsById().has(problem.id));
    await page.until(() => page.all('[aria-label="Undo: Brought back what a.json has"]').length === 1);
    await page.press('Undo: Brought back what a.json has');
    await page.until(() => page.log.isEmpty());
  });

  it('tells what was changed here and in a file, and takes either', async () => {
    const problem = someProblem('As it was');
    page = await openPage(Setup, '/setup', { problems: [problem] });
    await page.log.save({ problems: [{ ...problem, revision: newId(), title: 'Named here' }] }, 'Renamed');
    const revision = newId({ msecs: Date.now() + 60_000 });
    const there = {
      ...problem,
      revision,
      title: 'Named there',
      difficulty: 'hard' as const,
      changed: { title: revision },
    };
    await choose('b.json', formatArchive(archiveFrom({ ...noRecords, problems: [there] }, problem.createdAt)));
    await page.until(() => page.text.includes('Changed here and there'));
    const titled = (): unknown => page.log.problemsById().get(problem.id);
    expect(titled()).toEqual(jasmine.objectContaining({ title: 'Named there', difficulty: 'hard' }));
    await page.press('Take yours: Named here');
    await page.until(() => !page.text.includes('Changed here and there'));
    expect(titled()).toEqual(jasmine.objectContaining({ title: 'Named here', difficulty: 'hard' }));
  });

  it('goes back to how everything was in a file, after showing what that changes, and back again', async () => {
    const [kept, renamed] = [someProblem('Kept'), someProblem('As it was')];
    const file = formatArchive(archiveFrom({ ...noRecords, problems: [kept, renamed] }, kept.createdAt));
    page = await openPage(Setup, '/setup', { problems: [kept, renamed] });
    const sitting = someSitting(kept.id);
    await page.log.save({ problems: [{ ...renamed, title: 'Renamed since' }], sittings: [sitting] }, 'Worked on');
    await choose('then.json', file);
    await page.until(() => page.text.includes('2 left as they were'));
    await page.press('Make everything as it is in this file');
    await page.until(() => page.text.includes('problems: 1 as it was then; sittings: 1 newer removed.'));
    expect(page.log.log().sittings).toHaveSize(1);
    await page.press('Go back to it');
    await page.until(() => page.log.log().sittings.length === 0);
    expect(page.log.problemsById().get(renamed.id)?.title).toBe('As it was');
    await page.until(() => page.all('[aria-label="Undo: Went back to then.json"]').length === 1);
    await page.press('Undo: Went back to then.json');
    await page.until(() => page.log.log().sittings.length === 1);
    expect(page.log.problemsById().get(renamed.id)?.title).toBe('Renamed since');
  });

  it('lists every choice about the plan and leaves each to the plan again', async () => {
    const problem = someProblem('Beacon Line of Sight');
    page = await openPage(Setup, '/setup', { problems: [problem] });
    expect(page.text).toContain('None. What you pin, put off or drop');
    await page.log.choose({ technique: 'heap' }, { dropped: true }, 'Never');
    await page.log.choose({ problemId: problem.id }, { pin: '2031-05-02', kind: 'sketch' }, 'Pinned');
    await page.until(() => page.text.includes('Sketch, pinned to 2 May'));
    expect(page.text).toMatch(/New problems of Heap\s*never/);
    await page.press('Leave New problems of Heap to the plan');
    await page.until(() => !page.all('app-plan-choices')[0]?.textContent.includes('Heap'));
    expect(page.log.log().choices).toHaveSize(1);
  });

  it('goes on with a row that cannot be read, names it and hands it out', async () => {
    const [good, bad] = [someProblem('Good'), someProblem('Bad')];
    page = await openPage(Setup, '/setup', { problems: [good, bad], sittings: [someSitting(bad.id)] });
    await page.database.collection('problems').put({ ...bad, difficulty: 'grim' } as never);
    await page.database.settings.put({ ...someSettings, id: 'settings', goal: 7, later: 'kept' } as never);
    const repository = new Repository(page.database);
    await repository.catchUp();
    const { problems, settings } = repository.log();
    expect([problems.map(({ title }) => title), settings.goal]).toEqual([['Good'], 0.75]);
    expect(settings).toEqual(jasmine.objectContaining({ later: 'kept' }));
    await repository.write({ settings: { ...settings, theme: 'dark' } }, 'Changed the theme');
    expect(await page.database.settings.get('settings')).toEqual(jasmine.objectContaining({ later: 'kept' }));
    expect((await repository.unreadableRows()).map(({ table, faults }) => [table, faults[0]?.path])).toEqual([
      ['problems', 'difficulty'],
    ]);
    // What was logged at it keeps its home in files: with what can be read of it, over which any whole state wins.
    const archive = readArchive(formatArchive(archiveFrom(await repository.everything(), good.createdAt)));
    expect(archive.problems.map(({ title }) => title)).toEqual(['Good', 'Bad']);
    expect(archive.problems[1]).toEqual({ ...bad, difficulty: null, revision: oldestRevision });
    expect(archive.sittings.map(({ problemId }) => problemId)).toEqual([bad.id]);
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
