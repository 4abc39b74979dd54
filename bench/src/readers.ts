// Whether every reader of text ends well: `npm run bench:readers`. Strings at random first, each of which must give an
// answer or one of our own errors; then the same text ever longer, which must take ever longer in proportion only.
// `npm run bench:readers -- 200000 bounds` reads so many strings, by the readers with that in their name.
import {
  guessMapping,
  importCsv,
  readArchive,
  readCsvSheet,
  readListMarkdown,
  readSheetMarkdown,
} from '@lernen/core/archive';
import { normalCost, readCost } from '@lernen/core/cost';
import { LernenError } from '@lernen/core/errors';
import {
  catalogue,
  logFrom,
  noRecords,
  readCountCell,
  readDateCell,
  readDifficultyCell,
  readHelpCell,
  readMinutesCell,
  readResultCell,
} from '@lernen/core/model';
import { readPlannedLines, readQuickLine } from '@lernen/core/quick-line';
import { boundsInStatement, examplesInStatement, measureCode, readBounds } from '@lernen/core/sheet';
import { checksOf, signatureOf } from '@lernen/core/run';
import {
  columnTypes,
  columnsOf,
  drawPossibilities,
  readCell,
  readTrace,
  traceOfExample,
  withLoop,
} from '@lernen/core/trace';
import { SeededRandom } from '@lernen/core/random';
import { countingIds } from '@lernen/demo';

const now = '2026-11-26T18:00:00.000Z';
const newId = countingIds(Date.parse(now), new SeededRandom(1));
const context = { today: '2026-11-26', techniques: catalogue, problems: [] };
const csvOptions = {
  dateOrder: 'day-first',
  fallbackDay: '2026-11-25',
  rowsAre: 'sittings',
  listTitle: '',
  now,
  zone: 'UTC',
  newId: () => newId(),
} as const;
const sheetHead =
  '---\nformat: lernen-sheet\nversion: 2\ntitle: A\ncreatedAt: 2026-11-01T10:00:00.000Z\n---\n\n## Read\n\n';

const readers: Readonly<Record<string, (text: string) => unknown>> = {
  'quick line': (text) => readQuickLine(text, context),
  'lines for later': (text) => readPlannedLines(text, context, { now, zone: 'UTC', newId: () => newId() }),
  cost: (text) => [readCost(text), normalCost(text)],
  bounds: (text) => readBounds(text.split('\n')),
  'bounds in a statement': (text) => boundsInStatement(text),
  'examples in a statement': (text) => examplesInStatement(text),
  'cell of a trace': (text) =>
    Object.keys(columnTypes).map((kind) => readCell(kind, text, readCell(kind, '1 2 3', null).cell)),
  'rule of a trace': (text) =>
    readTrace({
      columns: [
        { name: 'a', kind: 'value', rule: '' },
        { name: '', kind: 'rule', rule: text },
      ],
      rows: [['1']],
    }),
  'drawing of a cell': (text) =>
    Object.keys(columnTypes).map((kind) => {
      const { cell } = readCell(kind, text.slice(0, 2000), null);
      return cell && drawPossibilities([cell, cell], null);
    }),
  'loop of a trace': (text) =>
    withLoop(
      {
        columns: [
          { name: 'a', kind: 'list', rule: '' },
          { name: 'i', kind: 'value', rule: '' },
        ],
        rows: [
          ['1 2 3', ''],
          ['', `for i in ${text}`],
        ],
      },
      1,
      1,
    ),
  'columns of a trace': (text) => columnsOf(text),
  'trace of an example': (text) => traceOfExample(text),
  'measures of code': (text) => measureCode(text),
  'checks of an example': (text) =>
    (['python', 'typescript'] as const).map((family) => {
      const signature = signatureOf(`${text}\ndef f(a, b):\n    pass\nfunction g(a) {}\n`, family, text);
      return signature && checksOf([{ id: 'x', input: text, expected: text }], signature);
    }),
  'cells of a spreadsheet': (text) => [
    readDateCell(text, 'day-first'),
    readMinutesCell(text),
    readCountCell(text, 99),
    readDifficultyCell(text),
    readResultCell(text),
    readHelpCell(text),
  ],
  CSV: (text) => {
    const sheet = readCsvSheet(`title,date,minutes\n${text}`);
    return importCsv(sheet, logFrom(noRecords), { ...csvOptions, mapping: guessMapping(sheet) });
  },
  Markdown: (text) => readSheetMarkdown(`${sheetHead}### Statement\n\n${text}`, () => newId()),
  'Markdown of a list': (text) =>
    readListMarkdown(
      `---\nformat: lernen-list\nversion: 1\ntitle: A\ncreatedAt: ${now}\n---\n\n${text}`,
      () => newId(),
      new Map(),
    ),
  archive: (text) => readArchive(`{"format":"lernen-archive","version":4,"problems":${text}`),
};

const pieces: [string, ...string[]] = [
  'a',
  ...Array.from('abnOxkM019 \n\t"\'`()[]{}<>=+-*/^|\\#!~@:;,.?_$%&€≤√²'),
  ...['O(', '<=', '10^', '..', '->', '---\n', '```\n', '### ', '> ', '- ', 'log ', 'null', '<!-- ', '-->'],
  ...[
    '≤ ',
    ' n ',
    '|s|',
    'a[i]',
    ' at most ',
    ' is ',
    ' of ',
    'sum of ',
    'length',
    ' queries',
    '\\le ',
    'between ',
    'no extra space',
    ' s, ',
    '<sup>',
  ],
  ...['#heap', 'x2', '31m', '1e9', 'constructor', '__proto__'],
];
const shapes: Readonly<Record<string, (length: number) => string>> = {
  ...Object.fromEntries(
    [
      'a',
      '1',
      ' ',
      '(',
      '"',
      '-',
      '#',
      '`',
      '|',
      '{',
      '[1,',
      'a,',
      '<= ',
      '1 ',
      '- a\n',
      '> \n',
      'n ≤ 10^5, ',
      'n at most ',
      'sum of n over ',
      'n(',
      '|',
      '10^5 ≤ ',
      'no ',
      '1 ≤ n ≤ 5\n',
      '#heap ',
      '3 -> 4\n',
      '"a"\n',
    ].map((piece) => [
      JSON.stringify(piece),
      (length: number): string => piece.repeat(Math.ceil(length / piece.length)),
    ]),
  ),
};
const strings = Number(process.argv[2] ?? 200_000);
const wanted = process.argv[3] ?? '';
const lengths = [1000, 10_000, 100_000, 1_000_000];
/** A reading that takes longer is not made ten times as long. */
const patience = 4000;

process.stdout.write(
  `${'reader'.padEnd(24)} ${'errors of'.padStart(10)} ${lengths.map((it) => `${it / 1000} kB`.padStart(9)).join('')}  worst\n`,
);
for (const [name, read] of Object.entries(readers).filter(([it]) => it.includes(wanted))) {
  const failures = failuresOf(read);
  const worst = worstOf(read);
  const times = worst.times.map((it) => it.toFixed(1).padStart(9)).join('');
  process.stdout.write(`${name.padEnd(24)} ${String(failures.length).padStart(10)} ${times}  ms, ${worst.shape}\n`);
  for (const failure of failures.slice(0, 3)) process.stdout.write(`  ${failure}\n`);
}

/** What went wrong otherwise than by an error of ours, for strings at random. */
function failuresOf(read: (text: string) => unknown): string[] {
  const random = new SeededRandom(7);
  const failures: string[] = [];
  for (let count = 0; count < strings; count++) {
    const text = Array.from({ length: random.between(0, 24) }, () => random.pick(pieces)).join('');
    try {
      read(text);
    } catch (error) {
      if (!(error instanceof LernenError)) failures.push(`${JSON.stringify(text)}: ${String(error).slice(0, 120)}`);
    }
  }
  return failures;
}

/** The shape that takes longest, with its times. */
function worstOf(read: (text: string) => unknown): { readonly shape: string; readonly times: readonly number[] } {
  const all = Object.entries(shapes).map(([shape, make]) => {
    const times: number[] = [];
    for (const length of lengths) {
      if ((times.at(-1) ?? 0) > patience / 10) break;
      const text = make(length);
      const start = performance.now();
      try {
        read(text);
      } catch (error) {
        if (!(error instanceof LernenError))
          return { shape: `${shape} ${String(error).slice(0, 60)}`, times: [Infinity] };
      }
      times.push(performance.now() - start);
    }
    return { shape, times };
  });
  const sizeOf = ({ times }: { times: readonly number[] }): number =>
    (times.at(-1) ?? 0) * 10 ** (lengths.length - times.length) * (times.length < lengths.length ? 1000 : 1);
  return all.reduce((worst, it) => (sizeOf(it) > sizeOf(worst) ? it : worst));
}
