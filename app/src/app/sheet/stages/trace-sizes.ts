import { type Trace, ruleColumn } from '@lernen/core/model';
import { type CellValue, type Drawing, type TraceCell, drawPossibilities } from '@lernen/core/trace';

/** Pixels; what is wider scrolls within its cell. */
const widestCell = 560;

type Measure = (cell: TraceCell) => Drawing | null;

/** Draws cells for their sizes, which hardly depend on what stands above; each once. */
export function cellMeasure(): Measure {
  const known = new WeakMap<CellValue, Drawing>();
  return ({ cell, others, above }) => {
    if (!cell) return null;
    if (others.length > 0) return drawPossibilities([cell, ...others], above);
    const drawing = known.get(cell) ?? drawPossibilities([cell], above);
    known.set(cell, drawing);
    return drawing;
  };
}

/** How wide each column is and how high a row, in pixels. */
export function sizesOf(
  columns: Trace['columns'],
  rows: readonly (readonly TraceCell[])[],
  measure: Measure,
): { readonly widths: readonly number[]; readonly height: number } {
  const widths = columns.map(({ kind, rule }): number =>
    rule === '' && kind !== ruleColumn ? 96 : Math.min(Math.max(110, 24 + rule.length * 7.3), 340),
  );
  let height = 24;
  for (const row of rows) {
    row.forEach((cell, column) => {
      const drawing = measure(cell);
      if (!drawing) return;
      widths[column] = Math.max(widths[column] ?? 0, Math.min(drawing.width + 18, widestCell));
      height = Math.max(height, drawing.height);
    });
  }
  return { widths, height: height + 13 };
}
