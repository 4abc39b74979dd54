import type { ColumnKind } from '@lernen/core/model';

/** How the cells of a kind of column are typed, in a line; docs/trace.md has all of it. */
export const kindHints: Readonly<Record<ColumnKind, string>> = {
  value: '7, or += 3 to count up',
  list: '5 2 4 | i:0 | 1..3 — then | i:+1 moves i, [2]=9 changes an item, +7 adds one',
  stack: '+5 pushes, - pops, -5 pops and checks; 5 2 sets it, = empties it',
  queue: '+5 joins, - leaves; ++5 and -- at the other end',
  set: '+5 adds, -5 removes',
  map: 'a:3 sets, a:+1 adds, -a removes',
  intervals: '1..4 5..9, then +2..5 and -1..4',
  grid: '#../..# | 0,1 — then | >1,1 walks on, [1,2]=x changes a cell',
  text: 'gull | i:0 | 1..2',
  rule: 'checked by itself',
};
