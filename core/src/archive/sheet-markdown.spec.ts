import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { MarkdownError } from '../errors';
import {
  type Entry,
  type EntryKind,
  EntrySchema,
  argumentKinds,
  checkGroups,
  comparisons,
  emptyEntry,
  singleEntry,
  singleEntryId,
} from '../model/entry';
import { makeProblem, newId } from '../testing/make';
import { readSheetMarkdown } from './read-sheet-markdown';
import { sheetFileName, writeSheetMarkdown } from './write-sheet-markdown';

const kinds = EntrySchema.def.options.map((option) => [...option.shape.kind.def.values][0] ?? 'reading');

/** Text with everything in it that Markdown could take for itself. */
const rough = fc
  .array(
    fc.constantFrom(
      'a',
      'b c',
      '# head',
      '### Example 1',
      '> said',
      '- id: 7',
      '**Given**',
      '```',
      '`',
      '|',
      '\\',
      '<br>',
      '<!-- x -->',
      ' ',
      '\n',
      '"',
      ',',
      '€',
      '---',
      '$n^2$',
    ),
    { maxLength: 8 },
  )
  .map((parts) => parts.join(''));
const line = rough.map((it) => it.slice(0, 40));

/** An entry of a kind with rough values in all its fields. */
function roughEntry(kind: EntryKind, problemId: string): fc.Arbitrary<Entry> {
  const words = fc.array(
    line.map((it) => it.trim().slice(0, 40)).filter((it) => it !== ''),
    { maxLength: 3 },
  );
  const any: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
    lines: words,
    tags: words,
    accepted: words,
    dismissed: words,
    isShown: fc.boolean(),
    isOwn: fc.boolean(),
    isTaken: fc.boolean(),
    group: fc.option(fc.constantFrom(...checkGroups)),
    comparison: fc.constantFrom(...comparisons),
    tolerance: fc.double({ min: 0, max: 1, noNaN: true }),
    isCheck: fc.boolean(),
    passed: fc.array(fc.constant(problemId), { maxLength: 2 }),
    argumentKind: fc.option(fc.constantFrom(...argumentKinds)),
    technique: fc.option(fc.constant('two-pointers')),
    left: fc.option(fc.constant('counterexample')),
    slip: fc.option(fc.constant('misread')),
    lesson: fc.constant('slip'),
    relation: fc.constant('twist-of'),
    otherId: fc.constant(problemId),
    counterexampleId: fc.option(fc.constant(problemId)),
    approachId: fc.option(fc.constant(problemId)),
    exampleId: fc.option(fc.constant(problemId)),
    elementBytes: fc.integer({ min: 1, max: 4096 }),
    operations: kind === 'needs' ? words : fc.array(fc.record({ name: line, time: line }), { maxLength: 3 }),
    parameters: fc.array(fc.record({ name: line, count: line, follows: line }), { maxLength: 3 }),
    columns: fc.constant([
      { name: 'a|b', kind: 'list', rule: '' },
      { name: '', kind: 'rule', rule: 'a falls' },
    ]),
    rows: fc.array(fc.tuple(line, line), { maxLength: 3 }),
  };
  const blank = emptyEntry(kind, problemId, newId());
  const keys = Object.keys(blank).filter(
    (key) => !['id', 'revision', 'deleted', 'problemId', 'sittingId', 'order', 'kind'].includes(key),
  );
  return fc
    .tuple(
      fc.record(Object.fromEntries(keys.map((key) => [key, any[key] ?? line]))),
      fc.double({ min: 0, max: 99, noNaN: true }),
    )
    .map(([values, order]) => EntrySchema.parse({ ...blank, ...values, order }));
}

describe('a sheet as Markdown', () => {
  it('reads back exactly what was written, whatever was typed', () => {
    const problem = makeProblem();
    const entries = fc.tuple(...kinds.map((kind) => roughEntry(kind, problem.id)));
    fc.assert(
      fc.property(entries, (all) => {
        const full = { ...problem, origin: "Keeper's: Cup" };
        const file = readSheetMarkdown(writeSheetMarkdown(full, all), newId);
        expect(file.problem).toEqual(full);
        const byId = new Map(file.entries.map((entry) => [entry.id, entry]));
        for (const entry of all) expect(byId.get(entry.id)).toEqual(entry);
        expect(byId.size).toBe(all.length);
      }),
      { numRuns: 200 },
    );
  });

  it('reads for people', () => {
    const problem = makeProblem({ title: 'Beacon' });
    const entries = [
      singleEntry('statement', problem.id, newId(), { text: 'Towers.\n\nIn a row.' }),
      singleEntry('bounds', problem.id, newId(), { lines: ['n ≤ 10', 'one pass'] }),
      emptyEntry('observation', problem.id, newId(), { text: 'Whoever waits falls.', isShown: true, from: 'all' }),
      emptyEntry('trace', problem.id, newId(), {
        columns: [{ name: 'h', kind: 'list', rule: '' }],
        rows: [['5 2 | i:0']],
      }),
    ];
    const text = writeSheetMarkdown(problem, entries);
    expect(text.replace(/<!-- .* -->\n\n/g, '')).toContain(
      '# Beacon\n\n## Read\n\n### Statement\n\n> Towers.\n>\n> In a row.\n\n## Bounds\n\n### Bounds\n\n- n ≤ 10\n- one pass',
    );
    expect(text).toContain('- makes smaller from: all\n- shown: yes\n\n> Whoever waits falls.');
    expect(text).toContain('| h |\n| --- |\n| (list) |\n| 5 2 \\| i:0 |');
  });

  it('gives what was changed by hand a new revision, and leaves the rest', () => {
    const problem = makeProblem({ origin: 'old' });
    const entries = ['first', 'second'].map((text, order) =>
      emptyEntry('lesson', problem.id, newId(), { text, order }),
    );
    const text = writeSheetMarkdown(problem, entries)
      .replace('> second', '> second, and more')
      .replace('origin: old', 'origin: new');
    const file = readSheetMarkdown(text, newId);
    expect(file.entries.map(({ revision }, index) => revision === entries[index]?.revision)).toEqual([true, false]);
    expect(file.entries[1]).toEqual(jasmine.objectContaining({ text: 'second, and more', id: entries[1]?.id }));
    expect([file.problem.origin, file.problem.revision > problem.revision]).toEqual(['new', true]);
  });

  it('takes an entry that was added by hand, by its heading', () => {
    const problem = makeProblem();
    const text = `${writeSheetMarkdown(problem, [])}\n## Read\n\n### Statement\n\n> Towers.\n\n### Question 2\n\n> Equal ones?\n`;
    const { entries } = readSheetMarkdown(text, newId);
    expect(entries.map(({ kind }) => kind)).toEqual(['statement', 'question']);
    expect(entries[0]).toEqual(
      jasmine.objectContaining({ id: singleEntryId(problem.id, 'statement'), text: 'Towers.' }),
    );
    expect(entries[1]).toEqual(jasmine.objectContaining({ text: 'Equal ones?', problemId: problem.id }));
  });

  it('reads a file of the first version, in which statement, bounds and notes belonged to the problem', async () => {
    const text = await readFile(fileURLToPath(new URL('./sheet-version-1.md', import.meta.url)), 'utf8');
    const { problem, entries } = readSheetMarkdown(text, newId);
    const [statement, bounds, notes, observation] = entries;
    expect(problem).toEqual(
      jasmine.objectContaining({ title: 'Beacon Line of Sight', techniques: ['monotonic-stack'] }),
    );
    expect(statement).toEqual(jasmine.objectContaining({ revision: problem.revision, kind: 'statement' }));
    expect(bounds).toEqual(jasmine.objectContaining({ lines: ['n ≤ 200 000', '1 s'] }));
    expect(notes).toEqual(jasmine.objectContaining({ text: 'Ask about **equal** heights.\n\nThen draw it.' }));
    expect(observation?.kind).toBe('observation');
    const changed = readSheetMarkdown(text.replace('> Then draw it.', '> Then code it.'), newId);
    expect(changed.problem.revision).not.toBe(problem.revision);
    expect(changed.entries[2]).toEqual(
      jasmine.objectContaining({ revision: changed.problem.revision, text: jasmine.stringMatching(/Then code it\.$/) }),
    );
  });

  it('says at which line it cannot be read', () => {
    const problem = makeProblem();
    const entry = emptyEntry('lesson', problem.id, singleEntryId(problem.id, 'reading'), { text: 'x' });
    const text = writeSheetMarkdown(problem, [entry]);
    const fault = (changed: string): string => {
      try {
        readSheetMarkdown(changed, newId);
        return 'none';
      } catch (error) {
        if (!(error instanceof MarkdownError)) throw error;
        return error.message;
      }
    };
    expect(fault(text)).toBe('none');
    expect(fault('# Beacon')).toContain('at line 1: expected the front matter');
    expect(fault(text.replace('lernen-sheet', 'other'))).toContain('at line 2: expected format: lernen-sheet');
    expect(fault(text.replace('version: 2', 'version: 9'))).toContain('at line 3: expected a version up to 2');
    expect(fault(text.replace('difficulty: medium', 'difficulty: grim'))).toContain('a sound difficulty');
    expect(fault(text.replace('kind: cue', 'kind: whim'))).toMatch(/at line \d+: expected a sound lesson/);
    expect(fault(text.replace('<!-- lesson', '<!-- tale'))).toContain('a kind of entry instead of “tale”');
    expect(fault(text.replace('format: lernen-sheet', 'format: ['))).toContain('YAML');
  });

  it('has a file name out of its title', () => {
    const problem = makeProblem({ title: 'Où, “Wärter”?' });
    expect(sheetFileName(problem)).toBe(`ou-warter-${problem.id.slice(-6)}.md`);
    expect(sheetFileName({ ...problem, title: '???' })).toMatch(/^problem-/);
  });
});
