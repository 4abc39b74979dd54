import fc from 'fast-check';
import { quickContext } from '../testing/make';
import { catalogue } from '../model/catalogue';
import { type QuickDraft, emptyDraft } from './quick-draft';
import { readQuickLine } from './quick-line';
import { formatMinutes, formatQuickLine } from './write-quick-line';
import { tokenizeQuickLine } from './quick-tokens';
import { sittingKinds } from '../model/sitting-kinds';
import { slips } from '../model/sitting-words';

const read = (line: string) => readQuickLine(line, quickContext);
const faults = (line: string): string[] => read(line).parts.flatMap((part) => part.fault ?? []);

describe('the quick line', () => {
  it('is not read where it is longer than a line can be', () => {
    const { parts, draft, isComplete } = read(`Gull Census #heap ${'x'.repeat(2_000_000)}`);
    expect([parts.length, draft, isComplete]).toEqual([1, emptyDraft, false]);
    expect(parts[0]?.fault).toBe('A line has up to 4000 characters; this one has 2000018. Keep the rest on the sheet.');
  });

  it('reads every kind of token, in any order', () => {
    const line =
      '31m #topo "Lens Polishing" x2 Order O(V+E) !edge-case O(V) ~hint =medium as:rebuild @3d from:"Keeper\'s Cup" for:otterbridge in:python https://tide.example/lens';
    const { draft, isComplete } = read(line);
    expect(isComplete).toBeTrue();
    expect(draft).toEqual({
      ...emptyDraft,
      title: 'Lens Polishing Order',
      techniques: ['topological-order'],
      minutes: 31,
      attempts: 2,
      cost: { time: 'O(V+E)', space: 'O(V)' },
      slips: ['edge-case'],
      help: 'hint',
      kind: 'rebuild',
      difficulty: 'medium',
      day: '2026-11-21',
      origin: "Keeper's Cup",
      employer: 'otterbridge',
      words: { in: 'python' },
      link: 'https://tide.example/lens',
    });
  });

  it('reads times and attempts as people write them', () => {
    const lines = [
      'T 31m',
      'T 1h',
      'T 1h05m',
      'T 1h5m',
      'T 90min',
      'T 40 min',
      'T 31mins',
      'T 1:05',
      'T 1,5 h',
      'T 2 hours',
    ];
    expect(lines.map((line) => read(line).draft.minutes)).toEqual([31, 60, 65, 65, 90, 40, 31, 65, null, 120]);
    expect(read('T 2 attempts 12m').draft).toEqual(jasmine.objectContaining({ title: 'T', attempts: 2, minutes: 12 }));
    expect([5, 60, 65, 1440].map(formatMinutes)).toEqual(['5m', '1h', '1h05m', '24h']);
  });

  it('reads what it was done as, which tells of a sitting', () => {
    const { draft, purpose, parts } = read('T as:sk');
    expect([draft.kind, purpose, parts.at(-1)?.value]).toEqual(['sketch', 'sitting', 'sketch']);
    expect(faults('T as:')).toEqual(['Nothing follows as: Write as:sketch.']);
    expect(faults('T as:r')).toEqual(['Several begin so: as:rebuild, as:rehearsal.']);
    expect(faults('T as:skech')).toEqual(['No kind “skech”. Did you mean as:sketch?']);
    expect(faults('T as:spot as:sketch')).toEqual([jasmine.stringContaining('The kind is given twice')]);
    expect(faults('T ~planned as:spot')).toEqual([jasmine.stringContaining('kept for later has no kind')]);
  });

  it('takes a weekday for the last one before today', () => {
    expect(read('T @mon').draft.day).toBe('2026-11-23');
    expect(read('T @tue').draft.day).toBe('2026-11-17');
    expect(read('T @wednesday').draft.day).toBe('2026-11-18');
    expect(read('T @yesterday').draft.day).toBe('2026-11-23');
  });

  it('keeps a cost with blanks and nested parentheses in one piece', () => {
    expect(read('T O(n log(n + m)) O(1)').draft.cost).toEqual({ time: 'O(n log(n + m))', space: 'O(1)' });
  });

  it('never takes for a title what it does not understand', () => {
    for (const bad of [
      '~hnt',
      '=heavy',
      '@2026-11-31',
      '@tomorow',
      'x0',
      '2x',
      '31s',
      'form:Cup',
      'as:r',
      'as:sketsh',
      'as:',
      'from:',
      'O(n',
      '#',
      '!',
      '"open',
      '25h',
      '-3m',
      '−1:05',
      'O()',
    ]) {
      const { draft, isComplete, parts } = read(`Title ${bad}`);
      expect(isComplete).withContext(bad).toBeFalse();
      expect(draft.title).withContext(bad).toBe('Title');
      expect(parts.at(-1)?.fault).withContext(bad).toBeTruthy();
    }
  });

  it('explains near misses, doubles and future days', () => {
    expect(faults('T !edge-cas ')).toEqual([]);
    expect(faults('T !edgecase')).toEqual([jasmine.stringContaining('!edge-case')]);

    expect(faults('T #tree')).toEqual([jasmine.stringContaining('Several techniques begin so')]);
    expect(faults('T 5m 6m')).toEqual([jasmine.stringContaining('twice')]);
    expect(faults('T @2026-12-01')).toEqual([jasmine.stringContaining('in the future')]);
    for (const far of ['1850-01-01', '9999-01-01', '0001-01-01'])
      expect(faults(`T @${far}`)).toEqual(['The day must lie between the years 1970 and 2199.']);
    expect(faults('T @3.11.1850')).toEqual(['The day must lie between the years 1970 and 2199.']);
    expect(faults('T @3/11/2026')).toEqual(['“3/11/2026” may be two days. Write @2026-11-03 or @2026-03-11.']);
    expect(faults('T O(1) O(1) O(1)')).toEqual([jasmine.stringContaining('third cost')]);
  });

  it('asks about what may be meant otherwise, each answer leaving no doubt', () => {
    const problems = [
      { id: 'a', title: 'Beacon Line of Sight' },
      { id: 'b', title: 'House Painter 2' },
    ];
    const context = { ...quickContext, problems };
    const choicesOf = (line: string): string[] =>
      readQuickLine(line, context).doubts.flatMap(({ choices }) => choices.map((it) => it.line));
    const [first, ...others] = choicesOf('Gull Census #bianry 31m');
    expect([first, others.at(-1)]).toEqual(['Gull Census #binary-search 31m', 'Gull Census #"bianry" 31m']);
    expect(choicesOf('Gull Census #haep 31m')[0]).toBe('Gull Census #heap 31m');
    expect(choicesOf('Gull Census 31 #heap')).toEqual(['Gull Census 31m #heap', 'Gull Census "31" #heap']);
    expect(choicesOf('Gull Census n^2 31m')).toEqual(['Gull Census O(n^2) 31m', 'Gull Census "n^2" 31m']);
    expect(choicesOf('Gull Census nlogn')[0]).toBe('Gull Census O(n log n)');
    expect(choicesOf('Beacon Line of Sihgt 31m')).toEqual(['"Beacon Line of Sight" 31m', '"Beacon Line of Sihgt" 31m']);
    for (const [written, day] of [
      ['20.11.2026', '2026-11-20'],
      ['2026-11-20', '2026-11-20'],
      ['20 Nov 2026', '2026-11-20'],
      ['Nov 20, 2026', '2026-11-20'],
      ['yesterday', '2026-11-23'],
    ])
      expect(choicesOf(`Gull Census 31m ${written}`)).toEqual([
        `Gull Census 31m @${day}`,
        `Gull Census 31m "${written}"`,
      ]);
    expect(choicesOf('Gull Census 3/11/2026').slice(0, 2)).toEqual([
      'Gull Census @2026-11-03',
      'Gull Census @2026-03-11',
    ]);
    for (const plain of [
      'Yesterday in the Harbour 12m',
      'Gull Census 1.1.2199 12m',
      'House Painter 2 12m',
      'House Painter 3 Sums 12m',
      '3 Sum 5m',
      'Beacon Line of Sight 2m',
      'Catalog Merge 5m',
    ])
      expect(choicesOf(plain)).withContext(plain).toEqual([]);
    const line = 'Gull Census 31 #bianry';
    for (const doubt of readQuickLine(line, context).doubts)
      for (const choice of doubt.choices)
        expect(readQuickLine(choice.line, context).doubts.length).toBeLessThan(
          readQuickLine(line, context).doubts.length,
        );
  });

  it('offers an unknown technique as a new one and reads a quoted one as meant', () => {
    const { draft, parts } = read('T #"Tide ladder" #heap');
    expect(draft.techniques).toEqual(['tide-ladder', 'heap']);
    expect(draft.newTechniques).toEqual({ 'tide-ladder': 'Tide ladder' });
    expect(parts.map((part) => part.isNew)).toEqual([false, true, false]);
    expect(read('T #"haep"').draft.newTechniques).toEqual({ haep: 'haep' });
  });

  it('knows a title that differs in case and spacing only', () => {
    const context = { ...quickContext, problems: [{ id: 'a', title: 'Beacon Line of Sight' }] };
    expect(readQuickLine('beacon  line OF sight 20m', context).knownProblemId).toBe('a');
    expect(readQuickLine('beacon line 20m', context).knownProblemId).toBeNull();
  });

  it('gives back every draft that it wrote', () => {
    const text = (max: number) =>
      fc
        .string({ minLength: 1, maxLength: max })
        .map((it) => it.trim().replace(/\s+/g, ' '))
        .filter((it) => it !== '');
    const day = fc
      .integer({ min: 0, max: 400 })
      .map((ago) => new Date(Date.UTC(2026, 10, 24) - ago * 86_400_000).toISOString().slice(0, 10));
    const drafts: fc.Arbitrary<QuickDraft> = fc.record({
      title: text(60),
      techniques: fc.uniqueArray(fc.constantFrom(...catalogue.map((it) => it.id)), { maxLength: 3 }),
      newTechniques: fc.constant({}),
      minutes: fc.option(fc.integer({ min: 1, max: 1440 })),
      attempts: fc.option(fc.integer({ min: 1, max: 99 })),
      cost: fc.constantFrom(
        { time: null, space: null },
        { time: 'O(n log n)', space: null },
        { time: 'O(2^(n + m))', space: 'O(1)' },
      ),
      slips: fc.uniqueArray(fc.constantFrom(...slips), { maxLength: 4 }),
      help: fc.constantFrom('none', 'hint', 'read', 'copied'),
      result: fc.constantFrom('solved', 'partly', 'unsolved', 'abandoned'),
      said: fc.constant(null),
      kind: fc.option(fc.constantFrom(...sittingKinds)),
      difficulty: fc.option(fc.constantFrom('easy', 'medium', 'hard')),
      day: fc.option(day),
      origin: fc.option(text(40)),
      employer: fc.option(text(40)),
      words: fc.record({ in: text(20) }, { requiredKeys: [] }),
      link: fc.option(fc.constant('https://tide.example/a?b=c#d')),
    });
    fc.assert(
      fc.property(drafts, (draft) => {
        const reading = read(formatQuickLine(draft));
        expect(reading.isComplete).toBeTrue();
        expect(reading.draft).toEqual(draft);
      }),
      { numRuns: 400 },
    );
  });

  it('never throws, and its parts cover every sign of the line that is not blank', () => {
    const words = fc.constantFrom(
      '#',
      '!',
      '~',
      '=',
      '@',
      'x2',
      '31m',
      'O(',
      ')',
      '"',
      '\\',
      'from:',
      'in:"',
      ' ',
      '  ',
      'https://',
      'Tide',
      '\t',
      'ö',
    );
    const lines = fc.oneof(
      fc.string({ unit: 'grapheme' }),
      fc.array(fc.oneof(words, fc.string({ maxLength: 4 }))).map((it) => it.join('')),
    );
    fc.assert(
      fc.property(lines, (line) => {
        const { parts } = read(line);
        expect(parts.map(({ start, end }) => ({ start, end }))).toEqual(
          tokenizeQuickLine(line).map(({ start, end }) => ({ start, end })),
        );
        let at = 0;
        for (const { start, end } of parts) {
          expect(line.slice(at, start).trim()).toBe('');
          expect(end).toBeGreaterThan(start);
          at = end;
        }
        expect(line.slice(at).trim()).toBe('');
      }),
      { numRuns: 1000 },
    );
  });
});
