import { type Drawing, type Shape, box, boxWidth } from '../drawing';
import { partsOf, tokensOf } from '../tokens';
import { type ColumnType, stopAt } from './column-type';

export interface GridCell {
  readonly kind: 'grid';
  readonly rows: readonly (readonly string[])[];
  readonly at: Position | null;
  /** In the order in which it was walked. */
  readonly path: readonly Position[];
}

export interface Position {
  readonly row: number;
  readonly column: number;
}

const longestGrid = 60;

export const gridColumn: ColumnType<GridCell> = {
  hint: '#../..# | 0,1 — then | >1,1 walks on, [1,2]=x changes a cell',
  read: readGrid,
  draw: drawGrid,
  words: ({ rows, at }) =>
    [rows.map((row) => row.join(' ')).join(' / '), ...(at ? [`at ${at.row},${at.column}`] : [])].join(' · '),
  value: ({ rows }) => rows.flat(),
};

function readGrid(text: string, known: GridCell | null): GridCell {
  const [first, ...more] = partsOf(text);
  const written = first ?? { text: '', at: 0 };
  const rows = gridRows(written, known);
  const isNewGrid = written.text.trim() !== '' && !(known && cellChange.test(written.text));
  let [at, path] = isNewGrid || !known ? [null as Position | null, [] as readonly Position[]] : [known.at, known.path];
  for (const part of more) {
    for (const match of part.text.matchAll(/\S+/g)) {
      const place = part.at + match.index;
      const [, step, row, column] = /^(>?)(\d+),(\d+)$/.exec(match[0]) ?? [];
      if (match[0] === '-') [at, path] = [null, []];
      else if (row === undefined || column === undefined)
        stopAt(place, 'expected a position such as 1,2, or a step such as >1,2');
      else {
        at = { row: Number(row), column: Number(column) };
        if (rows[at.row]?.[at.column] === undefined) stopAt(place, `there is no cell ${row},${column}`);
        path = step === '>' ? [...path, at] : [at];
      }
    }
  }
  return { kind: 'grid', rows, at, path };
}

const cellChange = /\[\d+,\d+\]=/;

function gridRows({ text, at }: { text: string; at: number }, before: GridCell | null): readonly (readonly string[])[] {
  if (text.trim() === '') {
    if (before) return before.rows;
    stopAt(at, 'there is no grid above');
  }
  const changes = [...text.matchAll(/\[(\d+),(\d+)\]=(\S+)/g)];
  if (changes.length > 0 && before) {
    const rows = before.rows.map((row) => [...row]);
    for (const change of changes) {
      const [row, column] = [Number(change[1]), Number(change[2])];
      if (rows[row]?.[column] === undefined) stopAt(at + change.index, `there is no cell ${row},${column}`);
      rows[row][column] = change[3] ?? '';
    }
    return rows;
  }
  const rows = text
    .replace(/^\s*=/, '')
    .split('/')
    .map((row) => row.trim())
    .map((row) => (/\s|,/.test(row) ? tokensOf(row).map((token) => token.text) : [...row]));
  if (rows.length > longestGrid || rows.some((row) => row.length > longestGrid))
    stopAt(at, `a grid has up to ${longestGrid} rows and columns`);
  return rows;
}

function drawGrid({ rows, at, path }: GridCell, above: GridCell | null): Drawing {
  const width = Math.max(20, boxWidth(rows.flat()) - 6);
  const height = 20;
  const shapes: Shape[] = rows.flatMap((row, y) =>
    row.flatMap((item, x) => {
      const isHere = at?.row === y && at.column === x;
      const isChanged = above !== null && above.rows[y]?.[x] !== item;
      return box(item, x * width, y * height, width, isHere ? 'here' : isChanged ? 'changed' : 'plain', height);
    }),
  );
  if (path.length > 1) {
    const points = path.map(({ row, column }) => [(column + 0.5) * width, (row + 0.5) * height] as const);
    shapes.push({ shape: 'line', points, tone: 'path' });
  }
  return {
    width: Math.max(1, ...rows.map((row) => row.length)) * width,
    height: Math.max(rows.length, 1) * height,
    shapes,
  };
}
