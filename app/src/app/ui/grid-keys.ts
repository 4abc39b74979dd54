import { ListKeyManager, type ListKeyManagerOption } from '@angular/cdk/a11y';
import { type Injector, type Signal, computed } from '@angular/core';

/** A row or a column, as a key manager wants to tell it from others. */
type Line = ListKeyManagerOption;

/** Lines by their number: the same number is the same line, however many there are. */
const lines: Line[] = [];

function linesTo(count: number): readonly Line[] {
  while (lines.length < count) lines.push({});
  return lines.slice(0, count);
}

/**
 * Where one is in a table of cells, and how keys lead on from there: one key manager goes up and down the rows, one along the
 * columns, with Home and End. Neither leaves the table.
 */
export class GridKeys {
  private readonly rows: ListKeyManager<Line>;
  private readonly columns: ListKeyManager<Line>;

  constructor(rowCount: Signal<number>, columnCount: Signal<number>, injector: Injector) {
    const down = computed(() => linesTo(rowCount()));
    const along = computed(() => linesTo(columnCount()));
    this.rows = new ListKeyManager<Line>(down, injector);
    this.columns = new ListKeyManager<Line>(along, injector)
      .withVerticalOrientation(false)
      .withHorizontalOrientation('ltr')
      .withHomeAndEnd();
  }

  /** The first cell until one has been anywhere. */
  readonly at = computed(
    () => ({
      row: Math.max(this.rows.activeItemIndex ?? 0, 0),
      column: Math.max(this.columns.activeItemIndex ?? 0, 0),
    }),
    { equal: (a, b) => a.row === b.row && a.column === b.column },
  );

  set(row: number, column: number): void {
    this.rows.updateActiveItem(row);
    this.columns.updateActiveItem(column);
  }

  /** @returns whether the key leads about in a table; then it does nothing else. */
  onKeydown(event: KeyboardEvent): boolean {
    const { row, column } = this.at();
    // A manager begins before its first line.
    this.set(row, column);
    this.rows.onKeydown(event);
    if (!event.defaultPrevented) this.columns.onKeydown(event);
    return event.defaultPrevented;
  }
}
