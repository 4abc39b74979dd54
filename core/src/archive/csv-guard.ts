/**
 * A spreadsheet takes a cell that begins with one of these for a formula, and would run what somebody else wrote there;
 * behind an apostrophe it is text (OWASP, CSV injection).
 */
const formula = /^'*[=+\-@\t\r]/;
const guarded = /^'+[=+\-@\t\r]/;

/** A cell as it is written to a file. `unguarded` gives it back. */
export function guardedCell(cell: string): string {
  return formula.test(cell) ? `'${cell}` : cell;
}

export function unguarded(cell: string): string {
  return guarded.test(cell) ? cell.slice(1) : cell;
}
