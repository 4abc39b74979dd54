import { type Entry, emptyEntry } from '@lernen/core/model';

/** The entries of a sheet that somebody worked on for days: 60 observations, a trace of 500 rows, 30 versions of the code. */
export function longSheet(problemId: string, newId: () => string): Entry[] {
  const of = (count: number, make: (index: number) => Entry): Entry[] =>
    Array.from({ length: count }, (_, i) => make(i));
  return [
    ...of(60, (order) =>
      emptyEntry('observation', problemId, newId(), {
        order,
        text: `Whoever waits at ${order} stands in *falling* order, since $h_${order} < h_j$.`,
        argument: 'else it would have been answered before',
      }),
    ),
    emptyEntry('trace', problemId, newId(), {
      title: 'a long one',
      columns: [
        { name: 'heights', kind: 'list', rule: '' },
        { name: 'waiting', kind: 'stack', rule: '' },
        { name: 'best', kind: 'value', rule: '' },
        { name: '', kind: 'rule', rule: 'size(waiting) < 9' },
      ],
      rows: of500(),
    }),
    ...of(30, (order) =>
      emptyEntry('version', problemId, newId(), {
        order,
        title: `version ${order}`,
        language: 'python',
        code: Array.from({ length: 40 }, (_, line) => `    answer[${line}] = heights[${line}] - ${order}`).join('\n'),
      }),
    ),
  ];
}

function of500(): string[][] {
  return Array.from({ length: 500 }, (_, row) => [
    row === 0 ? '5 2 4 7 1 8 3 6 | i:0' : `| i:${row % 8}`,
    row % 4 === 3 ? '- - -' : `+${row}`,
    String(row),
    '',
  ]);
}
